"""What a paneled wall is made in: its room with what stands there, the catalogue, the job's standard, and what was made before."""

from typing import NamedTuple

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.job.base import Record
from tallplank.core.job.face import Faces
from tallplank.core.job.room import Room
from tallplank.core.job.standard import Standard
from tallplank.core.joinery.paneling.covered import Standing
from tallplank.core.measure.keep import Keep
from tallplank.core.measure.memo import Same


class WallSite(NamedTuple):
    """The same for all paneled walls of a room."""

    room: Room
    faces: Faces
    catalog: Catalog
    standard: Standard
    members: tuple[Standing, ...]
    """What stands in the room, as what is on its walls meets it."""
    keep: Keep

    def but_for(self, record: Record, name: str) -> Same[object]:
        """One and the same for records that have all their pieces but one in common."""
        pieces = tuple([piece for key, piece in record.by_field.items() if key != name])
        found: Same[object] = self.keep.table("but for").by_identity(pieces, lambda: Same(pieces))
        return found
