"""The cut list, per unit or grouped."""

from PyQt6.QtWidgets import QCheckBox, QWidget

from tallplank.app.board.kind import PaneKind
from tallplank.app.board.table import TableColumn, UnitTable
from tallplank.app.look.theme import Tokens
from tallplank.core.measure.cut import CutSizes
from tallplank.core.measure.size import Size
from tallplank.core.shop.cutlist import CutRow, grouped
from tallplank.session.store import Store


class CutlistPane(UnitTable[CutRow]):
    """Every part the shop makes; the tip of a size says how it came about."""

    def __init__(self, store: Store, tokens: Tokens) -> None:
        def sizes(row: CutRow) -> CutSizes:
            return store.job.display.cut_to(row.step)

        def size(row: CutRow, exact: float) -> str:
            return sizes(row).shown(exact)

        def told(row: CutRow, exact: Size) -> str:
            return exact.explained(sizes(row).style, sizes(row).parts)

        columns: tuple[TableColumn[CutRow], ...] = (
            TableColumn("Label", lambda r: r.label, width=66),
            TableColumn("Unit", lambda r: r.unit, width=108),
            TableColumn("Part", lambda r: r.part, width=144),
            TableColumn("Qty", lambda r: str(r.quantity), figure=True, width=36),
            TableColumn("Length", lambda r: size(r, r.source.length.value), figure=True, width=58, tip=lambda r: told(r, r.source.length)),
            TableColumn("Width", lambda r: size(r, r.source.width.value), figure=True, width=64, tip=lambda r: told(r, r.source.width)),
            TableColumn("Thick", lambda r: size(r, r.thickness), figure=True, width=44),
            TableColumn("Cut length", lambda r: size(r, r.source.cut_length), figure=True, width=74),
            TableColumn("Cut width", lambda r: size(r, r.source.cut_width), figure=True, width=70),
            TableColumn("Material", lambda r: r.material, width=180),
            TableColumn("Grain", lambda r: r.grain if r.grain != "none" else "–", width=90),
            TableColumn("Bands", bands, width=170),
        )
        self.grouped = False
        super().__init__(store, columns, self._shown, lambda r: r.owners)

    def group(self, on: bool) -> None:
        """Show alike parts of all units in one line, or each unit by itself."""
        self.grouped = on
        self.refresh()

    def _shown(self) -> tuple[CutRow, ...]:
        rows = self.store.derived.cutlist
        return grouped(rows) if self.grouped else rows


def bands(row: CutRow) -> str:
    """The bands in words: which edges take which."""
    by_band: dict[str, list[str]] = {}
    for edge, band in zip(("L1", "L2", "W1", "W2"), row.bands, strict=True):
        if band:
            by_band.setdefault(band, []).append(edge)
    return ", ".join(f"{band} on {' '.join(edges)}" for band, edges in by_band.items()) or "–"


def _tools(pane: QWidget) -> list[QWidget]:
    if not isinstance(pane, CutlistPane):
        return []
    box = QCheckBox("Grouped")
    box.setToolTip("One line for all parts of the same material and size")
    box.toggled.connect(pane.group)
    return [box]


KIND = PaneKind("cutlist", "Cut list", CutlistPane, _tools)
