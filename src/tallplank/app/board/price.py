"""The price: every unit and run with its cost, where the money goes, and the sums that lead to the total."""

from collections.abc import Iterator

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import (
    QComboBox,
    QFrame,
    QGridLayout,
    QHBoxLayout,
    QLabel,
    QPushButton,
    QSizePolicy,
    QStackedWidget,
    QVBoxLayout,
    QWidget,
)

from tallplank.app.board.bars import Bar, Bars
from tallplank.app.board.kind import PaneKind
from tallplank.app.board.table import TableColumn, UnitTable
from tallplank.app.look.label import Label
from tallplank.app.look.money import money
from tallplank.app.look.theme import Tokens, colour
from tallplank.core.derive.trial import Trial
from tallplank.core.money.entry import MATERIALS, Cost
from tallplank.core.money.price import PriceLine
from tallplank.session.quote import PICKED_LINE
from tallplank.session.store import Store

SUMS = 8
DISCOUNTED = ("Price of all lines", "Discount")
"""Sums that say nothing where there is no discount."""
GIVES_WAY = ("Other", "Hours")
"""Columns that make room for the change while something is tried."""
WIDE = {"Item": 146, "Material": 76, "Fittings": 70, "Work": 76, "Other": 66, "Hours": 48, "Cost": 78, "Price": 92, "Change": 78}


def material_of(cost: Cost) -> int:
    """What a thing costs in material, but for fittings."""
    return sum(cents for kind, cents in cost.by_kind.items() if kind in MATERIALS and kind != "fittings")


def other_of(cost: Cost) -> int:
    """What it costs beside material, fittings and work."""
    return cost.total - material_of(cost) - cost.fittings - cost.labour - cost.machine


class PricePane(QWidget):
    """The lines above; below them where the money goes, and the sums."""

    def __init__(self, store: Store, tokens: Tokens) -> None:
        super().__init__()
        self.store = store
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(0)
        self.trial_bar = _TrialBar(store)
        self.table: UnitTable[PriceLine] = UnitTable(store, self._columns(), lambda: store.derived.price.lines, lambda r: r.owners)
        self.table.bar = colour(tokens.wood_dark)
        if (selection := self.table.selectionModel()) is not None:
            selection.selectionChanged.connect(self._picked)
        column.addWidget(self.table, 1)
        self._sums = _Sums(tokens)
        column.addWidget(self._sums)
        self._subscriptions = [
            store.subscribe(lambda s: s.job, lambda _: self._sums.show_price(store)),
            store.subscribe(lambda s: (s.job, s.trial), lambda _: self._show_trial()),
        ]

    def close_pane(self) -> None:
        """End the subscriptions."""
        for subscription in self._subscriptions:
            subscription.close()
        self.table.close_pane()

    def restyle(self, tokens: Tokens) -> None:
        """Take other colours."""
        self.table.bar = colour(tokens.wood_dark)
        self._sums.restyle(tokens)

    def fit(self) -> None:
        """Scroll back to the first row."""
        self.table.fit()

    def _columns(self) -> tuple[TableColumn[PriceLine], ...]:
        def cents(name: str, pick: "object") -> TableColumn[PriceLine]:
            return TableColumn(name, lambda r: money(pick(r), self._currency()), figure=True, width=WIDE[name])  # type: ignore[operator]

        return (
            TableColumn("Item", lambda r: r.label, width=WIDE["Item"]),
            cents("Material", lambda r: material_of(r.cost)),
            cents("Fittings", lambda r: r.cost.fittings),
            cents("Work", lambda r: r.cost.labour + r.cost.machine),
            cents("Other", lambda r: other_of(r.cost)),
            TableColumn("Hours", lambda r: f"{sum(h for _, h in r.hours):.1f}", figure=True, width=WIDE["Hours"]),
            cents("Cost", lambda r: r.cost.total),
            TableColumn("Price", lambda r: money(r.price, self._currency()), figure=True, width=WIDE["Price"], share=self._share),
            TableColumn("Change", self._change, figure=True, width=WIDE["Change"]),
        )

    def _currency(self) -> str:
        return self.store.job.rates.currency

    def _share(self, line: PriceLine) -> float:
        most = max((r.price for r in self.store.derived.price.lines), default=0)
        return line.price / most if most else 0.0

    def _change(self, line: PriceLine) -> str:
        trial = self.store.state.trial
        change = line.price - trial.line(line.owner) if trial is not None else 0
        return money(change, self._currency(), signed=True) if change else ""

    def _picked(self) -> None:
        rows = self.table.picked_rows()
        if not self.table.is_linking and rows:
            self.store.hold(PICKED_LINE, rows[0].owner)

    def _show_trial(self) -> None:
        trying = self.store.state.trial is not None
        for index, name in enumerate(WIDE):
            if name in ("Change", *GIVES_WAY):
                self.table.setColumnHidden(index, trying == (name in GIVES_WAY))
        self.trial_bar.show_now()


class _TrialBar(QWidget):
    """Says what is being tried and what it changes, and keeps or drops it."""

    def __init__(self, store: Store) -> None:
        super().__init__()
        self._store = store
        row = QHBoxLayout(self)
        row.setContentsMargins(0, 0, 8, 0)
        self._text = Label()
        row.addWidget(self._text)
        self.start, self.keep, self.drop = QPushButton("Try changes"), QPushButton("Keep"), QPushButton("Drop")
        self.start.setToolTip("Change rates, finishes or anything else, see what it does to the price, then keep it or not")
        self.keep.setProperty("kind", "main")
        for button, act in ((self.start, store.begin_trial), (self.keep, store.keep_trial), (self.drop, store.drop_trial)):
            button.clicked.connect(act)
            row.addWidget(button)

    def show_now(self) -> None:
        """Bring the text and the buttons up to date."""
        trial = self._store.state.trial
        self.start.setVisible(trial is None)
        self.keep.setVisible(trial is not None)
        self.drop.setVisible(trial is not None)
        self._text.setText(self._told(trial) if trial is not None else "")

    def _told(self, trial: Trial) -> str:
        price = self._store.derived.price
        change = price.total - trial.price.total
        if self._store.job is trial.job:
            return "Trying: change rates, finishes or anything else."
        before, after = (money(cents, price.currency) for cents in (trial.price.total, price.total))
        return f"Trying: {before} becomes {after}, {money(change, price.currency, signed=True)}"


class _Sums(QFrame):
    def __init__(self, tokens: Tokens) -> None:
        super().__init__()
        self.setObjectName("paneHead")
        self.setSizePolicy(QSizePolicy.Policy.Preferred, QSizePolicy.Policy.Maximum)
        self.kinds, self.hours = Bars(tokens, "Cost by kind"), Bars(tokens, "Hours by department")
        self._bars = QStackedWidget()
        self._bars.addWidget(self.kinds)
        self._bars.addWidget(self.hours)
        whole = QHBoxLayout(self)
        whole.setContentsMargins(16, 10, 22, 12)
        whole.setSpacing(28)
        left = QVBoxLayout()
        left.setSpacing(6)
        left.addWidget(self._switch())
        left.addWidget(self._bars, 1)
        whole.addLayout(left, 1)
        grid = QGridLayout()
        grid.setHorizontalSpacing(24)
        grid.setVerticalSpacing(3)
        whole.addLayout(grid)
        whole.setAlignment(grid, Qt.AlignmentFlag.AlignTop)
        self._labels: list[tuple[QLabel, QLabel]] = []
        for row in range(SUMS):
            name, value = Label(), Label()
            value.setAlignment(Qt.AlignmentFlag.AlignRight)
            grid.addWidget(name, row, 0)
            grid.addWidget(value, row, 1)
            self._labels.append((name, value))
        grid.setRowStretch(SUMS, 1)
        for label in self._labels[-1]:
            label.setProperty("kind", "figure")

    def restyle(self, tokens: Tokens) -> None:
        for bars in (self.kinds, self.hours):
            bars.restyle(tokens)

    def show_price(self, store: Store) -> None:
        price, currency = store.derived.price, store.derived.price.currency
        for (name_label, value_label), (name, cents) in zip(self._labels, self._lines(store), strict=True):
            name_label.setText(name)
            value_label.setText(money(cents, currency))
            for label in (name_label, value_label):
                label.setVisible(bool(price.discount) or name not in DISCOUNTED)
        kinds = [Bar(kind.capitalize(), money(cents, currency), cents) for kind, cents in price.cost.by_kind.items() if cents]
        self.kinds.show_bars(kinds, Bar("Cost", money(price.cost.total, currency), price.cost.total))
        hours = [Bar(department.capitalize(), f"{value:.1f} h", value) for department, value in price.hours.items()]
        whole = sum(price.hours.values())
        self.hours.show_bars(hours, Bar("Hours", f"{whole:.1f} h", whole))

    def _lines(self, store: Store) -> Iterator[tuple[str, int]]:
        price, rates = store.derived.price, store.job.rates
        yield "Cost", price.cost.total
        yield f"Overhead {rates.overhead:.1%} of cost", price.overhead
        yield (f"Margin {rates.margin:.1%} of price" if rates.adds == "margin" else f"Markup {rates.margin:.1%} of cost"), price.margin
        yield "Price of all lines", price.full
        yield "Discount", -price.discount
        yield "Price without tax", price.net
        yield f"Tax {rates.tax:.1%}", price.tax
        yield "Price", price.total

    def _switch(self) -> QComboBox:
        box = QComboBox()
        box.addItems(["Where the money goes", "Where the hours go"])
        box.setAccessibleName("What the bars show")
        box.setSizePolicy(QSizePolicy.Policy.Maximum, QSizePolicy.Policy.Fixed)
        box.activated.connect(self._bars.setCurrentIndex)
        return box


def _tools(pane: QWidget) -> list[QWidget]:
    return [pane.trial_bar] if isinstance(pane, PricePane) else []


KIND = PaneKind("price", "Price", PricePane, _tools)
