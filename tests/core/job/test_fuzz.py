"""Files that were tampered with: either refused with a clear error, or opened and then good for everything."""

import json

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from makers import CATALOG, a_wall_of, made, written
from tallplank.core.check.finding import findings
from tallplank.core.derive.derived import Deriver
from tallplank.core.draw.elevation import elevation
from tallplank.core.draw.plan import plan
from tallplank.core.edit.open import at_home, open_job
from tallplank.core.edit.survey.walled import add_opening
from tallplank.core.error import PlankError
from tallplank.core.exchange.registry import EXPORTERS
from tallplank.core.job.file import JobFileError, dumps, loads
from tallplank.core.solid.scene import SolidMaker

DOCUMENT = json.loads(dumps(add_opening(a_wall_of("base", "drawers", "wall", "tall", "filler"), "room1", "back", "window").job))
values = st.one_of(
    st.none(), st.booleans(), st.integers(-(10**9), 10**9), st.floats(), st.text(max_size=8),
    st.sampled_from((0, 1, -1, 0.001, 99_999.0, 1e300, "", "base", "drawers", "front", [], {})),
)  # fmt: skip


def leaves(value: object, path: tuple = ()) -> list[tuple]:
    if isinstance(value, dict):
        return [p for k, v in value.items() for p in leaves(v, (*path, k))]
    if isinstance(value, list):
        return [p for i, v in enumerate(value) for p in leaves(v, (*path, i))]
    return [path]


PATHS = leaves(DOCUMENT["job"])


@settings(max_examples=250)
@given(st.lists(st.tuples(st.sampled_from(PATHS), values), min_size=1, max_size=3))
def test_a_tampered_file_is_refused_or_works(changes: list) -> None:
    document = json.loads(json.dumps(DOCUMENT))
    for path, value in changes:
        target = document["job"]
        for step in path[:-1]:
            target = target[step]
        target[path[-1]] = value
    try:
        job = at_home(loads(json.dumps(document)), CATALOG, "file")
    except PlankError as problem:
        assert len(str(problem)) > 10
        return
    shown = made(job)
    findings(shown)
    shop = Deriver(CATALOG).derive(job).shop
    for exporter in EXPORTERS:
        assert written(exporter, shop)
    for room in job.rooms:
        plan(shown, room.id)
        SolidMaker().solids(shown, room.id, 0.5)
        for face in room.face_ids:
            elevation(shown, room.id, face)


def test_an_unknown_kind_is_refused_with_its_place(tmp_path) -> None:  # type: ignore[no-untyped-def]
    document = json.loads(json.dumps(DOCUMENT))
    document["job"]["units"][2]["kind"] = "spaceship"
    path = tmp_path / "a.plank"
    path.write_text(json.dumps(document))
    with pytest.raises(JobFileError, match=r"units › 3 › kind.*spaceship"):
        open_job(path, CATALOG)
