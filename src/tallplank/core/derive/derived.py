"""What follows from the open job, kept piece by piece from one edit to the next."""

from dataclasses import dataclass
from functools import cached_property

from tallplank.core.catalog.carried import effective
from tallplank.core.catalog.catalog import Catalog
from tallplank.core.check.finding import Checker
from tallplank.core.check.overlap import ids_of
from tallplank.core.check.record import Finding
from tallplank.core.job.job import Job, Pinned
from tallplank.core.joinery.made import Made
from tallplank.core.joinery.workshop import Workshop
from tallplank.core.money.entry import Entry
from tallplank.core.money.price import Price, PriceMaker
from tallplank.core.shop.cutlist import CutlistMaker, CutRow
from tallplank.core.shop.doorlist import DoorlistMaker, DoorRow
from tallplank.core.shop.schedule import ScheduleMaker, ScheduleRow


@dataclass(frozen=True, slots=True)
class Shop:
    """All that the shop's papers are written about."""

    made: Made
    cutlist: tuple[CutRow, ...]
    doorlist: tuple[DoorRow, ...]
    schedule: tuple[ScheduleRow, ...]
    price: Price


@dataclass
class Derived:
    """The made job with its cut list, schedule, price and findings, each computed when first asked for."""

    made: Made
    _cutlists: CutlistMaker
    _doorlists: DoorlistMaker
    _schedules: ScheduleMaker
    _prices: PriceMaker
    _checker: Checker

    @cached_property
    def cutlist(self) -> tuple[CutRow, ...]:
        """The cut list per unit."""
        return self._cutlists.rows(self.made)

    @cached_property
    def doorlist(self) -> tuple[DoorRow, ...]:
        """The door list."""
        return self._doorlists.rows(self.made)

    @cached_property
    def schedule(self) -> tuple[ScheduleRow, ...]:
        """The hardware schedule."""
        return self._schedules.rows(self.made)

    @cached_property
    def price(self) -> Price:
        """The price."""
        return self._prices.price(self.made)

    def entries(self, owner: str) -> tuple[Entry, ...]:
        """What the cost of one line of the price consists of."""
        return self._prices.entries(self.made, owner)

    @cached_property
    def findings(self) -> tuple[Finding, ...]:
        """All findings."""
        return self._checker.findings(self.made)

    @property
    def faults(self) -> tuple[Exception, ...]:
        """What went wrong in checks, once findings were asked for."""
        return self._checker.faults

    @cached_property
    def wrong(self) -> frozenset[str]:
        """The ids of units that overlap another."""
        return ids_of(self._checker.overlaps(self.made))

    @property
    def shop(self) -> Shop:
        """All that exporters write about."""
        return Shop(self.made, self.cutlist, self.doorlist, self.schedule, self.price)


KEPT = 2


class Deriver:
    """Derives jobs one after the other, redoing only what changed."""

    def __init__(self, catalog: Catalog) -> None:
        self.base = catalog
        self.workshop = Workshop(catalog)
        self._catalog: tuple[Pinned, Catalog] = ({}, catalog)
        self._cutlists, self._doorlists = CutlistMaker(), DoorlistMaker()
        self._schedules, self._prices, self._checker = ScheduleMaker(), PriceMaker(), Checker()
        self._last: tuple[tuple[Job, Derived], ...] = ()
        """The last job and the one before it, which it is compared with."""

    def catalog(self, job: Job) -> Catalog:
        """The catalogue that holds for a job, with the entries that it keeps as they were."""
        if self._catalog[0] is not job.pinned:
            self._catalog = (job.pinned, effective(self.base, job))
        return self._catalog[1]

    def derive(self, job: Job) -> Derived:
        """All that follows from a job."""
        known = next((derived for one, derived in self._last if one is job), None)
        if known is not None:
            return known
        if self.workshop.catalog is not (catalog := self.catalog(job)):
            self.workshop = Workshop(catalog)
        derived = Derived(self.workshop.make(job), self._cutlists, self._doorlists, self._schedules, self._prices, self._checker)
        self._last = ((job, derived), *self._last)[:KEPT]
        return derived
