"""Rows by which one piece of a worktop, plinth or molding is changed by hand, and put back."""

from PyQt6.QtWidgets import QPushButton

from tallplank.app.panel.panel import SpecPanel
from tallplank.core.edit.run_piece import change_piece, reset_piece
from tallplank.core.job.room import PieceChange
from tallplank.core.joinery.part.part import PartRef
from tallplank.core.joinery.run.override import key_of
from tallplank.session.pick import picked_part
from tallplank.session.store import Store


def run_of_pick(store: Store) -> tuple[str, str] | None:
    """The room and the key of the picked part, where it belongs to what passes across units."""
    pick = store.state.pick
    if not isinstance(pick, PartRef) or picked_part(store) is None:
        return None
    run = next((r for r in store.derived.made.runs if r.id == pick.owner), None)
    key = key_of(run, pick) if run is not None else None
    return (run.room, key) if run is not None and key is not None else None


def piece_rows(panel: SpecPanel) -> None:
    """Add them for the picked part."""
    store, found = panel.store, run_of_pick(panel.store)
    part = picked_part(store)
    if found is None or part is None:
        return
    (room_id, key), role = found, part.part.role

    def now() -> PieceChange:
        return store.job.room(room_id).pieces.get(key, PieceChange())

    def put(name: str, value: object) -> None:
        store.apply(lambda j: change_piece(j, store.catalog, room_id, key, **{name: value}), f"piece {name}")

    panel.group("This piece alone")
    choices = ((None, "As the others", None), *((f.id, f.name, None) for f in store.catalog.finishes_for(role)))
    panel.pick("Finish", choices, lambda: now().finish, lambda v: put("finish", v))
    panel.length("Left +", lambda: now().left, lambda v: put("left", v))
    panel.length("Right +", lambda: now().right, lambda v: put("right", v))
    out = QPushButton("Leave this piece out")
    out.clicked.connect(lambda: put("left_out", True))
    panel.widget(out)
    back = QPushButton("As it makes itself")
    back.clicked.connect(lambda: store.apply(lambda j: reset_piece(j, room_id, key), "piece as it makes itself"))
    panel.widget(back, lambda: back.setEnabled(key in store.job.room(room_id).pieces))


def changed_keys(store: Store) -> tuple[str, ...]:
    """The keys of the pieces of the shown room that are changed by hand."""
    room = store.room()
    return tuple(room.pieces) if room is not None else ()


def changed_pieces(panel: SpecPanel) -> None:
    """Add the pieces of the shown room that are changed by hand, each with the way back."""
    store, room = panel.store, panel.store.room()
    if room is None or not room.pieces:
        return
    labels = {run.id: run.label for run in store.derived.made.runs}
    panel.group("Pieces changed by hand")
    for key, change in room.pieces.items():
        owner, role, number = key.rsplit("/", 2)
        what = "left out" if change.left_out else "changed"
        button = QPushButton(f"{labels.get(owner, owner)}, {role} {number}: {what} – put it back")
        button.setProperty("kind", "row")
        button.clicked.connect(lambda _, k=key: store.apply(lambda j: reset_piece(j, room.id, k), "piece as it makes itself"))
        panel.widget(button)
