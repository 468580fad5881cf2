"""The part that is picked on the bench, laid flat with its machining."""

from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtWidgets import QComboBox, QWidget

from tallplank.app.board.kind import PaneKind, switch
from tallplank.app.canvas.view import DrawingCanvas
from tallplank.app.look.theme import Tokens
from tallplank.core.draw.machining import machining_at
from tallplank.core.draw.part import laid_flat, part_drawing
from tallplank.core.draw.primitive import Drawing, Subject
from tallplank.core.joinery.part.part import Part, PartRef
from tallplank.core.shop.line import label_of
from tallplank.session.pick import bench_parts, cut_sizes
from tallplank.session.store import Store

REACH_PX = 5.0
"""How near the pointer must come to a hole."""


class PartPane(DrawingCanvas):
    """One part flat."""

    def __init__(self, store: Store, tokens: Tokens) -> None:
        self.store, self.banded = store, True
        self._last: PartRef | None = None
        self._part: Part | None = None
        super().__init__(store, tokens, self._part_drawing, textured=False)
        self.empty_text = "Pick a part of the unit to see it flat."
        self._subscriptions.append(store.subscribe(lambda s: (s.bench, s.pick), lambda _: self.refresh()))

    def _part_drawing(self) -> Drawing | None:
        self._last = shown_part(self.store, self._last)
        shown = next((p for p in bench_parts(self.store) if p.ref == self._last), None)
        self._part = shown.part if shown is not None else None
        if shown is None:
            return None
        label = label_of(self.store.derived.made, shown.ref)
        return part_drawing(shown.part, f"{label} {shown.name}".strip(), self.store.catalog.bands, marked=self.banded)

    def _show(self, length: float) -> str:
        """A size of a part reads as it does in the lists for the shop."""
        return cut_sizes(self.store).shown(length)

    def restyle(self, tokens: Tokens, *, textured: bool = False) -> None:
        super().restyle(tokens, textured=textured)

    def chosen(self) -> frozenset[Subject]:
        return frozenset()

    def show_cursor(self, place: QPointF) -> None:
        """Name the hole or cut under the pointer."""
        self.setCursor(Qt.CursorShape.ArrowCursor)
        at = laid_flat(self._part).inside(self.view.inside(place)) if self._part is not None else (0.0, 0.0)
        self.setToolTip(machining_at(self._part, at, REACH_PX / self.view.scale, cut_sizes(self.store)) if self._part is not None else "")

    def show_bands(self, on: bool) -> None:
        """Show or hide the marks of the bands."""
        self.banded = on
        self.refresh()

    def follow(self, field: QComboBox) -> None:
        """Keep a list of the parts at the one that is shown."""

        def show() -> None:
            field.blockSignals(True)
            parts = bench_parts(self.store)
            if [field.itemData(i) for i in range(field.count())] != [p.ref for p in parts]:
                field.clear()
                for part in parts:
                    field.addItem(part.name, part.ref)
            field.setCurrentIndex(next((i for i, p in enumerate(parts) if p.ref == self._last), -1))
            field.blockSignals(False)

        self._subscriptions.append(self.store.subscribe(lambda s: (s.job, s.bench, s.pick), lambda _: show()))


def shown_part(store: Store, last: PartRef | None = None) -> PartRef | None:
    """The part that is picked, else the one that was shown last, else the first; None where there are none."""
    refs = [p.ref for p in bench_parts(store)]
    wanted = store.state.pick if isinstance(store.state.pick, PartRef) else last
    return wanted if wanted in refs else refs[0] if refs else None


def _tools(pane: QWidget) -> list[QWidget]:
    if not isinstance(pane, PartPane):
        return []
    part_field = QComboBox()
    part_field.setAccessibleName("Part")
    part_field.setMinimumWidth(120)
    part_field.activated.connect(lambda i: pane.store.pick(PartRef(*part_field.itemData(i))))
    pane.follow(part_field)
    bands_tip = "Bands: show which edge takes which band; hide it for the customer"
    bands_button = switch("bands", "Bands", bands_tip, pane.tokens, pane.show_bands, on=True)
    return [part_field, bands_button]


KIND = PaneKind("part", "Part", PartPane, _tools)
