"""The forms of copies: repeat, mirror about a place, another kind, carry what one has to others."""

from PyQt6.QtWidgets import QWidget

from tallplank.app.form.form import YES, FormDialog, Values
from tallplank.app.panel.room.group_panel import selected_group
from tallplank.core.edit.align import EDGES, Edge, align_units
from tallplank.core.edit.copies.carry import CARRIED, WORDS, Carried, carry
from tallplank.core.edit.copies.exchange import replace_kind
from tallplank.core.edit.copies.group import repeat_group
from tallplank.core.edit.copies.mirrored import middle_of_face, mirror_about, mirror_group
from tallplank.core.edit.copies.repeat import repeat_between, repeat_units
from tallplank.core.error import PlankError
from tallplank.core.job.scheme import Scheme
from tallplank.core.measure.length import parse_length
from tallplank.session.mirror import MIRROR, MIRROR_COPY, mirror_along
from tallplank.session.section import SECTION_LINE
from tallplank.session.store import Store


def ask_repeat(window: QWidget, store: Store) -> FormDialog:
    """Repeat the selected units along their wall, or the selected group on the plan."""
    group = selected_group(store)

    def act(values: Values) -> None:
        times = _count(values["Times"])
        if group is not None:
            by = (_length(store, values["To the right by"]) or 0.0, _length(store, values["Up by"]) or 0.0)
            room = store.state.room
            store.select(store.apply(lambda j: repeat_group(j, room, group.id, times, by), f"repeat {group.name.lower()}"))
            return
        pitch, end = _length(store, values["Pitch"]), _length(store, values["Up to"])
        ids = store.state.selected
        if end is not None:
            store.select(store.apply(lambda j: repeat_between(j, ids, times, end), "repeat up to an end"))
        else:
            store.select(store.apply(lambda j: repeat_units(j, ids, times, pitch), "repeat"))

    advice = "The copies go along the wall, to the right." if group is None else "The copies go over the plan."
    dialog = FormDialog(window, "Repeat", advice, act, "Repeat")
    dialog.text("Times", "1")
    if group is not None:
        dialog.text("To the right by", "", "a length; less than 0 is to the left")
        dialog.text("Up by", "", "a length; less than 0 is downwards")
    else:
        dialog.text("Pitch", "", "empty: side by side")
        dialog.text("Up to", "", "empty; or a place on the wall, for even gaps")
    dialog.open()
    return dialog


ITSELF, MIDDLE, LINE, DRAWN = "itself", "middle", "line", "drawn"


def ask_mirror(window: QWidget, store: Store) -> FormDialog:
    """Mirror the selected units or the selected group, where they stand or about a place."""
    group = selected_group(store)
    schemes = {f"scheme {s.id}": s for s in _schemes_beside(store)} if group is None else {}
    others = [u for u in store.job.units if u.room == store.state.room and u.id not in store.state.selected]

    def act(values: Values) -> None:
        about, copy = values["About"], values["Keep the original"] == YES
        if about == DRAWN:
            store.place_next(MIRROR_COPY if copy else MIRROR)
            return
        if about == LINE:
            if (line := SECTION_LINE.of(store.state)) is None:
                raise PlankError("Draw a section line on the plan first; it is the line to mirror about.")
            mirror_along(store, line, copy=copy)
            return
        if group is not None:
            room = store.state.room
            store.select(store.apply(lambda j: mirror_group(j, room, group.id, copy=copy), f"mirror {group.name.lower()}")[:1])
            return
        job, ids = store.job, store.state.selected
        units = store.selected_units()
        own = (min(u.x for u in units) + max(u.x + u.width for u in units)) / 2
        if about == ITSELF:
            at = own
        elif about == MIDDLE:
            at = middle_of_face(job, ids)
        elif about in schemes:
            at = schemes[about].middle(job.face(units[0].room, units[0].face).length)
        else:
            other = job.unit(about)
            at = other.x + other.width / 2
        store.select(store.apply(lambda j: mirror_about(j, store.catalog, ids, at, copy=copy), "mirror"))

    dialog = FormDialog(window, "Mirror", "", act, "Mirror")
    places = [(ITSELF, "Where it stands"), (DRAWN, "A line that is drawn on the plan next"), (LINE, "The section line on the plan")]
    if group is None:
        faces = {u.face for u in store.selected_units()}
        between = [(key, f"The middle of {s.name}") for key, s in schemes.items()]
        beside = [(u.id, f"The middle of {store.derived.made.by_id[u.id].label}") for u in others if u.face in faces]
        places = [places[0], (MIDDLE, "The middle of its wall or side"), *places[1:], *between, *beside]
    dialog.choice("About", places)
    dialog.check("Keep the original")
    dialog.open()
    return dialog


def _schemes_beside(store: Store) -> list[Scheme]:
    """The paneled walls on the face that all selected units stand at."""
    room, faces = store.room(), {u.face for u in store.selected_units()}
    return [s for s in room.schemes if faces == {s.face}] if room is not None else []


def ask_kind(window: QWidget, store: Store) -> FormDialog:
    """Put units of another kind in the place of those that are selected."""

    def act(values: Values) -> None:
        ids, kind = store.state.selected, values["Kind"]
        store.apply(lambda j: replace_kind(j, store.catalog, ids, kind), f"kind → {store.catalog.kinds[kind].name}")

    advice = "Place, width and all that still applies to it stay."
    dialog = FormDialog(window, "Another kind", advice, act, "Replace")
    dialog.choice("Kind", [(k.id, k.name) for k in store.catalog.kinds.values()])
    dialog.open()
    return dialog


ALIGNED: dict[Edge, str] = {
    "left": "Left edges",
    "middle": "Middles",
    "right": "Right edges",
    "top": "Upper edges",
    "bottom": "Lower edges",
    "front": "Fronts",
}


def ask_align(window: QWidget, store: Store) -> FormDialog:
    """Bring the selected units into line with the one that was selected first."""
    ids = store.state.selected

    def act(values: Values) -> None:
        edge = next(e for e in EDGES if e == values["Align"])
        store.apply(lambda j: align_units(j, store.derived.made, ids, edge), f"align {ALIGNED[edge].lower()}")

    advice = f"{store.derived.made.by_id[ids[0]].label} stays; the others move to it."
    dialog = FormDialog(window, "Align", advice, act, "Align")
    dialog.choice("Align", list(ALIGNED.items()))
    dialog.open()
    return dialog


def ask_carry(window: QWidget, store: Store) -> FormDialog:
    """Carry what the unit that was selected first has to the others."""
    model, ids = (store.state.selected[0] if store.selected_units() else ""), store.state.selected

    def act(values: Values) -> None:
        things: list[Carried] = [thing for thing in CARRIED if values[WORDS[thing]] == YES]
        if not model:
            raise PlankError("Select the unit that has it first, then those that shall take it.")
        outcome = carry(store.job, store.catalog, model, ids, things)
        store.apply(lambda _: outcome.job, "carry " + ", ".join(WORDS[t].lower() for t in things))
        store.say(outcome.told)

    name = store.derived.made.by_id[model].label if model in store.derived.made.by_id else ""
    advice = f"From {name} to {max(len(ids) - 1, 0)} others. What does not apply to one of them is left out."
    dialog = FormDialog(window, "Carry to others", advice, act, "Carry")
    for thing in CARRIED:
        dialog.check(WORDS[thing], on=thing in ("front", "finishes", "hardware"))
    dialog.open()
    return dialog


def _count(text: str) -> int:
    try:
        return int(text)
    except ValueError:
        raise PlankError(f"'{text}' is no number of times.") from None


def _length(store: Store, text: str) -> float | None:
    """A length as it was typed; None where nothing was."""
    text = text.strip()
    if not text:
        return None
    return parse_length(text, store.job.display.style.unit)
