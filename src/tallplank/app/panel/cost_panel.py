"""The Spec in the Quote: what one line of the price consists of, term by term."""

from collections.abc import Sequence
from html import escape

from PyQt6.QtCore import Qt
from PyQt6.QtWidgets import QHBoxLayout, QPushButton, QVBoxLayout, QWidget

from tallplank.app.look.label import Label
from tallplank.app.look.money import money
from tallplank.app.look.sign import action_icon
from tallplank.app.look.theme import Tokens
from tallplank.app.panel.panel import SpecPanel
from tallplank.core.job.job import Rates
from tallplank.core.money.entry import COST_KINDS, CostKind, Entry
from tallplank.core.money.price import PriceLine
from tallplank.session.pick import open_on_bench
from tallplank.session.quote import priced_line
from tallplank.session.store import Store


class CostPanel(SpecPanel):
    """The entries of a line by kind, then what is added to them; parts are links to themselves on the bench."""

    def __init__(self, store: Store, tokens: Tokens, opened: set[str]) -> None:
        super().__init__(store)
        self.title(lambda: self._line().label, lambda: "What its price consists of. Without a row picked, the rates are here.")
        self.words("", lambda: sold_in_words(self._line(), store.job.rates))
        self._kinds = [CostRow(store, kind, tokens, opened) for kind in COST_KINDS]
        for row in self._kinds:
            self.widget(row)
        self.done()

    @staticmethod
    def key(store: Store) -> tuple[object, ...]:
        """One panel for every line."""
        return ("cost", bool(priced_line(store)))

    def show_now(self) -> None:
        """Bring all up to date."""
        super().show_now()
        line = self._line()
        entries = self.store.derived.entries(line.owner)
        for row in self._kinds:
            row.show_entries(entries, line.cost.by_kind[row.kind])

    def _line(self) -> PriceLine:
        line = priced_line(self.store)
        assert line is not None
        return line


class CostRow(QWidget):
    """One kind of cost with its amount, and below it, when opened, what it consists of."""

    def __init__(self, store: Store, kind: CostKind, tokens: Tokens, opened: set[str]) -> None:
        super().__init__()
        self.kind = kind
        self._store, self._tokens, self._opened = store, tokens, opened
        self._signs = [action_icon(sign, tokens) for sign in ("unfold", "fold")]
        self._entries: Sequence[Entry] = ()
        column = QVBoxLayout(self)
        column.setContentsMargins(0, 0, 0, 0)
        column.setSpacing(2)
        head = QHBoxLayout()
        self.button, self.amount, self.terms = QPushButton(kind.capitalize()), Label(), Label()
        self.button.setProperty("kind", "fold")
        self.button.clicked.connect(self._turn)
        self.amount.setAlignment(Qt.AlignmentFlag.AlignRight | Qt.AlignmentFlag.AlignVCenter)
        head.addWidget(self.button, 1)
        head.addWidget(self.amount)
        column.addLayout(head)
        self.terms.setTextFormat(Qt.TextFormat.RichText)
        self.terms.setTextInteractionFlags(Qt.TextInteractionFlag.TextBrowserInteraction)
        self.terms.setWordWrap(True)
        self.terms.linkActivated.connect(self._follow)
        column.addWidget(self.terms)

    def show_entries(self, entries: Sequence[Entry], cents: int) -> None:
        """Show those of this kind."""
        self._entries = [entry for entry in entries if entry.kind == self.kind and entry.quantity]
        self.amount.setText(money(cents, self._store.job.rates.currency))
        self.setVisible(bool(self._entries))
        self._show()

    def _show(self) -> None:
        is_open = self.kind in self._opened
        self.button.setIcon(self._signs[is_open])
        self.terms.setVisible(is_open)
        self.terms.setText(self._told() if is_open else "")

    def _turn(self) -> None:
        self._opened ^= {self.kind}
        self._show()

    def _told(self) -> str:
        rows = []
        for number, entry in enumerate(self._entries):
            name = escape(entry.text)
            if entry.part is not None and entry.part.owner in self._store.derived.made.by_id:
                name = f'<a href="{number}" style="color:{self._tokens.accent}; text-decoration:none">{name}</a>'
            rows.append(f'<tr><td>{name}</td><td align="right">{entry.amount:,.2f}</td></tr>')
            rows.append(f'<tr><td colspan="2" style="color:{self._tokens.soft}">{sum_in_words(entry)}</td></tr>')
        return f'<table width="100%" cellpadding="1">{"".join(rows)}</table>'

    def _follow(self, number: str) -> None:
        part = self._entries[int(number)].part
        if part is not None:
            open_on_bench(self._store, part.owner)
            self._store.pick(part)


def sum_in_words(entry: Entry) -> str:
    """For example `0.412 m² × 1.15 × 9.10`."""
    quantity = f"{entry.quantity:,.3f}".rstrip("0").rstrip(".")
    terms = [f"{quantity} {entry.unit}".strip()]
    terms += [f"{entry.factor:.3g}"] if entry.factor != 1.0 else []
    terms += [f"{entry.rate:,.2f}"] if entry.rate != 1.0 else []
    return " × ".join(terms)


def sold_in_words(line: PriceLine, rates: Rates) -> str:
    """How the price of a line comes from its cost."""
    cost = line.cost
    made = f"{cost.own / 100:,.2f} × {1 + rates.overhead:g}"
    made += f" ÷ {1 - rates.margin:g}" if rates.adds == "margin" else f" × {1 + rates.margin:g}"
    bought = f" + {cost.bought / 100:,.2f} × {1 + rates.bought_markup:g}" if cost.bought else ""
    return f"{money(line.price, rates.currency)} = {made}{bought}"
