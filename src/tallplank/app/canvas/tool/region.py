"""Picking regions of paneled walls on the elevation, at the Walls stage."""

from PyQt6.QtCore import QPointF

from tallplank.app.canvas.tool.select import PickTool
from tallplank.core.job.measure import OfRegion


class RegionTool(PickTool):
    """A press picks the region under it; only at the Walls stage."""

    @property
    def _on(self) -> bool:
        return self.store.state.stage == "walls"

    def press(self, at: QPointF, *, adding: bool) -> bool:
        if not self._on:
            return False
        owner = self.canvas.unit_at(at)
        self.store.pick(owner if isinstance(owner, OfRegion) else None)
        return True

    def hint(self, at: QPointF):  # type: ignore[no-untyped-def]
        return super().hint(at) if self._on else None

    def double(self, at: QPointF) -> bool:
        return self._on and super().double(at)

    def back_out(self) -> bool:
        return self._on and super().back_out()
