"""Edits of islands, copies, labels and pieces, with values of any size, for the fuzzer of edits."""

from collections.abc import Callable, Mapping
from typing import TYPE_CHECKING

from fuzz.value import number, text
from makers import CATALOG
from tallplank.core.edit import group, standard, unit, walkway, waterfall
from tallplank.core.edit.copies import carry, exchange, mirrored, repeat, saved_piece
from tallplank.core.edit.copies import group as groups
from tallplank.core.edit.standard import change_job
from tallplank.core.job.job import Job
from tallplank.core.job.saved_piece import dumps, loads
from tallplank.core.joinery.workshop import make
from tallplank.core.measure.display import LengthStyle

if TYPE_CHECKING:
    from fuzz.edits import Hand

Edit = Callable[[Job], Job]
SIDES = ("front", "right", "back", "left", "above")


def _top(h: "Hand") -> Edit:
    room, key, name = h.room(), h.group(), h.rng.choice((*SIDES, "supports", "left_end"))
    value = h.rng.choice((None, number(h.rng), 2, "waterfall"))
    return lambda j: group.set_top(j, room, key, **{name: value})


def _seats(h: "Hand") -> Edit:
    args = (h.room(), h.group(), h.rng.choice(SIDES), h.rng.choice((0, 1, 3, 20, 21, -1)), h.rng.choice((None, number(h.rng))))
    return lambda j: group.set_seats(j, *args)


def _end(h: "Hand") -> Edit:
    args = (h.room(), h.group(), h.rng.choice(("left", "right")), h.rng.choice(("waterfall", "waterfall", "free", "steps")))
    return lambda j: waterfall.set_end(j, CATALOG, *args)


def _way(h: "Hand") -> Edit:
    args = (h.room(), h.group(), h.rng.choice(SIDES), number(h.rng))
    return lambda j: walkway.set_walkway(j, make(j, CATALOG), *args)


def _piece(h: "Hand") -> Edit:
    ids, name, spot = h.some(), text(h.rng), h.spot()
    return lambda j: saved_piece.place_units_of(j, CATALOG, loads(dumps(saved_piece.piece_of_units(j, CATALOG, ids, name))), spot).job


def _group_piece(h: "Hand") -> Edit:
    room, key, name = h.room(), h.group(), text(h.rng)

    def edit(job: Job) -> Job:
        kept = loads(dumps(saved_piece.piece_of_group(job, CATALOG, room, key, name)))
        return saved_piece.place_group_of(job, CATALOG, kept, room).job

    return edit


KITCHEN_EDITS: Mapping[str, Callable[["Hand"], Edit]] = {
    "top": _top,
    "seats": _seats,
    "end": _end,
    "way": _way,
    "piece": _piece,
    "group piece": _group_piece,
    "repeat": lambda h: lambda j, a=(h.some(), h.rng.choice((0, 1, 3, 201)), h.rng.choice((None, number(h.rng)))): repeat.repeat_units(j, *a).job,
    "repeat to": lambda h: lambda j, a=(h.some(), h.rng.choice((1, 2, 9)), number(h.rng)): repeat.repeat_between(j, *a).job,
    "mirror at": lambda h: lambda j, a=(h.some(), number(h.rng)), c=h.rng.random() < 0.5: mirrored.mirror_about(j, CATALOG, *a, copy=c).job,
    "mirror group": lambda h: lambda j, a=(h.room(), h.group(), h.rng.choice((None, (h.point(), h.point())))), c=h.rng.random() < 0.4: (
        mirrored.mirror_group(j, *a, copy=c).job
    ),
    "repeat group": lambda h: lambda j, a=(h.room(), h.group(), h.rng.choice((0, 1, 2, 50)), h.point()): groups.repeat_group(j, *a).job,
    "kind": lambda h: lambda j, a=(h.some(), h.rng.choice((*CATALOG.kinds, "gate"))): exchange.replace_kind(j, CATALOG, *a),
    "swap": lambda h: lambda j, a=h.some()[:2]: exchange.swap_units(j, a),
    "carry": lambda h: lambda j, a=(h.one(), h.some(), h.rng.sample(carry.CARRIED, h.rng.randint(0, 3))): carry.carry(j, CATALOG, *a).job,
    "lock": lambda h: lambda j, a=h.some(), on=h.rng.random() < 0.3: unit.lock_units(j, a, locked=on),
    "raise": lambda h: lambda j, a=(h.some(), number(h.rng, -2000, 2000)): unit.raise_units(j, make(j, CATALOG), *a),
    "lengths": lambda h: lambda j, a=(h.rng.choice([*LengthStyle]), h.rng.choice(("mm", "inches", "both")), h.rng.choice((8, 16, 32))): (
        change_job(j, display=j.display.but(style=a[0], papers=a[1], denominator=a[2]))
    ),
    "labels": lambda h: lambda j, a=h.rng.choice(("{mark} {inside}", "{mark", "{colour} {mark}", text(h.rng), "{mark} {width}x{depth} {note}")): (
        standard.set_labels(j, a)
    ),
}  # fmt: skip
"""Every such edit once, by a name; each draws its values first, so that it can be done again."""
