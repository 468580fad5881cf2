"""Turns the job of an older file into that of the next version. What is not understood is left for the reader to refuse."""

from typing import Any


def one_to_two(job: dict[str, Any]) -> dict[str, Any]:
    """Version 1 had one column of openings in a unit; version 2 divides openings to any depth."""
    units = job.get("units")
    if not isinstance(units, list):
        return job
    return {**job, "units": [_unit_to_two(unit) if isinstance(unit, dict) else unit for unit in units]}


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
