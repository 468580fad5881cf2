"""The walk with a tape that is being typed, drawn on the plan as it grows."""

from PyQt6.QtCore import QPointF, Qt
from PyQt6.QtGui import QPainter, QPen, QPolygonF

from tallplank.app.canvas.tool.tool import Tool
from tallplank.app.look.theme import colour
from tallplank.session.survey import WALK

DOT = 4.0


class WalkTool(Tool):
    """Shows the walls so far, and where the walk ends against where it began."""

    def paint(self, painter: QPainter) -> None:
        points = [self.canvas.view.out(point) for point in WALK.of(self.store.state)]
        if len(points) < 2:
            return
        accent = colour(self.canvas.tokens.accent)
        painter.setPen(QPen(accent, 2.0))
        painter.setBrush(Qt.BrushStyle.NoBrush)
        painter.drawPolyline(QPolygonF(points))
        painter.setPen(QPen(accent, 1.0, Qt.PenStyle.DashLine))
        painter.drawLine(points[-1], points[0])
        painter.setPen(Qt.PenStyle.NoPen)
        painter.setBrush(accent)
        for point in (points[0], points[-1]):
            painter.drawEllipse(QPointF(point), DOT, DOT)
