"""Small drawings: trade things drawn here, common actions from the icon font, unit kinds from their own geometry."""

from collections.abc import Callable
from itertools import pairwise

import qtawesome
from PyQt6.QtCore import QPointF, QRect, QRectF, QSize, Qt
from PyQt6.QtGui import QIcon, QPainter, QPen, QPixmap

from tallplank.app.painter import DrawingPainter, View, look_pixmap
from tallplank.app.theme import Tokens, colour
from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.look import Look
from tallplank.core.draw.bench import from_above
from tallplank.core.draw.elevation import unit_front
from tallplank.core.edit.unit import usual_values
from tallplank.core.job.standard import Standard
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.workshop import make_unit
from tallplank.core.solid.texture import SAMPLE

Stroke = Callable[[QPainter], None]
FROM_ABOVE = 980.0
"""Millimetres that a picture of a shaped unit, seen from above, is high."""


def action_icon(name: str, tokens: Tokens) -> QIcon:
    """A common action's sign from the icon font (Phosphor, MIT licence)."""
    return qtawesome.icon(f"ph.{name}", color=tokens.ink, color_disabled=tokens.line)


def stage_picture(stage: str, size: int, ink: str) -> QPixmap:
    """The sign of a stage, drawn on a field of 24 by 24."""
    picture = QPixmap(size * 2, size * 2)
    picture.setDevicePixelRatio(2.0)
    picture.fill(Qt.GlobalColor.transparent)
    painter = QPainter(picture)
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    painter.scale(size / 24, size / 24)
    painter.setPen(QPen(colour(ink), 1.5, Qt.PenStyle.SolidLine, Qt.PenCapStyle.RoundCap, Qt.PenJoinStyle.RoundJoin))
    _STAGES[stage](painter)
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


_STAGES: dict[str, Stroke] = {"survey": _survey, "layout": _layout, "bench": _bench, "finish": _finish, "make": _make, "quote": _quote}


def kind_picture(catalog: Catalog, standard: Standard, kind: str, tokens: Tokens, size: QSize) -> QPixmap:
    """A unit kind at its usual sizes, drawn by the same geometry as the elevations; a shaped one is seen from above."""
    usual = catalog.kinds[kind]
    unit = Unit(
        id="picture",
        mark=1,
        kind=kind,
        room="r",
        face="w",
        x=0,
        **usual_values(usual),
    )
    made = make_unit(catalog, standard, unit)
    picture = blank_picture(size)
    painter = QPainter(picture)
    if made.plan is not None:
        step = (size.height() - 6) / FROM_ABOVE
        corner = View(step, (size.width() - usual.width * step) / 2, (size.height() + usual.depth * step) / 2)
        DrawingPainter(catalog, tokens, textured=False).paint(painter, from_above(made, 0.0), corner)
        painter.end()
        return picture
    tall = 2120.0
    scale = (
        min((size.width() - 6) / 900, (size.height() - 4) / tall)
        if usual.height > 1000
        else min((size.width() - 6) / 900, (size.height() - 6) / 900)
    )
    low = made.placed.z if usual.height <= 1000 else 0.0
    x = (size.width() - usual.width * scale) / 2
    y = size.height() - 3 - (0 if usual.height > 1000 else (size.height() - 6 - usual.height * scale) / 2)
    DrawingPainter(catalog, tokens, textured=False).paint(painter, unit_front(made, marked=False), View(scale, x, y + low * scale))
    painter.end()
    return picture


def opening_picture(kind: str, tokens: Tokens, size: QSize) -> QPixmap:
    """A door or a window in a wall."""
    picture = blank_picture(size)
    painter = QPainter(picture)
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    painter.setPen(QPen(colour(tokens.ink), 1.3))
    w, h = size.width(), size.height()
    painter.setBrush(colour(tokens.glass if kind == "window" else tokens.paper))
    if kind == "window":
        painter.drawRect(QRectF(w * 0.2, h * 0.2, w * 0.6, h * 0.5))
        painter.drawLine(QPointF(w / 2, h * 0.2), QPointF(w / 2, h * 0.7))
    else:
        painter.drawRect(QRectF(w * 0.33, h * 0.12, w * 0.34, h * 0.76))
        painter.drawEllipse(QPointF(w * 0.61, h * 0.52), 1.2, 1.2)
    painter.drawLine(QPointF(w * 0.1, h * 0.88), QPointF(w * 0.9, h * 0.88))
    painter.end()
    return picture


def swatch(look: Look, tokens: Tokens, width: int = 34, height: int = 20) -> QPixmap:
    """A look as a small sample."""
    picture = blank_picture(QSize(width, height))
    painter = QPainter(picture)
    area = QRect(0, 0, width, height)
    if look.kind in ("plain", "glass"):
        painter.fillRect(area, colour(look.colour))
    else:
        painter.drawPixmap(area, look_pixmap(look, SAMPLE), QRect(0, 0, 2 * width, 2 * height))
    painter.setPen(QPen(colour(tokens.line), 1.0))
    painter.drawRect(QRectF(0.5, 0.5, width - 1, height - 1))
    painter.end()
    return picture


def blank_picture(size: QSize) -> QPixmap:
    """Nothing, at twice the size in pixels for sharp screens."""
    picture = QPixmap(size * 2)
    picture.setDevicePixelRatio(2.0)
    picture.fill(Qt.GlobalColor.transparent)
    return picture
