"""The unit on the bench in three dimensions: solid or see-through, whole or pulled apart."""

from collections.abc import Sequence

from PyQt6.QtGui import QMouseEvent
from PyQt6.QtWidgets import QWidget

from tallplank.app.board.hint import NO_UNIT
from tallplank.app.board.kind import PaneKind, switch
from tallplank.app.board.solid_view import SolidView, labelled_slider
from tallplank.app.look.theme import Tokens
from tallplank.core.joinery.part.part import PartRef
from tallplank.core.solid.scene import Solids
from tallplank.core.solid.unit import BORED, NO_BANDS, UnitSolidMaker
from tallplank.session.pick import bench_unit
from tallplank.session.store import Store
from tallplank.view3d.scene import Scene

SEEN_THROUGH = 0.16
VIEWS = {"corner": (-0.62, -1.0, 0.5), "facing": (0.0, -1.0, 0.06), "above": (0.0, 0.0, 1.0)}


class Bench3DPane(SolidView):
    """One unit; a click picks a part."""

    def __init__(self, store: Store, tokens: Tokens) -> None:
        super().__init__(store, tokens)
        self.apart, self.through, self.banded = 0.0, False, False
        self.empty_text = NO_UNIT
        self._maker = UnitSolidMaker()
        self._subscriptions = [
            store.subscribe(lambda s: (s.job, s.bench, s.room), lambda _: self.changed()),
            store.subscribe(lambda s: s.pick, lambda _: self.chosen_changed()),
        ]

    def solids(self) -> Solids | None:
        unit = bench_unit(self.store)
        if unit is None:
            return None
        bands = self.store.catalog.bands if self.banded else NO_BANDS
        return self._maker.solids(self.store.derived.made.by_id[unit.id], self.apart, bands)

    def prepare(self, scene: Scene) -> None:
        scene.fade(SEEN_THROUGH if self.through else 1.0, BORED)

    def framed_as(self) -> str:
        unit = bench_unit(self.store)
        return unit.id if unit is not None else ""

    def marked(self) -> Sequence[str | PartRef]:
        pick = self.store.state.pick
        return (pick,) if isinstance(pick, PartRef) else ()

    def pointed(self, owner: str | PartRef | None, *, adding: bool) -> None:
        self.store.pick(owner if isinstance(owner, PartRef) else None)

    def look(self, view: str) -> None:
        super().look(view if view in VIEWS else "facing")

    def direction(self, view: str) -> tuple[float, float, float]:
        unit = bench_unit(self.store)
        shaped = unit is not None and self.store.derived.made.by_id[unit.id].plan is not None
        x, y, z = VIEWS[view]
        return (-x, y, z) if shaped and unit is not None and unit.side == "left" else (x, y, z)

    def see_through(self, on: bool) -> None:
        """Show the boards as if of glass, with all that is bored into them."""
        self.through = on
        self.changed()

    def show_bands(self, on: bool) -> None:
        """Tint the edges by their bands."""
        self.banded = on
        self.changed()

    def pull_apart(self, share: float) -> None:
        """Pull the parts away from one another, from 0 (closed up) to 1; the whole stays in the picture."""
        self.apart = min(max(share, 0.0), 1.0)
        self.changed()
        self.ready().fit()

    def mouseDoubleClickEvent(self, event: QMouseEvent | None) -> None:
        self.look("corner")


def _tools(pane: QWidget) -> list[QWidget]:
    if not isinstance(pane, Bench3DPane):
        return []
    through_tip = "See through: the boards as if of glass, with all that is bored into them"
    bands_tip = "Bands: tint the edges by their bands, as for the shop"
    through_button = switch("see-through", "See through", through_tip, pane.tokens, pane.see_through)
    bands_button = switch("bands", "Tint banded edges", bands_tip, pane.tokens, pane.show_bands)
    holder, _ = labelled_slider("Apart", "Pull the parts apart", 70, pane.pull_apart)
    return [through_button, bands_button, holder]


KIND = PaneKind("bench3d", "Unit, 3D", Bench3DPane, _tools)
