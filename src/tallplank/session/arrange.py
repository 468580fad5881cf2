"""Placing and sliding units by pointing at a drawing, without any window: points in, edits and ghosts out."""

from dataclasses import dataclass

from tallplank.core.draw.plan import wall_at
from tallplank.core.draw.primitive import Point
from tallplank.core.edit.room import add_opening, change_opening, usual_opening
from tallplank.core.edit.snap import Mover, Rest, rest
from tallplank.core.edit.unit import Spot, move_to_wall, place_unit, slide_units, usual_values
from tallplank.core.job.job import Display, Job
from tallplank.core.job.room import Room, Wall
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.rule.choice import choice_for
from tallplank.core.joinery.rule.place import place
from tallplank.core.measure.length import LengthUnit
from tallplank.core.space.frame import wall_frame
from tallplank.session.drag import Drag
from tallplank.session.store import Store

OPENING_KINDS = ("door", "window")


@dataclass(frozen=True, slots=True)
class Ghost:
    """Where the thing would land, as a rectangle of the drawing, and the relation that holds it there."""

    low: Point
    high: Point
    relation: str


@dataclass(frozen=True, slots=True)
class _Aim:
    """What is about to be placed: its wall and resting place, and the box that it fills in the wall's frame."""

    room: Room
    wall: Wall
    resting: Rest
    width: float
    y: tuple[float, float]
    z: tuple[float, float]


class Arranger:
    """Knows how points of one drawing lie on the walls of the room that is shown."""

    def __init__(self, store: Store, *, on_plan: bool) -> None:
        self._store, self._on_plan = store, on_plan
        self._drag: Drag | None = None

    def ghost(self, kind: str, point: Point, reach: float) -> Ghost | None:
        """What placing a kind at a point would do."""
        aim = self._aim(kind, point, reach)
        return Ghost(*self._outline(aim), aim.resting.relation) if aim is not None else None

    def place(self, kind: str, point: Point, reach: float) -> None:
        """Place a kind at a point, and select it.

        Raises:
            PlankError: it does not fit.
        """
        aim = self._aim(kind, point, reach)
        if aim is None:
            return
        store, room, wall, resting = self._store, aim.room, aim.wall, aim.resting
        before = {u.id for u in store.job.units} | _opening_ids(store.job)
        if kind in OPENING_KINDS:
            store.apply(lambda j: add_opening(j, room.id, wall.id, kind, resting.x), f"add {kind}")  # type: ignore[arg-type]
        else:
            name, made = store.catalog.kinds[kind].name.lower(), store.derived.made
            spot = Spot(room.id, wall.id, resting.x)
            store.apply(lambda j: place_unit(j, store.catalog, kind, spot, made), f"place {name}")
        after = [u.id for u in store.job.units] + sorted(_opening_ids(store.job))
        store.select([key for key in after if key not in before])
        store.place_next("")
        if store.state.wall != wall.id:
            store.look_at(room.id, wall.id)

    def slide(self, owner: str, start: Point, point: Point, reach: float, *, first: bool) -> Ghost | None:
        """Slide the selected units, held at `owner`, as far as the pointer moved; one undo step from first to last."""
        store = self._store
        if first or self._drag is None:
            self._drag = Drag(store)
        drag, origin = self._drag, self._drag.origin
        if drag.is_over:
            return None
        unit = next((u for u in origin.units if u.id == owner), None)
        if unit is None:
            self._slide_opening(drag, owner, start, point)
            return None
        room = origin.room(unit.room)
        wall, along = self._wall_at(room, point, origin.wall(unit.room, unit.wall))
        _, from_along = self._wall_at(room, start, origin.wall(unit.room, unit.wall))
        wanted = unit.x + along - from_along if wall.id == unit.wall else along - unit.width / 2
        ids = [u.id for u in origin.units if u.id in store.state.selected] or [owner]
        resting = self._rest(origin, room, wall, unit, wanted, reach, frozenset(ids))

        def edit(origin: Job) -> Job:
            if wall.id == unit.wall:
                return slide_units(origin, ids, resting.x - unit.x)
            lead = unit.x - min(u.x for u in origin.units if u.id in ids)
            return move_to_wall(origin, ids, Spot(room.id, wall.id, resting.x - lead))

        drag.move(edit, "slide unit" if len(ids) == 1 else f"slide {len(ids)} units")
        return Ghost((0.0, 0.0), (0.0, 0.0), resting.relation)

    def nudge(self, by: float) -> None:
        """Slide the selected units by a step along their wall."""
        ids = self._store.state.selected
        self._store.apply(lambda j: slide_units(j, ids, by), "slide units")

    def end(self) -> None:
        """The pointer was let go."""
        self._drag = None

    def cancel(self) -> None:
        """Put back what was slid."""
        if self._drag is not None:
            self._drag.cancel()
        self.end()

    def _slide_opening(self, drag: Drag, owner: str, start: Point, point: Point) -> None:
        origin, room = drag.origin, self._store.room()
        if room is None:
            return
        for wall in origin.room(room.id).walls:
            for opening in wall.openings:
                if opening.id == owner:
                    by = self._along(room, wall, point) - self._along(room, wall, start)
                    x = min(max(opening.x + by, 0.0), room.wall_length(wall) - opening.width)
                    drag.move(lambda job, w=wall, x=x: change_opening(job, room.id, w.id, owner, x=round(x)), f"slide {opening.kind}")  # type: ignore[misc]

    def _aim(self, kind: str, point: Point, reach: float) -> _Aim | None:
        store, room, shown = self._store, self._store.room(), self._store.wall()
        if room is None or shown is None:
            return None
        wall, along = self._wall_at(room, point, shown)
        if kind in OPENING_KINDS:
            return _opening_aim(room, wall, kind, along)
        usual = store.catalog.kinds[kind]
        unit = Unit(
            id="new",
            mark=1,
            kind=kind,
            room=room.id,
            wall=wall.id,
            x=0,
            **usual_values(usual, inches=store.job.display.style.unit is LengthUnit.INCH),
        )
        resting = self._rest(store.job, room, wall, unit, along - unit.width / 2, reach, frozenset())
        placed = place(choice_for(store.catalog, store.job.standard, unit))
        return _Aim(room, wall, resting, unit.width, (placed.front, 0.0), (placed.z, placed.top))

    def _rest(self, job: Job, room: Room, wall: Wall, unit: Unit, x: float, reach: float, ignore: frozenset[str]) -> Rest:
        low = place(choice_for(self._store.catalog, job.standard, unit)).z
        made = self._store.derived.made
        found = rest(made, room, wall, Mover(unit.width, low, low + unit.height, ignore), x, reach)
        return found if found.relation else Rest(_whole(found.x, job.display))

    def _wall_at(self, room: Room, point: Point, shown: Wall) -> tuple[Wall, float]:
        return wall_at(room, point) if self._on_plan else (shown, point[0])

    def _along(self, room: Room, wall: Wall, point: Point) -> float:
        if not self._on_plan:
            return point[0]
        return wall_frame(wall.side, room.width, room.depth).inside((*point, 0.0)).x

    def _outline(self, aim: _Aim) -> tuple[Point, Point]:
        x = aim.resting.x
        if not self._on_plan:
            return (x, aim.z[0]), (x + aim.width, aim.z[1])
        frame = wall_frame(aim.wall.side, aim.room.width, aim.room.depth)
        a, b = frame.out((x, aim.y[0], 0.0)), frame.out((x + aim.width, aim.y[1], 0.0))
        return (a.x, a.y), (b.x, b.y)


def _opening_aim(room: Room, wall: Wall, kind: str, along: float) -> _Aim:
    sill, width, height = usual_opening(kind)
    x = round(min(max(along - width / 2, 0.0), max(room.wall_length(wall) - width, 0.0)))
    resting = Rest(x, f"{x:.0f} from the left end of {wall.name}")
    return _Aim(room, wall, resting, width, (0.0, wall.thickness), (sill, sill + height))


def _whole(x: float, display: Display) -> float:
    """A place that no relation holds, on the next whole millimetre or finest shown fraction of an inch."""
    step = 1.0 if display.style.unit.value <= LengthUnit.CM.value else LengthUnit.INCH.value / display.denominator
    return round(x / step) * step


def _opening_ids(job: Job) -> set[str]:
    return {o.id for r in job.rooms for w in r.walls for o in w.openings}
