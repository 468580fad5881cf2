"""A new kind is complete, or it is said here what is missing: every member of what there are several of, in every place that knows them."""

import ast
import json
import random
from pathlib import Path
from typing import get_args

import pytest

from arch.made_up import Copied
from arch.source import ROOT, SRC, files, nodes_of
from bodies import shared
from core.joinery.paneling.test_corners import a_room_with
from fuzz.walls import Hand, fills
from makers import CATALOG, LONG, a_room, made
from tallplank.app.panel.paneling_fill import FILLS
from tallplank.core.catalog.carried import carried
from tallplank.core.edit.paneling.scheme import add_scheme
from tallplank.core.job.base import Id
from tallplank.core.job.filling import Facets, Fill, Filling, KeptFree, Peak, Shelves, Uses
from tallplank.core.job.scheme import Region
from tallplank.core.joinery.paneling.filling.fill import _FILLS

KINDS: tuple[type[Filling], ...] = get_args(get_args(Fill)[0])


def kind_of(fill: type[Filling]) -> str:
    return str(fill.model_fields["kind"].default)


def test_every_match_names_all_that_there_is() -> None:
    """What falls through is refused by the type checker, not passed over."""
    silent = []
    for file in files():
        for node in nodes_of(file):
            if isinstance(node, ast.match_case) and isinstance(node.pattern, ast.MatchAs) and node.pattern.pattern is None:
                (first, *_) = node.body
                named = isinstance(first, ast.Expr) and isinstance(first.value, ast.Call) and isinstance(first.value.func, ast.Name)
                if not (named and first.value.func.id == "assert_never"):  # type: ignore[union-attr, attr-defined]
                    silent.append(f"{file.relative_to(SRC)}:{node.pattern.lineno}")
    assert silent == []


@pytest.mark.parametrize("fill", KINDS, ids=kind_of)
def test_a_fill_is_built_chosen_tried_written_and_told(fill: type[Filling]) -> None:
    kind = kind_of(fill)
    assert fill in _FILLS
    assert FILLS[kind][1] is fill
    assert kind in fills(Hand(random.Random(1), a_room()))
    schema = json.loads((ROOT / "docs" / "job.schema.json").read_text())
    assert [one for one in schema["$defs"].values() if one.get("properties", {}).get("kind", {}).get("const") == kind]
    guide = (ROOT / "docs" / "file-format.md").read_text()
    assert kind in guide.split("(`fill`: ")[1].split(")")[0]


@pytest.mark.parametrize("fill", KINDS, ids=kind_of)
def test_what_a_fill_uses_of_the_catalogue_is_said_and_goes_with_the_job(fill: type[Filling]) -> None:
    for name, field in fill.model_fields.items():
        marks = [mark for mark in field.metadata if isinstance(mark, Uses)]
        assert (Id in get_args(field.annotation)) == bool(marks), name
        for mark in marks:
            key = next(key for key, item in getattr(CATALOG, "finishes" if mark.table == "finish" else "hardware").items())
            job = add_scheme(a_room(), CATALOG, "room1", "back", backing=12.0, root=Region(fill=fill(**{name: key}))).job  # type: ignore[arg-type]
            assert key in carried(CATALOG, job)[mark.table], name


@pytest.mark.parametrize("angle", [90.0, 135.0, 225.0, 270.0])
@pytest.mark.parametrize("fill", KINDS, ids=kind_of)
def test_a_fill_meets_itself_in_a_corner_and_stands_nowhere_in_itself(fill: type[Filling], angle: float) -> None:
    job = a_room_with(angle)
    room = job.rooms[0]
    for wall in room.walls[:2]:
        job = add_scheme(job, CATALOG, room.id, wall.id, backing=12.0, root=Region(fill=usual(fill))).job  # type: ignore[arg-type]
    found = made(job)
    bare = not any(run.parts for run in found.runs)
    assert bare == (fill is KeptFree)
    assert bare or shared(found, room.id) == []


def usual(fill: type[Filling]) -> Filling:
    """One that stands out of its wall."""
    if fill is Shelves:
        return Shelves(count=4, deep=200.0, boxed=True)
    return Facets(peaks=(Peak(across=0.5, up=0.5, out=80.0),)) if fill is Facets else fill()


@pytest.mark.skipif(not LONG, reason="the type checker begins anew in a copy, which takes a minute")
def test_a_fill_that_is_only_declared_is_named_wherever_it_is_missing(tmp_path: Path) -> None:
    """Made up in a copy: what the page says must be touched is what fails, and no more."""
    copied = Copied(tmp_path)
    copied.change("job/filling.py", "Planted = Panel |", f"{BATTENS}\n\nPlanted = Battens | Panel |")
    assert copied.mistyped() == {
        "src/tallplank/core/joinery/paneling/corner/layer.py",
        "src/tallplank/app/panel/paneling_fill.py",
    }
    tried = copied.tried("tests/arch/test_kinds.py", "battens")
    assert "test_a_fill_is_built_chosen_tried_written_and_told[battens]" in tried
    assert "test_what_a_fill_uses_of_the_catalogue_is_said_and_goes_with_the_job[battens]" in tried
    page = (ROOT / "docs" / "architecture.md").read_text()
    (told,) = [line for line in page.splitlines() if line.startswith("| what fills a region of a wall |")]
    for path in ("filling/fill.py", "corner/layer.py", "panel/paneling_fill.py", "fuzz/walls.py", "file-format.md"):
        assert path in told


BATTENS = '''
class Battens(Filling):
    """Upright strips over a board."""

    kind: Literal["battens"] = "battens"
    width: Positive = 40.0
    finish: Id | None = None
'''
