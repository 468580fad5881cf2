"""Units that were built in this run: tests by the thousand only read them, and need not build each anew.

Tests that are marked `anew` do, above all those that hold what is kept against what is made from nothing.
"""

from collections import OrderedDict

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.job.standard import Standard
from tallplank.core.job.unit import Unit
from tallplank.core.joinery import workshop
from tallplank.core.joinery.made import MadeUnit

MOST = 500


class Builds:
    """Stands for `build_unit`; where somebody has put other builders in, it keeps out of the way."""

    def __init__(self) -> None:
        self.anew = False
        self._plain, self._builders = workshop.build_unit, workshop.BUILDERS
        self._kept: OrderedDict[tuple[int, str, str], tuple[Catalog, MadeUnit]] = OrderedDict()

    def __call__(self, catalog: Catalog, standard: Standard, unit: Unit) -> MadeUnit:
        """The unit as it was built for the very same decisions, or built now."""
        if self.anew or workshop.BUILDERS is not self._builders:
            return self._plain(catalog, standard, unit)
        key = (id(catalog), standard.model_dump_json(), unit.model_dump_json())
        known = self._kept.get(key)
        if known is None:
            known = self._kept[key] = (catalog, self._plain(catalog, standard, unit))
            if len(self._kept) > MOST:
                self._kept.popitem(last=False)
        else:
            self._kept.move_to_end(key)
        return known[1]

    def install(self) -> None:
        """Let everybody ask here."""
        workshop.build_unit = self
