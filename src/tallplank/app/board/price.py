"""The price: every unit and run with its cost, and the sums that lead to the total."""

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QFrame, QGridLayout, QLabel, QVBoxLayout, QWidget

from tallplank.app.board.hours import HoursBars
from tallplank.app.board.kind import PaneKind
from tallplank.app.money import money
from tallplank.app.table import Column, UnitTable
from tallplank.app.theme import Tokens
from tallplank.core.money.price import PriceLine
from tallplank.session.store import Store


class PricePane(QWidget):
    """The lines above, the sums below."""

    def __init__(self, store: Store, tokens: Tokens) -> None:
        super().__init__()
        self.store = store
        currency = store.job.rates.currency

        def cents(pick: str) -> Column[PriceLine]:
            return Column(pick.capitalize(), lambda r: money(getattr(r.cost, pick), currency), figure=True, width=66)

        columns: tuple[Column[PriceLine], ...] = (
            Column("Item", lambda r: r.label, width=122),
            *(cents(name) for name in ("boards", "bands", "coats", "fittings", "labour")),
            Column("Hours", lambda r: f"{sum(h for _, h in r.hours):.1f}", figure=True, width=46),
            Column("Cost", lambda r: money(r.cost.total, currency), figure=True, width=74),
            Column("Price", lambda r: money(r.price, currency), figure=True, width=84),
        )
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(0)
        self.table: UnitTable[PriceLine] = UnitTable(store, columns, lambda: store.derived.price.lines, lambda r: r.owners)
        column.addWidget(self.table, 1)
        self._sums = _Sums(tokens)
        column.addWidget(self._sums)
        self._subscription = store.subscribe(lambda s: s.job, lambda _: self._sums.show_price(store))

    def close_pane(self) -> None:
        """End the subscriptions."""
        self._subscription.close()
        self.table.close_pane()

    def restyle(self, tokens: Tokens) -> None:
        """Take other colours."""
        self._sums.bars.restyle(tokens)

    def fit(self) -> None:
        """Scroll back to the first row."""
        self.table.fit()


class _Sums(QFrame):
    def __init__(self, tokens: Tokens) -> None:
        super().__init__()
        self.setObjectName("paneHead")
        self.bars = HoursBars(tokens)
        self._grid = QGridLayout(self)
        self._grid.setContentsMargins(16, 10, 22, 12)
        self._grid.setHorizontalSpacing(28)
        self._grid.setColumnStretch(0, 1)
        self._grid.addWidget(self.bars, 0, 0, 6, 1)
        self._labels: list[tuple[QLabel, QLabel]] = []
        for row in range(6):
            name, value = QLabel(), QLabel()
            value.setAlignment(Qt.AlignmentFlag.AlignRight)
            self._grid.addWidget(name, row, 1)
            self._grid.addWidget(value, row, 2)
            self._labels.append((name, value))
        for label in self._labels[-1]:
            label.setProperty("kind", "figure")

    def show_price(self, store: Store) -> None:
        price, rates = store.derived.price, store.job.rates
        lines = (
            ("Cost of making", price.cost.total),
            (f"Overhead {rates.overhead:.1%} of cost", price.overhead),
            (f"Margin {rates.margin:.1%} of price", price.margin),
            ("Price without tax", price.net),
            (f"Tax {rates.tax:.1%}", price.tax),
            ("Price", price.total),
        )
        for (name_label, value_label), (name, cents) in zip(self._labels, lines, strict=True):
            name_label.setText(name)
            value_label.setText(money(cents, price.currency))
        self.bars.show_hours(price.hours)


KIND = PaneKind("price", "Price", PricePane)
