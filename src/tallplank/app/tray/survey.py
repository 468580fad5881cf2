"""What the Survey stage offers: rooms, what stands in them, and what is in and on their walls."""

from collections.abc import Callable
from typing import Protocol

from PyQt6.QtCore import QSize
from PyQt6.QtGui import QPixmap
from PyQt6.QtWidgets import QComboBox, QLabel, QPushButton, QWidget

from tallplank.app.canvas.tool.outline import DRAWING
from tallplank.app.look.icons import opening_picture, service_picture, standing_picture
from tallplank.app.look.theme import Tokens
from tallplank.core.edit.survey.over_units import soffit_over
from tallplank.core.edit.survey.room import add_free_wall, add_room
from tallplank.core.edit.survey.service import SERVICE_NAMES
from tallplank.core.edit.survey.standing import USUAL, add_slope
from tallplank.core.job.wall import SERVICE_KINDS
from tallplank.core.measure.memo import IdentityMemo
from tallplank.core.space.outline import middle
from tallplank.session.group import new_island
from tallplank.session.store import Store

PICTURE = QSize(58, 46)
FREE_WALL = 1500.0
"""How long a new wall that stands free is."""
BUTTON = 170
OPENINGS = (
    ("door", "Door", "A door, 900 by 2050"),
    ("window", "Window", "A window, 1200 by 1150"),
    ("opening", "Opening", "A way through without a door, 1000 by 2100"),
    ("niche", "Niche", "A niche in the wall, 600 by 900"),
)
STANDING = {
    "column": "A square column, 300 by 300",
    "chimney": "A chimney breast before a wall, 1200 by 350",
    "beam": "A beam under the ceiling, 2000 by 200",
    "pipe": "A pipe from floor to ceiling, 50 across",
    "boxing": "A boxing round pipes, 200 by 200",
}


class Offering(Protocol):
    """What the tray lets a stage do."""

    pictures: IdentityMemo[QPixmap]
    """Those that took long to draw, by all that they show."""

    def group(self, name: str) -> None:
        """Begin a group."""

    def soft(self, text: str) -> QLabel:
        """Add a word of advice."""

    def put(self, text: str, widget: QWidget) -> None:
        """Add anything that is found by its text."""

    def item(self, kind: str, name: str, hint: str, picture: QPixmap) -> None:
        """Add a thing to place."""

    def later(self, paint: Callable[[], None]) -> None:
        """Draw a picture when there is time for it."""


def offer_survey(tray: Offering, store: Store, tokens: Tokens, read_plan: Callable[[], None]) -> None:
    """Fill the tray."""
    tray.group("Rooms")
    rooms = QComboBox()
    rooms.setAccessibleName("Room")
    rooms.setFixedWidth(BUTTON)
    for room in store.job.rooms:
        rooms.addItem(room.name, room.id)
    rooms.setCurrentIndex(rooms.findData(store.state.room))
    rooms.activated.connect(lambda i: store.look_at(rooms.itemData(i)))
    tray.put("rooms", rooms)
    makers = _Makers(store)
    for words, make in (
        ("Add a room", makers.room),
        ("Draw a room", makers.drawing),
        ("A room from a plan (DXF)", read_plan),
        ("Add an island", lambda: new_island(store)),
        ("Add a wall that stands free", makers.free_wall),
        ("Slope the ceiling here", makers.slope),
        ("Soffit over wall units", makers.soffit),
    ):
        button = QPushButton(words)
        button.setFixedWidth(BUTTON)
        button.clicked.connect(lambda _, act=make: act())  # Qt holds bound methods weakly
        tray.put(words.lower(), button)
    tray.group("Openings")
    for kind, name, hint in OPENINGS:
        tray.item(kind, name, hint, opening_picture(kind, tokens, PICTURE))
    tray.group("In the room")
    for kind, hint in STANDING.items():
        tray.item(kind, USUAL[kind][0], hint, standing_picture(kind, tokens, PICTURE))
    tray.item("soffit", "Soffit", "A part of the ceiling that is boxed down", standing_picture("soffit", tokens, PICTURE))
    tray.group("On the walls")
    for kind in SERVICE_KINDS:
        tray.item(kind, SERVICE_NAMES[kind], SERVICE_NAMES[kind], service_picture(kind, store.catalog, tokens, PICTURE))
    tray.soft("Click one, then the wall. Drag it, or type over its dimensions; its sizes are at the right.")


class _Makers:
    """What the buttons do to the shown room."""

    def __init__(self, store: Store) -> None:
        self._store = store

    def room(self) -> None:
        name = f"Room {len(self._store.job.rooms) + 1}"
        (room,) = self._store.apply(lambda j: add_room(j, name, 4000.0, 3000.0, 2500.0), "add room")
        self._store.look_at(room)

    def drawing(self) -> None:
        """Let the plan draw one."""
        self._store.place_next(DRAWING)

    def free_wall(self) -> None:
        room = self._store.room()
        if room is not None:
            x, y = middle(room.corners)
            ends = ((x - FREE_WALL / 2, y), (x + FREE_WALL / 2, y))
            front, _ = self._store.apply(lambda j: add_free_wall(j, room.id, *ends), "add wall")
            self._store.look_at(room.id, front)

    def slope(self) -> None:
        room, face = self._store.room(), self._store.face()
        if room is not None and face is not None:
            made = self._store.apply(lambda j: add_slope(j, room.id, face.id), "slope the ceiling")
            self._store.select(made)

    def soffit(self) -> None:
        """One over all units that hang in the room and join."""
        room = self._store.room()
        if room is not None:
            made = self._store.derived.made
            self._store.select(self._store.apply(lambda j: soffit_over(j, made, room.id), "soffit over units"))
