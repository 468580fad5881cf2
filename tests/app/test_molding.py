"""Crown and upstand by the Spec: set for the job, another profile, seen in the elevation and the lists."""

from collections.abc import Callable

from hands import choose, type_into
from makers import CATALOG, ROOM, WALL, a_room
from tallplank.app.frame.window import MainWindow
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.shop.moldinglist import moldinglist

Open = Callable[..., MainWindow]


def test_a_crown_is_set_for_the_job_and_exchanged(open_window: Open) -> None:
    job = place_unit(place_unit(a_room(), CATALOG, "wall", Spot(ROOM, WALL, 900.0)).job, CATALOG, "base", Spot(ROOM, WALL, 900.0)).job
    window = open_window(job)
    store = window.store
    store.go("layout")
    store.select([])
    choose(window, "Crown", "Yes")
    assert [row.molding for row in moldinglist(store.derived.made)] == ["Crown, cove 70"] * 3
    choose(window, "Crown profile", "Crown, ogee 90")
    assert {row.molding for row in moldinglist(store.derived.made)} == {"Crown, ogee 90"}
    type_into(window, "Upstand", "80")
    assert [p.name for r in store.derived.made.runs if r.what == "top" for p in r.parts] == ["worktop", "upstand"]
    store.undo()
    store.undo()
    store.undo()
    assert moldinglist(store.derived.made) == ()
