"""The hardware schedule with where each item is used."""

from tallplank.app.board.kind import PaneKind
from tallplank.app.board.table import TableColumn, UnitTable
from tallplank.app.look.money import money
from tallplank.app.look.theme import Tokens
from tallplank.core.shop.schedule import ScheduleRow
from tallplank.session.store import Store


class SchedulePane(UnitTable[ScheduleRow]):
    """What is bought, how many, and for which units."""

    def __init__(self, store: Store, tokens: Tokens) -> None:
        columns: tuple[TableColumn[ScheduleRow], ...] = (
            TableColumn("Item", lambda r: r.name, width=226),
            TableColumn("Qty", lambda r: str(r.quantity), figure=True, width=44),
            TableColumn("Code", lambda r: r.code, width=90),
            TableColumn("Finish", lambda r: r.item.finish or "–", width=104),
            TableColumn("Supplier", lambda r: r.item.supplier, width=128),
            TableColumn("Each", lambda r: money(round(r.item.price * 100), store.job.rates.currency), figure=True, width=66),
            TableColumn("Total", lambda r: money(round(r.item.price * r.quantity * 100), store.job.rates.currency), figure=True, width=78),
            TableColumn("Where used", lambda r: r.where, width=320),
        )
        super().__init__(store, columns, lambda: store.derived.schedule, lambda r: r.owners)


KIND = PaneKind("schedule", "Hardware", SchedulePane)
