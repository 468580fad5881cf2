"""Whether shelves, doors, drawers, flaps and hung units bear what they are meant to bear, with the remedy as an edit.

Source: design load 15 lb/ft2 (0.72 kN/m2) on shelves and in drawers, ANSI/KCMA A161.1, from memory; sag of a simply
supported beam under an even load 5 w L^4 / (384 E I), any strength of materials text; creep by k_def of EN 1995-1-1, table 3.2, from
memory, under the share of the load that stays (common practice); the limit L/150 after years from its table 7.2, from memory.
"""

from collections.abc import Iterator, Sequence
from functools import partial
from itertools import compress, pairwise
from typing import Literal

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.hardware import Hanger, Slide
from tallplank.core.check.record import Finding, Fix, Site, shown
from tallplank.core.edit.opening import set_opening, split_opening
from tallplank.core.edit.unit import set_hardware, set_rule
from tallplank.core.job.construction import Construction
from tallplank.core.job.front import SHAPES
from tallplank.core.job.inside import INSIDES
from tallplank.core.job.opening import Path, opening_at
from tallplank.core.joinery.front.front import STAYS, stay_for, stay_moment
from tallplank.core.joinery.joint.meeting import TOUCH
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.part.part import BOTTOM, Part
from tallplank.core.joinery.rule.load import GRAVITY, drawer_loads, hung_load
from tallplank.core.joinery.rule.plate import DRAWER_LIMIT, plate_sag
from tallplank.core.measure.memo import Mapped

SHELVES = ("shelf", "fixed-shelf")
NOTED = 1.5
"""Up to so many times what is allowed after years, a sag is a note: loads and creep are not known better (common practice)."""


def sag(
    span: float, depth: float, thickness: float, modulus: float, load_kn_m2: float, density: float = 0.0, lasting: float = 0.0
) -> float:
    """The sag in the middle of a shelf in millimetres: `modulus` in N/mm2, `density` of its own board in kg/m3.

    `lasting` is by how much it goes on bending under that load, as a share of the first sag; its own weight is part of it.
    """
    pressure = (load_kn_m2 / 1000 + density * 1e-9 * GRAVITY * thickness) * (1 + lasting)
    inertia = depth * thickness**3 / 12
    return 5 * pressure * depth * span**4 / (384 * modulus * inertia)


def shelf_sag(part: Part, catalog: Catalog, rules: Construction, thickness: float | None = None, span: float | None = None) -> float | None:
    """The sag of a shelf after years of its load, of its own or another thickness and span; None where its stiffness is not known."""
    board, thick, long = catalog.boards[part.board], thickness or part.thickness.value, span or part.length.value
    if board.modulus is None:
        return None
    lasting = board.creep * rules.lasting_load
    return sag(long, part.width.value, thick, board.modulus, rules.shelf_load, board.density, lasting)


def sagging_drawer_bottoms(site: Site, unit: MadeUnit) -> Iterator[Finding]:
    """Bottoms of drawers that bend more than the construction allows, the worst of a unit."""
    rules, worst = unit.choice.rules, (0.0, 0.0, "")
    for part in unit.parts:
        board = site.catalog.boards[part.board]
        if part.kind != "drawer" or part.tag.role != BOTTOM or board.modulus is None:
            continue
        sides = (part.length.value, part.width.value)
        bend = plate_sag(sides, part.thickness.value, board.modulus, rules.shelf_load, board.creep * rules.lasting_load)
        worst = max(worst, (bend * DRAWER_LIMIT / min(sides), bend, part.name))
    if worst[0] > 1:
        text = f"The {worst[2]} of {unit.label} sags {shown(site, worst[1])} in time under {rules.shelf_load:g} kN/m²."
        yield Finding("warning", "drawer-bottom-sags", text, "Choose a thicker board for backs and bottoms.", (unit.unit.id,))


def sagging_bottoms(site: Site, unit: MadeUnit) -> Iterator[Finding]:
    """Bottoms of units that bend between what carries them: gables and partitions, and legs under those on the floor."""
    rules, parts = unit.choice.rules, unit.parts
    for part in () if _takes_more_legs(unit) or _is_borne_along(unit) else parts:
        if part.kind != "floor" or part.tag.role != BOTTOM or part.tag.of is not None:
            continue
        low, high = part.box
        held = sorted({low.x, high.x, *(x for x in _bearers(unit, part) if low.x < x < high.x)})
        span = max(b - a for a, b in pairwise(held))
        bend, allowed = shelf_sag(part, site.catalog, rules, span=span), span / rules.sag_limit
        if bend is not None and bend > allowed:
            text = (
                f"The bottom of {unit.label} sags {shown(site, bend)} in time over {shown(site, span)}; {shown(site, allowed)} is allowed."
            )
            fix = _thicker_bottom(site, unit, part, span) or _more_bays(site, unit, part, span)
            remedy = f"{fix.label}, or make it narrower." if fix else "Divide it into more bays with partitions, or make it narrower."
            yield Finding(_level(bend, allowed), "bottom-sags", text, remedy, (unit.unit.id,), fix)


def _level(bend: float, allowed: float) -> Literal["warning", "note"]:
    """A little more than what is allowed after years is worth a word; much more is a fault."""
    return "note" if bend <= NOTED * allowed else "warning"


def _is_borne_along(unit: MadeUnit) -> bool:
    """Whether a unit's bottom lies on something all along: on the floor, on a ladder base, or on the plinth between notched gables."""
    placed = unit.placed
    if placed.hung:
        return False
    return placed.z < TOUCH or (placed.kind.kick and placed.rules.kick in ("ladder", "notched"))


def _bearers(unit: MadeUnit, bottom: Part) -> Iterator[float]:
    """Where along it legs stand under a bottom, and partitions on it, which hang from what is above."""
    (_, _, low), (_, _, high) = bottom.box
    yield from ((p.box[0].x + p.box[1].x) / 2 for p in unit.pieces if p.role == "leg")
    for part in unit.parts:
        start, end = part.box
        if part.kind == "partition" and low - TOUCH < start.z < high + TOUCH:
            yield (start.x + end.x) / 2


def _more_bays(site: Site, unit: MadeUnit, part: Part, span: float) -> Fix | None:
    """Partitions that hold the bottom, in a unit that is one opening."""
    if unit.unit.opening.openings or unit.layout is None:
        return None
    bays = next((n for n in range(2, MOST_BAYS + 1) if _holds(site, unit, part, span / n)), None)
    if bays is None:
        return None
    over = unit.unit.opening.front != "none"
    edit = partial(split_opening, catalog=site.catalog, ids=[unit.unit.id], path=(), into="bays", count=bays, over=over, board=True)
    return Fix(f"Divide it into {bays} bays with partitions", edit)


def _thicker_bottom(site: Site, unit: MadeUnit, part: Part, span: float) -> Fix | None:
    for thickness in sorted(float(t) for t in site.catalog.boards[part.board].prices):
        if thickness > part.thickness.value and _holds(site, unit, part, span, thickness):
            label = f"Make bottom and top {shown(site, thickness)} thick"
            return Fix(label, partial(set_rule, catalog=site.catalog, ids=[unit.unit.id], name="floor_thickness", value=thickness))
    return None


def sagging_shelves(site: Site, unit: MadeUnit) -> Iterator[Finding]:
    """Shelves that bend more than the construction allows, once for each opening."""
    seen: set[tuple[Path | None, float]] = set()
    rules = unit.choice.rules
    for part in unit.parts:
        span = free_span(part, unit.parts) if part.kind in SHELVES else 0.0
        key = (part.path if part.kind == "shelf" else None, span)
        if not span or key in seen:
            continue
        seen.add(key)
        bend, allowed = shelf_sag(part, site.catalog, rules, span=span), span / rules.sag_limit
        if bend is not None and bend > allowed:
            where = "long" if span == part.length.value else "from support to support"
            text = (
                f"A {part.name} of {unit.label}, {shown(site, span)} {where}, sags {shown(site, bend)} in time under "
                f"{rules.shelf_load:g} kN/m²; {shown(site, allowed)} is allowed."
            )
            fix = _shelf_fix(site, unit, part, span)
            remedy = f"{fix.label}, or make it shorter." if fix else "Make it shorter, or of a stiffer board."
            yield Finding(_level(bend, allowed), "shelf-sags", text, remedy, (unit.unit.id,), fix)


def free_span(shelf: Part, parts: Sequence[Part]) -> float:
    """The longest stretch of a shelf that nothing carries: a fixed shelf rests on the partitions below it too."""
    if shelf.kind != "fixed-shelf":
        return shelf.length.value
    low, high = shelf.box
    below = sorted(
        (box[0].x + box[1].x) / 2
        for box in (p.box for p in parts if p.kind == "partition")
        if low.x < box[0].x < high.x and low.z - TOUCH < box[1].z < high.z and min(box[1].y, high.y) > max(box[0].y, low.y)
    )
    return max(b - a for a, b in pairwise((low.x, *below, high.x))) if below else shelf.length.value


def _shelf_fix(site: Site, unit: MadeUnit, part: Part, span: float) -> Fix | None:
    """The next thickness of the same board that is stiff enough, else partitions."""
    rules, board, catalog, unit_id = unit.choice.rules, site.catalog.boards[part.board], site.catalog, unit.unit.id
    for thickness in sorted(float(t) for t in board.prices):
        if thickness > part.thickness.value and _holds(site, unit, part, span, thickness):
            label = f"Make the shelves {shown(site, thickness)} thick"
            return Fix(label, partial(set_rule, catalog=catalog, ids=[unit_id], name="shelf_thickness", value=thickness))
    path = part.path if part.kind == "shelf" else _opening_below(unit, part)
    upright = rules.partition_thickness or rules.board_thickness
    bays = next((n for n in range(2, MOST_BAYS + 1) if _holds(site, unit, part, (span + upright) / n)), None)
    if path is None or bays is None:
        return None
    over = (opening := opening_at(unit.unit.opening, path)) is not None and opening.front != "none"
    edit = partial(split_opening, catalog=catalog, ids=[unit_id], path=path, into="bays", count=bays, over=over, board=True)
    what = "a partition" if bays == 2 else f"{bays - 1} partitions"
    return Fix(f"Put {what} into the opening" if part.kind == "shelf" else f"Put {what} under it", edit)


MOST_BAYS = 4


def _holds(site: Site, unit: MadeUnit, part: Part, span: float, thickness: float | None = None) -> bool:
    rules = unit.choice.rules
    bend = shelf_sag(part, site.catalog, rules, thickness, span)
    return bend is not None and bend <= span / rules.sag_limit


def _opening_below(unit: MadeUnit, shelf: Part) -> Path | None:
    """The undivided opening right below a fixed shelf, the widest where there are several; None for one that a drawer fills."""
    if unit.layout is None:
        return None
    low, high = shelf.box
    under = [
        c for c in unit.layout.leaves if abs(c.z.clear_end - low.z) < TOUCH and low.x - TOUCH < (c.x.clear_at + c.x.clear_end) / 2 < high.x
    ]
    widest = max(under, key=lambda c: c.x.clear.value, default=None)
    if widest is None or widest.opening.front == "drawer" or not INSIDES[widest.opening.inside].shelved:
        return None
    return widest.path


def heavy_doors(site: Site, unit: MadeUnit) -> Iterator[Finding]:
    """Doors that are heavier than the hinges' table goes."""
    hinge = unit.choice.hardware("hinge")
    limit = max(hinge.door_kg, default=0.0)
    for front in unit.fronts:
        if front.kind == "door" and limit and front.weight_kg > limit:
            text = f"A door of {unit.label} weighs {front.weight_kg:.1f} kg; {hinge.name} bears {limit:g} kg."
            edit = partial(set_opening, catalog=site.catalog, ids=[unit.unit.id], path=front.path, doors=2)
            single = sum(f.path == front.path for f in unit.fronts) == 1
            fix = Fix("Hang a pair of doors", edit) if single else None
            yield Finding("warning", "door-weight", text, "Hang a pair of doors, or use a lighter board.", (unit.unit.id,), fix)


def heavy_drawers(site: Site, unit: MadeUnit) -> Iterator[Finding]:
    """Drawers that weigh more, filled, than any slide of the chosen make bears."""
    for drawer in drawer_loads(unit.choice, unit.parts):
        best = max(unit.choice.family(unit.choice.hardware("slide")), key=lambda h: h.rated_kg)
        if best.rated_kg and drawer.filled_kg > best.rated_kg:
            load = f"{drawer.drawer.name.capitalize()} of {unit.label} weighs {drawer.filled_kg:.0f} kg filled"
            text = f"{load}; {best.name} bears {best.rated_kg:g} kg."
            fix = _stronger(site, unit, "slide", drawer.filled_kg)
            yield Finding("warning", "drawer-weight", text, "Use stronger slides or narrower drawers.", (unit.unit.id,), fix)


def heavy_hung_units(site: Site, unit: MadeUnit) -> Iterator[Finding]:
    """Hung units that are heavier, filled, than any hanger of the chosen make bears."""
    if not any(f.role == "hanger" for f in unit.fittings):
        return
    load = hung_load(unit.choice, unit.parts)
    best = max(unit.choice.family(unit.choice.hardware("hanger")), key=lambda h: h.rated_kg)
    if best.rated_kg and load > best.rated_kg:
        text = f"{unit.label} weighs {load:.0f} kg filled; {best.name} bears {best.rated_kg:g} kg."
        fix = _stronger(site, unit, "hanger", load)
        yield Finding("warning", "hung-weight", text, "Use stronger hangers, or two narrower units.", (unit.unit.id,), fix)


def heavy_flaps(site: Site, unit: MadeUnit) -> Iterator[Finding]:
    """Flaps that no stay of the chosen make holds."""
    for front in unit.fronts:
        if SHAPES[front.kind].is_flap:
            moment = stay_moment(front.weight_kg, front.height)
            stay = stay_for(unit.choice, moment)
            if STAYS * stay.rated_nm < moment:
                text = f"A flap of {unit.label} pulls with {moment:.1f} Nm; two of {stay.name} hold {STAYS * stay.rated_nm:g} Nm."
                yield Finding("warning", "flap-moment", text, "Make it lower, or of a lighter board.", (unit.unit.id,))


def _takes_more_legs(unit: MadeUnit) -> bool:
    rules = unit.choice.rules
    wide = unit.plan is None and unit.unit.width >= rules.leg_wide and rules.leg_count < MORE_LEGS
    return wide and any(f.role == "leg" for f in unit.fittings)


class LegChecker:
    """Looks through jobs one after the other for wide units on four legs, shaped ones left out.

    Source: another leg is advisable from about 900 wide, common practice.
    """

    name = "few legs"

    def __init__(self) -> None:
        self._takes: Mapped[MadeUnit, bool] = Mapped()

    def findings(self, made: Made) -> Iterator[Finding]:
        """One for all that take more."""
        few = tuple(compress(made.units, self._takes.of(made.units, _takes_more_legs)))
        return _few_legs(made, few) if few else iter(())


def _few_legs(made: Made, few: Sequence[MadeUnit]) -> Iterator[Finding]:
    ids, catalog = [u.unit.id for u in few], made.catalog
    names = ", ".join(u.label for u in few)
    text = f"{names}: from {shown(made.job, few[0].choice.rules.leg_wide)} wide two more legs in the middle are advisable."
    fix = Fix("Add two legs to each" if len(few) > 1 else "Add two legs", lambda j: set_rule(j, catalog, ids, "leg_count", MORE_LEGS))
    yield Finding("note", "few-legs", text, f"{fix.label}.", tuple(ids), fix)


MORE_LEGS = 6


def _stronger(site: Site, unit: MadeUnit, role: Literal["slide", "hanger"], load: float) -> Fix | None:
    """The weakest item of any make that bears the load, if the catalogue has one."""
    items = [h for h in site.catalog.hardware_for(role) if isinstance(h, Slide | Hanger) and h.rated_kg >= load]
    if not items:
        return None
    item, catalog, unit_id = min(items, key=lambda h: h.rated_kg), site.catalog, unit.unit.id
    return Fix(f"Use {item.name}", lambda j: set_hardware(j, catalog, [unit_id], role, item.id))
