"""`parts.json`: enough to rebuild the shop's lists from it alone."""

import json
from collections import Counter
from collections.abc import Sequence
from pathlib import Path
from typing import Any

import jsonschema
import pytest

from makers import CATALOG, a_furnished_ell, a_room, a_wall_of, the_demo, written
from tallplank.core.derive.derived import Derived, Deriver
from tallplank.core.edit.construction import set_job_construction
from tallplank.core.edit.standard import set_job_style
from tallplank.core.exchange.parts import PARTS_JSON
from tallplank.core.exchange.parts_format import schema
from tallplank.core.job.job import Job

SCHEMA = Path(__file__).parents[3] / "docs" / "parts.schema.json"


def every_kind() -> Job:
    return a_wall_of(*CATALOG.kinds, room=a_room(width=20_000.0))


JOBS = {
    "demo": lambda: the_demo().job,
    "ell": a_furnished_ell,
    "kinds": every_kind,
    "arched": lambda: set_job_style(every_kind(), CATALOG, "aqueduct-arched"),
    "face frame": lambda: set_job_construction(every_kind(), CATALOG, "face-frame"),
}


@pytest.fixture(params=sorted(JOBS), scope="module")
def both(request: pytest.FixtureRequest) -> tuple[Derived, dict[str, Any]]:
    derived = Deriver(CATALOG).derive(JOBS[request.param]())
    return derived, json.loads(written(PARTS_JSON, derived.shop))


def test_the_schema_stands_in_the_documents() -> None:
    assert json.loads(SCHEMA.read_text(encoding="utf-8")) == json.loads(json.dumps(schema())), "anew: ./plank run tools/write_schema.py"


def test_the_file_keeps_to_its_schema(both: tuple[Derived, dict[str, Any]]) -> None:
    jsonschema.validate(both[1], json.loads(SCHEMA.read_text(encoding="utf-8")))


def either_way(bands: Sequence[str]) -> tuple[str, ...]:
    """The bands of a board that may be laid turned round: alike boards share a line whichever way they lie."""
    l1, l2, w1, w2 = bands
    return min((l1, l2, w1, w2), (l2, l1, w2, w1))


def test_the_cut_list_can_be_rebuilt_from_it(both: tuple[Derived, dict[str, Any]]) -> None:
    derived, data = both
    names = {m["id"]: m["name"] for m in data["materials"]} | {b["id"]: b["name"] for b in data["bands"]} | {"": ""}
    names |= {i["id"]: i["name"] for i in data["items"]}
    rebuilt: Counter[tuple[object, ...]] = Counter()
    for owner in data["owners"]:
        for part in owner["parts"]:

            def told(value: float, step: float = owner["cut_step"]) -> float:
                return round(round((value + 1e-7) / step) * step, 6)

            length, width, thick = part["size"]
            bands = [names[part["bands"].get(edge, "")] for edge in ("l1", "l2", "w1", "w2")]
            for curved in part.get("curved_bands", ())[:1]:
                bands[0] = f"{names[curved['band']]}, along its front"
            grain = "along length" if part["grain"] == "length" else "none"
            rebuilt[
                part["line"],
                owner["label"],
                names[part.get("profile", part["material"])],
                thick,
                told(length),
                told(width),
                *map(told, part["cut"]),
                grain,
                *either_way(bands),
            ] += 1
    rows = {
        (r.label, r.unit, r.material, r.thickness, r.length, r.width, r.cut_length, r.cut_width, r.grain, *either_way(r.bands)): r.quantity
        for r in derived.cutlist
    }
    assert rebuilt == rows


def test_the_schedule_can_be_rebuilt_from_it(both: tuple[Derived, dict[str, Any]]) -> None:
    derived, data = both
    names = {i["id"]: i["name"] for i in data["items"]}
    rebuilt = Counter[tuple[str, str]]()
    for owner in data["owners"]:
        for fitting in owner["fittings"]:
            rebuilt[names[fitting["item"]], owner["label"]] += fitting["count"]
    assert rebuilt == Counter({(r.item.name, label): count for r in derived.schedule for _, label, count in r.used})


def test_what_sits_in_holes_is_bought_as_often(both: tuple[Derived, dict[str, Any]]) -> None:
    for owner in both[1]["owners"]:
        bought: Counter[str] = Counter()
        for fitting in owner["fittings"]:
            bought[fitting["role"]] += fitting["count"]
        for role, count in Counter(s["role"] for s in owner["seats"]).items():
            assert bought[role] == count, (owner["label"], role)


def test_parts_and_pairs_of_holes_know_each_other(both: tuple[Derived, dict[str, Any]]) -> None:
    parts = {p["id"]: p for o in both[1]["owners"] for p in o["parts"]}
    assert len(parts) == sum(len(o["parts"]) for o in both[1]["owners"])
    paired = 0
    for key, part in parts.items():
        for hole in part["holes"]:
            if "pair" in hole:
                assert {h.get("partner") for h in parts[hole["partner"]]["holes"] if h.get("pair") == hole["pair"]} == {key}
                paired += 1
    assert paired > 100


def test_names_are_told_apart_within_a_unit(both: tuple[Derived, dict[str, Any]]) -> None:
    for owner in both[1]["owners"]:
        names = [p["name"] for p in owner["parts"]]
        assert len(set(names)) == len(names), owner["label"]


def test_round_outlines_are_told_as_arcs() -> None:
    data = json.loads(written(PARTS_JSON, Deriver(CATALOG).derive(a_wall_of("base-bow")).shop))
    bottom = next(p for o in data["owners"] for p in o["parts"] if p["name"] == "bottom")
    assert [s["kind"] for s in bottom["outline"]].count("arc") == 1
    bent = [p for o in data["owners"] for p in o["parts"] if "body" in p]
    assert bent
    assert all([s["kind"] for s in p["body"]["outline"]].count("arc") == 2 for p in bent)


def test_why_a_unit_cannot_be_made_stands_in_plain_words() -> None:
    job = a_wall_of("base")
    job = job.replaced(units=(job.units[0].model_copy(update={"width": 36.0}),))
    (owner,) = (o for o in json.loads(written(PARTS_JSON, Deriver(CATALOG).derive(job).shop))["owners"] if o["kind"] == "base")
    assert "0 mm = 36 mm width − 2 × 18 mm gable" in owner["problem"]
    assert owner["parts"] == []
