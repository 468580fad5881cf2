"""The public face for scripts: a small set of names that stay, whatever moves inside. Its reference is docs/scripting.md.

Lengths are millimetres, or texts such as '23 5/8 in' and '2 * 60 cm'; what comes back is always in millimetres. Units, rooms
and openings are named by their ids, which the calls that make them return. Money is in the job's currency.
"""

from collections.abc import Callable, Iterable, Mapping, Sequence
from pathlib import Path
from typing import Literal, NamedTuple, Self

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.catalog.reader import laid_over, shipped
from tallplank.core.edit import construction, filler, group, mirror, opening, standard, unit
from tallplank.core.edit.check import Edited
from tallplank.core.edit.open import open_stamped
from tallplank.core.edit.survey import room, service, standing, walled
from tallplank.core.edit.survey import surface as surfaces
from tallplank.core.edit.survey.standing import ColumnKind
from tallplank.core.error import PlankError, in_words
from tallplank.core.exchange.exporter import chosen, export
from tallplank.core.exchange.registry import EXPORTERS
from tallplank.core.job.construction import RuleValue
from tallplank.core.job.face import faces_of
from tallplank.core.job.job import Job
from tallplank.core.job.room import Room as RoomRecord
from tallplank.core.job.unit import FinishRole, HardwareRole
from tallplank.core.job.wall import ServiceKind
from tallplank.core.measure.length import parse_length
from tallplank.core.shop.cutlist import grouped
from tallplank.core.space.outline import bounds
from tallplank.demo import demo_job
from tallplank.session.store import Store

__all__ = [
    "Finding", "HardwareLine", "Opening", "Part", "PlankError", "Price", "Room", "Unit", "Work",
    "demo", "finishes", "hardware", "kinds", "new", "open_file", "papers", "styles",
]  # fmt: skip

Length = float | str
Units = str | Iterable[str]


class Unit(NamedTuple):
    """A unit as it stands; lengths in millimetres."""

    id: str
    number: int
    kind: str
    room: str
    wall: str
    x: float
    z: float
    width: float
    height: float
    depth: float


class Room(NamedTuple):
    """A room with the ids of its walls, from the back one clockwise."""

    id: str
    name: str
    width: float
    depth: float
    height: float
    walls: tuple[str, ...]


class Opening(NamedTuple):
    """A door or window in a wall."""

    id: str
    kind: str
    room: str
    wall: str
    x: float
    sill: float
    width: float
    height: float


class Part(NamedTuple):
    """A line of the cut list: alike parts, their finished sizes and the sizes that they are cut to."""

    unit: str
    name: str
    material: str
    quantity: int
    length: float
    width: float
    thickness: float
    cut_length: float
    cut_width: float
    bands: tuple[str, str, str, str]
    label: str


class HardwareLine(NamedTuple):
    """A line of the hardware schedule."""

    item: str
    role: str
    code: str
    quantity: int
    price_each: float
    where: str


class Price(NamedTuple):
    """What the job costs the shop and the customer."""

    currency: str
    cost: float
    net: float
    tax: float
    total: float


class Finding(NamedTuple):
    """What a check found; `number` is its place in the list, by which it can be mended where `mends` says how."""

    number: int
    level: str
    code: str
    text: str
    remedy: str
    units: tuple[str, ...]
    mends: str


class Work:
    """One job that a script works on. Every call that changes something is one step that `undo` takes back.

    Whatever cannot be done raises PlankError with what is wrong in words, and changes nothing.
    """

    def __init__(self, job: Job, path: Path | None = None, catalog: Catalog | None = None) -> None:
        self._store = Store(catalog or shipped(), job, path)

    # rooms

    @in_words
    def rooms(self) -> tuple[Room, ...]:
        """The rooms, in order."""
        return tuple(Room(r.id, r.name, *_sides(r), r.height, tuple(w.id for w in r.walls)) for r in self._job.rooms)

    @in_words
    def add_room(self, name: str, width: Length, depth: Length, height: Length) -> str:
        """Add a rectangular room; returns its id."""
        sizes = [self._mm(v) for v in (width, depth, height)]
        return self._do(lambda j: room.add_room(j, name, *sizes), f"room {name}")[0]

    @in_words
    def change_room(self, room_id: str, **values: Length) -> None:
        """Change a room's width, depth or height."""
        sizes = self._sizes(values)
        self._do(lambda j: room.change_room(j, room_id, **sizes), "change room")

    @in_words
    def add_room_of(self, name: str, corners: Sequence[tuple[Length, Length]], height: Length) -> str:
        """Add a room of any corners, in order; returns its id. Its walls are `wall1`, `wall2` … from the first corner on."""
        points = [(self._mm(x), self._mm(y)) for x, y in corners]
        tall = self._mm(height)
        return self._do(lambda j: room.add_room_of(j, name, points, tall), f"room {name}")[0]

    @in_words
    def turn_room(self, room_id: str, degrees: float) -> None:
        """Turn a room on the plan about its first corner, counter-clockwise."""
        self._do(lambda j: room.turn_room(j, room_id, degrees), "turn room")

    @in_words
    def set_length(self, face: str, length: Length, *, room_id: str = "") -> None:
        """Give a wall or another face another length; the next wall moves along it, so that no corner changes its angle."""
        where, value = room_id or self._room(), self._mm(length)
        self._do(lambda j: group.set_face_length(j, where, face, value), "length")

    @in_words
    def faces(self, room_id: str = "") -> dict[str, float]:
        """The walls and other faces of a room that units can stand at, by id, with their lengths."""
        record = self._job.room(room_id or self._room())
        return {face.id: face.length for face in faces_of(record).values()}

    @in_words
    def add_wall(self, start: tuple[Length, Length], end: tuple[Length, Length], *, room_id: str = "", **sizes: Length) -> tuple[str, str]:
        """Add a wall that stands free; returns the ids of its front and its back. Height and thickness may be given."""
        where, values = room_id or self._room(), self._sizes(sizes)
        a, b = ((self._mm(x), self._mm(y)) for x, y in (start, end))
        front, back = self._do(lambda j: room.add_free_wall(j, where, a, b, **values), "add wall")
        return front, back

    @in_words
    def add_island(self, x: Length, y: Length, length: Length, *, room_id: str = "", turn: float = 0.0) -> tuple[str, str]:
        """Add an island with two faces back to back, its left front end at a point; returns the ids of its front and its back."""
        where, (at_x, at_y, long) = room_id or self._room(), (self._mm(v) for v in (x, y, length))
        _, front, back = self._do(lambda j: group.add_island(j, where, at_x, at_y, long, turn=turn), "add island")
        return front, back

    @in_words
    def openings(self) -> tuple[Opening, ...]:
        """The doors and windows of all rooms."""
        return tuple(
            Opening(o.id, o.kind, r.id, w.id, o.x, o.sill, o.width, o.height)
            for r in self._job.rooms
            for w in (*r.walls, *r.free_walls)
            for o in w.openings
        )

    @in_words
    def add_opening(self, kind: Literal["door", "window", "opening"], wall: str = "back", *, room_id: str = "", **sizes: Length) -> str:
        """Add a door or window to a wall, in its middle unless `x` says where; returns its id. Sill, width and height may be given."""
        where, values = room_id or self._room(), self._sizes(sizes)
        x = values.pop("x", None)
        return self._do(lambda j: walled.add_opening(j, where, wall, kind, x, **values), f"add {kind}")[0]

    @in_words
    def add_column(self, x: Length, y: Length, kind: ColumnKind = "column", *, room_id: str = "", **sizes: Length) -> str:
        """Add a column, chimney breast, beam, pipe or boxing about a point of the plan; returns its id."""
        where, at, values = room_id or self._room(), (self._mm(x), self._mm(y)), self._sizes(sizes)
        return self._do(lambda j: standing.add_column(j, where, at, kind, **values), f"add {kind}")[0]

    @in_words
    def add_soffit(self, corners: Sequence[tuple[Length, Length]], low: Length | None = None, *, room_id: str = "") -> str:
        """Add a soffit over an outline, its underside at `low`; returns its id."""
        where, ring = room_id or self._room(), [(self._mm(x), self._mm(y)) for x, y in corners]
        height = None if low is None else self._mm(low)
        return self._do(lambda j: standing.add_soffit(j, where, ring, height), "add soffit")[0]

    @in_words
    def add_slope(self, wall: str, low: Length, run: Length, *, room_id: str = "") -> str:
        """Let the ceiling slope from a height at a wall up to the level on a line so far from it; returns its id."""
        where, height, far = room_id or self._room(), self._mm(low), self._mm(run)
        return self._do(lambda j: standing.add_slope(j, where, wall, height, far), "slope the ceiling")[0]

    @in_words
    def add_service(self, kind: ServiceKind, wall: str = "back", *, room_id: str = "", **sizes: Length) -> str:
        """Add a socket, a switch, a pipe's end or a radiator to a wall, `x` and `z` of its lower left corner; returns its id."""
        where, values = room_id or self._room(), self._sizes(sizes)
        x = values.pop("x", None)
        return self._do(lambda j: service.add_service(j, where, wall, kind, x, **values), f"add {kind}")[0]

    @in_words
    def cover(self, what: str, surface: str | None, *, room_id: str = "") -> None:
        """Cover a wall, a soffit, 'floor' or 'ceiling' with a look of the catalogue; None for plain."""
        where = room_id or self._room()
        self._do(lambda j: surfaces.cover(j, self._store.catalog, where, what, surface), "cover")

    @in_words
    def set_cornice(self, on: bool, *, room_id: str = "") -> None:
        """Run a cornice along the walls and round the soffits of a room, or none."""
        where = room_id or self._room()
        self._do(lambda j: room.change_room(j, where, cornice=on), "cornice")

    # units

    @in_words
    def units(self) -> tuple[Unit, ...]:
        """The units, in order."""
        made = self._store.derived.made.by_id
        return tuple(
            Unit(u.id, u.mark, u.kind, u.room, u.face, u.x, made[u.id].placed.z, u.width, u.height, u.depth) for u in self._job.units
        )

    @in_words
    def place(self, kind: str, wall: str = "back", *, room_id: str = "", at: Length | None = None, **sizes: Length) -> str:
        """Place a unit of a kind, in the first gap of a wall unless `at` says where its left edge is; returns its id.

        In the first gap a unit in a corner comes with the filler that the fronts there ask for.
        """
        spot = unit.Spot(room_id or self._room(), wall, None if at is None else self._mm(at))
        values, catalog, made = self._sizes(sizes), self._store.catalog, self._store.derived.made
        placing = unit.place_unit if at is not None else filler.place_beside
        return self._do(lambda j: placing(j, catalog, kind, spot, made, **values), f"place {kind}")[0]

    @in_words
    def change(self, units: Units, **sizes: Length) -> None:
        """Change width, height, depth, x or z of units alike."""
        ids, values = self._ids(units), self._sizes(sizes)
        self._do(lambda j: unit.change_units(j, self._store.catalog, ids, **values), "change units")

    @in_words
    def slide(self, units: Units, by: Length) -> None:
        """Slide units along their walls."""
        ids, step = self._ids(units), self._mm(by)
        self._do(lambda j: unit.slide_units(j, ids, step), "slide units")

    @in_words
    def copy(self, units: Units) -> tuple[str, ...]:
        """Put copies of units to the right of them; returns the ids of the copies."""
        ids = self._ids(units)
        return self._do(lambda j: unit.duplicate_units(j, ids), "copy units")

    @in_words
    def mirror(self, units: Units) -> None:
        """Turn units into their mirror images, where they stand."""
        ids = self._ids(units)
        self._do(lambda j: mirror.mirror_units(j, self._store.catalog, ids), "mirror units")

    @in_words
    def delete(self, units: Units) -> None:
        """Delete units."""
        ids = self._ids(units)
        self._do(lambda j: unit.delete_units(j, ids), "delete units")

    @in_words
    def split(self, units: Units, into: Literal["rows", "bays"], count: int = 2, *, path: Sequence[int] = ()) -> None:
        """Divide an opening of units into equal rows or bays; `path` leads to it, cell by cell from the whole."""
        ids = self._ids(units)
        self._do(lambda j: opening.split_opening(j, self._store.catalog, ids, tuple(path), into, count), f"split into {into}")

    @in_words
    def fill(self, units: Units, *, path: Sequence[int] = (), **values: object) -> None:
        """Change what closes an opening and what is in it: front, doors, hand, shelves, inside, item, style."""
        ids = self._ids(units)
        self._do(lambda j: opening.set_opening(j, self._store.catalog, ids, tuple(path), **values), "opening")

    # choices, for units or without any for the whole job

    @in_words
    def set_finish(self, role: FinishRole, finish: str | None, units: Units = ()) -> None:
        """Choose a finish; None puts back what holds otherwise."""
        ids, catalog = self._ids(units), self._store.catalog
        self._do(
            lambda j: unit.set_finish(j, catalog, ids, role, finish) if ids else standard.set_job_finish(j, catalog, role, finish), "finish"
        )

    @in_words
    def set_hardware(self, role: HardwareRole, item: str | None, units: Units = ()) -> None:
        """Choose an item of hardware; None puts back what holds otherwise."""
        ids, catalog = self._ids(units), self._store.catalog
        self._do(
            lambda j: unit.set_hardware(j, catalog, ids, role, item) if ids else standard.set_job_hardware(j, catalog, role, item), role
        )

    @in_words
    def set_rule(self, name: str, value: RuleValue | None, units: Units = ()) -> None:
        """Set a rule of construction; None puts back what holds otherwise."""
        ids, catalog = self._ids(units), self._store.catalog
        self._do(lambda j: unit.set_rule(j, catalog, ids, name, value) if ids else standard.set_job_rule(j, catalog, name, value), name)

    @in_words
    def set_style(self, style: str, units: Units = ()) -> None:
        """Choose a door style."""
        ids, catalog = self._ids(units), self._store.catalog

        def edit(job: Job) -> Job:
            return unit.change_units(job, catalog, ids, door_style=style) if ids else standard.set_job_style(job, catalog, style)

        self._do(edit, "door style")

    @in_words
    def set_construction(self, name: str, units: Units = ()) -> None:
        """Choose a way of building."""
        ids, catalog = self._ids(units), self._store.catalog
        self._do(
            lambda j: construction.set_construction(j, catalog, ids, name) if ids else construction.set_job_construction(j, catalog, name),
            "construction",
        )

    # what follows

    @in_words
    def parts(self, units: Units = (), *, alike_together: bool = False) -> tuple[Part, ...]:
        """The cut list of units, or of the whole job; with `alike_together` equal parts of several units share a line."""
        wanted = set(self._ids(units))
        rows = [r for r in self._store.derived.cutlist if not wanted or wanted & set(r.owners)]
        return tuple(
            Part(r.unit, r.part, r.material, r.quantity, r.length, r.width, r.thickness, r.cut_length, r.cut_width, r.bands, r.label)
            for r in (grouped(rows) if alike_together else rows)
        )

    def hardware(self) -> tuple[HardwareLine, ...]:
        """The hardware schedule."""
        return tuple(HardwareLine(r.name, r.item.role, r.code, r.quantity, r.item.price, r.where) for r in self._store.derived.schedule)

    def price(self) -> Price:
        """The price of the job."""
        p = self._store.derived.price
        return Price(p.currency, p.cost.total / 100, p.net / 100, p.tax / 100, p.total / 100)

    def findings(self) -> tuple[Finding, ...]:
        """All findings, errors first."""
        return tuple(
            Finding(number, f.level, f.code, f.text, f.remedy, f.units, f.fix.label if f.fix is not None else "")
            for number, f in enumerate(self._store.derived.findings)
        )

    @in_words
    def mend(self, finding: Finding) -> None:
        """Do the remedy of a finding.

        Raises:
            PlankError: it has none that can be done at once, or the job is another one since.
        """
        known = next((f for f in self._store.derived.findings if f.text == finding.text), None)
        if known is None or known.fix is None:
            raise PlankError(f"There is nothing to do at once about: {finding.text}")
        self._do(known.fix.edit, known.fix.label)

    # steps and files

    def undo(self) -> None:
        """Take the last step back."""
        self._store.undo()

    def redo(self) -> None:
        """Do again what was taken back."""
        self._store.redo()

    @in_words
    def save(self, path: str | Path) -> Self:
        """Save the job; its name ends in `.plank`."""
        self._store.save(Path(path))
        return self

    @in_words
    def export(self, folder: str | Path, only: Iterable[str] | None = None) -> tuple[Path, ...]:
        """Write the shop's papers into a folder, all or those named; returns their paths."""
        return export(self._store.derived.shop, chosen(EXPORTERS, only), Path(folder))

    @property
    def _job(self) -> Job:
        return self._store.job

    def _do(self, edit: Callable[[Job], Job | Edited], label: str) -> tuple[str, ...]:
        return self._store.apply(edit, label)

    def _room(self) -> str:
        if not self._job.rooms:
            raise PlankError("The job has no room yet: add one.")
        return self._job.rooms[0].id

    def _ids(self, units: Units) -> list[str]:
        ids = [units] if isinstance(units, str) else list(units)
        for unit_id in ids:
            self._job.unit(unit_id)
        return ids

    def _mm(self, value: Length) -> float:
        return parse_length(value, self._job.display.style.unit) if isinstance(value, str) else float(value)

    def _sizes(self, values: Mapping[str, Length]) -> dict[str, float]:
        return {name: self._mm(value) for name, value in values.items()}


@in_words
def new(name: str = "New job", *, catalog: str | Path | None = None) -> Work:
    """Start a job without rooms; a folder of catalogue files is laid over the shipped ones."""
    return Work(standard.change_job(Job(name="New job"), name=name), None, _laid_over(catalog))


@in_words
def open_file(path: str | Path, *, catalog: str | Path | None = None) -> Work:
    """Open a `.plank` file; a folder of catalogue files is laid over the shipped ones."""
    known = _laid_over(catalog)
    job, _ = open_stamped(Path(path), known)
    return Work(job, Path(path), known)


def _laid_over(folder: str | Path | None) -> Catalog:
    return laid_over(Path(folder) if folder is not None else None)


def demo() -> Work:
    """The demo job, the Lockkeeper's House."""
    return Work(demo_job(shipped()))


def kinds() -> dict[str, str]:
    """The kinds of units, by id, with their names."""
    return {k.id: k.name for k in shipped().kinds.values()}


@in_words
def finishes(role: FinishRole) -> dict[str, str]:
    """The finishes for a role, by id, with their names."""
    return {f.id: f.name for f in shipped().finishes_for(role)}


@in_words
def hardware(role: HardwareRole) -> dict[str, str]:
    """The items of hardware for a role, by id, with their names."""
    return {h.id: h.name for h in shipped().hardware_for(role)}


def styles() -> dict[str, str]:
    """The door styles, by id, with their names."""
    return {s.id: s.name for s in shipped().door_styles.values()}


def papers() -> dict[str, str]:
    """The files that `Work.export` writes, with their titles."""
    return {e.name: e.title for e in EXPORTERS}


def _sides(room_record: RoomRecord) -> tuple[float, float]:
    """Width and depth of a rectangular room; of another those of the box around it."""
    low, high = bounds(room_record.corners)
    return room.rectangle_of(room_record) or (high[0] - low[0], high[1] - low[1])
