"""All exporters, in the order in which they are listed."""

from tallplank.core.exchange.exporter import Exporter
from tallplank.core.exchange.paper import CUTLIST_CSV, CUTLIST_XLSX, DOORS_CSV, HARDWARE_CSV, PRICE_CSV
from tallplank.core.exchange.sheet import ELEVATIONS_PDF

EXPORTERS: tuple[Exporter, ...] = (CUTLIST_CSV, CUTLIST_XLSX, DOORS_CSV, HARDWARE_CSV, PRICE_CSV, ELEVATIONS_PDF)
