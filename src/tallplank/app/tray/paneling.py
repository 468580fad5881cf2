"""What the Walls stage offers: schemes to start from, each drawn by its own geometry."""

from functools import partial

from PyQt6.QtCore import QPointF, QSize, Qt
from PyQt6.QtGui import QIcon, QPainter, QPen, QPixmap, QPolygonF
from PyQt6.QtWidgets import QToolButton

from tallplank.app.look.label import set_tip
from tallplank.app.look.painter import DrawingPainter, View
from tallplank.app.look.sign import blank_picture
from tallplank.app.look.theme import Tokens, colour
from tallplank.app.tray.survey import Offering
from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.hardware import Molding
from tallplank.core.draw.mounted import run_faces
from tallplank.core.edit.paneling.scheme import add_scheme
from tallplank.core.edit.paneling.start import STARTS, Sizes
from tallplank.core.edit.survey.room import add_room
from tallplank.core.error import PlankError
from tallplank.core.job.job import Job
from tallplank.core.joinery.paneling.filling.section import is_slat
from tallplank.core.joinery.workshop import make
from tallplank.session.paneling import start_from, use_molding
from tallplank.session.store import Store

PICTURE = QSize(58, 46)
WIDE, HIGH = 3000.0, 2380.0
"""The wall that pictures show."""
PROFILE_SCALE, PROFILE_WIDE = 0.5, 44
"""Points to a millimetre of all profiles, and how wide their pictures are."""
MANY, FINER = 14, 4
"""The lines of more slats than this, or four times as many grooves, would run together: they are drawn larger, and made smaller."""


def offer_walls(tray: Offering, store: Store, tokens: Tokens, width: int) -> None:
    """Fill the tray."""
    tray.group("Start from")
    for key, start in STARTS.items():
        button = QToolButton()
        button.setProperty("kind", "quiet")
        button.setToolButtonStyle(Qt.ToolButtonStyle.ToolButtonTextBesideIcon)
        button.setIcon(QIcon(blank_picture(PICTURE)))
        button.setIconSize(PICTURE)
        button.setText(start.name)
        button.setAccessibleName(start.name)
        button.setToolTip(f"{start.hint}. A click puts it on the shown wall.")
        button.setFixedSize(width, PICTURE.height() + 8)
        button.clicked.connect(partial(_start, store, key))
        tray.put(f"{start.name} {start.hint}", button)
        tray.later(partial(_paint, tray, key, button, store, tokens))
    tray.soft("Pick a region on the wall; divide and fill it at the right. Type over a dimension to set it.")
    tray.group("Moldings, all to one scale")
    for item in store.catalog.hardware.values():
        if isinstance(item, Molding):
            tray.put(item.name, _molding(store, item, tokens, width))
    tray.soft("A drawing of a profile, SVG or DXF, can be dropped onto the window.")


def _molding(store: Store, item: Molding, tokens: Tokens, width: int) -> QToolButton:
    button = QToolButton()
    button.setProperty("kind", "quiet")
    button.setToolButtonStyle(Qt.ToolButtonStyle.ToolButtonTextBesideIcon)
    button.setIcon(QIcon(profile_picture(item, tokens)))
    button.setIconSize(profile_size(item))
    button.setText(item.name)
    button.setAccessibleName(item.name)
    shown = store.job.display.shown
    set_tip(button, f"{item.name}: {shown(item.rise)} high, {shown(item.reach)} deep. A click puts it on the shown wall.")
    button.setFixedSize(width, max(profile_size(item).height() + 8, 28))
    button.clicked.connect(partial(_use, store, item.id))
    return button


def profile_size(item: Molding) -> QSize:
    """How large the picture of a molding is."""
    return QSize(PROFILE_WIDE, round(item.rise * PROFILE_SCALE) + 4)


def profile_picture(item: Molding, tokens: Tokens) -> QPixmap:
    """The section of a molding, its back at the left; all of them to one scale."""
    size = profile_size(item)
    picture = blank_picture(size)
    painter = QPainter(picture)
    painter.setRenderHint(QPainter.RenderHint.Antialiasing)
    painter.setPen(QPen(colour(tokens.ink), 1.0))
    painter.setBrush(colour(tokens.ink, 0.12))
    left, low = (PROFILE_WIDE - item.reach * PROFILE_SCALE) / 2, size.height() - 2.0
    painter.drawPolygon(QPolygonF([QPointF(left + out * PROFILE_SCALE, low - up * PROFILE_SCALE) for up, out in item.outline]))
    painter.end()
    return picture


def _use(store: Store, key: str, _: bool = False) -> None:
    try:
        use_molding(store, key)
    except PlankError as problem:
        store.say(str(problem))


def _start(store: Store, key: str, _: bool = False) -> None:
    try:
        start_from(store, key)
    except PlankError as problem:
        store.say(str(problem))


def _paint(tray: Offering, key: str, button: QToolButton, store: Store, tokens: Tokens) -> None:
    picture = tray.pictures.get((STARTS[key], store.catalog, tokens), lambda: start_picture(key, store.catalog, tokens))
    button.setIcon(QIcon(picture))


def start_picture(key: str, catalog: Catalog, tokens: Tokens) -> QPixmap:
    """A scheme on a wall of a usual size."""
    job = add_room(Job(name="picture"), "Room", WIDE, WIDE, HIGH).job
    room = job.rooms[0]
    job = add_scheme(job, catalog, room.id, room.walls[0].id, **STARTS[key].values(Sizes())).job
    runs = make(job, catalog).runs
    parts = [part for run in runs for part in run.parts]
    finer = FINER if sum(map(is_slat, parts)) > MANY or sum(len(part.pockets) for part in parts) > 4 * MANY else 1
    size = PICTURE * finer
    picture = blank_picture(size)
    painter = QPainter(picture)
    scale = min((size.width() - 4) / WIDE, (size.height() - 4) / HIGH)
    view = View(scale, (size.width() - WIDE * scale) / 2, size.height() - 2.0)
    shapes = [shape for run in runs for shape in run_faces(run)]
    DrawingPainter(catalog, tokens, textured=False).paint(painter, shapes, view)
    painter.end()
    small = picture.scaledToWidth(picture.width() // finer, Qt.TransformationMode.SmoothTransformation)
    small.setDevicePixelRatio(picture.devicePixelRatio())
    return small
