"""The door list: every front with what it is framed from."""

from tallplank.app.board.kind import PaneKind
from tallplank.app.board.table import TableColumn, UnitTable
from tallplank.app.look.theme import Tokens
from tallplank.core.shop.doorlist import DoorRow
from tallplank.session.store import Store


class DoorlistPane(UnitTable[DoorRow]):
    """Fronts from top to bottom, unit by unit; the tip of the style lists the pieces."""

    def __init__(self, store: Store, tokens: Tokens) -> None:
        def size(row: DoorRow, exact: float) -> str:
            return store.job.display.cut_to(row.step).shown(exact)

        def pieces(row: DoorRow) -> str:
            lines = [f"{n} × {name} {size(row, a)} × {size(row, b)} × {size(row, c)}" for name, n, a, b, c, *_ in row.parts]
            return "\n".join(lines) or "One board."

        columns: tuple[TableColumn[DoorRow], ...] = (
            TableColumn("Unit", lambda r: r.unit, width=120),
            TableColumn("Front", lambda r: r.front, width=110),
            TableColumn("Style", lambda r: r.style, width=150, tip=pieces),
            TableColumn("Width", lambda r: size(r, r.width), figure=True, width=60),
            TableColumn("Height", lambda r: size(r, r.height), figure=True, width=60),
            TableColumn("Thick", lambda r: size(r, r.thickness), figure=True, width=46),
            TableColumn("Hand", lambda r: r.hand or "–", width=52),
            TableColumn("Hinges", lambda r: str(r.hinges) if r.hinges else "–", figure=True, width=56),
            TableColumn("kg", lambda r: f"{r.weight_kg:.1f}", figure=True, width=44),
            TableColumn("Finish", lambda r: r.finish, width=170),
            TableColumn("Edge", lambda r: r.edge, width=66),
            TableColumn("Pieces", lambda r: str(sum(p.quantity for p in r.parts)) if r.parts else "1", figure=True, width=54),
        )
        super().__init__(store, columns, lambda: store.derived.doorlist, lambda r: r.owners)


KIND = PaneKind("doorlist", "Doors", DoorlistPane)
