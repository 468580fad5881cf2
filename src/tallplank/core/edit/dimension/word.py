"""What the ends of dimensions hold, and what chains measure, in words."""

from tallplank.core.edit.dimension.reach import places_of
from tallplank.core.job.dimension import Axis, Dimension, End, EndEdge
from tallplank.core.joinery.made import Made

EDGE_WORDS: dict[Axis, dict[EndEdge, str]] = {
    "x": {"low": "left", "middle": "middle", "high": "right"},
    "y": {"low": "front", "middle": "middle", "high": "back"},
    "z": {"low": "bottom", "middle": "middle", "high": "top"},
}
CHAIN_WORDS: dict[str, str] = {
    "units": "units",
    "fronts": "fronts",
    "middles": "middles of sinks and hobs",
    "openings": "doors and windows",
    "services": "services",
    "levels": "heights",
    "whole": "the whole",
}


def end_words(made: Made, room_id: str, end: End, axis: Axis) -> str:
    """What an end holds, such as `3 Base · carcass, left`."""
    edge = EDGE_WORDS[axis][end.edge]
    thing = thing_words(made, room_id, end)
    if end.holds == "wall":
        return f"{thing}, {edge}" if axis != "y" else thing
    return f"{thing}, {edge}"


def thing_words(made: Made, room_id: str, end: End) -> str:
    """The thing that an end holds, and what of it."""
    room = made.job.room(room_id)
    if (unit := made.by_id.get(end.thing)) is not None:
        several = end.holds == "front" and len(unit.fronts) > 1
        return f"{unit.label} · {end.holds}{f' {end.item + 1}' if several else ''}"
    for face in made.faces[room_id].values():
        if end.holds == "wall" and face.id == end.thing:
            return face.name
        for i, opening in enumerate(face.openings, 1):
            if end.holds == "opening" and opening.id == end.thing:
                return f"{opening.kind} {i} of {face.name}"
        for i, service in enumerate(face.services, 1):
            if end.holds == "service" and service.id == end.thing:
                return f"{service.kind} {i} of {face.name}"
    names = {**{c.id: c.name for c in room.columns}, **{s.id: s.name for s in room.soffits}}
    return names.get(end.thing, end.thing)


def dimension_words(made: Made, dimension: Dimension) -> str:
    """A dimension by its two ends, and its value where both are to be seen."""
    ends = " – ".join(end_words(made, dimension.room, end, dimension.axis) for end in (dimension.first, dimension.second))
    places = places_of(made, dimension)
    return f"{made.job.display.shown(abs(places[1] - places[0]))}: {ends}" if places is not None else ends


def chain_words(made: Made, room_id: str, name: str) -> str:
    """A chain by its name: of which drawing it is, what it measures and where it lies."""
    _, where, rest = name.split("/", 2)
    parts = rest.split(" ")
    room, faces = made.job.room(room_id), {f.id: f.name for f in made.faces[room_id].values()}
    if where != "plan":
        side, what = parts
        return f"{faces.get(where, where)}: {CHAIN_WORDS.get(what, what)}, {side}"
    names = faces | {g.id: g.name for g in room.groups} | {c.id: c.name for c in room.columns}
    if parts[1] == "way":
        return f"Plan: way {parts[2]} of {names.get(parts[0], parts[0])}"
    return f"Plan: {CHAIN_WORDS.get(parts[1], names.get(parts[1], parts[1]))}, {names.get(parts[0], parts[0])}"
