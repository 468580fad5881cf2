"""A unit in other finishes that are cut just alike: the same parts with another surface, without building it anew."""

from collections.abc import Mapping
from dataclasses import replace

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.finish import Finish
from tallplank.core.job.standard import Standard
from tallplank.core.joinery.made import MadeUnit
from tallplank.core.joinery.part.part import Edges, Part, Parts
from tallplank.core.joinery.rule.choice import choice_for, chosen_finish, in_board

Swaps = Mapping[str, Finish]
"""From the id of a finish to the one that takes its place."""


def refinished(made: MadeUnit, standard: Standard) -> MadeUnit | None:
    """The unit as another standard would have it, if that changes nothing but finishes that are cut alike; else None."""
    old = made.choice
    if made.problem or made.notes or not old.holds(standard, but="finishes"):
        return None
    swaps = _swaps(made, standard)
    if swaps is None or not all(_is_plain(part, old.catalog) for part in made.parts):
        return None
    choice = choice_for(old.catalog, standard, made.unit)
    choice.used.update(old.used)
    return replace(made, choice=choice, parts=Parts([_in_finish(part, swaps) for part in made.parts]))


def cut_alike(catalog: Catalog, a: Finish, b: Finish) -> bool:
    """Whether boards of two finishes are cut, banded and weigh the same, so that all sizes and fittings are the same."""
    if a.thickness != b.thickness or _band(catalog, a) != _band(catalog, b):
        return False
    one, other = catalog.boards[a.board], catalog.boards[b.board]
    return (one.grain, one.movement, one.density) == (other.grain, other.movement, other.density)


def _band(catalog: Catalog, finish: Finish) -> float | None:
    return catalog.bands[finish.band].thickness if finish.band else None


def _swaps(made: MadeUnit, standard: Standard) -> Swaps | None:
    """What takes the place of each finish that was used; None where that is not cut alike, or not the same for all roles."""
    choice, swaps = made.choice, dict[str, Finish]()
    for table, role in choice.used:
        if table != "finishes":
            continue
        old, new = (
            in_board(chosen_finish(choice.catalog, s, made.unit, role), role, choice.rules)  # type: ignore[arg-type]
            for s in (choice.standard, standard)
        )
        if not cut_alike(choice.catalog, old, new) or swaps.setdefault(old.id, new) != new:
            return None
    return swaps


def _is_plain(part: Part, catalog: Catalog) -> bool:
    """Whether the part is of its finish's board and banded with its finish's band only."""
    bands = {b for b in (part.edges.l1, part.edges.l2, part.edges.w1, part.edges.w2, *(e.band for e in part.shaped_edges)) if b}
    return part.board == part.finish.board and bands <= {part.finish.band}


def _in_finish(part: Part, swaps: Swaps) -> Part:
    new = swaps.get(part.finish.id, part.finish)
    if new is part.finish:
        return part
    e = part.edges
    edges = Edges(*(new.band if band else None for band in (e.l1, e.l2, e.w1, e.w2)))
    form = part.form.rebanded(new.band) if new.band else part.form
    return replace(part, finish=new, board=new.board, edges=edges, form=form)
