"""What the shop does, in minutes."""

from typing import Literal

from tallplank.core.job.base import Id, Name, NotNegative, Record


class Operation(Record):
    """One operation of the shop: minutes for each of what it is counted by."""

    id: Id
    name: Name
    counted_by: Literal["part", "band_metre", "unit", "front", "frame_front", "drawer", "coat_m2", "top_metre", "tail"]
    minutes: NotNegative
