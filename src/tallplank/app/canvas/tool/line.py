"""Drawing a line on the plan by a drag: of the section, which is shown, or to mirror about."""

from collections.abc import Callable

from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtGui import QPainter, QPen

from tallplank.app.canvas.tool.tool import Canvas, Hint, Tool
from tallplank.app.look.theme import colour
from tallplank.core.error import PlankError
from tallplank.core.space.outline import Point, far
from tallplank.session.mirror import MIRROR, MIRROR_COPY, mirror_along
from tallplank.session.section import SECTION_LINE

SECTION = "section"
"""What is being placed while the line of the section is drawn."""
SHORTEST = 50.0
SQUARE_PX = 10.0
"""A line that is off square by less than this is drawn square."""
Drawn = tuple[Point, Point]


class LineTool(Tool):
    """While what is placed is one of `tips`, a drag on the plan draws a line, which `done` is given with what was placed."""

    def __init__(self, canvas: Canvas, tips: dict[str, str], done: Callable[[str, Drawn], None]) -> None:
        super().__init__(canvas)
        self._tips, self._done = tips, done
        self._from: Point | None = None
        self._to: Point | None = None

    def press(self, at: QPointF, *, adding: bool) -> bool:
        if self.store.state.placing not in self._tips:
            return False
        self._from = self._to = self.canvas.view.inside(at)
        return True

    def move(self, at: QPointF, *, first: bool) -> None:
        if self._from is not None:
            x, y = self.canvas.view.inside(at)
            near = SQUARE_PX / self.canvas.view.scale
            self._to = (self._from[0] if abs(x - self._from[0]) < near else x, self._from[1] if abs(y - self._from[1]) < near else y)
            self.canvas.widget().update()

    def release(self, at: QPointF, *, moved: bool) -> None:
        start, end = self._from, self._to
        self._from = self._to = None
        if start is None or end is None or far(start, end) <= SHORTEST:
            return
        try:
            self._done(self.store.state.placing, (start, end))
        except PlankError as problem:
            self.store.say(str(problem))

    def cancel(self) -> None:
        self._from = self._to = None

    def hint(self, at: QPointF) -> Hint | None:
        tip = self._tips.get(self.store.state.placing)
        return Hint(Qt.CursorShape.CrossCursor, tip) if tip is not None else None

    def back_out(self) -> bool:
        on = self.store.state.placing in self._tips
        if on:
            self.store.place_next("")
        return on

    def paint(self, painter: QPainter) -> None:
        line = (self._from, self._to) if self._from is not None and self._to is not None else self.shown()
        if line is None or line[0] is None or line[1] is None:
            return
        painter.setPen(QPen(colour(self.canvas.tokens.accent), 1.6, Qt.PenStyle.DashDotLine))
        painter.drawLine(self.canvas.view.out(line[0]), self.canvas.view.out(line[1]))

    def shown(self) -> Drawn | None:
        """The line that is there while none is drawn."""
        return None


class SectionTool(LineTool):
    """Draws the line of the section, and shows it."""

    def __init__(self, canvas: Canvas) -> None:
        super().__init__(canvas, {SECTION: "Draw the line of the section"}, lambda _, line: self._cut(line))

    def shown(self) -> Drawn | None:
        return SECTION_LINE.of(self.store.state)

    def _cut(self, line: Drawn) -> None:
        self.store.hold(SECTION_LINE, line)
        self.store.place_next("")


class MirrorTool(LineTool):
    """Draws the line that what is selected is mirrored about."""

    def __init__(self, canvas: Canvas) -> None:
        tip = "Draw the line to mirror about"
        super().__init__(canvas, {MIRROR: tip, MIRROR_COPY: tip}, self._mirror)

    def _mirror(self, placed: str, line: Drawn) -> None:
        self.store.place_next("")
        mirror_along(self.store, line, copy=placed == MIRROR_COPY)
