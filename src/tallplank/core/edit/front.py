"""Replacing the style of fronts: of one, of all of a kind, or of all in the job."""

from collections.abc import Callable

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.edit.check import EditError, with_standard, with_units
from tallplank.core.job.job import Job
from tallplank.core.job.opening import FrontKind, Opening, Path, opening_at, replaced_at


def style_one(job: Job, catalog: Catalog, unit_id: str, path: Path, style: str) -> Job:
    """A job with another style on one front.

    Raises:
        EditError: an unknown style, no such front, or a front that could not be made so.
    """
    _need(catalog, style)
    unit = job.unit(unit_id)
    opening = opening_at(unit.opening, path)
    if opening is None or opening.front == "none":
        raise EditError("There is no front there.")
    root = replaced_at(unit.opening, path, lambda o: o.but(style=style))
    return with_units(job, catalog, {unit_id: unit.but(opening=root)})


def style_kind(job: Job, catalog: Catalog, kind: FrontKind, style: str) -> Job:
    """A job with one style on all fronts of a kind: all doors, all drawer fronts; styles of their own give way.

    Units with a door style of their own keep it for other kinds of fronts, which take it front by front.
    """
    _need(catalog, style)
    job = _cleared(job, catalog, lambda o: o.front == kind, own=style, kind=kind)
    return with_standard(job, catalog, job.standard.but(front_styles={**job.standard.front_styles, kind: style}))


def style_all(job: Job, catalog: Catalog, style: str) -> Job:
    """A job with one style on all its fronts; no front, unit or kind keeps one of its own."""
    _need(catalog, style)
    job = _cleared(job, catalog, lambda _: True, own=None, kind=None)
    return with_standard(job, catalog, job.standard.but(door_style=style, front_styles={}))


def _cleared(job: Job, catalog: Catalog, wanted: Callable[[Opening], bool], own: str | None, kind: FrontKind | None) -> Job:
    changed = {}
    for unit in job.units:
        keeps = unit.door_style is not None and kind is not None
        root = _walked(unit.opening, wanted, own if keeps else None)
        style = unit.door_style if kind is not None else None
        if root is not unit.opening or style != unit.door_style:
            changed[unit.id] = unit.but(opening=root, door_style=style)
    return with_units(job, catalog, changed) if changed else job


def _walked(opening: Opening, wanted: Callable[[Opening], bool], style: str | None) -> Opening:
    """The same tree with this style on the fronts that are wanted; untouched branches are the very same."""
    cells = tuple(_walked(cell, wanted, style) for cell in opening.openings)
    values: dict[str, object] = {}
    if any(a is not b for a, b in zip(cells, opening.openings, strict=True)):
        values["openings"] = cells
    if opening.front != "none" and wanted(opening) and opening.style != style:
        values["style"] = style
    return opening.but(**values) if values else opening


def _need(catalog: Catalog, style: str) -> None:
    if style not in catalog.door_styles:
        raise EditError(f"The catalogue has no door style '{style}'.")
