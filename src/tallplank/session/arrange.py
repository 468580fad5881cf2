"""Placing and sliding units by pointing at a drawing, without any window: points in, edits and ghosts out."""

from dataclasses import dataclass, replace

from tallplank.core.catalog.kind import Kind
from tallplank.core.draw.plan import face_at
from tallplank.core.edit.filler import FillerStrip, corner_filler, place_beside
from tallplank.core.edit.group import change_group
from tallplank.core.edit.snap import Rest, gap_around, mover_of, rest
from tallplank.core.edit.unit import Spot, move_to_face, raise_units, slide_units, usual_values
from tallplank.core.job.face import Face, faces_of
from tallplank.core.job.job import Display, Job
from tallplank.core.job.room import Room
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.rule.choice import choice_for
from tallplank.core.joinery.rule.place import place
from tallplank.core.measure.divide import TOLERANCE
from tallplank.core.measure.length import LengthUnit
from tallplank.core.space.outline import Point, Ring
from tallplank.session.drag import Drag
from tallplank.session.store import Store
from tallplank.session.survey import SURVEY_KINDS, Landing, kind_name, landing, put, slid

NARROWEST = 20.0
"""Ways of building whose width is free, and the narrowest gap that is filled."""


@dataclass(frozen=True, slots=True)
class Ghost:
    """Where the thing would land, as an outline on the drawing, and the relation that holds it there."""

    ring: Ring
    relation: str


@dataclass(frozen=True, slots=True)
class _Aim:
    """What is about to be placed: its face and resting place, and the box that it fills in the frame of the face."""

    room: Room
    face: Face
    resting: Rest
    width: float
    y: tuple[float, float]
    z: tuple[float, float]
    fitted: bool = False
    """Whether it is narrower than usual, to fit into a gap."""
    strip: FillerStrip | None = None
    """The filler that comes with it."""

    @property
    def span(self) -> tuple[float, float]:
        """From where to where it reaches along its face, with its filler."""
        left, right = self.resting.x, self.resting.x + self.width
        if self.strip is None or self.fitted:
            return left, right
        return (left, right + self.strip.width) if self.strip.side == "left" else (left - self.strip.width, right)


class Arranger:
    """Knows how points of one drawing lie on the faces of the room that is shown."""

    def __init__(self, store: Store, *, on_plan: bool) -> None:
        self._store, self._on_plan = store, on_plan
        self._drag: Drag | None = None

    def ghost(self, kind: str, point: Point, reach: float) -> Ghost | None:
        """What placing a kind at a point would do."""
        aim = self._aim(kind, point, reach)
        return Ghost(self._outline(aim), aim.resting.relation) if aim is not None else None

    def place(self, kind: str, point: Point, reach: float) -> None:
        """Place a kind at a point, and select it.

        Raises:
            PlankError: it does not fit.
        """
        aim = self._aim(kind, point, reach)
        if aim is None:
            return
        store, room, face, resting = self._store, aim.room, aim.face, aim.resting
        if kind in SURVEY_KINDS:
            spot = Landing(resting.x, aim.width, aim.y, aim.z)
            made_ids = store.apply(lambda j: put(j, room.id, face.id, kind, spot), f"add {kind}")
        else:
            name, made = store.catalog.kinds[kind].name.lower(), store.derived.made
            at = Spot(room.id, face.id, resting.x)
            sizes = {"width": aim.width} if aim.fitted else {}
            made_ids = store.apply(lambda j: place_beside(j, store.catalog, kind, at, made, **sizes), f"place {name}")
        store.select(made_ids[:1])
        store.place_next("")
        if store.state.face != face.id:
            store.look_at(room.id, face.id)

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
            self._slide_of_room(drag, owner, (start, point))
            return None
        room = origin.room(unit.room)
        own = origin.face(unit.room, unit.face)
        face, along = self._face_at(room, point, own)
        from_along = self._along(own, start)
        wanted = unit.x + along - from_along if face.id == unit.face else along - unit.width / 2
        ids = [u.id for u in origin.units if u.id in store.state.selected] or [owner]
        resting = self._rest(origin, face, unit, wanted, reach, frozenset(ids))

        def edit(origin: Job) -> Job:
            if face.id == unit.face:
                return slide_units(origin, ids, resting.x - unit.x)
            lead = unit.x - min(u.x for u in origin.units if u.id in ids)
            return move_to_face(origin, ids, Spot(room.id, face.id, resting.x - lead))

        drag.move(edit, "slide unit" if len(ids) == 1 else f"slide {len(ids)} units")
        return Ghost((), resting.relation)

    def nudge(self, along: float, up: float) -> bool:
        """Move what is selected by a step: units along their face, and on elevations up and down; groups over the plan.

        False where nothing is selected that moves so.

        Raises:
            PlankError: it is locked, or cannot be there.
        """
        store, ids = self._store, self._store.state.selected
        if store.selected_units():
            if up and self._on_plan:
                return False
            made = store.derived.made
            if up:
                store.apply(lambda j: raise_units(j, made, ids, up), "raise units")
            else:
                store.apply(lambda j: slide_units(j, ids, along), "slide units")
            return True
        room = store.room()
        group = next((g for g in room.groups if g.id in ids), None) if room is not None else None
        if room is None or group is None or not self._on_plan:
            return False
        place = {"x": group.x + along, "y": group.y + up}
        store.apply(lambda j: change_group(j, room.id, group.id, **place), f"move {group.name.lower()}")
        return True

    def end(self) -> None:
        """The pointer was let go."""
        self._drag = None

    def cancel(self) -> None:
        """Put back what was slid."""
        if self._drag is not None:
            self._drag.cancel()
        self.end()

    def _slide_of_room(self, drag: Drag, owner: str, points: tuple[Point, Point]) -> None:
        room, shown = self._store.room(), self._store.face()
        name = kind_name(drag.origin, room.id, owner) if room is not None else ""
        if room is not None and shown is not None and name:
            room_id, face = room.id, shown
            drag.move(lambda job: slid(job, room_id, owner, face, points, on_plan=self._on_plan), f"slide {name}")

    def _aim(self, kind: str, point: Point, reach: float) -> _Aim | None:
        store, room, shown = self._store, self._store.room(), self._store.face()
        if room is None or shown is None:
            return None
        face, along = self._face_at(room, point, shown)
        if kind in SURVEY_KINDS:
            return _survey_aim(room, face, kind, along) if face.thickness else None
        usual = store.catalog.kinds.get(kind)
        if usual is None:
            return None
        unit = Unit(
            id="new",
            mark=1,
            kind=kind,
            room=room.id,
            face=face.id,
            x=0,
            **usual_values(usual, inches=store.job.display.style.unit is LengthUnit.INCH),
        )
        if (gap := self._narrow_gap(usual, face, unit, along)) is not None:
            unit = unit.but(width=gap[1] - gap[0])
            resting = Rest(gap[0], f"fills the gap of {store.job.display.shown(unit.width)}")
        else:
            resting = self._rest(store.job, face, unit, along - unit.width / 2, reach, frozenset())
        choice = choice_for(store.catalog, store.job.standard, unit.but(x=resting.x))
        placed, inches = place(choice), store.job.display.style.unit is LengthUnit.INCH
        strip = corner_filler(choice, face, lambda: store.derived.made, inches=inches)
        if strip is not None:
            resting = replace(resting, relation=f"{resting.relation}, with a filler of {store.job.display.shown(strip.width)}")
        return _Aim(room, face, resting, unit.width, (placed.front, 0.0), (placed.z, placed.top), fitted=gap is not None, strip=strip)

    def _narrow_gap(self, kind: Kind, face: Face, unit: Unit, along: float) -> tuple[float, float] | None:
        """The gap that is pointed at, where it is narrower than the unit and the kind can be made so narrow."""
        placed = place(choice_for(self._store.catalog, self._store.job.standard, unit))
        mover = mover_of(placed)
        gap = gap_around(self._store.derived.made, unit.room, face, mover, along)
        if gap is None or not NARROWEST <= gap[1] - gap[0] < unit.width - TOLERANCE:
            return None
        return gap if kind.way.fits_gap and not any(c.inside == "appliance" for c in unit.opening.cells) else None

    def _rest(self, job: Job, face: Face, unit: Unit, x: float, reach: float, ignore: frozenset[str]) -> Rest:
        placed = place(choice_for(self._store.catalog, job.standard, unit))
        made = self._store.derived.made
        found = rest(made, unit.room, face, mover_of(placed, ignore), x, reach)
        return found if found.relation else Rest(_whole(found.x, job.display))

    def _face_at(self, room: Room, point: Point, shown: Face) -> tuple[Face, float]:
        return face_at(faces_of(room), point) if self._on_plan else (shown, point[0])

    def _along(self, face: Face, point: Point) -> float:
        return face.frame.inside((*point, 0.0)).x if self._on_plan else point[0]

    def _outline(self, aim: _Aim) -> Ring:
        left, right = aim.span
        (a, b), on_plan = aim.y if self._on_plan else aim.z, self._on_plan
        corners = ((left, a), (right, a), (right, b), (left, b))
        if not on_plan:
            return corners
        return aim.face.frame.flat_out(corners)


def _survey_aim(room: Room, face: Face, kind: str, along: float) -> _Aim:
    spot = landing(room, face, kind, along)
    return _Aim(room, face, Rest(spot.x, f"{spot.x:.0f} from the left end of {face.name}"), spot.width, spot.y, spot.z)


def _whole(x: float, display: Display) -> float:
    """A place that no relation holds, on the next whole millimetre or finest shown fraction of an inch."""
    step = 1.0 if display.style.unit.value <= LengthUnit.CM.value else LengthUnit.INCH.value / display.denominator
    return round(x / step) * step
