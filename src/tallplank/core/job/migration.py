"""Turns the job of an older file into that of the next version. What is not understood is left for the reader to refuse."""

from collections.abc import Callable
from typing import Any


def one_to_two(job: dict[str, Any]) -> dict[str, Any]:
    """Version 1 had one column of openings in a unit; version 2 divides openings to any depth."""
    return _each(job, "units", _unit_to_two)


def two_to_three(job: dict[str, Any]) -> dict[str, Any]:
    """Version 2 had rectangular rooms; version 3 has rooms of any corners, and units stand at faces."""
    return _each(_each(job, "rooms", _room_to_three), "units", _unit_to_three)


def _each(record: dict[str, Any], key: str, change: Callable[[dict[str, Any]], dict[str, Any]]) -> dict[str, Any]:
    """The record with every record in one of its lists changed."""
    items = record.get(key)
    if not isinstance(items, list):
        return record
    return {**record, key: [change(item) if isinstance(item, dict) else item for item in items]}


def _room_to_three(room: dict[str, Any]) -> dict[str, Any]:
    sizes = room.get("width"), room.get("depth")
    if not all(isinstance(size, int | float) and not isinstance(size, bool) and size > 0 for size in sizes):
        return room
    width, depth = sizes
    rest = {key: value for key, value in room.items() if key not in ("width", "depth")}
    room = {**rest, "corners": [[0.0, depth], [width, depth], [width, 0.0], [0.0, 0.0]]}
    return _each(room, "walls", lambda wall: {key: value for key, value in wall.items() if key != "side"})


def _unit_to_three(unit: dict[str, Any]) -> dict[str, Any]:
    rest = {key: value for key, value in unit.items() if key != "wall"}
    return {**rest, "face": unit["wall"]} if "wall" in unit else rest


def _unit_to_two(unit: dict[str, Any]) -> dict[str, Any]:
    if not isinstance(unit.get("openings"), list):
        return unit
    column = [_cell_to_two(cell) if isinstance(cell, dict) else cell for cell in unit["openings"]]
    rest = {key: value for key, value in unit.items() if key != "openings"}
    if not column:
        return rest
    return {**rest, "opening": column[0] if len(column) == 1 else {"openings": column}}


def _cell_to_two(cell: dict[str, Any]) -> dict[str, Any]:
    rest = {key: value for key, value in cell.items() if key != "floor"}
    return {**rest, "board": cell["floor"]} if "floor" in cell else rest
