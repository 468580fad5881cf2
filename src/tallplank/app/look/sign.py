"""Signs drawn here in strokes on a field of 24 by 24: those of the stages, and of common actions."""

from collections.abc import Callable
from itertools import pairwise

from PyQt6.QtCore import QPointF, QRectF, QSize, Qt
from PyQt6.QtGui import QIcon, QPainter, QPainterPath, QPen, QPixmap
from PyQt6.QtWidgets import QToolButton, QWidget

from tallplank.app.look.theme import Tokens, colour
from tallplank.session.state import Stage

Stroke = Callable[[QPainter], None]
ACTION_SIZE = 18


def wear(button: QToolButton, sign: str, tokens: Tokens) -> None:
    """Give a button a sign, which it keeps in other colours."""
    button.setProperty(SIGN, sign)
    button.setIcon(action_icon(sign, tokens))


def wear_again(holder: QWidget, tokens: Tokens) -> None:
    """Draw the signs of all buttons within a widget in other colours."""
    for button in holder.findChildren(QToolButton):
        if sign := button.property(SIGN):
            button.setIcon(action_icon(sign, tokens))


SIGN = "sign"


def action_icon(name: str, tokens: Tokens) -> QIcon:
    """A common action's sign, paler where the action is not to be had."""
    icon = QIcon(_picture(_ACTIONS[name], ACTION_SIZE, tokens.ink))
    icon.addPixmap(_picture(_ACTIONS[name], ACTION_SIZE, tokens.line), QIcon.Mode.Disabled)
    return icon


def stage_picture(stage: Stage, size: int, ink: str) -> QPixmap:
    """The sign of a stage."""
    return _picture(_STAGES[stage], size, ink)


def blank_picture(size: QSize) -> QPixmap:
    """Nothing, at twice the size in pixels for sharp screens."""
    picture = QPixmap(size * 2)
    picture.setDevicePixelRatio(2.0)
    picture.fill(Qt.GlobalColor.transparent)
    return picture


def _picture(stroke: Stroke, size: int, ink: str) -> QPixmap:
    picture = blank_picture(QSize(size, size))
    painter = QPainter(picture)
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    painter.scale(size / 24, size / 24)
    painter.setPen(QPen(colour(ink), 1.5, Qt.PenStyle.SolidLine, Qt.PenCapStyle.RoundCap, Qt.PenJoinStyle.RoundJoin))
    stroke(painter)
    painter.end()
    return picture


def _lines(*points: tuple[float, float, float, float]) -> Stroke:
    def draw(painter: QPainter) -> None:
        for x1, y1, x2, y2 in points:
            painter.drawLine(QPointF(x1, y1), QPointF(x2, y2))

    return draw


def _survey(painter: QPainter) -> None:
    """A folding rule laid into a corner."""
    _lines((4, 20, 4, 4), (4, 20, 20, 20), (8, 16, 14, 8), (14, 8, 20, 14), (10.5, 14, 9, 12.8), (12.5, 11.2, 11, 10))(painter)


def _layout(painter: QPainter) -> None:
    """Units along a floor line."""
    for x, y, w, h in ((4, 5, 5, 14), (9, 11, 6, 8), (15, 11, 5, 8)):
        painter.drawRect(QRectF(x, y, w, h))
    _lines((3, 21, 21, 21))(painter)


def _walls(painter: QPainter) -> None:
    """A paneled wall with its rail and its base."""
    painter.drawRect(QRectF(3, 4, 18, 16))
    _lines((3, 10, 21, 10), (3, 17, 21, 17), (9, 10, 9, 17), (15, 10, 15, 17))(painter)


def _finish(painter: QPainter) -> None:
    """A flat brush over a painted edge."""
    painter.drawRect(QRectF(8, 3, 8, 6))
    _lines((8, 9, 8, 12), (16, 9, 16, 12), (8, 12, 16, 12), (12, 12, 12, 15))(painter)
    painter.drawRect(QRectF(4, 17, 16, 4))


def _make(painter: QPainter) -> None:
    """A hand saw's blade with its teeth."""
    _lines((3, 8, 21, 8), (21, 8, 21, 12), (3, 8, 3, 14))(painter)
    teeth = [(3.0, 14.0)]
    for i in range(6):
        teeth += [(4.5 + i * 3, 17.0 - i * 0.35), (6.0 + i * 3, 13.6 - i * 0.35)]
    for a, b in pairwise(teeth):
        painter.drawLine(QPointF(*a), QPointF(*b))


def _quote(painter: QPainter) -> None:
    """A sheet with its sum underlined."""
    painter.drawRect(QRectF(5, 3, 14, 18))
    _lines((8, 8, 16, 8), (8, 11, 16, 11), (11, 15, 16, 15), (11, 17.5, 16, 17.5))(painter)


def _bench(painter: QPainter) -> None:
    """A bench top with its vice and a board in it."""
    _lines((3, 11, 21, 11), (3, 14, 21, 14), (3, 11, 3, 14), (21, 11, 21, 14), (6, 14, 6, 21), (18, 14, 18, 21), (6, 18, 18, 18))(painter)
    painter.drawRect(QRectF(12, 3, 3.5, 8))
    _lines((9, 8, 12, 8), (9, 6.5, 9, 9.5))(painter)


def _turned_back(mirrored: bool) -> Stroke:
    """An arrow that goes back the way it came; the mirrored one goes forth again."""

    def draw(painter: QPainter) -> None:
        if mirrored:
            painter.translate(24, 0)
            painter.scale(-1, 1)
        path = QPainterPath(QPointF(9, 19))
        path.lineTo(15, 19)
        path.arcTo(QRectF(10, 9, 10, 10), -90, 180)
        path.lineTo(4, 9)
        painter.drawPath(path)
        _lines((4, 9, 8, 5), (4, 9, 8, 13))(painter)

    return draw


def _corners(painter: QPainter) -> None:
    """The four corners of a sheet."""
    for x, y, dx, dy in ((4, 5, 5, 5), (20, 5, -5, 5), (4, 19, 5, -5), (20, 19, -5, -5)):
        _lines((x, y, x + dx, y), (x, y, x, y + dy))(painter)


def _band(painter: QPainter) -> None:
    """The edge of a board with a band coming off it."""
    painter.drawRect(QRectF(3, 8, 11, 8))
    path = QPainterPath(QPointF(17, 19))
    path.cubicTo(17, 13, 17, 9, 21, 5)
    painter.drawPath(path)


def _eye(painter: QPainter) -> None:
    """An eye."""
    path = QPainterPath(QPointF(3, 12))
    path.quadTo(12, 2, 21, 12)
    path.quadTo(12, 22, 3, 12)
    painter.drawPath(path)
    painter.drawEllipse(QPointF(12, 12), 2.6, 2.6)


_STAGES: dict[Stage, Stroke] = {
    "survey": _survey,
    "layout": _layout,
    "bench": _bench,
    "walls": _walls,
    "finish": _finish,
    "make": _make,
    "quote": _quote,
}
_ACTIONS: dict[str, Stroke] = {
    "undo": _turned_back(mirrored=False),
    "redo": _turned_back(mirrored=True),
    "menu": _lines((4, 7, 20, 7), (4, 12, 20, 12), (4, 17, 20, 17)),
    "unfold": _lines((9, 6, 15, 12), (15, 12, 9, 18)),
    "fold": _lines((6, 9, 12, 15), (12, 15, 18, 9)),
    "show-all": _corners,
    "more": _lines((12, 5, 12, 19), (5, 12, 19, 12)),
    "close": _lines((6, 6, 18, 18), (18, 6, 6, 18)),
    "bands": _band,
    "see-through": _eye,
    "dimension": _lines((3, 12, 21, 12), (4, 6, 4, 18), (20, 6, 20, 18), (2, 14, 6, 10), (18, 14, 22, 10)),
    "section": _lines(
        (3, 12, 8, 12),
        (10, 12, 14, 12),
        (16, 12, 21, 12),
        (5, 12, 5, 6),
        (5, 6, 3, 8),
        (5, 6, 7, 8),
        (19, 12, 19, 6),
        (19, 6, 17, 8),
        (19, 6, 21, 8),
    ),
}
