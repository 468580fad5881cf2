"""What a paneled wall is made in: its room with what stands there, the catalogue, the job's standard, and what was made before."""

from typing import NamedTuple

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.job.face import Faces
from tallplank.core.job.room import Room
from tallplank.core.job.standard import Standard
from tallplank.core.joinery.paneling.covered import Standing
from tallplank.core.measure.keep import Keep


class WallSite(NamedTuple):
    """The same for all paneled walls of a room."""

    room: Room
    faces: Faces
    catalog: Catalog
    standard: Standard
    members: tuple[Standing, ...]
    """What stands in the room, as what is on its walls meets it."""
    keep: Keep
