"""Random edits of paneled walls: from any start, any value of any region, sane and absurd; each is done or refused in words."""

import random
from collections.abc import Callable
from typing import Any

from fuzz.same import check_same
from fuzz.sizes import use_everywhere
from fuzz.sound import in_words
from fuzz.trial import Fuzzer, limited
from fuzz.value import number, text
from makers import CATALOG, a_room
from tallplank.core.catalog.hardware import Molding, Supply
from tallplank.core.edit.check import valid
from tallplank.core.edit.copies.saved_piece import piece_of_scheme, place_scheme_of
from tallplank.core.edit.paneling import follow, scheme
from tallplank.core.edit.paneling.start import STARTS, Sizes
from tallplank.core.edit.survey import room, service, standing, walled
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.error import PlankError
from tallplank.core.job.file import dumps, loads
from tallplank.core.job.filling import (
    Cover,
    Facets,
    Fill,
    FrameFill,
    Frames,
    Grooves,
    KeptFree,
    Panel,
    Peak,
    Plain,
    Shelves,
    Slats,
    Tiles,
    Upholstery,
)
from tallplank.core.job.job import Job
from tallplank.core.job.measure import OfRegion, OfStile
from tallplank.core.job.scheme import Bend, Boxing, Edge, Outline, Region, Trim, regions
from tallplank.session.store import Store

Edit = Callable[[Job], Any]
LONGEST_SERIES, USED_SHARE = 12, 0.15
MOLDINGS = [key for key, item in CATALOG.hardware.items() if isinstance(item, Molding)]
SUPPLIES = [key for key, item in CATALOG.hardware.items() if isinstance(item, Supply)]


class Hand:
    """Draws what an edit of a paneled wall is given, from what the job has and from what it does not have."""

    def __init__(self, rng: random.Random, job: Job) -> None:
        self.rng, self.job = rng, job

    def size(self, usual: float) -> float:
        """Mostly something near what is usual."""
        return usual * self.rng.uniform(0.3, 2.5) if self.rng.random() < 0.7 else number(self.rng)

    def face(self) -> tuple[str, str]:
        found = [(r.id, key) for r in self.job.rooms for key in r.face_ids]
        return self.rng.choice((*found * 4, ("room1", "ceiling"), ("", "")))

    def wall(self) -> tuple[str, str]:
        found = [(r.id, s.id) for r in self.job.rooms for s in r.schemes]
        return self.rng.choice((*found * 8, ("room1", "gone")))

    def region(self) -> tuple[str, str, tuple[int, ...]]:
        room_id, key = self.wall()
        known = next((s for r in self.job.rooms for s in r.schemes if s.id == key), None)
        paths = [path for path, _ in regions(known.root)] if known is not None else []
        return room_id, key, self.rng.choice((*paths * 4, (), (0,), (99,), (-1,)))

    def molding(self) -> str | None:
        return self.rng.choice((None, *MOLDINGS, "no-such-molding"))

    def finish(self) -> str | None:
        return self.rng.choice((None, *CATALOG.finishes, "no-such-finish"))

    def mark(self) -> str | None:
        holes = [o.id for r in self.job.rooms for w in r.walls for o in w.openings]
        places = [f"{key}.{place}" for key in holes for place in ("head", "sill", "left", "right", "middle")]
        return self.rng.choice((None, "wall.middle", "base.head", "nothing.head", *places))


def _fill(h: Hand) -> Callable[[], Fill]:
    made = fills(h)
    return made[h.rng.choice(sorted(made))]


def fills(h: Hand) -> dict[str, Callable[[], Fill]]:
    """Of each kind one with sizes that may be absurd."""
    r, size = h.rng, h.size
    way, lean = r.choice(("upright", "level")), r.choice((0.0, 0.0, 30.0, -60.0, number(r)))
    peaks = tuple((r.random(), r.random(), size(60.0)) for _ in range(r.choice((1, 1, 2, 5, 13))))
    a, b, c, n = size(60.0), size(20.0), size(300.0), r.choice((0, 1, 3, 12, 41))
    made: dict[str, Callable[[], Fill]] = {  # each by its kind
        "plain": lambda p=r.choice((None, *SUPPLIES)): Plain(paint=p, coats=n),  # type: ignore[misc]
        "panel": lambda m=h.molding(): Panel(border=a, raised=r.choice((0.0, b)), mold=m),  # type: ignore[misc]
        "slats": lambda: Slats(width=b, gap=b, deep=a, way=way, lean=lean),
        "grooves": lambda: Grooves(pitch=a, width=b / 4, deep=b / 4, way=way),
        "frames": lambda: Frames(frames=tuple(FrameFill(inset=b, width=a, thick=b) for _ in range(n))),
        "cover": lambda f=h.finish(): Cover(border=a, finish=f),  # type: ignore[misc]
        "tiles": lambda: Tiles(width=c, height=c, gap=b / 4, raised=b, fit=r.choice(("cut", "scaled")), motif=r.choice(("none", "round", "slant", "step"))),
        "facets": lambda: Facets(peaks=tuple(Peak(across=x, up=y, out=z) for x, y, z in peaks), across=max(n, 1), up=1, thick=b / 3),
        "shelves": lambda: Shelves(count=n, deep=c, boxed=r.random() < 0.5, recessed=r.random() < 0.3, lamps=r.choice(("none", "top", "all"))),
        "upholstery": lambda: Upholstery(width=c, height=c, foam=a),
        "open": KeptFree,
    }  # fmt: skip
    return made


def _region_values(h: Hand) -> dict[str, Callable[[], Any]]:
    r, size = h.rng, h.size(400.0)
    outline = (h.size(40.0), h.size(150.0), h.size(40.0), r.choice(("rounded", "scooped", "notched")))
    bends = tuple((r.random(), h.size(60.0) * r.choice((1, -1))) for _ in range(r.choice((1, 2, 3))))
    values: dict[str, Callable[[], Any]] = {
        "fill": _fill(h),
        "size": lambda: r.choice((None, size)), "share": lambda: size, "least": lambda: size, "most": lambda: size,
        "stile": lambda: h.size(70.0), "ends": lambda: r.choice((None, 0.0, size)), "wanted": lambda: r.choice((None, size)),
        "count": lambda: r.choice((0, 1, 3, 5, 20, 201)), "finish": h.finish, "proud": lambda: r.choice((0.0, h.size(15.0))),
        "outline": lambda: Outline(border=outline[0], rise=r.choice((0.0, outline[1])), corner=r.choice((0.0, outline[2])), corners=outline[3]),
        "edge": lambda: r.choice((Edge(rise=outline[1] - 100.0), Edge(bends=tuple(Bend(along=a, out=o) for a, o in bends)), None)),
        "pin": h.mark, "about": h.mark, "like": lambda: r.choice((None, (), (0,), (1,), (0, 1), (7,))), "split": lambda: r.choice(("across", "up", "round")),
    }  # fmt: skip
    return {key: values[key] for key in r.sample(sorted(values), r.choice((1, 1, 2)))}


def _changed_region(h: Hand) -> Edit:
    at, makers, seed = h.region(), _region_values(h), h.rng.random()

    def edit(job: Job) -> Job:
        h.rng.seed(seed)  # an edit that is done again gives the same
        return scheme.change_region(job, CATALOG, *at, **{key: valid(make) for key, make in makers.items()})

    return edit


def _box(h: Hand) -> Callable[[], Boxing | None]:
    r = h.rng
    deep, bow, arch = h.size(200.0), r.choice((0.0, 0.0, h.size(80.0))), r.choice((0.0, 0.0, h.size(120.0)))
    skin, boards, batten = r.choice((None, "bend-ply", "no-board")), r.choice((0.0, 18.0, number(r))), h.size(60.0)
    return lambda: r.choice((None, Boxing(deep=deep, bow=bow, arch=arch, skin=skin, boards=boards, batten=batten)))


def _changed_wall(h: Hand) -> Edit:
    r, at, seed = h.rng, h.wall(), h.rng.random()
    trims = tuple((h.molding(), number(r, 0, 2400), r.random() < 0.2) for _ in range(r.choice((0, 1, 2, 4))))
    values: dict[str, Callable[[], Any]] = {
        **{name: lambda n=number(r, 0, 1500): n for name in ("left", "right", "low", "studs")},  # type: ignore[misc]
        "high": lambda n=number(r, 300, 2600): r.choice((None, n)),  # type: ignore[misc]
        "backing": lambda n=h.size(12.0): r.choice((0.0, 6.0, 12.0, n)),  # type: ignore[misc]
        **{name: h.molding for name in ("base", "rail", "crown", "casing")},
        "trims": lambda: tuple(Trim(molding=m or "none", z=z, under=u) for m, z, u in trims),
        "stops": lambda: r.choice(("square", "returned", "round")), "inner": lambda: r.choice(("mitred", "coped")),
        "finish": h.finish, "box": _box(h), "name": lambda: text(r), "face": lambda: h.face()[1], "wrong": lambda: 1,
    }  # fmt: skip
    chosen = {key: values[key] for key in r.sample(sorted(values), r.choice((1, 1, 2, 3)))}

    def edit(job: Job) -> Job:
        r.seed(seed)
        return scheme.change_scheme(job, CATALOG, *at, **{key: valid(make) for key, make in chosen.items()})

    return edit


def _started(h: Hand) -> Edit:
    start, face, inches = STARTS[h.rng.choice(sorted(STARTS))], h.face(), h.rng.random() < 0.3
    return lambda j: scheme.add_scheme(j, CATALOG, *face, **start.values(Sizes(inches)))


def _divided(h: Hand) -> Edit:
    r, at, n, count = h.rng, h.region(), h.size(400.0), h.rng.choice((1, 2, 2, 3, 5, 60, 61))
    room_id, key, path = at
    measure = r.choice((OfRegion, OfStile))(room_id, key, path)
    way, both, stile = r.choice(("across", "up")), n + h.size(300.0), r.choice((0.0, h.size(60.0)))
    wanted = r.choice((None, n))
    return r.choice(
        (
            lambda j: scheme.split_region(j, CATALOG, *at, way, count, stile),
            lambda j: scheme.repeat_region(j, CATALOG, *at, count=count, wanted=wanted),
            lambda j: scheme.merge_region(j, CATALOG, *at),
            lambda j: scheme.set_region_size(j, CATALOG, measure, n),
            lambda j: scheme.shift_boundary(j, CATALOG, *at, n, both),
        )
    )


def _carried(h: Hand) -> Edit:
    at, face = h.wall(), h.face()
    faces = [h.face()[1] for _ in range(h.rng.choice((0, 1, 3)))]

    def placed(job: Job) -> Any:
        return place_scheme_of(job, CATALOG, piece_of_scheme(job, CATALOG, *at, "Kept"), *face)

    return h.rng.choice(
        (
            lambda j: scheme.copy_scheme(j, CATALOG, *at, faces),
            lambda j: scheme.continue_scheme(j, CATALOG, *at),
            lambda j: scheme.mirror_scheme(j, CATALOG, *at),
            lambda j: scheme.remove_scheme(j, *at),
            placed,
        )
    )


def _around(h: Hand) -> Edit:
    r, (room_id, face), x = h.rng, h.face(), h.size(1500.0)
    kind, unit, ids = r.choice(("window", "door", "niche")), r.choice(("base", "wall", "tall", "base-bow")), [u.id for u in h.job.units]
    width, depth = h.size(300.0), h.size(200.0)
    return r.choice(
        (
            lambda j: walled.add_opening(j, room_id, face, kind, x),
            lambda j: standing.add_column_at(j, room_id, j.face(room_id, face), x, "column", width=width, depth=depth),
            lambda j: service.add_service(j, room_id, face, "socket", x),
            lambda j: place_unit(j, CATALOG, unit, Spot(room_id, face, x)),
            lambda j: follow.follow_curve(j, CATALOG, ids),
            lambda j: room.change_room(j, room_id, height=x + 1000.0),
        )
    )


EDITS = (
    _started,
    _started,
    _changed_region,
    _changed_region,
    _changed_region,
    _changed_wall,
    _changed_wall,
    _divided,
    _divided,
    _carried,
    _around,
)
"""What is drawn from; each draws its values first, so that it can be done again."""


def trial(rng: random.Random) -> str:
    store, done = Store(CATALOG, a_room(rng.choice((2743.2, 4000.0, 5131.0)), 3333.0)), 0
    with limited():
        store.apply(lambda j: scheme.add_scheme(j, CATALOG, "room1", "back", root=Region(), backing=12.0), "a wall")
    seen = [store.job]
    for _ in range(rng.randint(1, LONGEST_SERIES)):
        edit, before = rng.choice(EDITS)(Hand(rng, store.job)), store.state
        try:
            with limited():
                store.apply(edit, "an edit")
        except PlankError as problem:
            in_words(problem)
            assert store.state is before, "a refused edit left something behind"
        if store.job is not seen[-1]:
            done += 1
            seen.append(store.job)
    assert loads(dumps(store.job)) == store.job
    check(store)
    if rng.random() < USED_SHARE:
        use_everywhere(store.job, rng)
    return "edited" if done else "refused throughout"


def check(store: Store) -> None:
    """What is made of paneled walls is sound, and made from nothing it is the same."""
    check_same(store)
    for run in store.derived.made.runs:
        for part in run.parts:
            assert min(part.size) > 0.0, part.name
            assert part.volume > 0.0, part.name


FUZZER = Fuzzer("walls", f"a series of up to {LONGEST_SERIES} edits of paneled walls", trial)
