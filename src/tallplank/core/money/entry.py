"""What an amount consists of: so much of something, at a rate. Costs are sums of entries, so that every amount explains itself."""

from collections import defaultdict
from collections.abc import Iterable, Mapping
from typing import Literal, NamedTuple, get_args

from tallplank.core.joinery.part.part import PartRef

CostKind = Literal["boards", "solid", "bands", "coats", "fittings", "bought", "labour", "machine", "sundries", "delivery"]
COST_KINDS: tuple[CostKind, ...] = get_args(CostKind)
MATERIALS: tuple[CostKind, ...] = ("boards", "solid", "bands", "coats", "fittings")
"""The kinds that sundries are a share of."""


class Entry(NamedTuple):
    """One term of an amount: the quantity in its unit, times a factor such as that for waste, times the rate of one in money."""

    kind: CostKind
    text: str
    quantity: float
    unit: str
    rate: float
    factor: float = 1.0
    part: PartRef | None = None
    """The part that it is for."""

    @property
    def amount(self) -> float:
        """In money, not rounded."""
        return self.quantity * self.factor * self.rate


class Cost(NamedTuple):
    """What one thing costs the shop, in cents, by kind."""

    boards: int = 0
    solid: int = 0
    bands: int = 0
    coats: int = 0
    fittings: int = 0
    bought: int = 0
    labour: int = 0
    machine: int = 0
    sundries: int = 0
    delivery: int = 0

    @property
    def total(self) -> int:
        """All of it."""
        return sum(self)

    @property
    def by_kind(self) -> dict[CostKind, int]:
        """The same as a mapping."""
        return dict(zip(COST_KINDS, self, strict=True))

    @property
    def own(self) -> int:
        """All but what is bought in and only handed on."""
        return self.total - self.bought


assert Cost._fields == COST_KINDS


Amounts = Mapping[CostKind, list[float]]
"""What entries come to, by kind, in the order of the entries."""


def amounts_of(entries: Iterable[Entry]) -> Amounts:
    """What entries come to."""
    found: defaultdict[CostKind, list[float]] = defaultdict(list)
    for entry in entries:
        found[entry.kind].append(entry.quantity * entry.factor * entry.rate)
    return found


def in_cents(entries: Iterable[Entry]) -> list[int]:
    """What each entry comes to in whole cents, so that those of a kind add up to its cost: what was rounded is carried to the next."""
    exact: defaultdict[CostKind, float] = defaultdict(float)
    told: defaultdict[CostKind, int] = defaultdict(int)
    found = []
    for entry in entries:
        exact[entry.kind] += entry.quantity * entry.factor * entry.rate
        cents = round(exact[entry.kind] * 100) - told[entry.kind]
        told[entry.kind] += cents
        found.append(cents)
    return found


def joined(groups: Iterable[Amounts]) -> Amounts:
    """What several groups of entries come to, one after the other."""
    rows: defaultdict[CostKind, list[float]] = defaultdict(list)
    for group in groups:
        for kind, amounts in group.items():
            rows[kind] += amounts
    return rows


def totals(groups: Iterable[Amounts]) -> dict[CostKind, float]:
    """The money of each kind, not rounded: to the last bit the same, however the entries were grouped."""
    rows = joined(groups)
    return {kind: sum(rows.get(kind, ())) for kind in COST_KINDS}


def cost_of(groups: Iterable[Amounts]) -> Cost:
    """The cost in whole cents of each kind."""
    return Cost(**{kind: round(amount * 100) for kind, amount in totals(groups).items()})


def added(costs: Iterable[Cost]) -> Cost:
    """Several costs together."""
    return Cost(*map(sum, zip(*costs, strict=True)))
