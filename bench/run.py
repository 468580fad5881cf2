"""Speed as ratios measured in one run: ./plank bench [NAME …]; `--help` lists the names."""

import dataclasses
import gc
import os
import subprocess
import sys
import time
from collections import defaultdict
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from pathlib import Path
from statistics import median
from typing import TYPE_CHECKING

if TYPE_CHECKING:
    from tallplank.core.joinery.run.stretch import Course
    from tallplank.core.joinery.run.top.let_in import LetIn

ROOT = Path(__file__).parents[1]
sys.path[:0] = [str(ROOT / "src"), str(ROOT / "tests")]

from before import PANELS, cold_pairs, tree_of, worker  # noqa: E402

from makers import CATALOG, many_units  # noqa: E402
from tallplank.core.derive.derived import Derived, Deriver  # noqa: E402
from tallplank.core.draw.elevation import elevation  # noqa: E402
from tallplank.core.draw.plan import plan  # noqa: E402
from tallplank.core.edit.standard import set_job_finish  # noqa: E402
from tallplank.core.edit.unit import set_width, slide_units  # noqa: E402
from tallplank.core.job.job import Job  # noqa: E402
from tallplank.core.joinery.paneling import build as wall_build  # noqa: E402
from tallplank.core.solid.scene import SolidMaker  # noqa: E402
from tallplank.session.pick import bench_unit, open_on_bench  # noqa: E402


def timed(work: Callable[[], object]) -> float:
    """Seconds that one call takes, the garbage collector kept out of it."""
    gc.collect()
    gc.disable()
    try:
        start = time.perf_counter()
        work()
        return time.perf_counter() - start
    finally:
        gc.enable()


def all_of(derived: Derived) -> None:
    """Parts, cut list, schedule and price."""
    _ = derived.cutlist, derived.schedule, derived.price


class Screen:
    """All that a screen shows of one room, without painting it: parts, price, findings, elevation, solids; at Layout the plan too."""

    def __init__(self, stage: str = "layout") -> None:
        self.deriver, self._solids, self._stage = Deriver(CATALOG), SolidMaker(), stage

    def show(self, job: Job) -> None:
        """Bring all of it up to date."""
        derived, room = self.deriver.derive(job), job.rooms[0]
        _ = derived.price, derived.findings
        if self._stage == "layout":
            plan(derived.made, room.id, derived.wrong)
        elevation(derived.made, room.id, room.walls[0].id, derived.wrong)
        self._solids.solids(derived.made, room.id)

    def edited(self, edit: Callable[[Job], Job], job: Job) -> Job:
        """The job after an edit, shown."""
        with self.deriver.workshop.at_hand():
            job = edit(job)
        self.show(job)
        return job


def various(count: int) -> Job:
    """A job in which no two units are made alike, so that none shares its parts with another."""
    job = many_units(count)
    return job.replaced(units=tuple(u.model_copy(update={"width": u.width - i * 0.03}) for i, u in enumerate(job.units)))


def copied(job: Job) -> Job:
    """The same job in new records, so that nothing kept by identity is found."""
    return job.model_copy(deep=True)


def cold(job: Job) -> float:
    """Seconds to build a job and all that follows from it, from nothing."""
    fresh = copied(job)
    return timed(lambda: all_of(Deriver(CATALOG).derive(fresh)))


def edit_times(job: Job, count: int) -> list[float]:
    """Seconds of width edits in the room that is shown, each until everything on the screen is ready."""
    screen = Screen()
    screen.show(job)
    return steps(screen, job, widened, range(count))[1]


def widened(job: Job, number: int) -> Job:
    """The job after a width edit in the room that is shown."""
    return set_width(job, CATALOG, [f"u{number * 7 % 10}"], 601.0 + number)


def bench_edit() -> tuple[float, float]:
    """One width edit in 150 units until everything on a Layout screen is ready, against deriving the same cold; at most 1/40."""
    job, ratios = various(150), []
    for _ in range(3):
        fresh = copied(job)
        whole, edit = timed(lambda j=fresh: Screen().show(j)), median(edit_times(job, 15))  # type: ignore[misc]
        ratios.append((edit / whole, edit, whole))
    ratio, edit, whole = sorted(ratios)[len(ratios) // 2]
    print(f"  edit {edit * 1e3:.2f} ms, cold {whole * 1e3:.1f} ms, 1/{1 / ratio:.0f}")
    return ratio, 1 / 40


def bench_slide() -> tuple[float, float]:
    """One step of a unit that is dragged in 150 units, until the core has all that follows, against deriving it cold; at most 1/80."""
    return dragged(various(150), lambda j, i: slide_units(j, ["u9"], 1.0 if i % 2 else 2.0), 1 / 80)


@contextmanager
def each_where_it_is() -> Iterator[None]:
    """While it lasts every region of a wall is made where it is, none like another: what edits of walls are held against."""
    with_others = wall_build.is_apart
    wall_build.is_apart = lambda *_: False
    try:
        yield
    finally:
        wall_build.is_apart = with_others


def dragged(job: Job, step_of: Callable[[Job, int], Job], bound: float = 1 / 40, stage: str = "layout") -> tuple[float, float]:
    """One step of a drag against deriving the job cold, with its bound: the middle of five rounds, in which no step is made twice."""
    rounds = []
    for around in range(5):
        fresh, screen, at = copied(job), Screen(stage), copied(job)
        whole = timed(lambda j=fresh: Screen(stage).show(j))  # type: ignore[misc]
        screen.show(at)
        rounds.append((median(steps(screen, at, step_of, range(15 * around, 15 * around + 15))[1]), whole))
    return middle_of(rounds), bound


def steps(screen: Screen, at: Job, step_of: Callable[[Job, int], Job], numbers: range) -> tuple[Job, list[float]]:
    """The job after some steps, each shown, and the seconds of each."""
    found = []
    gc.collect()
    gc.disable()
    for i in numbers:
        start = time.perf_counter()
        at = screen.edited(lambda j, i=i: step_of(j, i), at)  # type: ignore[misc]
        found.append(time.perf_counter() - start)
    gc.enable()
    return at, found


def middle_of(rounds: list[tuple[float, float]]) -> float:
    """The middle ratio of steps and what they are held against."""
    step, whole = sorted(rounds, key=lambda one: one[0] / one[1])[len(rounds) // 2]
    print(f"  step {step * 1e3:.2f} ms, cold {whole * 1e3:.1f} ms, 1/{whole / step:.0f}")
    return step / whole


def bench_outline() -> tuple[float, float]:
    """A worktop with two corners and eight openings made anew against the bare shapely operations that it needs; at most 2."""
    from shapely import Polygon, box
    from shapely.geometry.polygon import orient

    from makers import a_room
    from tallplank.core.edit.unit import Spot, place_unit, set_hardware
    from tallplank.core.joinery.run.corner import courses
    from tallplank.core.joinery.run.row import stretches
    from tallplank.core.joinery.run.top.outline import region
    from tallplank.core.joinery.run.top.worktop import end_overhangs, top_depth

    job = a_room(width=6000.0)
    for wall, x in (("left", 2400.0), ("right", 600.0), *(("back", 600.0 + 600.0 * i) for i in range(8))):
        edited = place_unit(job, CATALOG, "base", Spot("room1", wall, x - (600.0 if wall == "left" else 0.0)))
        job = set_hardware(edited.job, CATALOG, edited.ids, "hob", "hob-30") if wall == "back" else edited.job
    made = Deriver(CATALOG).derive(job).made
    faces = made.faces["room1"]
    rows = {w: stretches([u.placed for u in made.at_face("room1", w)], faces[w], {}, "top") for w in ("left", "back", "right")}
    course = courses(rows, faces, "top")["back"][0]
    depth = top_depth(course.stretch.deepest).value
    ends = tuple(size.value for size in end_overhangs(course, _let_in(course, depth)))
    holes = [ring for found in _let_in(course, depth) for ring in found.rings]

    def ours() -> None:
        covered = region(course, depth, 20.0, ends, butt=False)  # type: ignore[arg-type]
        whole = Polygon(covered.between(covered.start, covered.end))
        for found in _let_in(course, depth):
            for ring in found.rings:
                whole = whole.difference(Polygon(ring))

    far = 20_000.0
    halves = [((0, 0), (far, -far), (far, far)), ((6000, 0), (6000 - far, -far), (6000 - far, far))]

    def bare() -> None:
        whole = box(-far, -depth, far, 0)
        for half in halves:
            whole = whole.intersection(Polygon(half))
        whole = orient(whole.intersection(box(whole.bounds[0], -depth - 1, whole.bounds[2], 1)), 1.0)
        for hole in holes:
            whole = whole.difference(Polygon(hole))

    pairs = [(timed(lambda: [ours() for _ in range(20)]), timed(lambda: [bare() for _ in range(20)])) for _ in range(15)]
    a, b = median(a for a, _ in pairs), median(b for _, b in pairs)
    print(f"  ours {a / 20 * 1e3:.2f} ms, bare {b / 20 * 1e3:.2f} ms, {len(course.joints)} corners, {len(holes)} openings")
    return median(a / b for a, b in pairs), 2.0


def _let_in(course: "Course", depth: float) -> "tuple[LetIn, ...]":
    from tallplank.core.joinery.run.top.let_in import let_ins

    return let_ins(course.stretch, depth, CATALOG)


def bench_island() -> tuple[float, float]:
    """One step of an island of 12 units dragged in a job of 150, until the core has all that follows, against cold; at most 1/40."""
    from tallplank.core.edit.group import add_island, change_group
    from tallplank.core.edit.unit import Spot, place_unit

    job, (group, front, back) = add_island(various(138), "room1", 1000.0, 1200.0, 3600.0)
    for face in (front, back):
        for number in range(6):
            job = place_unit(job, CATALOG, ("base", "drawers")[number % 2], Spot("room1", face, number * 600.0), depth=400.0 + number).job
    return dragged(job, lambda j, i: change_group(j, "room1", group, x=1000.0 + i))


FORMER_WALL = "76e2abb"
"""The commit at which a boundary's step was a fifteenth of the wall cold: what is as quick now is no yardstick for it."""


def bench_wall() -> tuple[float, float]:
    """A boundary dragged between two of 70 panels, until all of Walls is there, against 400 parts cold in a former commit; at most 1/20."""
    from makers import ROOM, WALL, a_room
    from tallplank.core.edit.paneling.scheme import add_scheme, shift_boundary
    from tallplank.core.job.filling import Panel
    from tallplank.core.job.scheme import Region

    cell = Region(split="up", stile=40.0, parts=(Region(fill=Panel(border=20.0, mold="mold-panel-25")),) * 5)
    root = Region(split="across", stile=40.0, parts=(cell,) * 14)
    job, (key,) = add_scheme(a_room(9800.0, 5000.0), CATALOG, ROOM, WALL, backing=6.0, root=root)
    rounds = []
    with tree_of(FORMER_WALL) as former, worker(former, PANELS) as cold_then:
        for around in range(9):  # in turn within each, since a machine changes its pace
            screen, at, taken, wholes = Screen("walls"), copied(job), [], []
            screen.show(at)
            for i in range(15 * around, 15 * around + 15, 5):
                wholes.append(cold_then())
                at, some = steps(screen, at, lambda j, i: shift_boundary(j, CATALOG, ROOM, key, (3, 2), 700.0 + i, 1932.0), range(i, i + 5))
                taken += some
            rounds.append((median(taken), median(wholes)))
    return middle_of(rounds), 1 / 20


def a_large_wall(columns: int, rows: int) -> Job:
    """A window, a unit and panels with moldings in columns and rows, five parts or so to each."""
    from makers import ROOM, WALL, a_room
    from tallplank.core.edit.paneling.scheme import add_scheme
    from tallplank.core.edit.survey.walled import add_opening
    from tallplank.core.edit.unit import Spot, place_unit
    from tallplank.core.job.filling import Panel
    from tallplank.core.job.scheme import Region

    cell = Region(split="up", stile=40.0, parts=(Region(fill=Panel(border=15.0, mold="mold-panel-25")),) * rows)
    root = Region(split="across", stile=40.0, parts=(cell,) * columns)
    job = add_scheme(a_room(700.0 * columns, 340.0 * rows), CATALOG, ROOM, WALL, backing=6.0, root=root).job
    job = add_opening(job, ROOM, WALL, "window", 3000.0, sill=900.0, width=1000.0, height=1000.0).job
    return place_unit(job, CATALOG, "base", Spot(ROOM, WALL, 5000.0)).job


WallEdit = Callable[[Job, int], Job]


def shown_on_large_walls(edits_of: Callable[[Job, float], dict[str, WallEdit]]) -> float:
    """The slowest of some edits of walls of 3,000 and of 5,000 parts, shown, against the wall cold, each region where it is.

    `edits_of` gives them by name, of a job whose first two rows of regions are so high together.
    """
    return max(
        _shown_on(a_large_wall(columns, rows), edits_of, 2 * (340.0 * rows - 40.0 * (rows + 1)) / rows)
        for columns, rows in ((55, 11), (60, 17))
    )


def _shown_on(job: Job, edits_of: Callable[[Job, float], dict[str, WallEdit]], both: float) -> float:
    """The slowest of the edits of one wall: the middle of rounds that each begin with the wall cold."""
    edits = edits_of(job, both)
    at, screens, ratios = {name: copied(job) for name in edits}, {name: Screen("walls") for name in edits}, defaultdict(list)
    for name, screen in screens.items():
        screen.show(at[name])
    parts = sum(len(run.parts) for run in screen.deriver.derive(job).made.runs)
    for around in range(3):
        fresh = copied(job)
        with each_where_it_is():
            whole = timed(lambda j=fresh: Screen("walls").show(j))  # type: ignore[misc]
        for name, edit in edits.items():
            at[name], taken = steps(screens[name], at[name], edit, range(5 * around, 5 * around + 5))
            ratios[name].append((median(taken) / whole, median(taken), whole))
    middles = {name: sorted(some)[1] for name, some in ratios.items()}
    for name, (_, step, whole) in middles.items():
        print(f"  {parts} parts, {name}: {step * 1e3:.0f} ms, cold {whole * 1e3:.0f} ms")
    return max(ratio for ratio, _, _ in middles.values())


def bench_walls() -> tuple[float, float]:
    """The slowest of four edits of a wall of 3,000 and of 5,000 parts, shown, against it cold, each where it is; at most 1/8."""
    from makers import ROOM, WALL
    from tallplank.core.edit.paneling.scheme import change_region, shift_boundary
    from tallplank.core.edit.survey.walled import change_opening
    from tallplank.core.job.filling import Panel

    def edits_of(job: Job, both: float) -> dict[str, WallEdit]:
        scheme, window = job.rooms[0].schemes[0].id, next(w for w in job.rooms[0].walls if w.id == WALL).openings[0].id
        return {
            "boundary": lambda j, i: shift_boundary(j, CATALOG, ROOM, scheme, (3, 2), both * 0.45 + i, both),
            "fill": lambda j, i: change_region(j, CATALOG, ROOM, scheme, (9, 4), fill=Panel(border=14.0 + i / 2, mold="mold-panel-25")),
            "window": lambda j, i: change_opening(j, ROOM, WALL, window, x=3000.0 + 3.0 * i),
            "unit": lambda j, i: slide_units(j, ["u1"], 3.0),
        }

    return shown_on_large_walls(edits_of), 1 / 8


def bench_stiles() -> tuple[float, float]:
    """Another width of all stiles at once of such walls, which makes every part of them anew, against the same; at most 1/6."""
    from makers import ROOM
    from tallplank.core.edit.paneling.scheme import change_region

    def edits_of(job: Job, _: float) -> dict[str, WallEdit]:
        scheme = job.rooms[0].schemes[0].id
        return {"all stiles": lambda j, i: change_region(j, CATALOG, ROOM, scheme, (), stile=41.0 + i)}

    return shown_on_large_walls(edits_of), 1 / 6


def bench_piece() -> tuple[float, float]:
    """A saved piece of 10 units placed in an empty room and made, against making its units alone; at most 1.2."""
    from makers import ROOM, WALL, a_room
    from tallplank.core.edit.copies.saved_piece import piece_of_units, place_units_of
    from tallplank.core.edit.unit import Spot
    from tallplank.core.joinery.workshop import Workshop, build_unit

    job = various(10)
    piece, room = piece_of_units(job, CATALOG, [u.id for u in job.units], "Ten"), a_room(7000.0)

    def placed() -> None:
        shop = Workshop(CATALOG)
        with shop.at_hand():
            done = place_units_of(room, CATALOG, piece, Spot(ROOM, WALL)).job
        for unit in done.units:
            shop.unit(done.standard, unit)

    def alone() -> None:
        for unit in piece.units:
            build_unit(CATALOG, room.standard, unit)

    pairs = [(timed(placed), timed(alone)) for _ in range(15)]
    a, b = median(a for a, _ in pairs), median(b for _, b in pairs)
    print(f"  placed {a * 1e3:.1f} ms, built {b * 1e3:.1f} ms")
    return median(a / b for a, b in pairs), 1.2


def bench_large() -> tuple[float, float]:
    """The same edit in 1,000 units and in 150, in turn, since a machine changes its pace; at most 1.3."""
    jobs, screens = [various(150), various(1000)], [Screen(), Screen()]
    times: tuple[list[float], list[float]] = ([], [])
    for screen, job in zip(screens, jobs, strict=True):
        screen.show(job)
    for i in range(0, 48, 8):
        for which, screen in enumerate(screens):
            jobs[which], some = steps(screen, jobs[which], widened, range(i, i + 8))
            times[which].extend(some[3:])
    small, large = map(median, times)
    print(f"  150 units {small * 1e3:.2f} ms, 1000 units {large * 1e3:.2f} ms")
    return large / small, 1.3


def bench_finish() -> tuple[float, float]:
    """A change of one finish of the whole job in 150 units, shown, against deriving the same cold; at most 1/15."""
    job, ratios = various(150), []
    for _ in range(5):
        fresh, screen = copied(job), Screen()
        whole = timed(lambda s=screen, j=fresh: s.show(j))  # type: ignore[misc]
        change = timed(lambda s=screen, j=fresh: s.edited(lambda k: set_job_finish(k, CATALOG, "top", "basalt-stone"), j))  # type: ignore[misc]
        ratios.append((change / whole, change, whole))
    ratio, change, whole = sorted(ratios)[len(ratios) // 2]
    print(f"  finish {change * 1e3:.2f} ms, cold {whole * 1e3:.1f} ms, 1/{1 / ratio:.0f}")
    return ratio, 1 / 15


def bench_build() -> tuple[float, float]:
    """A cold build of 1,000 units against one of 100; at most 11.5."""
    small, large = many_units(100), many_units(1000)
    rounds = []
    for _ in range(5):
        before = [cold(small) for _ in range(4)]
        whole = cold(large)
        after = [cold(small) for _ in range(4)]
        rounds.append((whole / median((*before, *after)), median((*before, *after)), whole))
    ratio, part, whole = sorted(rounds)[len(rounds) // 2]
    print(f"  100 units {part * 1e3:.1f} ms, 1000 units {whole * 1e3:.1f} ms")
    return ratio, 11.5


FORMER = "6e4e181"
"""The last commit before parts had forms and places had faces."""


def bench_cold() -> tuple[float, float]:
    """A cold build of 150 units against that of a former commit, taken in turn; at most 1/1.5. Printed too: units that all differ."""
    ratios = []
    with tree_of(FORMER) as former:
        for differ, words in ((False, "units that repeat"), (True, "units that all differ")):
            pairs = cold_pairs(former, 4, differ=differ)
            ratios.append(median(new / old for old, new in pairs))
            old, new = (median(column) for column in zip(*pairs, strict=True))
            print(f"  {words}: {old * 1e3:.0f} ms then, {new * 1e3:.0f} ms now, {1 / ratios[-1]:.2f} times as quick")
    return ratios[0], 1 / 1.5


def bench_check() -> tuple[float, float]:
    """All findings of 150 units that all differ, from nothing, against building them; at most 1."""
    job, ratios = various(150), []
    for _ in range(9):
        derived = Deriver(CATALOG)
        fresh = copied(job)
        build = timed(lambda d=derived, j=fresh: d.derive(j).made)  # type: ignore[misc]
        check = timed(lambda d=derived, j=fresh: d.derive(j).findings)  # type: ignore[misc]
        ratios.append((check / build, check, build))
    ratio, check, build = sorted(ratios)[len(ratios) // 2]
    print(f"  findings {check * 1e3:.0f} ms, building {build * 1e3:.0f} ms")
    return ratio, 1.0


def bench_orbit() -> tuple[float, float]:
    """An orbit frame of the demo against VTK showing the same triangles as one plain mesh; at most 1.5."""
    import numpy as np
    from vtkmodules.util.numpy_support import numpy_to_vtk
    from vtkmodules.vtkCommonCore import vtkPoints
    from vtkmodules.vtkCommonDataModel import vtkPolyData
    from vtkmodules.vtkRenderingCore import vtkActor, vtkLight, vtkPolyDataMapper

    from tallplank.core.solid.scene import SolidMaker
    from tallplank.demo import demo_job
    from tallplank.view3d.lines import cells
    from tallplank.view3d.scene import Scene
    from tallplank.view3d.skin import Tones

    made = Deriver(CATALOG).derive(demo_job(CATALOG)).made
    solids = SolidMaker().solids(made, made.job.rooms[0].id)
    shell = dict.fromkeys(("wall", "floor", "glass", "door"), (0.97, 0.97, 0.95))
    tones = Tones((0.9, 0.9, 0.86), shell, (0.2, 0.2, 0.2), (0.1, 0.4, 0.4))
    ours, plain = Scene(CATALOG.looks, tones), Scene(CATALOG.looks, tones)
    ours.show(solids)
    surfaces = [b.faces for b in (*solids.batches, *solids.shell)]
    corners = np.concatenate([f.corners for f in surfaces]).reshape(-1, 3)
    mesh, points = vtkPolyData(), vtkPoints()
    points.SetData(numpy_to_vtk(corners, deep=True))
    mesh.SetPoints(points)
    mesh.SetPolys(cells(len(corners) // 4, 4))
    mapper, actor = vtkPolyDataMapper(), vtkActor()
    mapper.SetInputData(mesh)
    actor.SetMapper(mapper)
    light = vtkLight()  # as any plain mesh has it: ours has its light in its colours
    light.SetLightTypeToHeadlight()
    plain.renderer.AddLight(light)
    plain.renderer.AddActor(actor)
    plain._blocks, plain._extent = solids.blocks, (solids.low, solids.high)
    times: dict[str, list[float]] = {"ours": [], "plain": []}
    for scene in (ours, plain):
        scene.resize(640, 420)
        scene.look_from((-0.5, -1.0, 0.42))
        scene.render()
    for _ in range(60):
        for name, scene in (("ours", ours), ("plain", plain)):
            scene.eye.orbit(2.0, 0.0)
            times[name].append(timed(scene.render))
    a, b = median(times["ours"]), median(times["plain"])
    print(f"  ours {a * 1e3:.1f} ms, plain mesh {b * 1e3:.1f} ms, {len(corners) // 2} triangles")
    return a / b, 1.5


def bench_slats() -> tuple[float, float]:
    """An orbit frame of a wall with 1,000 slats against one with 100, in a room with nothing else in it; at most 2."""
    from makers import ROOM, WALL, a_room
    from tallplank.core.edit.paneling.scheme import add_scheme
    from tallplank.core.job.filling import Slats
    from tallplank.core.job.scheme import Region
    from tallplank.core.solid.scene import SolidMaker
    from tallplank.view3d.scene import Scene
    from tallplank.view3d.skin import Tones

    shell = dict.fromkeys(("wall", "floor", "glass", "door"), (0.97, 0.97, 0.95))
    scenes: dict[int, Scene] = {}
    room = a_room(20_000.0, 6000.0)
    for count in (100, 1000):
        gap = (20_000.0 - count * 10.0) / (count - 1)
        fill = Slats(width=10.0, gap=gap, deep=20.0)
        job = add_scheme(room, CATALOG, ROOM, WALL, backing=6.0, root=Region(fill=fill)).job
        made = Deriver(CATALOG).derive(job).made
        assert sum(p.tag.role == "slat" for r in made.runs for p in r.parts) == count
        scenes[count] = scene = Scene(CATALOG.looks, Tones((0.9, 0.9, 0.86), shell, (0.2, 0.2, 0.2), (0.1, 0.4, 0.4)))
        scene.show(SolidMaker().solids(made, ROOM))
        scene.resize(640, 420)
        scene.look_from((-0.5, -1.0, 0.42))
        scene.render()
    times: dict[int, list[float]] = {count: [] for count in scenes}
    for _ in range(60):
        for count, scene in scenes.items():
            scene.eye.orbit(2.0, 0.0)
            times[count].append(timed(scene.render))
    many, few = median(times[1000]), median(times[100])
    print(f"  1,000 slats {many * 1e3:.1f} ms, 100 slats {few * 1e3:.1f} ms")
    return many / few, 2.0


_BARE = """
import sys
from PyQt6.QtWidgets import QApplication, QMainWindow
import vtk
app = QApplication(sys.argv)
window = QMainWindow()
window.show()
app.processEvents()
"""
_OURS = """
import gc
import sys
gc.disable()  # as the command does
from PyQt6.QtCore import QSettings
from tallplank.app.look.theme import load_fonts
from tallplank.app.frame.window import MainWindow, application
from tallplank.core.catalog.reader import shipped
from tallplank.demo import demo_job
from tallplank.session.store import Store
app = application(sys.argv)
load_fonts()
window = MainWindow(Store(shipped(), demo_job), QSettings(sys.argv[1], QSettings.Format.IniFormat))
window.show()
app.processEvents()
window.repaint()
"""


def bench_feel() -> tuple[float, float]:
    """What the hand does until all is repainted, against a plain repaint of the same panes: the worst share of what it may take."""
    from feel import felt

    shares = []
    for one in felt():
        print(one.line, flush=True)
        shares.append(one.share)
    return max(shares), 1.0


def bench_start() -> tuple[float, float]:
    """The window up with the demo against a bare script that imports PyQt6 and VTK and shows an empty window; at most 2.0.

    Both are started as on any day but the first: their modules are compiled already.
    """
    import tempfile

    environment = {**os.environ, "PYTHONPATH": str(ROOT / "src")}
    environment.pop("PYTHONDONTWRITEBYTECODE", None)

    def run(code: str, scratch: str) -> float:
        Path(scratch, "window.ini").unlink(missing_ok=True)
        command = [sys.executable, "-c", code, f"{scratch}/window.ini"]
        return timed(lambda: subprocess.run(command, check=True, env=environment, stderr=subprocess.DEVNULL))

    with tempfile.TemporaryDirectory() as scratch:
        environment["PYTHONPYCACHEPREFIX"] = f"{scratch}/compiled"
        pairs = [(run(_BARE, scratch), run(_OURS, scratch)) for _ in range(5)][1:]
    print(f"  bare {median(a for a, _ in pairs):.2f} s, ours {median(b for _, b in pairs):.2f} s")
    return median(b for _, b in pairs) / median(a for a, _ in pairs), 2.0


def bench_records() -> tuple[float, float]:
    """Building every kind of unit of straight boards, with machining, against as many plain frozen records of known values; at most 13.

    It was 10 while a hole was a dataclass and cost twice as much to make as it does now as a tuple. Records are held
    against plain ones of as many values, so that one which learns to be made sooner is no shorter yardstick.
    """
    return against_records(lambda build: build != "shaped"), 13.0


def bench_shaped() -> tuple[float, float]:
    """The same of units that are no rectangles, whose legs and cleats are placed by their outlines; at most 25."""
    return against_records(lambda build: build == "shaped"), 25.0


def against_records(wanted: Callable[[str], bool]) -> float:
    """Building the kinds of unit that are built in a wanted way against making the records that they consist of, of known values."""
    from makers import a_unit
    from tallplank.core.job.standard import Standard
    from tallplank.core.joinery.made import MadeUnit
    from tallplank.core.joinery.workshop import build_unit

    plain_ones = dict[type, type]()

    def fields(record: object) -> tuple[type, tuple[object, ...]]:
        if isinstance(record, tuple):
            return type(record), tuple(getattr(record, name) for name in record._fields)  # type: ignore[attr-defined]
        cls, names = type(record), [f.name for f in dataclasses.fields(record)]  # type: ignore[arg-type]
        if cls not in plain_ones:
            plain_ones[cls] = dataclasses.make_dataclass(cls.__name__, names, frozen=True, slots="__slots__" in vars(cls))
        return plain_ones[cls], tuple(getattr(record, name) for name in names)

    def records(made: MadeUnit) -> list[tuple[type, tuple[object, ...]]]:
        found = [fields(r) for part in made.parts for r in (part, part.frame, part.edges, *part.holes, *part.pockets)]
        return found + [fields(r) for r in (*made.fittings, *made.pieces, *made.fronts)]

    standard, units = Standard(), [a_unit(key) for key, kind in CATALOG.kinds.items() if wanted(kind.build)]
    known = [pair for unit in units for pair in records(build_unit(CATALOG, standard, unit))]
    ratios = []
    for _ in range(40):
        plain = timed(lambda: [make(*values) for make, values in known])
        built = timed(lambda: [build_unit(CATALOG, standard, unit) for unit in units])
        ratios.append((built / plain, built, plain))
    ratio, built, plain = sorted(ratios)[len(ratios) // 2]
    print(f"  {len(units)} units in {built * 1e3:.2f} ms, {len(known)} plain records in {plain * 1e3:.2f} ms")
    return ratio


def bench_drag() -> tuple[float, float]:
    """The slowest of 100 steps of dragging an opening's boundary in the real window against their median; at most 3."""
    import tempfile

    os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
    from PyQt6.QtCore import QSettings

    from tallplank.app.frame.memory import IdleCollector
    from tallplank.app.frame.window import MainWindow, application
    from tallplank.app.look.theme import load_fonts
    from tallplank.demo import demo_job
    from tallplank.session.bench import BoundaryDrag
    from tallplank.session.store import Store

    app = application([])
    load_fonts()
    store = Store(CATALOG, demo_job(CATALOG))
    steps: list[float] = []
    with tempfile.TemporaryDirectory() as scratch:
        window = MainWindow(store, QSettings(f"{scratch}/window.ini", QSettings.Format.IniFormat))
        window.resize(1280, 800)
        window.show()
        open_on_bench(store, next(u.id for u in store.job.units if u.kind == "drawers"))
        app.processEvents()
        unit = bench_unit(store)
        drawing = window.board.pane("bench").drawing  # type: ignore[union-attr]
        drag = BoundaryDrag(store, unit, drawing.handles[0])  # type: ignore[arg-type]
        collector = IdleCollector(store)
        collector.settle()
        for i in range(110):
            start = time.perf_counter()
            drag.move(0.7 * (i % 50) - 17.0, 0.0)
            app.processEvents()
            steps.append(time.perf_counter() - start)
        collector.end()
        window.dismantle()
    kept = steps[10:]
    print(f"  median {median(kept) * 1e3:.1f} ms, slowest {max(kept) * 1e3:.1f} ms")
    return max(kept) / median(kept), 3.0


BENCHES = {
    "edit": bench_edit,
    "slide": bench_slide,
    "outline": bench_outline,
    "island": bench_island,
    "wall": bench_wall,
    "walls": bench_walls,
    "stiles": bench_stiles,
    "slats": bench_slats,
    "piece": bench_piece,
    "large": bench_large,
    "finish": bench_finish,
    "build": bench_build,
    "cold": bench_cold,
    "check": bench_check,
    "orbit": bench_orbit,
    "records": bench_records,
    "shaped": bench_shaped,
    "drag": bench_drag,
    "start": bench_start,
    "feel": bench_feel,
}


def main(names: list[str]) -> int:
    """Run the benches that are named, or all; says whether each keeps its bound."""
    unknown = [n for n in names if n not in BENCHES]
    if "--help" in names or "-h" in names:
        print(f"usage: plank bench [{' | '.join(BENCHES)}] …\n\n{__doc__}")
        return 0
    if unknown:
        print(f"plank: bench: choose among {', '.join(BENCHES)}", file=sys.stderr)
        return 2
    chosen = names or list(BENCHES)
    if len(chosen) > 1:
        return each_alone(chosen)
    bench = BENCHES[chosen[0]]
    print(f"{chosen[0]}: {bench.__doc__}")
    ratio, bound = bench()
    print(f"  {RATIO} {ratio:.4f}, bound {bound:.4f}: {'kept' if ratio <= bound else 'NOT KEPT'}\n", flush=True)
    return 0


RATIO = "ratio"


def each_alone(names: list[str]) -> int:
    """Run benches, each in a process of its own, so that none is slowed down by what another left behind; a table of all at the end."""
    lines: list[tuple[str, str]] = []
    for name in names:
        start, told = time.perf_counter(), "failed"
        process = subprocess.Popen([sys.executable, __file__, name], stdout=subprocess.PIPE, text=True)
        assert process.stdout is not None
        for line in process.stdout:
            print(line, end="", flush=True)
            told = line.strip() if line.strip().startswith(RATIO) else told
        process.wait()
        lines.append((name, f"{told if process.returncode == 0 else 'failed'}, in {time.perf_counter() - start:.0f} s"))
    print(*(f"{name:8} {told}" for name, told in lines), sep="\n")
    return 1 if any(told.startswith("failed") for _, told in lines) else 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
