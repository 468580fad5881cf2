"""All exporters, in the order in which they are listed."""

from tallplank.core.derive.derived import Shop
from tallplank.core.exchange.exporter import Exporter, of_one
from tallplank.core.exchange.paper import (
    COSTS_CSV,
    CUTLIST_CSV,
    CUTLIST_XLSX,
    DOORS_CSV,
    HARDWARE_CSV,
    MOLDINGS_CSV,
    PRICE_CSV,
    WORKTOPS_CSV,
)
from tallplank.core.exchange.parts import PARTS_JSON


def _elevations(shop: Shop) -> bytes:
    from tallplank.core.exchange.sheet import elevations  # what writes PDF takes long to import, and few starts need it

    return elevations(shop)


ELEVATIONS_PDF = of_one("elevations.pdf", "Elevations", _elevations)

EXPORTERS: tuple[Exporter, ...] = (
    CUTLIST_CSV,
    CUTLIST_XLSX,
    DOORS_CSV,
    MOLDINGS_CSV,
    WORKTOPS_CSV,
    HARDWARE_CSV,
    PRICE_CSV,
    COSTS_CSV,
    ELEVATIONS_PDF,
    PARTS_JSON,
)
