"""Daylight in a room: soft from all around, and more from where its windows are."""

from collections.abc import Iterable
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from tallplank.core.job.face import Face
from tallplank.core.space.frame import Vec

AROUND, FROM_WINDOWS, RISE = 0.94, 0.1, 0.75
"""How much light comes from everywhere; by how much a side has more that faces the windows, and less that
turns away; how steeply it falls."""
BELOW = 0.72
"""What looks down is lit by the floor alone."""
USUAL = Vec(-0.5, -0.66, 0.56)
"""Where light comes from in a room without a window: over the left shoulder of who looks at its first wall
(common practice)."""


@dataclass(frozen=True, slots=True)
class Daylight:
    """The way towards the light, of length 1.

    It is worked into the colours of sides once, so that turning the eye costs no more than showing them.
    """

    way: Vec = USUAL

    def on(self, normals: NDArray[np.float32], below: float = BELOW) -> NDArray[np.float64]:
        """The brightness of sides that face these ways (n, 3); `below` of it has what looks down."""
        of_sky: NDArray[np.float64] = AROUND + FROM_WINDOWS * (
            normals.astype(np.float64) @ np.array(self.way)
        )
        return of_sky * (1.0 - (1.0 - below) * np.clip(-normals[:, 2], 0.0, 1.0))


def daylight_of(faces: Iterable[Face]) -> Daylight:
    """The daylight of a room with these walls: from the middle of all its windows, the larger the more."""
    towards = np.zeros(3)
    for face in faces:
        size = sum(o.width * o.height for o in face.openings if o.kind == "window")
        towards += size * np.array(face.frame.y)
    length = float(np.linalg.norm(towards))
    if length < 1.0:
        return Daylight()
    way = towards / length + np.array((0.0, 0.0, RISE))
    return Daylight(Vec(*map(float, way / np.linalg.norm(way))))
