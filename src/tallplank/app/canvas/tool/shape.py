"""Dragging the corners and the walls of the room on the plan, at the Survey stage."""

from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtGui import QPainter, QPen

from tallplank.app.canvas.tool.tool import Canvas, Hint, Tool
from tallplank.app.look.theme import colour
from tallplank.core.edit.survey.shape import move_corner, move_wall
from tallplank.core.error import PlankError
from tallplank.core.job.face import faces_of
from tallplank.core.space.outline import Point
from tallplank.session.drag import Drag

NEAR_PX = 9.0
LINE_UP = 40.0
"""A dragged corner falls in line with another that it is this near to."""


class ShapeTool(Tool):
    """A press on a corner or on a wall, where nothing else lies, drags it; what stands at the walls goes with them."""

    def __init__(self, canvas: Canvas) -> None:
        super().__init__(canvas)
        self._drag: Drag | None = None
        self._from: Point = (0.0, 0.0)
        self._corner: int | None = None
        self._wall = ""
        self._hovered: QPointF | None = None

    def press(self, at: QPointF, *, adding: bool) -> bool:
        self._corner, self._wall = self._found(at)
        if self._corner is None and not self._wall:
            return False
        self._from = self.canvas.view.inside(at)
        self._drag = None
        return True

    def move(self, at: QPointF, *, first: bool) -> None:
        room = self.store.room()
        if room is None:
            return
        if first or self._drag is None:
            self._drag = Drag(self.store)
        x, y = self.canvas.view.inside(at)
        by, room_id = (x - self._from[0], y - self._from[1]), room.id
        try:
            if self._corner is not None:
                index = self._corner
                start = self._drag.origin.room(room_id).corners
                to = _in_line(start, index, (start[index][0] + by[0], start[index][1] + by[1]))
                self._drag.move(lambda j: move_corner(j, room_id, index, to), "move corner")
            else:
                into = faces_of(self._drag.origin.room(room_id))[self._wall].frame.y
                out = float(round(by[0] * into.x + by[1] * into.y))
                self._drag.move(lambda j: move_wall(j, room_id, self._wall, out), "move wall")
        except PlankError as problem:
            self.store.say(str(problem))

    def release(self, at: QPointF, *, moved: bool) -> None:
        if not moved and self._wall and (room := self.store.room()) is not None:
            self.store.look_at(room.id, self._wall)
        self._drag = None

    def cancel(self) -> None:
        if self._drag is not None:
            self._drag.cancel()
        self._drag = None

    def hover(self, at: QPointF) -> None:
        before, self._hovered = self._hovered, at if self._found(at)[0] is not None else None
        if before is not None or self._hovered is not None:
            self.canvas.widget().update()

    def hint(self, at: QPointF) -> Hint | None:
        corner, wall = self._found(at)
        if corner is not None:
            return Hint(Qt.CursorShape.SizeAllCursor, "Drag the corner")
        return Hint(Qt.CursorShape.OpenHandCursor, "Click to look at the wall; drag to move it") if wall else None

    def paint(self, painter: QPainter) -> None:
        if self._hovered is not None and (found := self._found(self._hovered)[0]) is not None and (room := self.store.room()) is not None:
            painter.setPen(QPen(colour(self.canvas.tokens.accent), 2.0))
            painter.setBrush(colour(self.canvas.tokens.raised))
            painter.drawEllipse(self.canvas.view.out(room.corners[found]), 6.0, 6.0)

    def _found(self, at: QPointF) -> tuple[int | None, str]:
        """The corner that is pointed at, or else the wall."""
        room = self.store.room()
        if room is None or self.store.state.stage != "survey" or self.store.state.placing or self.canvas.unit_at(at):
            return None, ""
        for index, corner in enumerate(room.corners):
            if (self.canvas.view.out(corner) - at).manhattanLength() < NEAR_PX:
                return index, ""
        x, y = self.canvas.view.inside(at)
        for face in faces_of(room).values():
            local = face.frame.inside((x, y, 0.0))
            if not face.is_loose and 0.0 <= local.x <= face.length and 0.0 <= local.y <= face.thickness:
                return None, face.id
        return None, ""


def _in_line(corners: tuple[Point, ...], index: int, to: Point) -> Point:
    """A place on whole millimetres, in line with the neighbouring corners where it is near to that."""
    x, y = to
    for other in (corners[index - 1], corners[(index + 1) % len(corners)]):
        x = other[0] if abs(x - other[0]) < LINE_UP else x
        y = other[1] if abs(y - other[1]) < LINE_UP else y
    return (float(round(x)), float(round(y)))
