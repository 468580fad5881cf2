"""Adding dimensions by two clicks, each on a line of the drawing."""

from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtGui import QPainter, QPen

from tallplank.app.canvas.tool.tool import Canvas, Hint, Tool, paint_ghost
from tallplank.app.look.theme import colour
from tallplank.core.edit.dimension.pick import HeldLine, nearest
from tallplank.core.edit.dimension.word import end_words
from tallplank.core.error import PlankError
from tallplank.core.job.dimension import View
from tallplank.session.arrange import Ghost
from tallplank.session.dimension import DRAWING, Lines, add

REACH_PX = 14.0
"""How near a line must be to be held."""
SAME_PX = 2.0
"""Lines that are nearer to one another look like one."""


class MeasureTool(Tool):
    """While dimensions are added: the first click holds a line, the second another one, and the dimension is drawn through that place."""

    def __init__(self, canvas: Canvas, view: View) -> None:
        super().__init__(canvas)
        self._view: View = view
        self._lines = Lines(self.store, view)
        self._first: HeldLine | None = None
        self._under: HeldLine | None = None

    @property
    def _on(self) -> bool:
        on = self.store.state.placing == DRAWING
        if not on:
            self._first = self._under = None
        return on

    def press(self, at: QPointF, *, adding: bool) -> bool:
        if not self._on:
            return False
        line = self._line_at(at)
        if line is None:
            self.store.say("Click on an edge or a middle of something.")
        elif self._first is None:
            self._first = line
        else:
            try:
                add(self.store, self._view, self._first, line, self.canvas.view.inside(at))
            except PlankError as problem:
                self.store.say(str(problem))
            self._first = None
        return True

    def hover(self, at: QPointF) -> None:
        if self._on:
            self._under = self._line_at(at)
            self.canvas.widget().update()

    def leave(self) -> None:
        self._under = None

    def hint(self, at: QPointF) -> Hint | None:
        return Hint(Qt.CursorShape.CrossCursor) if self._on else None

    def double(self, at: QPointF) -> bool:
        return self._on

    def back_out(self) -> bool:
        if not self._on:
            return False
        if self._first is not None:
            self._first = None
        else:
            self.store.place_next("")
        return True

    def _line_at(self, at: QPointF) -> HeldLine | None:
        lines = self._lines.now() if self._first is None else self._lines.beside(self._first)
        pixel = 1.0 / self.canvas.view.scale
        return nearest(lines, self.canvas.view.inside(at), REACH_PX * pixel, SAME_PX * pixel)

    def paint(self, painter: QPainter) -> None:
        if not self._on:
            return
        out, accent = self.canvas.view.out, colour(self.canvas.tokens.accent)
        for line in (self._first, self._under):
            if line is not None:
                painter.setPen(QPen(accent, 2.4))
                painter.drawLine(out(line.a), out(line.b))
        if self._under is not None:
            words = end_words(self.store.shown, self.store.state.room, self._under.end, self._under.axis)
            paint_ghost(self.canvas, painter, Ghost((), words))
