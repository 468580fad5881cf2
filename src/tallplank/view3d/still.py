"""A picture of a scene at rest, made in steps no longer than a frame: smooth, then shaded where things meet."""

import numpy as np
from numpy.typing import NDArray

from tallplank.view3d.contact import Lens, shade
from tallplank.view3d.scene import Scene

Pixels = NDArray[np.uint8]
COUNT = 8
SHIFTS = tuple(((i * 0.7548776662) % 1 - 0.5, (i * 0.5698402910) % 1 - 0.5) for i in range(1, COUNT + 1))
"""By how much of a pixel each of the pictures is shifted that a smooth one is the mean of.

Source: the sequence of the plastic number (Roberts 2018), which fills a square evenly.
"""


class Still:
    """Takes one picture with each step; while it lasts nothing may move."""

    def __init__(self, scene: Scene) -> None:
        self._scene = scene
        self._sum: NDArray[np.uint16] | None = None
        self._depths: tuple[NDArray[np.float32], Lens] | None = None
        self._taken = 0

    def step(self) -> bool:
        """Take the next one; whether it was the last."""
        if self._taken == COUNT:
            self._depths = self._scene.depths()
            return True
        picture = self._scene.render(SHIFTS[self._taken]).astype(np.uint16)
        self._sum = picture if self._sum is None else self._sum + picture
        self._taken += 1
        return False

    def smooth(self) -> Pixels:
        """The mean of what was taken, (height, width, 4), rows from the bottom up."""
        assert self._sum is not None
        return (self._sum // self._taken).astype(np.uint8)

    def shaded(self) -> Pixels:
        """The same with soft shade where things meet; may be called in another thread."""
        picture = self.smooth()
        if self._depths is not None:
            kept = shade(*self._depths)
            picture[:, :, :3] = (picture[:, :, :3] * kept[:, :, None]).astype(np.uint8)
        return picture
