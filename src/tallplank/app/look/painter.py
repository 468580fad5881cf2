"""Draws drawings with Qt: true line weights, textures by look, dimension chains."""

from collections.abc import Iterable
from dataclasses import dataclass, replace
from functools import cache

from PyQt6.QtCore import QPointF, QRectF, Qt
from PyQt6.QtGui import QBrush, QColor, QImage, QPainter, QPen, QPixmap, QPolygonF, QTransform

from tallplank.app.look.theme import Tokens, colour, font
from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.look import Look
from tallplank.core.draw.dimension import FIGURE_WIDTH, SetOut
from tallplank.core.draw.primitive import Again, DrawnArc, Fill, Line, Pen, Poly, Shape, Text
from tallplank.core.job.measure import can_be_typed, lies_over
from tallplank.core.solid.texture import SIZE, textured

PIXELS_PER_PAPER_MM = 3.9
LEAST_TEXT = 7
"""Pixels below which a number in a circle is left out."""


@dataclass(frozen=True, slots=True)
class View:
    """Where the drawing lies on the widget: pixels = scale · mm + shift, y turned over."""

    scale: float
    x: float
    y: float

    def out(self, p: tuple[float, float]) -> QPointF:
        """A point of the drawing on the widget."""
        return QPointF(self.x + p[0] * self.scale, self.y - p[1] * self.scale)

    def inside(self, p: QPointF) -> tuple[float, float]:
        """A point of the widget on the drawing."""
        return ((p.x() - self.x) / self.scale, (self.y - p.y()) / self.scale)


class DrawingPainter:
    """Paints shapes in one theme. `textured` shows looks; otherwise fronts stay paper, as on a working drawing."""

    def __init__(self, catalog: Catalog, tokens: Tokens, *, textured: bool) -> None:
        self._catalog, self._tokens, self._textured = catalog, tokens, textured
        self._pens = {pen: self._made_pen(pen) for pen in Pen}

    def paint(self, painter: QPainter, shapes: Iterable[Shape], view: View) -> None:
        """Draw the shapes in their order."""
        painter.setRenderHint(QPainter.RenderHint.Antialiasing, True)
        for shape in shapes:
            if isinstance(shape, Text):
                self._text(painter, shape, view)
            elif isinstance(shape, Again):
                there = replace(view, x=view.x + shape.by[0] * view.scale, y=view.y - shape.by[1] * view.scale)
                for one in shape.shapes:
                    self._shape(painter, one, there, view)
            else:
                self._shape(painter, shape, view, view)

    def paint_chains(self, painter: QPainter, chains: SetOut, view: View, text_height: float) -> None:
        """Draw dimension chains with texts `text_height` pixels high."""
        t = self._tokens
        painter.setPen(QPen(colour(t.soft, 0.75), 1.0))
        for a, b in chains.lines:
            painter.drawLine(view.out(a), view.out(b))
        painter.setPen(QPen(colour(t.ink), 1.4))
        for a, b in chains.ticks:
            painter.drawLine(view.out(a), view.out(b))
        painter.setFont(font(round(text_height), narrow=True))
        for text in chains.texts:
            painter.setPen(colour(t.ink if can_be_typed(text.measure) else t.soft))
            painter.save()
            painter.translate(view.out(text.centre))
            painter.rotate(-text.angle)
            half = text.half_along * view.scale + 6
            if lies_over(text.measure):
                under = QRectF(3 - half, -text_height * 0.6, 2 * half - 6, text_height * 1.2)
                painter.fillRect(under, colour(t.paper, 0.9))
            painter.drawText(QRectF(-half, -text_height, 2 * half, 2 * text_height), Qt.AlignmentFlag.AlignCenter, text.text)
            painter.restore()

    def _shape(self, painter: QPainter, shape: Line | Poly | DrawnArc, view: View, ground: View) -> None:
        """One shape in a view of its own; its grain goes on from where the whole drawing begins."""
        painter.setPen(self._pens[shape.pen] if shape.pen is not None else Qt.PenStyle.NoPen)
        painter.setBrush(Qt.BrushStyle.NoBrush)
        if isinstance(shape, Line):
            painter.drawLine(view.out(shape.a), view.out(shape.b))
        elif isinstance(shape, DrawnArc):
            r = shape.radius * view.scale
            c = view.out(shape.centre)
            painter.drawArc(QRectF(c.x() - r, c.y() - r, 2 * r, 2 * r), round(shape.start * 16), round(shape.sweep * 16))
        else:
            polygon = QPolygonF([view.out(p) for p in shape.points])
            if shape.fill is not None:
                painter.setBrush(self._brush(shape.fill, ground))
            painter.drawPolygon(polygon)
            if shape.fill is not None and shape.fill.kind in ("wall", "section"):
                painter.setBrush(QBrush(colour(self._tokens.ink, 0.28), Qt.BrushStyle.BDiagPattern))
                painter.drawPolygon(polygon)

    def _made_pen(self, pen: Pen) -> QPen:
        t = self._tokens
        tone = t.wrong if pen is Pen.WRONG else t.soft if pen in (Pen.BEYOND, Pen.HIDDEN) else t.ink
        made = QPen(colour(tone, 0.8 if pen is Pen.HIDDEN else 1.0), max(pen.value * PIXELS_PER_PAPER_MM, 0.7))
        made.setJoinStyle(Qt.PenJoinStyle.MiterJoin)
        if pen.dashed:
            made.setDashPattern([7.0, 5.0])
        return made

    def _brush(self, fill: Fill, view: View) -> QBrush:
        t = self._tokens
        if fill.kind == "wall":
            return QBrush(colour(t.wall))
        if fill.kind == "glass":
            return QBrush(colour(t.glass))
        if fill.kind == "section":
            return QBrush(colour(t.wood, 0.3))
        if fill.kind == "cut":
            return QBrush(colour(t.wood, 0.55))
        if fill.kind == "tint":
            return QBrush(colour(fill.look, 0.75))
        if fill.kind == "wrong":
            return QBrush(colour(t.wrong, 0.55), Qt.BrushStyle.BDiagPattern)
        if fill.kind == "plain":
            return QBrush(colour(fill.look if self._textured else t.paper))
        look = self._catalog.looks.get(fill.look) if fill.kind == "look" and self._textured else None
        if look is not None and look.kind == "glass":
            return QBrush(colour(t.glass))
        return look_brush(look, fill.grain, view) if look is not None else QBrush(colour(t.paper))

    def _text(self, painter: QPainter, text: Text, view: View) -> None:
        at, t = view.out(text.at), self._tokens
        size = max(round(text.size * PIXELS_PER_PAPER_MM * 1.2), 9)
        if text.room:
            width = 1.9 if text.framed else max(len(text.text) * FIGURE_WIDTH * 1.12, 1.0)
            size = min(size, int(text.room * view.scale / width))
            if size < LEAST_TEXT:
                return
        painter.setFont(font(size, bold=True))
        if text.framed:
            painter.setPen(QPen(colour(t.ink), 1.0))
            painter.setBrush(colour(t.raised))
            painter.drawEllipse(at, size * 0.95, size * 0.95)
        painter.setPen(colour(t.ink))
        painter.drawText(QRectF(at.x() - 100, at.y() - size, 200, 2 * size), Qt.AlignmentFlag.AlignCenter, text.text)


def look_brush(look: Look, grain: float, view: View) -> QBrush:
    """A brush of a look at the drawing's scale, its grain so many degrees counter-clockwise from x."""
    if look.kind in ("plain", "glass"):
        return QBrush(QColor(look.colour))
    brush = QBrush(look_pixmap(look))
    step = view.scale * look.scale / 512
    brush.setTransform(QTransform().translate(view.x, view.y).scale(step, step).rotate(-grain))
    return brush


def look_pixmap(look: Look, size: int = SIZE) -> QPixmap:
    """The texture of a look as Qt's pixmap; its columns run along the grain."""
    return _made_pixmap(look.kind, look.colour, look.second, look.seed, size)


@cache  # there are no more of them than the catalogue has looks
def _made_pixmap(kind: str, colour: str, second: str, seed: int, size: int) -> QPixmap:
    array = textured(kind, colour, second, seed, size)
    image = QImage(array.tobytes(), array.shape[1], array.shape[0], 3 * array.shape[1], QImage.Format.Format_RGB888)
    return QPixmap.fromImage(image.copy())
