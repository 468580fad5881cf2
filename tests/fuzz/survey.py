"""Random edits of what is measured: what stands in rooms, what is in their walls, their shapes and what they are covered with."""

import random
from collections.abc import Callable, Mapping
from typing import Protocol

from fuzz.value import number, text
from makers import CATALOG
from tallplank.core.edit import run_piece
from tallplank.core.edit.survey import room, service, shape, standing, surface
from tallplank.core.job.job import Job
from tallplank.core.job.wall import SERVICE_KINDS

Edit = Callable[[Job], Job]


class Hand(Protocol):
    """Draws what an edit is given."""

    rng: random.Random
    job: Job

    def room(self) -> str: ...
    def face(self) -> str: ...
    def point(self) -> tuple[float, float]: ...


def _standing(h: Hand) -> Edit:
    r, room_id, at = h.rng, h.room(), h.point()
    key = r.choice((*[thing.id for room in h.job.rooms for thing in standing.standings(room)] * 3, "column9"))
    names = ("x", "width", "depth", "turn", "low", "high", "round", "id", "wrong", "corners", "run", "surface", "molding")
    corners = tuple(h.point() for _ in range(r.choice((0, 2, 3, 4, 80))))
    values = {r.choice(names): r.choice((number(r), True, None, corners))}
    kind = r.choice((*standing.USUAL, "tree"))
    low, run, soffit_low = number(r), number(r), r.choice((None, number(r)))
    more = {name: value for name, value in values.items() if name not in ("corners", "low")}
    face = h.face()
    return r.choice(
        (
            lambda j: standing.add_column(j, room_id, at, kind if kind in standing.USUAL else "column", **values).job,
            lambda j: standing.add_soffit(j, room_id, corners, soffit_low, **more).job,
            lambda j: standing.add_slope(j, room_id, face, low, run).job,
            lambda j: standing.change_standing(j, room_id, key, **values),
            lambda j: standing.move_standing(j, room_id, key, at),
            lambda j: standing.remove_standing(j, room_id, key),
        )
    )


def _service(h: Hand) -> Edit:
    r, ids, x = h.rng, (h.room(), h.face()), h.rng.choice((None, number(h.rng)))
    key = r.choice((*[s.id for room in h.job.rooms for w in room.walls for s in w.services] * 3, "socket9"))
    values = {r.choice(("x", "z", "width", "height", "deep", "kind", "note", "id")): r.choice((number(r), text(r)))}
    kind = r.choice(SERVICE_KINDS)
    return r.choice(
        (
            lambda j: service.add_service(j, *ids, kind, x).job,
            lambda j: service.change_service(j, *ids, key, **values),
            lambda j: service.remove_service(j, *ids, key),
        )
    )


def _shape(h: Hand) -> Edit:
    r, room_id, face, length = h.rng, h.room(), h.face(), number(h.rng)
    at, index, angle = h.point(), h.rng.randint(-2, 9), number(h.rng, -400, 400)
    return r.choice(
        (
            lambda j: shape.move_wall(j, room_id, face, length),
            lambda j: shape.split_wall(j, room_id, face, length),
            lambda j: shape.remove_wall(j, room_id, face),
            lambda j: shape.move_corner(j, room_id, index, at),
            lambda j: shape.set_corner_angle(j, room_id, index, angle),
        )
    )


def _surface(h: Hand) -> Edit:
    r, room_id = h.rng, h.room()
    what = r.choice(("floor", "ceiling", h.face(), "soffit1", "sky"))
    key = r.choice((None, *CATALOG.looks, "picture1", "none"))
    name, wide, pixels = text(r), number(r), (r.randint(0, 500), r.randint(0, 500))
    return r.choice(
        (
            lambda j: surface.cover(j, CATALOG, room_id, what, key),
            lambda j: surface.add_picture(j, name, b"no picture", pixels, wide).job,
            lambda j: surface.size_picture(j, "picture1", wide),
        )
    )


def _piece(h: Hand) -> Edit:
    r, room_id = h.rng, h.room()
    what = r.choice(("top", "plinth", "crown", "cornice", "end"))
    role = {"top": r.choice(("worktop", "upstand", "backsplash")), "end": "end panel"}.get(what, what)
    key = f"{what}-{room_id}-{h.face()}-{r.randint(1, 2)}/{role}/{r.randint(1, 2)}"
    values = {r.choice(("left_out", "finish", "left", "right", "wrong")): r.choice((True, number(r), "oak-stave", "gold", None))}
    return r.choice(
        (
            lambda j: run_piece.change_piece(j, CATALOG, room_id, key, **values),
            lambda j: run_piece.reset_piece(j, room_id, key),
            lambda j: room.change_room(j, room_id, cornice=True),
        )
    )


SURVEY_EDITS: Mapping[str, Callable[[Hand], Edit]] = {
    "standing": _standing,
    "service": _service,
    "shape": _shape,
    "surface": _surface,
    "piece": _piece,
}
"""Every edit of what is measured, by a name."""
