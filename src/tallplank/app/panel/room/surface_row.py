"""The row that says what a wall, floor, ceiling or soffit is covered with."""

from collections.abc import Callable
from pathlib import Path

from PyQt6.QtWidgets import QFileDialog

from tallplank.app.panel.panel import SpecPanel
from tallplank.core.edit.survey.surface import add_picture, cover, size_picture
from tallplank.core.exchange.picture_file import read_picture
from tallplank.session.store import Store

FROM_FILE = "a file"
REPEAT = 600.0
"""How wide a new picture is taken to be until another width is typed."""
FILTER = "Pictures (*.png *.jpg *.jpeg *.webp *.bmp *.tif *.tiff)"


def surface_rows(panel: SpecPanel, room_id: str, what: str, read: Callable[[], str | None], name: str = "Covered") -> None:
    """Add the choice, and for a picture its real width."""
    store = panel.store
    looks = [(look.id, look.name, None) for look in store.catalog.looks.values() if look.kind != "glass"]
    pictures = [(p.id, p.name, None) for p in store.job.pictures]
    choices = ((None, "Plain", None), *looks, *pictures, (FROM_FILE, "A picture from a file…", None))

    def choose(surface: object) -> None:
        if surface == FROM_FILE:
            picture_from_file(panel, room_id, what)
            return
        key = surface if isinstance(surface, str) else None
        store.apply(lambda j: cover(j, store.catalog, room_id, what, key), "cover")

    panel.pick(name, choices, read, choose)
    shown = read()
    if any(p.id == shown for p in store.job.pictures):

        def wide() -> float | None:
            return next((p.width for p in store.job.pictures if p.id == read()), None)

        panel.length("Repeats", wide, lambda v: store.apply(lambda j: size_picture(j, str(read()), v), "size of a picture"))


def picture_from_file(panel: SpecPanel, room_id: str, what: str, path: Path | None = None) -> None:
    """Ask for a picture, copy it into the job, and cover something with it."""
    store = panel.store
    if path is None:
        picked, _ = QFileDialog.getOpenFileName(panel, "Which picture?", "", FILTER)
        if not picked:
            return
        path = Path(picked)
    data, pixels = read_picture(path)
    made = add_picture(store.job, path.stem[:60] or "Picture", data, pixels, REPEAT)
    covered = cover(made.job, store.catalog, room_id, what, made.ids[0])
    store.apply(lambda _: covered, "cover with a picture")
    store.say("It is in the job now. Say at 'Repeats' how wide one repeat is.")


def surface_key(store: Store) -> tuple[object, ...]:
    """What the rows depend on."""
    room = store.room()
    covered = () if room is None else (room.floor, room.ceiling, *(w.surface for w in room.walls), *(s.surface for s in room.soffits))
    return (tuple((p.id, p.name) for p in store.job.pictures), covered)
