"""Fronts that meet something: by hand, by the remedies, and by mirrored rooms."""

from math import asin, degrees

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from makers import CATALOG, ROOM, WALL, a_furnished_ell, a_room, a_wall_of, made
from tallplank.core.check import swing
from tallplank.core.check.finding import Checker, findings
from tallplank.core.check.record import Finding
from tallplank.core.check.sweep import movers_of
from tallplank.core.check.swing import SwingFinder
from tallplank.core.edit.opening import set_opening
from tallplank.core.edit.paneling.scheme import add_scheme, change_region
from tallplank.core.edit.standard import set_job_hardware, set_job_rule
from tallplank.core.edit.survey.room import change_room
from tallplank.core.edit.survey.standing import add_column
from tallplank.core.edit.unit import Spot, change_units, place_unit, slide_units
from tallplank.core.error import PlankError
from tallplank.core.job.filling import Panel
from tallplank.core.job.job import Job
from tallplank.core.job.opening import ROOT
from tallplank.core.job.scheme import Region
from tallplank.core.joinery.workshop import Workshop
from tallplank.core.space.frame import Vec

PROJECTION = CATALOG.hardware["pull-bar-192"].projection  # type: ignore[union-attr]


def stops(job: Job) -> list[Finding]:
    return [f for f in findings(made(job)) if f.code == "cannot-open"]


def at_wall(x: float = 0.0, kind: str = "base", **values: object) -> Job:
    """A unit so far from the left wall, with a door that hangs on its left."""
    job = place_unit(a_room(), CATALOG, kind, Spot(ROOM, WALL, x), **values).job
    return set_opening(job, CATALOG, ["u1"], ROOT, hand="left")


def test_a_door_hung_beside_a_wall_meets_it_with_its_pull() -> None:
    """By hand: the axis stands 1.5 from the wall at the face of the front, the pull's middle 40 + half its thickness from the free edge.

    A point of the pull r along the door and its projection p before it lies at 1.5 + r cos a - p sin a from the wall: open at 90
    degrees that is 1.5 - p. The filler that sets it free is p - 1.5, up to the whole millimetre.
    """
    (found,) = stops(at_wall())
    assert found.text.startswith("1 Base, doors: the door opens only to 8")
    assert found.text.endswith("°; then it meets Wall D.")
    assert PROJECTION - 2.0 <= float(found.remedy.split("filler of ")[1].split(" mm")[0]) <= PROJECTION
    angle = float(found.text.split("to ")[1].split("°")[0])
    far = 600 - 3 - CATALOG.constructions["frameless"].pull_corner
    assert angle == pytest.approx(90 - degrees(asin((PROJECTION - 1.5) / far)), abs=2.0)


@pytest.mark.parametrize("gap", [0.0, 10.0, 20.0, PROJECTION - 1.5 + 0.6, 60.0])
def test_the_filler_of_the_remedy_is_just_enough(gap: float) -> None:
    found = stops(at_wall(gap))
    assert bool(found) == (gap < PROJECTION - 1.5)
    if found:
        need = float(found[0].remedy.split("filler of ")[1].split(" mm")[0])
        assert stops(at_wall(gap + need)) == []
        assert stops(at_wall(gap + need - 2.0)) != []


def test_the_other_hand_is_offered_where_it_helps() -> None:
    job = at_wall()
    (found,) = stops(job)
    assert found.fix is not None
    assert found.fix.label == "Hang it at the other side"
    assert stops(found.fix.edit(job)) == []
    narrow = change_room(job, ROOM, width=600.0)
    (wedged,) = stops(narrow)
    assert wedged.fix is not None
    assert wedged.fix.label == "Put in a filler"
    assert stops(wedged.fix.edit(narrow)) == [], "narrower by its filler, where there is no room to slide"


def test_a_new_unit_has_its_doors_away_from_the_wall_beside_it() -> None:
    for x, hand in ((0.0, "right"), (1000.0, "left"), (3600.0, "left")):
        job = place_unit(a_room(), CATALOG, "tall", Spot(ROOM, WALL, x)).job
        assert {cell.hand for cell in job.units[0].opening.cells} == {hand}
        assert stops(job) == []


@pytest.mark.parametrize(("corner", "neighbours"), [("left", "left"), ("right", "right")])
def test_a_blind_corner_suits_its_corner_and_its_neighbour(corner: str, neighbours: str) -> None:
    """By hand: the neighbour reaches 560 + 2 + 19 with its front and the bar before it farther, and 5 are left between."""
    room = a_room()
    x = 579.0 + 60.0
    on_left = Spot(ROOM, neighbours, 3000.0 - 600.0 - x if corner == "left" else x)
    job = place_unit(room, CATALOG, "base", on_left).job
    spot = Spot(ROOM, WALL, 0.0 if corner == "left" else 4200.0 - 1050.0)
    job = place_unit(job, CATALOG, "blind-corner", spot).job
    opening = job.units[1].opening
    assert opening.hand == ("right" if corner == "left" else "left")
    front = 560.0 + CATALOG.constructions["frameless"].front_gap + 19.0
    assert opening.blind == pytest.approx(front + PROJECTION + 5.0)
    assert [f for f in stops(job) if "Blind" in f.text.split(":")[0]] == []


def test_a_corner_unit_is_as_deep_as_what_it_stands_against() -> None:
    job = place_unit(a_room(), CATALOG, "base", Spot(ROOM, WALL, 900.0), depth=610.0).job
    job = place_unit(job, CATALOG, "corner-diagonal", Spot(ROOM, WALL, 0.0)).job
    assert (job.units[1].arm, job.units[1].side) == (610.0, "left")
    far = place_unit(a_room(), CATALOG, "corner-ell", Spot(ROOM, WALL, 3300.0)).job
    assert (far.units[0].arm, far.units[0].side) == (0.0, "right")


def test_a_trapped_blind_corner_is_widened_by_one_click() -> None:
    job = place_unit(a_room(), CATALOG, "base", Spot(ROOM, "left", 3000.0 - 600.0 - 640.0)).job
    job = place_unit(job, CATALOG, "blind-corner", Spot(ROOM, WALL, 0.0)).job
    tight = set_opening(job, CATALOG, ["u2"], ROOT, blind=560.0)
    found = [f for f in stops(tight) if f.units == ("u2",)]
    assert "then it meets 1 Base, doors" in found[0].text
    assert found[0].fix is not None
    assert found[0].fix.label == "Widen the fixed front"
    assert [f for f in stops(found[0].fix.edit(tight)) if f.units == ("u2",)] == []


def test_drawers_meet_what_stands_before_them() -> None:
    job = change_room(a_wall_of("drawers"), ROOM, depth=900.0)
    found = stops(job)
    assert len(found) == 3
    assert all("comes out only" in f.text and "Wall C" in f.text for f in found)


def test_flaps_meet_what_is_before_them() -> None:
    """By hand: lifted level, a flap 717 high reaches 320 + 2 + 19 + 717 = 1058 from its wall."""
    flap = {"front": "lift", "shelves": 0}
    job = set_opening(place_unit(a_room(), CATALOG, "wall", Spot(ROOM, WALL, 900.0)).job, CATALOG, ["u1"], ROOT, **flap)
    assert stops(change_room(job, ROOM, depth=1060.0)) == []
    assert [f.text.split(": ")[1][:27] for f in stops(change_room(job, ROOM, depth=1050.0))] == ["the lift-up flap opens only"]
    above = place_unit(job, CATALOG, "wall", Spot(ROOM, WALL, 900.0), z=1400.0 + 720.0, height=300.0, depth=500.0).job
    assert stops(above) == []


def test_a_door_meets_the_pulls_of_its_own_unit() -> None:
    """Two bays, the left door hung in the middle: laid flat it would lie on the right door's pull, at a right angle it is free."""
    bay = {"front": "doors", "shelves": 1}
    bays = {"split": "bays", "openings": [{**bay, "hand": "right", "board": True}, {**bay, "hand": "right"}]}
    job = place_unit(a_room(), CATALOG, "base", Spot(ROOM, WALL, 1000.0), width=1000.0, opening=bays).job
    assert stops(job) == []
    wide = set_job_rule(job, CATALOG, "door_opens", 165.0)
    assert stops(wide) == [], "their hinges open by 110 only"
    found = stops(set_job_hardware(wide, CATALOG, "hinge", "hinge-155"))
    assert {f.text.split("then it meets ")[1] for f in found} == {"a pull of 1 Base, doors."}


def test_fronts_meet_the_handles_of_ovens() -> None:
    """By hand: an oven's handle stands 2 + 20 + 45 before the boards, in the way of drawers that come out 6 before them round the corner."""
    job = place_unit(a_room(), CATALOG, "oven-housing", Spot(ROOM, "left", 3000.0 - 1250.0)).job
    job = place_unit(job, CATALOG, "drawers", Spot(ROOM, WALL, 587.0), z=700.0).job
    assert any(f.text.endswith("the handle of Oven 60, Hearthside in 1 Oven housing.") for f in stops(job))
    freed = slide_units(job, ["u2"], 70.0)
    assert not any("Oven" in f.text for f in stops(freed) if f.units == ("u2",))


def test_doors_are_looked_at_as_far_as_the_rule_says() -> None:
    job = at_wall()
    assert stops(set_job_rule(job, CATALOG, "door_opens", 80.0)) == []
    assert stops(set_job_rule(job, CATALOG, "door_opens", 0.0)) == []
    assert len(stops(set_job_rule(at_wall(40.0), CATALOG, "door_opens", 105.0))) == 1


@given(st.floats(0, 80), st.floats(300, 595), st.sampled_from(["base", "tall", "wall", "base-bow", "end-slanted"]))
def test_a_mirrored_room_has_the_mirrored_stops(gap: float, width: float, kind: str) -> None:
    """A unit so far from the left wall hung left, and its mirror image at the right wall, open just as far."""

    def job(x: float, hand: str) -> Job:
        opening = CATALOG.kinds[kind].opening
        turned = opening.but(hand=hand, openings=tuple(o.but(hand=hand) for o in opening.openings))
        return place_unit(a_room(), CATALOG, kind, Spot(ROOM, WALL, x), width=width, opening=turned, side=hand).job

    left, right = stops(job(gap, "left")), stops(job(4200.0 - gap - width, "right"))
    assert [f.text.replace("Wall D", "Wall B") for f in left] == [f.text for f in right]


def test_what_did_not_change_is_kept_and_the_rest_is_found_anew() -> None:
    job, finder, shop = a_furnished_ell(), SwingFinder(), Workshop(CATALOG)
    first = list(finder.findings(shop.make(job)))
    for unit in job.units[::2]:
        for edited in (slide_units(job, [unit.id], 37.0), change_units(job, CATALOG, [unit.id], off=60.0), job):
            now = shop.make(edited)
            assert list(finder.findings(now)) == list(SwingFinder().findings(now))
    assert list(finder.findings(shop.make(job))) == first
    assert [f for f in Checker().findings(made(job)) if f.code == "cannot-open"] == first


@pytest.mark.parametrize("order", [("cooker", "end-panel", "base-open"), ("end-panel", "base-open", "cooker")])
def test_units_without_fronts_do_not_share_what_opens(order: tuple[str, ...]) -> None:
    """A cooker's door stops at a column before it; an end panel beside it opens nothing, whichever is looked at first."""
    job, x = a_room(5000.0, 3000.0), 600.0
    for kind in order:
        job = place_unit(job, CATALOG, kind, Spot(ROOM, WALL, x)).job
        x += 1000.0
    cooker = next(u for u in job.units if u.kind == "cooker")
    job = add_column(job, ROOM, (cooker.x + cooker.width / 2, 3000.0 - cooker.depth - 300.0), "column").job
    found = stops(job)
    assert [f.units for f in found] == [(cooker.id,)]
    assert "meets Column 1" in found[0].text
    finder = SwingFinder()
    for unit in made(job).units:
        assert {m.name for m in finder._of(unit)} == {m.name for m in movers_of(unit)}


ALL_OVER = (Vec(-1e6, -1e6, -1e6), Vec(1e6, 1e6, 1e6))
CELL = Region(split="up", stile=40.0, parts=(Region(fill=Panel(border=20.0, mold="mold-panel-25")),) * 2)


def a_paneled_room(proud: float, x: float, kind: str) -> Job:
    """A unit on one wall, and columns of panels that are alike on those beside it, standing so far before these."""
    job = at_wall(x, kind)
    walls = [wall.id for wall in job.rooms[0].walls]
    for wall in (walls[walls.index(WALL) - 1], walls[(walls.index(WALL) + 1) % 4]):
        root = Region(split="across", stile=50.0, parts=(CELL,) * 5, proud=proud)
        job = add_scheme(job, CATALOG, ROOM, wall, root=root, backing=12.0).job
    return job


@settings(deadline=None)
@given(
    st.sampled_from([0.0, 18.0, 25.0]),
    st.sampled_from([40.0, 55.5, 700.0, 1500.0]),
    st.sampled_from(["base", "drawers", "tall", "wall"]),
    st.lists(st.tuples(st.integers(0, 1), st.sampled_from(["stile", "proud", "unit"]), st.integers(1, 40)), min_size=1, max_size=3),
)
def test_what_is_far_from_every_front_stops_none(proud: float, x: float, kind: str, edits: list[tuple[int, str, int]]) -> None:
    """As if each front were held against all boards of all walls, at first and after each edit."""
    job, finder, shop = a_paneled_room(proud, x, kind), SwingFinder(), Workshop(CATALOG)
    for step in (None, *edits):
        if step is not None:
            which, what, by = step
            scheme = job.rooms[0].schemes[which].id
            try:
                if what == "unit":
                    job = slide_units(job, [job.units[0].id], by - 20.0)
                else:
                    job = change_region(job, CATALOG, ROOM, scheme, (), **{what: float(by) + (20.0 if what == "stile" else 0.0)})
            except PlankError:
                continue
        now = shop.make(job)
        found = list(finder.findings(now))
        with pytest.MonkeyPatch.context() as patch:
            patch.setattr(swing, "_wherever_hung", lambda _: ALL_OVER)
            assert found == list(SwingFinder().findings(now))


def test_a_door_meets_panels_that_stand_before_the_wall_beside_it() -> None:
    found = [stops(a_paneled_room(proud, 60.0, "base")) for proud in (0.0, 25.0)]
    assert [len(some) for some in found] == [0, 1]
    assert "meets the paneled wall" in found[1][0].text


def test_panels_that_come_forward_stop_the_door_beside_them() -> None:
    job, finder, shop = a_paneled_room(0.0, 60.0, "base"), SwingFinder(), Workshop(CATALOG)
    assert list(finder.findings(shop.make(job))) == []
    (scheme, _) = job.rooms[0].schemes
    ahead = change_region(job, CATALOG, ROOM, scheme.id, (), proud=25.0)
    for edited, count in ((ahead, 1), (job, 0), (ahead, 1)):
        now = shop.make(edited)
        assert now.units[0] is shop.make(job).units[0]
        assert len(list(finder.findings(now))) == count
