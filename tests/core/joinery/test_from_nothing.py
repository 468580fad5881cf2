"""What is made from nothing is cold, what is kept belongs to somebody, and threads do not disturb each other."""

import gc
import weakref
from collections.abc import Callable, Iterator
from concurrent.futures import ThreadPoolExecutor
from threading import Barrier

import pytest

from fuzz.same import drawn, measures, plain
from makers import CATALOG, ROOM, WALL, a_room, made
from tallplank.core.check.finding import findings
from tallplank.core.derive.derived import Deriver
from tallplank.core.edit.group import add_island
from tallplank.core.edit.paneling.scheme import add_scheme, change_region
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.exchange.sheet import elevations
from tallplank.core.job.filling import Panel, Slats
from tallplank.core.job.job import Job
from tallplank.core.job.scheme import Boxing, Region
from tallplank.core.joinery.made import Made
from tallplank.core.joinery.paneling import build
from tallplank.core.joinery.workshop import Workshop, make
from tallplank.core.measure.keep import Keep
from tallplank.core.money.price import price
from tallplank.session.store import Store

pytestmark = pytest.mark.anew

CELL = Region(split="up", stile=40.0, parts=(Region(fill=Panel(border=20.0, mold="mold-panel-25")), Region(fill=Slats())))


def a_house() -> Job:
    """A paneled wall, a boxing that bows out, moldings that meet in corners, a unit against panels and an island."""
    job = a_room(6200.0, 4700.0)
    job = add_scheme(
        job, CATALOG, ROOM, WALL, backing=12.0, base="base-square-100", root=Region(split="across", stile=60.0, parts=(CELL,) * 6)
    ).job
    beside = job.rooms[0].walls[(next(i for i, w in enumerate(job.rooms[0].walls) if w.id == WALL) + 1) % 4].id
    job = add_scheme(job, CATALOG, ROOM, beside, base="base-square-100", root=Region(fill=Slats(width=30.0, gap=20.0))).job
    opposite = job.rooms[0].walls[(next(i for i, w in enumerate(job.rooms[0].walls) if w.id == WALL) + 2) % 4].id
    job = add_scheme(
        job, CATALOG, ROOM, opposite, left=1500.0, right=1500.0, backing=12.0, box=Boxing(deep=200.0, bow=120.0), root=Region()
    ).job
    job = place_unit(job, CATALOG, "base", Spot(ROOM, WALL, 2000.0)).job
    return add_island(job, ROOM, 3000.0, 2200.0, 1800.0).job


def stiles(job: Job) -> Iterator[Job]:
    """Edits one after the other."""
    for width in range(50, 62):
        job = change_region(job, CATALOG, ROOM, job.rooms[0].schemes[0].id, (), stile=float(width))
        yield job


def numbers(found: Made) -> list[object]:
    """All that may differ of what is made."""
    things = (*found.units, *found.runs)
    return [(thing.problem, [(plain(part), measures(part)) for part in thing.parts]) for thing in things] + [drawn(found)]


@pytest.fixture
def schemes_made(monkeypatch: pytest.MonkeyPatch) -> list[str]:
    """The names of paneled walls, each as often as it was made."""
    names, real = [], build.make_scheme

    def counted(scheme, *args):  # type: ignore[no-untyped-def]
        names.append(scheme.id)
        return real(scheme, *args)

    monkeypatch.setattr(build, "make_scheme", counted)
    return names


def test_from_nothing_every_wall_is_made_and_no_part_is_the_same(schemes_made: list[str]) -> None:
    job = a_house()
    schemes_made.clear()
    one, other = make(job, CATALOG), make(job, CATALOG)
    assert sorted(schemes_made) == sorted(2 * [scheme.id for scheme in job.rooms[0].schemes])
    assert one == other
    parts = [{id(part) for run in found.runs for part in run.parts} for found in (one, other)]
    assert not parts[0] & parts[1]


def test_options_of_a_job_share_what_is_kept_and_leave_it_to_each_other(schemes_made: list[str]) -> None:
    keep, options = Keep(), [a_house(), *stiles(a_house())][:3]
    shops = [Workshop(CATALOG, keep) for _ in options]
    for shop, job in zip(shops, options, strict=True):
        shop.make(job)
    schemes_made.clear()
    for _ in range(20):
        for shop, job in zip(shops, options, strict=True):
            shop._last, shop._room_runs = None, {}  # as after another edit that leaves its walls as they are
            shop.make(job)
    assert schemes_made == []


def test_what_a_keep_holds_does_not_grow() -> None:
    shop, sizes = Workshop(CATALOG), []
    job = a_house()
    for _ in range(4):
        for edited in stiles(job):
            shop.make(edited)
        sizes.append(len(shop.keep))
    assert max(sizes[1:]) <= 1.3 * sizes[0]


def test_threads_that_make_draw_and_price_find_what_one_alone_finds() -> None:
    """One job is edited on while others draw, price and look through what was made, and make jobs of their own."""
    job = a_house()
    jobs = list(stiles(job))
    expected = [numbers(made(job)) for job in jobs[-2:]]
    shop = Workshop(CATALOG)
    shared, begin = shop.make(job), Barrier(6)
    papers, priced, found = numbers(made(job)), price(made(job)).total, sorted(f.text for f in findings(made(job)))

    def edit() -> list[object]:
        return [numbers(shop.make(job)) for job in jobs][-2:]

    def own() -> list[object]:
        return [numbers(make(job, CATALOG)) for job in jobs[-2:]]

    def look() -> list[object]:
        for _ in range(3):
            assert numbers(shared) == papers
            assert price(shared).total == priced
            assert sorted(f.text for f in findings(shared)) == found
            elevations(Deriver(CATALOG).derive(job).shop)
        return expected

    def together(work: Callable[[], list[object]]) -> list[object]:
        begin.wait()
        return work()

    with ThreadPoolExecutor(6) as pool:
        results = list(pool.map(together, [edit, own, look, own, look, look]))
    assert results == [expected] * 6


def test_a_job_that_was_closed_is_collected() -> None:
    store = Store(CATALOG, a_house())
    for width in (50.0, 55.0):
        store.apply(lambda j, w=width: change_region(j, CATALOG, ROOM, j.rooms[0].schemes[0].id, (), stile=w), "a stile")  # type: ignore[misc]
        assert store.derived.findings is not None
        drawn(store.derived.made)
        assert store.derived.price.total
    parts = [weakref.ref(run.parts[0]) for run in store.derived.made.runs if run.what == "panel"]
    gone = [*parts, weakref.ref(store.job), weakref.ref(store.job.rooms[0].schemes[0].root), weakref.ref(store.derived.made)]
    store.replace_job(a_room(), None, saved=False)
    assert store.derived.findings is not None
    gc.collect()
    assert [ref() for ref in gone] == [None] * len(gone)
