"""Saved pieces: their pictures, and the forms that keep, write out, take in and remove them."""

import base64
from collections.abc import Sequence
from pathlib import Path

from PyQt6.QtCore import QBuffer, QIODevice, QSize, Qt
from PyQt6.QtGui import QPainter, QPixmap
from PyQt6.QtWidgets import QFileDialog, QWidget

from tallplank.app.form.form import FormDialog, Values
from tallplank.app.look.painter import DrawingPainter, View
from tallplank.app.look.sign import blank_picture
from tallplank.app.look.theme import LIGHT
from tallplank.app.panel.room.group_panel import selected_group
from tallplank.core.disk import write_atomically
from tallplank.core.draw.elevation import unit_front
from tallplank.core.draw.mounted import run_faces
from tallplank.core.draw.primitive import Pen, Poly, Shape
from tallplank.core.edit.copies.saved_piece import piece_of_group, piece_of_scheme, piece_of_units
from tallplank.core.error import PlankError
from tallplank.core.job.saved_piece import SUFFIX, SavedPiece, dumps, png_of
from tallplank.core.joinery.part.part import Part
from tallplank.core.space.outline import Point, Ring, bounds
from tallplank.session.paneling import shown_scheme
from tallplank.session.saved_piece import tell_changed
from tallplank.session.store import Store

SIZE = QSize(232, 184)
MARGIN = 8.0
FILTER = f"Saved pieces (*{SUFFIX})"


def piece_picture(piece: SavedPiece, size: QSize) -> QPixmap:
    """The picture of a piece; a blank one where it has none."""
    picture = QPixmap()
    if not piece.picture or not picture.loadFromData(png_of(piece.picture)):
        return blank_picture(size)
    return picture.scaled(size, Qt.AspectRatioMode.KeepAspectRatio, Qt.TransformationMode.SmoothTransformation)


def picture_of(store: Store, ids: Sequence[str], face: str) -> str:
    """The elevation of units at a face, with the worktop over them, as a PNG in base64."""
    made, room = store.derived.made, store.state.room
    units = [made.by_id[key] for key in ids if made.by_id[key].unit.face == face]
    wanted = set(ids)
    tops = [run for run in made.runs_at(room, face) if run.what == "top" and wanted & set(run.members)]
    shapes: list[Shape] = [shape for unit in units for shape in unit_front(unit, marked=False)]
    shapes += [Poly(_seen(part), Pen.OUTLINE) for run in tops for part in run.parts]
    corners = [p for u in units for p in ((u.placed.x, u.placed.z), (u.placed.right, u.placed.top))]
    corners += [p for run in tops for part in run.parts for p in _seen(part)]
    return _pictured(store, shapes, corners)


def picture_of_scheme(store: Store, scheme_id: str) -> str:
    """The elevation of a paneled wall, as a PNG in base64."""
    run = next(r for r in store.derived.made.runs if r.id == f"panel-{store.state.room}-{scheme_id}")
    return _pictured(store, run_faces(run), [p for part in run.parts for p in _seen(part)])


def _pictured(store: Store, shapes: Sequence[Shape], corners: Sequence[Point]) -> str:
    (x0, z0), (x1, z1) = bounds(corners)
    scale = min((SIZE.width() - 2 * MARGIN) / (x1 - x0), (SIZE.height() - 2 * MARGIN) / (z1 - z0))
    picture = blank_picture(SIZE)
    painter = QPainter(picture)
    view = View(scale, SIZE.width() / 2 - (x0 + x1) / 2 * scale, SIZE.height() / 2 + (z0 + z1) / 2 * scale)
    DrawingPainter(store.catalog, LIGHT, textured=False).paint(painter, shapes, view)
    painter.end()
    buffer = QBuffer()
    buffer.open(QIODevice.OpenModeFlag.WriteOnly)
    picture.save(buffer, "PNG")
    return base64.b64encode(buffer.data().data()).decode()


def _seen(part: Part) -> Ring:
    return part.form.front(part.frame, part.size)


def ask_keep(window: QWidget, store: Store) -> FormDialog:
    """Keep what is selected in the user's library."""
    group = selected_group(store)
    units = store.selected_units()
    scheme = shown_scheme(store) if store.state.stage == "walls" else None

    def act(values: Values) -> None:
        if store.library is None:
            raise PlankError("There is no library of pieces here.")
        name, tags, job, catalog = values["Name"], values["Tags"].split(","), store.job, store.catalog
        if scheme is not None:
            piece = piece_of_scheme(job, catalog, store.state.room, scheme.id, name, tags, picture_of_scheme(store, scheme.id))
        elif group is not None:
            faces = [f.id for f in group.faces]
            members = [u for u in job.units if u.room == store.state.room and u.face in faces]
            face = next((f for f in faces if any(u.face == f for u in members)), faces[0])
            picture = picture_of(store, [u.id for u in members], face) if members else ""
            piece = piece_of_group(job, catalog, store.state.room, group.id, name, tags, picture)
        else:
            picture = picture_of(store, [u.id for u in units], units[0].face) if units else ""
            piece = piece_of_units(job, catalog, [u.id for u in units], name, tags, picture)
        store.library.keep(piece)
        tell_changed(store)
        store.say(f"{piece.name} is kept; it is offered in the tray at {'Walls' if scheme is not None else 'Layout'}.")

    usual = (
        scheme.name
        if scheme is not None
        else group.name
        if group is not None
        else store.derived.made.by_id[units[0].id].choice.kind.name
        if units
        else ""
    )
    dialog = FormDialog(window, "Keep as a piece", "Offered in every job. One of the same name is replaced.", act, "Keep")
    dialog.text("Name", usual)
    dialog.text("Tags", "", "words by which it is found, with commas between")
    dialog.open()
    return dialog


def _choices(store: Store) -> list[tuple[str, str]]:
    return [(str(path), piece.name) for path, piece in (store.library.pieces() if store.library is not None else ())]


def ask_export(window: QWidget, store: Store) -> FormDialog:
    """Write a piece to a file for somebody else."""

    def act(values: Values) -> None:
        path = Path(values["Piece"])
        name, _ = QFileDialog.getSaveFileName(window, "Write a saved piece", path.name, FILTER)
        if name and store.library is not None:
            piece = next(kept.piece for kept in store.library.pieces() if kept.path == path)
            target = Path(name if name.endswith(SUFFIX) else name + SUFFIX)
            write_atomically(target, dumps(piece).encode())
            store.say(f"{piece.name} is in {target.name}.")

    dialog = FormDialog(window, "Write a saved piece to a file", "", act, "Choose a file…")
    dialog.choice("Piece", _choices(store))
    dialog.open()
    return dialog


def import_piece(window: QWidget, store: Store) -> None:
    """Take a piece from a file into the library."""
    name, _ = QFileDialog.getOpenFileName(window, "Take a piece in", "", FILTER)
    if not name or store.library is None:
        return
    try:
        piece = store.library.take_in(Path(name))
    except PlankError as problem:
        store.say(str(problem))
        return
    tell_changed(store)
    store.say(f"{piece.name} is kept; it is offered in the tray at Layout.")


def ask_remove(window: QWidget, store: Store) -> FormDialog:
    """Take a piece out of the library; jobs that it was placed in keep what they have."""

    def act(values: Values) -> None:
        if store.library is not None:
            store.library.remove(Path(values["Piece"]))
            tell_changed(store)

    dialog = FormDialog(window, "Take a saved piece away", "Jobs in which it was placed keep what they have.", act, "Take away")
    dialog.choice("Piece", _choices(store))
    dialog.open()
    return dialog
