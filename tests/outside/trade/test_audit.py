"""The audit of everything that is made, over all kinds and constructions at odd sizes, in mm and in inches.

By default every kind and construction is swept at a few sizes; `PLANK_EXAMPLES=600` or more sweeps them all.
"""

import json
from collections.abc import Callable, Iterator
from typing import Any

import pytest

from makers import CATALOG, LONG, ROOM, WALL, a_furnished_ell, a_room, a_wall_of, the_demo, written
from outside.trade.audit import JOB_RULES, RULES, faults
from outside.trade.solid import Axes
from tallplank.core.check.finding import findings
from tallplank.core.derive.derived import Deriver
from tallplank.core.edit.construction import set_job_construction
from tallplank.core.edit.opening import set_opening, split_opening
from tallplank.core.edit.paneling.scheme import add_scheme, copy_scheme
from tallplank.core.edit.paneling.start import STARTS, Sizes
from tallplank.core.edit.standard import set_job_rule, set_job_style
from tallplank.core.edit.survey.room import change_room
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.error import PlankError
from tallplank.core.exchange.parts import PARTS_JSON
from tallplank.core.job.job import Job
from tallplank.core.joinery.workshop import make

INCH = 25.4
ODD = ((0.0, 0.0, 0.0), (-37.5, -61.0, -23.3), (83.25, 117.5, 31.0), (141.0, -13.7, 7.9), (-11.1, 203.3, -3.2))
"""Millimetres that a kind's usual sizes are changed by."""
EIGHTHS = ((0, 0, 0), (9, -5, 3), (-21, 13, -7), (31, -33, 1))
"""The same in eighths of an inch, from the nearest whole inches."""


def parts_of(job: Job) -> dict[str, Any]:
    read: dict[str, Any] = json.loads(written(PARTS_JSON, Deriver(CATALOG).derive(job).shop))
    return read


def sizes(kind: str, turn: int) -> Iterator[dict[str, float]]:
    """Odd sizes of a kind; in a short sweep one in mm or in inches, another for each construction."""
    usual = CATALOG.kinds[kind]
    whole = (usual.width, usual.height, usual.depth)
    inches = [tuple(round(v / INCH) * INCH + e * INCH / 8 for v, e in zip(whole, eighths, strict=True)) for eighths in EIGHTHS]
    odd = [tuple(v + by for v, by in zip(whole, change, strict=True)) for change in ODD]
    pool = odd if turn % 2 else inches
    found = odd + inches if LONG else [pool[turn // 2 % len(pool)]]
    for width, height, depth in found:
        width = usual.width if kind == "end-panel" else width  # the thickness of a board, of which there are only some
        depth = usual.depth if kind == "back-panel" else depth
        if min(width, height, depth) > 0:
            yield {"width": width, "height": height, "depth": depth}


@pytest.mark.parametrize("construction", list(CATALOG.constructions))
def test_units_of_every_kind_pass_the_audit(construction: str, capsys: pytest.CaptureFixture[str]) -> None:
    swept = boards = holes = refused = 0
    wrong = []
    for number, kind in enumerate(CATALOG.kinds):
        turn = number + list(CATALOG.constructions).index(construction)
        for size in sizes(kind, turn) if LONG or turn % 3 else ():
            try:
                alone = place_unit(a_room(width=8000.0, height=3000.0), CATALOG, kind, Spot(ROOM, WALL, 2000.0), **size).job
                job = set_job_construction(alone, CATALOG, construction)
            except PlankError:
                refused += 1
                continue
            data = parts_of(job)
            swept, boards = swept + 1, boards + sum(len(o["parts"]) for o in data["owners"])
            holes += sum(len(p["holes"]) for o in data["owners"] for p in o["parts"])
            wrong += [f"{kind} {size}: {rule}: {text}" for rule, _, text in faults(data)]
    with capsys.disabled():
        print(
            f"\n  {construction}: {swept} units, {boards} boards, {holes} holes by {len(RULES) + len(JOB_RULES)} rules; {refused} sizes refused",
            end="",
        )
    assert wrong == []
    assert swept > len(CATALOG.kinds) * (0.85 if LONG else 0.55)


@pytest.mark.parametrize("construction", list(CATALOG.constructions))
def test_what_is_pulled_out_behind_doors_passes_the_audit(construction: str) -> None:
    """A tray and a drawer behind one door, each at widths about those of the tray and at odd ones."""
    wrong = []
    for inside, widths in (("pullout", (300.0, 450.0, 803.0)), ("drawer", (400.0, 600.0, 23 * INCH))):
        widths = widths if LONG else widths[::2]
        for width in widths:
            job = place_unit(a_room(width=8000.0), CATALOG, "base", Spot(ROOM, WALL, 2000.0), width=width).job
            job = set_opening(set_job_construction(job, CATALOG, construction), CATALOG, ["u1"], (), shelves=0, front="doors")
            job = split_opening(job, CATALOG, ["u1"], (), "rows", 2, over=True)
            job = set_opening(set_opening(job, CATALOG, ["u1"], (0,), inside=inside), CATALOG, ["u1"], (1,), inside=inside)
            wrong += [f"{inside} {width}: {rule}: {text}" for rule, _, text in faults(parts_of(job))]
    assert wrong == []


@pytest.mark.parametrize("style", list(CATALOG.door_styles))
def test_units_in_every_door_style_pass_the_audit(style: str) -> None:
    job = set_job_style(a_wall_of("base", "drawers", "tall", "corner-diagonal", "wall", room=a_room(width=6000.0)), CATALOG, style)
    assert list(faults(parts_of(job))) == []


@pytest.mark.parametrize("construction", list(CATALOG.constructions) if LONG else ["frameless", "inch-face-frame"])
@pytest.mark.parametrize("kind", ["corner-ell", "corner-diagonal"])
def test_runs_round_corners_pass_the_audit(kind: str, construction: str) -> None:
    """A corner unit with neighbours at both walls, under a unit with crown and light rail."""
    job = set_job_rule(set_job_rule(a_room(), CATALOG, "crown", "yes"), CATALOG, "light_rail", "yes")
    for placed, face, x in ((kind, WALL, 0.0), ("base", WALL, 900.0), ("drawers", "left", 1500.0), ("wall", WALL, 1300.0)):
        job = place_unit(job, CATALOG, placed, Spot(ROOM, face, x)).job
    assert list(faults(parts_of(set_job_construction(job, CATALOG, construction)))) == []


def test_the_demo_passes_the_audit() -> None:
    assert list(faults(parts_of(the_demo().job))) == []


def test_a_crowded_job_has_no_faults_but_those_that_the_application_tells() -> None:
    """The L-shaped job has fronts that cannot open; the findings name at least the units that this audit does."""
    job = a_furnished_ell()
    found = list(faults(parts_of(job)))
    assert {rule for rule, _, _ in found} == {"every front opens"}
    told = {f.text.split(":")[0] for f in findings(make(job, CATALOG)) if f.code == "cannot-open"}
    assert {label for _, label, _ in found} <= told


def a_base() -> dict[str, Any]:
    return parts_of(a_wall_of("base"))


def part(data: dict[str, Any], what: Callable[[Any], bool]) -> Any:
    return next(p for o in data["owners"] for p in o["parts"] if what(p))


def hole(board: Any, what: str) -> Any:
    return next(h for h in board["holes"] if h["what"] == what)


def plated(data: dict[str, Any]) -> Any:
    return part(data, lambda p: any(h["what"] == "plate" for h in p["holes"]))


def shelf(data: dict[str, Any]) -> Any:
    return part(data, lambda p: p["kind"] == "shelf")


def a_plate_at_the_edge() -> dict[str, Any]:
    data = a_base()
    hole(plated(data), "plate")["at"][1] = 1.0
    return data


def a_plate_in_a_bolt() -> dict[str, Any]:
    data = a_base()
    plate, bolt = hole(plated(data), "plate"), hole(plated(data), "bolt")
    plate["at"] = [bolt["at"][0], bolt["at"][1] + 2.0, bolt["at"][2]]
    return data


def a_bolt_beside_its_partner() -> dict[str, Any]:
    data = a_base()
    hole(plated(data), "bolt")["at"][0] += 3.0
    return data


def a_crown_too_short() -> dict[str, Any]:
    data = parts_of(set_job_rule(a_wall_of("wall"), CATALOG, "crown", "yes"))
    next(o for o in data["owners"] if o["kind"] == "crown")["parts"][0]["size"][0] -= 5.0
    return data


def a_shelf_moved(axis: int, by: float) -> dict[str, Any]:
    data = a_base()
    shelf(data)["frame"]["origin"][axis] += by
    return data


def a_shelf_at_a_plate() -> dict[str, Any]:
    data = a_base()
    gable = plated(data)
    shelf(data)["frame"]["origin"][2] = float(Axes.read(gable["frame"]).out(hole(gable, "plate")["at"])[2]) - 10.0
    return data


def a_fitting_in_a_board() -> dict[str, Any]:
    data = a_base()
    data["owners"][0]["pieces"][0]["high"][1] += 40.0
    return data


def a_front_moved() -> dict[str, Any]:
    data = parts_of(a_wall_of("drawers"))
    part(data, lambda p: p.get("front") == 1)["frame"]["origin"][2] += 1.0
    return data


def left_and_right_on_one_line() -> dict[str, Any]:
    data = a_base()
    left, right = (p for p in data["owners"][0]["parts"] if p["kind"] == "gable")
    right["line"] = left["line"]
    return data


def a_room_too_narrow() -> dict[str, Any]:
    data = a_base()
    data["rooms"][0]["corners"] = [[x, max(y, 2100.0)] for x, y in data["rooms"][0]["corners"]]
    return data


def a_board_that_nobody_sells() -> dict[str, Any]:
    data = a_base()
    shelf(data)["size"][2] = 17.0
    return data


def a_cornice_moved() -> dict[str, Any]:
    data = parts_of(change_room(a_wall_of("base"), ROOM, cornice=True))
    next(o for o in data["owners"] if o["kind"] == "cornice")["parts"][0]["frame"]["origin"][0] += 5.0
    return data


def one_unit_twice() -> dict[str, Any]:
    data = a_base()
    data["owners"].append(data["owners"][0])
    return data


def a_leg_beside() -> dict[str, Any]:
    data = a_base()
    leg = next(p for p in data["owners"][0]["pieces"] if p["role"] == "leg")
    leg["low"][0], leg["high"][0] = leg["low"][0] - 300.0, leg["high"][0] - 300.0
    return data


def a_box_front_without_holes() -> dict[str, Any]:
    data = parts_of(a_wall_of("drawers"))
    board = part(data, lambda p: p["kind"] == "drawer" and any(h["what"] == "pull" for h in p["holes"]))
    board["holes"] = [h for h in board["holes"] if h["what"] != "pull"]
    return data


def a_plinth_through_legs() -> dict[str, Any]:
    data = a_base()
    part(data, lambda p: p["name"] == "plinth")["frame"]["origin"][1] += 40.0
    return data


def a_stile_pulled_back() -> dict[str, Any]:
    room = a_room()
    walls = [wall.id for wall in room.rooms[0].walls][:2]
    job, (key,) = add_scheme(room, CATALOG, ROOM, walls[0], **STARTS["wainscot"].values(Sizes()))
    data = parts_of(copy_scheme(job, CATALOG, ROOM, key, walls).job)
    stiles = [p for o in data["owners"] for p in o["parts"] if p["name"].startswith("wall stile")]
    for board in stiles:
        board["frame"]["origin"][0] += 3.0
        board["frame"]["origin"][1] -= 3.0
    return data


SPOILED: dict[str, Callable[[], dict[str, Any]]] = {
    "holes within their boards": a_plate_at_the_edge,
    "holes apart": a_plate_in_a_bolt,
    "partners meet": a_bolt_beside_its_partner,
    "boards apart": lambda: a_shelf_moved(0, -10.0),
    "moldings meet": a_crown_too_short,
    "hinge plates free": a_shelf_at_a_plate,
    "loose boards lie": lambda: a_shelf_moved(2, 7.0),
    "fitting bodies free": a_fitting_in_a_board,
    "reveals even": a_front_moved,
    "lines are one piece": left_and_right_on_one_line,
    "every front opens": a_room_too_narrow,
    "boards are sold": a_board_that_nobody_sells,
    "mitres have partners": a_cornice_moved,
    "labels are unique": one_unit_twice,
    "legs are screwed": a_leg_beside,
    "floor is free": a_plinth_through_legs,
    "walls meet in corners": a_stile_pulled_back,
    "pulls are screwed": a_box_front_without_holes,
}
"""Files that are spoiled by hand, by the rule that is there to find it."""


@pytest.mark.parametrize("rule", [*RULES, *JOB_RULES])
def test_each_rule_of_the_audit_finds_a_fault(rule: str) -> None:
    assert rule in {name for name, _, _ in faults(SPOILED[rule]())}
