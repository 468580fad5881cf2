"""The form of a new peninsula."""

from PyQt6.QtWidgets import QWidget

from tallplank.app.form.form import FormDialog, Values
from tallplank.core.edit.peninsula import add_peninsula
from tallplank.core.measure.length import LengthUnit
from tallplank.session.group import INCH_ISLAND, ISLAND
from tallplank.session.store import Store


def ask_peninsula(window: QWidget, store: Store) -> FormDialog:
    """Add a peninsula at the shown wall, by where along it and how long."""
    room, face = store.state.room, store.face()
    usual = INCH_ISLAND if store.job.display.style.unit is LengthUnit.INCH else ISLAND

    def act(values: Values) -> None:
        made = store.derived.made
        along, long = (store.job.display.retyped(values[name], stood) for name, stood in (("Along the wall at", at), ("Length", usual)))
        to_left = values["Fronts look to the"] == "left"
        ids = store.apply(lambda j: add_peninsula(j, made, room, store.state.face, along, long, to_left=to_left), "add peninsula")
        store.look_at(room, ids[1])
        store.select(ids[:1])

    advice = "It stands square to the shown wall, from the wall or from the edge of the worktop there; that is the line of its backs."
    dialog = FormDialog(window, "Peninsula", advice, act, "Add")
    chosen = store.selected_units()
    at = max((u.x + u.width for u in chosen if u.face == store.state.face), default=face.length / 2 if face is not None else 0.0)
    shown = store.job.display.shown
    dialog.text("Along the wall at", shown(at, suffix=False))
    dialog.text("Length", shown(usual, suffix=False))
    dialog.choice("Fronts look to the", [("left", "Left"), ("right", "Right")])
    dialog.open()
    return dialog
