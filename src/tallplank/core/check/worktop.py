"""Whether worktops bear what stands on them: between the gables under them, and where they stand out beyond.

Source: common practice: a worktop stands out free by ten times its thickness at most, and not farther than 300.
"""

from collections.abc import Iterator, Sequence

from tallplank.core.check.record import Finding, shown
from tallplank.core.check.strength import shelf_sag
from tallplank.core.job.job import Display
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.part.part import Part
from tallplank.core.joinery.run.worktop import Run

FREE_BY_THICKNESS, FREE_MOST = 10.0, 300.0


class WorktopChecker:
    """Looks through jobs one after the other, keeping what was found of worktops where nothing changed."""

    def __init__(self) -> None:
        self._known: dict[int, tuple[Run, Display, tuple[Finding, ...]]] = {}
        """By the run, which is another one as soon as a unit under it is."""

    def findings(self, made: Made) -> Iterator[Finding]:
        """Worktops that sag between their supports, or stand out too far without any."""
        before, self._known, display = self._known, {}, made.job.display
        for run in made.runs:
            if run.what != "top" or not run.parts:
                continue
            kept = before.get(id(run))
            if kept is None or kept[1] is not display:
                members = [made.by_id[key] for key in run.members]
                kept = (run, display, (*_sagging(made, run, members), *_standing_out(made, run, members)))
            self._known[id(run)] = kept
            yield from kept[2]


def _sagging(made: Made, run: Run, members: Sequence[MadeUnit]) -> Iterator[Finding]:
    widest = max(members, key=_clear)
    span, rules, part = _clear(widest), widest.choice.rules, run.parts[0]
    bend = shelf_sag(part, made.catalog, rules, span=span)
    if bend is not None and bend > span / rules.sag_limit:
        text = (
            f"{run.label} sags {shown(made.job, bend)} in time over {widest.label}; {shown(made.job, span / rules.sag_limit)} is allowed."
        )
        yield Finding("warning", "worktop-sags", text, "Choose a thicker worktop, or put a rail under it.", (widest.unit.id,))


def _clear(unit: MadeUnit) -> float:
    return unit.unit.width - 2 * unit.choice.rules.board_thickness


def _standing_out(made: Made, run: Run, members: Sequence[MadeUnit]) -> Iterator[Finding]:
    most = min(FREE_BY_THICKNESS * run.parts[0].thickness.value, FREE_MOST)
    far, where = max(_overhangs(run.parts, members))
    if far > most:
        text = f"{run.label} stands out {shown(made.job, far)} {where} without support; {shown(made.job, most)} is the most."
        yield Finding("warning", "worktop-overhang", text, "Make the overhang smaller, or put a support under it.", run.members)


def _overhangs(parts: tuple[Part, ...], members: Sequence[MadeUnit]) -> Iterator[tuple[float, str]]:
    boxes = [part.box for part in parts]
    yield min(u.placed.x for u in members) - min(low.x for low, _ in boxes), "at its left end"
    yield max(high.x for _, high in boxes) - max(u.placed.right for u in members), "at its right end"
    yield max(u.placed.back - u.unit.depth for u in members) - min(low.y for low, _ in boxes), "at its front"
