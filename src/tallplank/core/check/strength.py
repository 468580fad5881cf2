"""Whether shelves, doors, drawers, flaps and hung units bear what they are meant to bear, with the remedy as an edit.

Source: design load 15 lb/ft2 (0.72 kN/m2) on shelves and in drawers, ANSI/KCMA A161.1, from memory; sag of a simply
supported beam under an even load 5 w L^4 / (384 E I), any strength of materials text; the limit L/200 is common practice.
"""

from collections.abc import Iterator, Sequence
from functools import partial
from itertools import pairwise
from typing import Literal

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.hardware import Hanger, Slide
from tallplank.core.check.record import Finding, Fix, Site, shown
from tallplank.core.edit.opening import set_opening, split_opening
from tallplank.core.edit.unit import set_hardware, set_rule
from tallplank.core.job.opening import Path, opening_at
from tallplank.core.joinery.front.front import STAYS, stay_for, stay_moment
from tallplank.core.joinery.joint.meeting import TOUCH
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.part.part import Part
from tallplank.core.joinery.rule.load import GRAVITY, drawer_loads, hung_load

SHELVES = ("shelf", "fixed-shelf")


def sag(span: float, depth: float, thickness: float, modulus: float, load_kn_m2: float, density: float = 0.0) -> float:
    """The sag in the middle of a shelf in millimetres: `modulus` in N/mm2, `density` of its own board in kg/m3."""
    pressure = load_kn_m2 / 1000 + density * 1e-9 * GRAVITY * thickness
    inertia = depth * thickness**3 / 12
    return 5 * pressure * depth * span**4 / (384 * modulus * inertia)


def shelf_sag(part: Part, catalog: Catalog, load_kn_m2: float, thickness: float | None = None, span: float | None = None) -> float | None:
    """The sag of a shelf under the load, of its own or another thickness and span; None where the board's stiffness is not known."""
    board = catalog.boards[part.board]
    if board.modulus is None:
        return None
    return sag(span or part.length.value, part.width.value, thickness or part.thickness.value, board.modulus, load_kn_m2, board.density)


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
        bend, allowed = shelf_sag(part, site.catalog, rules.shelf_load, span=span), span / rules.sag_limit
        if bend is not None and bend > allowed:
            where = "long" if span == part.length.value else "from support to support"
            text = (
                f"A {part.name} of {unit.label}, {shown(site, span)} {where}, sags {shown(site, bend)} under "
                f"{rules.shelf_load:g} kN/m²; {shown(site, allowed)} is allowed."
            )
            fix = _shelf_fix(site, unit, part, span)
            remedy = f"{fix.label}, or make it shorter." if fix else "Make it shorter, or of a stiffer board."
            yield Finding("warning", "shelf-sags", text, remedy, (unit.unit.id,), fix)


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
    bend = shelf_sag(part, site.catalog, rules.shelf_load, thickness, span)
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
    if widest is None or widest.opening.front == "drawer" or widest.opening.inside not in ("none", "rail"):
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
        if front.kind in ("flap", "lift"):
            moment = stay_moment(front.weight_kg, front.height)
            stay = stay_for(unit.choice, moment)
            if STAYS * stay.rated_nm < moment:
                text = f"A flap of {unit.label} pulls with {moment:.1f} Nm; two of {stay.name} hold {STAYS * stay.rated_nm:g} Nm."
                yield Finding("warning", "flap-moment", text, "Make it lower, or of a lighter board.", (unit.unit.id,))


def few_legs(made: Made) -> Iterator[Finding]:
    """Wide units on four legs, shaped ones left out; source: another leg is advisable from about 900 wide, common practice."""
    wide = [u for u in made.units if u.unit.width >= u.choice.rules.leg_wide and any(f.role == "leg" for f in u.fittings)]
    few = [u for u in wide if u.plan is None and u.choice.rules.leg_count < MORE_LEGS]
    if not few:
        return
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
