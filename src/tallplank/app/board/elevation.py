"""The elevation of the shown wall: as a working drawing, or with its finishes at the Finish stage."""

from dataclasses import replace

from PyQt6.QtWidgets import QComboBox, QWidget

from tallplank.app.board.hint import drawing_hint
from tallplank.app.board.kind import PaneKind
from tallplank.app.board.measuring import measuring_button
from tallplank.app.canvas.tool.measure import MeasureTool
from tallplank.app.canvas.tool.place import PlaceTool
from tallplank.app.canvas.tool.region import RegionTool
from tallplank.app.canvas.tool.select import SelectTool
from tallplank.app.canvas.view import DrawingCanvas
from tallplank.app.look.theme import Tokens
from tallplank.app.stage import STAGES
from tallplank.core.draw.elevation import elevation
from tallplank.core.draw.paneling import region_targets, solve_chains
from tallplank.core.draw.primitive import Drawing, Subject
from tallplank.core.job.face import faces_of
from tallplank.core.job.measure import OfRegion
from tallplank.session.arrange import Arranger
from tallplank.session.group import with_members
from tallplank.session.paneling import picked_path, shown_scheme
from tallplank.session.store import Store


def _is_textured(store: Store) -> bool:
    return STAGES[store.state.stage].textured or store.state.trial is not None


class ElevationPane(DrawingCanvas):
    """Elevation of the face that is shown."""

    def __init__(self, store: Store, tokens: Tokens) -> None:
        def draw() -> Drawing | None:
            room, face = store.room(), store.face()
            if room is None or face is None:
                return None
            stage, made = store.state.stage, store.shown
            drawn = elevation(made, room.id, face.id, store.derived.wrong, working=STAGES[stage].marked, surveyed=stage == "survey")
            if stage != "walls":
                return drawn
            of = self._picked_region()
            chains = tuple(solve_chains(made, room.id, face.id, of)) if of is not None else ()
            return replace(drawn, targets=tuple(region_targets(made, room.id, face.id)), chains=chains)

        super().__init__(store, tokens, draw, textured=_is_textured(store))
        self.hint = lambda: drawing_hint(store, on_plan=False)
        arranger = Arranger(store, on_plan=False)
        self.work_with((MeasureTool(self, "elevation"), PlaceTool(self, arranger)), (RegionTool(self), SelectTool(self, arranger)))
        self._subscriptions.append(store.subscribe(lambda s: s.pick, lambda _: self._pick_changed(), now=False))
        self._subscriptions.append(store.subscribe(lambda s: (s.stage, s.trial is None), lambda _: self._stage_changed(), now=False))

    def restyle(self, tokens: Tokens, *, textured: bool = False) -> None:
        super().restyle(tokens, textured=textured or _is_textured(self.store))

    def chosen(self) -> frozenset[Subject]:
        if self.store.state.stage == "walls":
            picked = self._picked_region() if not self.store.state.selected else None
            return frozenset({picked}) if picked is not None else frozenset()
        return frozenset(with_members(self.store))

    def _picked_region(self) -> OfRegion | None:
        """The region of the shown wall that the Spec is about."""
        scheme = shown_scheme(self.store)
        return OfRegion(self.store.state.room, scheme.id, picked_path(self.store)) if scheme is not None else None

    def _pick_changed(self) -> None:
        """At Walls the sums that are written follow what is picked."""
        if self.store.state.stage == "walls":
            self.refresh()
        self.update()

    def _stage_changed(self) -> None:
        self.restyle(self.tokens)
        self.refresh()


class FaceField(QComboBox):
    """Chooses the wall or other face that elevations show."""

    def __init__(self, store: Store) -> None:
        super().__init__()
        self._store = store
        self.setAccessibleName("Wall")
        self.setToolTip("The wall that is shown")
        self.subscription = store.subscribe(lambda s: (s.job.rooms, s.room, s.face), lambda _: self._refresh())
        self.activated.connect(self._chosen)

    def _refresh(self) -> None:
        self.blockSignals(True)
        self.clear()
        room = self._store.room()
        for face in faces_of(room).values() if room else ():
            self.addItem(face.name, face.id)
        self.setCurrentIndex(self.findData(self._store.state.face))
        self.blockSignals(False)

    def _chosen(self, index: int) -> None:
        self._store.look_at(self._store.state.room, self.itemData(index))


def _tools(pane: QWidget) -> list[QWidget]:
    if not isinstance(pane, ElevationPane):
        return []
    field = FaceField(pane.store)
    pane.closes_with(field.subscription)
    return [field, measuring_button(pane)]


KIND = PaneKind("elevation", "Elevation", ElevationPane, _tools)
