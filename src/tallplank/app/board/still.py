"""Pictures of 3D views at rest: made in steps between which all else goes on, given up when anything moves."""

from collections.abc import Callable

import numpy as np
from numpy.typing import NDArray
from PyQt6.QtCore import QObject, QRunnable, QThreadPool, QTimer, pyqtSignal

from tallplank.view3d.scene import Scene
from tallplank.view3d.still import Still

Pixels = NDArray[np.uint8]


class Stills(QObject):
    """Makes the picture of a view smooth, a step with each turn of the event loop; shades it in another thread."""

    _shaded = pyqtSignal(object, object)

    def __init__(self, owner: QObject, show: Callable[[Pixels], None]) -> None:
        super().__init__(owner)
        self._show = show
        self._now: Still | None = None
        self._steps = QTimer(self)
        self._steps.setInterval(0)
        self._steps.timeout.connect(self._step)
        self._shaded.connect(self._end)

    @property
    def is_busy(self) -> bool:
        """Whether there is a picture to come."""
        return self._now is not None

    def begin(self, scene: Scene) -> None:
        """Make a picture of a scene as it is now."""
        self._now = Still(scene)
        self._steps.start()

    def give_up(self) -> None:
        """Something moved: make none."""
        self._now = None
        self._steps.stop()

    def _step(self) -> None:
        still = self._now
        if still is None or not still.step():
            return
        self._steps.stop()
        self._show(still.smooth())
        pool = QThreadPool.globalInstance()
        if pool is not None:
            pool.start(QRunnable.create(lambda: self._shade(still)))

    def _shade(self, still: Still) -> None:
        """In another thread."""
        pixels = still.shaded() if still is self._now else None
        try:
            self._shaded.emit(still, pixels)
        except RuntimeError:  # the view is gone meanwhile
            return

    def _end(self, still: Still, pixels: Pixels | None) -> None:
        if still is self._now and pixels is not None:
            self._now = None
            self._show(pixels)
