"""Small pictures: unit kinds from their own geometry, openings, samples of looks."""

from PyQt6.QtCore import QPointF, QRect, QRectF, QSize, Qt
from PyQt6.QtGui import QPainter, QPen, QPixmap

from tallplank.app.look.painter import DrawingPainter, View, look_pixmap
from tallplank.app.look.sign import blank_picture
from tallplank.app.look.theme import Tokens, colour
from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.look import Look
from tallplank.core.draw.bench import from_above
from tallplank.core.draw.elevation import unit_front
from tallplank.core.draw.primitive import Text
from tallplank.core.draw.surround import service_front
from tallplank.core.edit.survey.service import USUAL as USUAL_SERVICES
from tallplank.core.edit.unit import usual_values
from tallplank.core.job.standard import Standard
from tallplank.core.job.unit import Unit
from tallplank.core.job.wall import Service, ServiceKind
from tallplank.core.joinery.workshop import make_unit
from tallplank.core.solid.texture import SAMPLE

FROM_ABOVE = 980.0
"""Millimetres that a picture of a shaped unit, seen from above, is high."""


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
    """A door, a window or an opening without either in a wall."""
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
        if kind == "door":
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


def standing_picture(kind: str, tokens: Tokens, size: QSize) -> QPixmap:
    """A column, chimney breast, beam, pipe, boxing or soffit, as the plan shows it at a wall."""
    picture = blank_picture(size)
    painter = QPainter(picture)
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    w, h = size.width(), size.height()
    painter.setPen(QPen(colour(tokens.ink), 1.3))
    painter.setBrush(colour(tokens.wall))
    painter.drawRect(QRectF(w * 0.08, h * 0.1, w * 0.84, h * 0.12))
    if kind in ("beam", "soffit"):
        painter.setPen(QPen(colour(tokens.ink), 1.2, Qt.PenStyle.DashLine))
        painter.setBrush(Qt.BrushStyle.NoBrush)
    boxes = {
        "column": QRectF(w * 0.4, h * 0.45, w * 0.2, w * 0.2),
        "chimney": QRectF(w * 0.26, h * 0.22, w * 0.48, h * 0.3),
        "beam": QRectF(w * 0.42, h * 0.22, w * 0.16, h * 0.68),
        "boxing": QRectF(w * 0.08, h * 0.22, w * 0.18, h * 0.22),
        "soffit": QRectF(w * 0.14, h * 0.22, w * 0.72, h * 0.36),
    }
    if kind == "pipe":
        painter.drawEllipse(QPointF(w * 0.5, h * 0.36), w * 0.07, w * 0.07)
    else:
        painter.drawRect(boxes[kind])
    painter.end()
    return picture


def service_picture(kind: ServiceKind, catalog: Catalog, tokens: Tokens, size: QSize) -> QPixmap:
    """A service as elevations show it."""
    _, width, height, deep = USUAL_SERVICES[kind]
    service = Service(id="s", kind=kind, x=0.0, z=0.0, width=width, height=height, deep=deep)
    picture = blank_picture(size)
    painter = QPainter(picture)
    scale = min((size.width() - 14) / width, (size.height() - 14) / height, 0.4)
    at = View(scale, (size.width() - width * scale) / 2, (size.height() + height * scale) / 2)
    shapes = tuple(shape for shape in service_front(service) if not isinstance(shape, Text))
    DrawingPainter(catalog, tokens, textured=False).paint(painter, shapes, at)
    painter.end()
    return picture
