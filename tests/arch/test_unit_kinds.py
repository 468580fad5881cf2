"""Kinds of fronts, of what is inside, of forms and ways of building: each is complete, and asked about in one place."""

import ast
import json
import re
from pathlib import Path
from typing import get_args

import pytest

from arch.made_up import Copied
from arch.source import ROOT, SRC, files, nodes_of, text_of
from core.joinery.part.test_form import FORMS
from fuzz import value
from makers import CATALOG, LONG, a_made_unit
from tallplank.app.board.registry import PANES
from tallplank.app.look.sign import _STAGES
from tallplank.app.panel.bench_panel import FRONT_CHOICES, INSIDE_CHOICES
from tallplank.app.stage import STAGES
from tallplank.core.catalog.kind import Kind
from tallplank.core.catalog.way import WAYS, BuildName
from tallplank.core.job.front import FRONTS, SHAPES, FrontShape
from tallplank.core.job.inside import INSIDES
from tallplank.core.job.opening import FrontKind, InsideKind, Opening
from tallplank.core.joinery.label import inside_words
from tallplank.core.joinery.part.form.form import Form
from tallplank.core.joinery.shaped.plan import SHAPES as PLANS
from tallplank.core.joinery.workshop import BUILDERS
from tallplank.session.state import Stage

SCHEMA = json.loads((ROOT / "docs" / "job.schema.json").read_text())
GUIDE = (ROOT / "docs" / "file-format.md").read_text()
FRONT_KINDS, INSIDE_KINDS = get_args(FrontKind), get_args(InsideKind)


@pytest.mark.parametrize("kind", FRONT_KINDS)
def test_a_front_is_built_chosen_tried_written_and_told(kind: FrontKind) -> None:
    sort, unit = FRONTS[kind], a_made_unit(opening=Opening(front=kind))
    assert not unit.problem
    assert {front.kind for front in unit.fronts} == ({sort.shape} if sort.shape else set())
    assert (kind, sort.words, None) in FRONT_CHOICES
    assert kind in value.FRONTS
    assert kind in SCHEMA["$defs"]["Opening"]["properties"]["front"]["enum"]
    assert kind in GUIDE.split("(`front`: ")[1].split(";")[0]


@pytest.mark.parametrize("shape", get_args(FrontShape))
def test_how_a_front_opens_is_said_for_each_shape(shape: FrontShape) -> None:
    assert SHAPES[shape].hung in ("side", "below", "above", "nowhere")
    assert not (SHAPES[shape].slides and SHAPES[shape].is_flap)


@pytest.mark.parametrize("kind", INSIDE_KINDS)
def test_an_inside_is_built_chosen_tried_written_and_told(kind: InsideKind) -> None:
    sort, unit = INSIDES[kind], a_made_unit("tall", opening=Opening(front="doors", inside=kind))
    assert not unit.problem
    without = a_made_unit("tall", opening=Opening(front="doors"))
    assert (kind == "none") == (len(unit.parts) == len(without.parts) and len(unit.pieces) == len(without.pieces))
    assert sort.role is None or CATALOG.hardware_for(sort.role)
    assert (kind == "none") == (sort.label == "") == (list(inside_words(CATALOG, unit.choice.unit)) == [])
    assert (kind, sort.words, None) in INSIDE_CHOICES
    assert kind in value.INSIDES
    assert kind in SCHEMA["$defs"]["Opening"]["properties"]["inside"]["enum"]
    assert kind in GUIDE.split("`inside`: ")[1].split(";")[0]


@pytest.mark.parametrize("build", get_args(BuildName))
def test_a_way_of_building_is_told_and_used(build: BuildName) -> None:
    assert build in WAYS
    assert build in BUILDERS
    kinds = [key for key, kind in CATALOG.kinds.items() if kind.build == build]
    assert kinds
    assert [key for key in kinds if a_made_unit(key).problem] == []


@pytest.mark.parametrize("plan", get_args(Kind.model_fields["plan"].annotation)[1:])
def test_a_shape_of_plan_is_built(plan: str) -> None:
    assert plan in PLANS
    assert any(kind.plan == plan for kind in CATALOG.kinds.values())


@pytest.mark.parametrize("stage", get_args(Stage))
def test_a_stage_has_a_name_panes_and_a_picture(stage: Stage) -> None:
    assert STAGES[stage].name
    assert set(STAGES[stage].panes) <= set(PANES)
    assert stage in _STAGES
    assert f"| **{STAGES[stage].name}** |" in (ROOT / "README.md").read_text()


def test_every_form_is_held_against_its_answers() -> None:
    """`test_form` asks all that there is of each, and holds the answers against one another."""
    assert {type(form) for form in FORMS} == set(get_args(Form))


def test_nobody_else_asks_which_form_or_way_or_kind_it_is() -> None:
    """A set of kinds that is written down somewhere is what a new kind is missing from."""
    forms = {form.__name__ for form in get_args(Form)}
    words = {*FRONT_KINDS, *INSIDE_KINDS, *get_args(FrontShape)}
    asked = []
    for file in files():
        path = str(file.relative_to(SRC))
        text = text_of(file)
        if path not in ("core/catalog/kind.py", "core/joinery/workshop.py") and re.search(r"kind(s\[[^\]]*\])?\.build\b", text):
            asked.append(f"{path}: build")
        if path.startswith("core/joinery/part/form/"):
            continue
        for node in nodes_of(file):
            if (
                isinstance(node, ast.Call)
                and ast.unparse(node.func) == "isinstance"
                and forms & set(re.findall(r"\w+", ast.unparse(node.args[1])))
            ):
                asked.append(f"{path}:{node.lineno}: form")
            if isinstance(node, ast.Compare) and isinstance(node.ops[0], ast.In | ast.NotIn) and isinstance(node.comparators[0], ast.Tuple):
                named = [one.value for one in node.comparators[0].elts if isinstance(one, ast.Constant)]
                if len(named) > 1 and set(named) <= words:
                    asked.append(f"{path}:{node.lineno}: {named}")
    assert asked == []


@pytest.mark.skipif(not LONG, reason="the type checker begins anew in a copy, which takes a minute")
@pytest.mark.parametrize(
    ("what", "last", "named"), [("front", '"lift", "false"', "tambour"), ("inside", '"dish-rack", "appliance"', "hammock")]
)
def test_a_kind_that_is_only_declared_is_named_wherever_it_is_missing(what: str, last: str, named: str, tmp_path: Path) -> None:
    """Made up in a copy: what the page says must be touched is what fails, and no more."""
    copied = Copied(tmp_path)
    copied.change("job/opening.py", f"{last}]", f'{last}, "{named}"]')
    assert copied.mistyped() == {"src/tallplank/core/joinery/unit/fill.py"}
    tried = copied.tried("tests/arch/test_unit_kinds.py", named)
    assert f"{what}_is_built_chosen_tried_written_and_told[{named}]" in tried
    assert_told(f"kind of {what}", "job/opening.py", f"job/{what}.py", "unit/fill.py", "file-format.md")


@pytest.mark.skipif(not LONG, reason="the type checker begins anew in a copy, which takes a minute")
def test_a_form_that_is_only_declared_is_named_wherever_it_is_missing(tmp_path: Path) -> None:
    """It has no example that is held against its answers, and cannot be made before it answers all that is asked."""
    copied = Copied(tmp_path)
    copied.change("joinery/part/form/form.py", "Swept | Bent\n", "Swept | Bent | Fluted\n")
    copied.change("joinery/part/form/form.py", "Form = ", f"{FLUTED}\n\nForm = ")
    copied.change("joinery/part/form/form.py", "SHEET = Sheet()", "SHEET = Sheet()\nFLUTED = Fluted()")
    assert copied.mistyped() == {"src/tallplank/core/joinery/part/form/form.py"}
    copied.change("joinery/part/form/form.py", "\nFLUTED = Fluted()", "")
    tried = copied.tried("tests/arch/test_unit_kinds.py", "form")
    assert "FAILED tests/arch/test_unit_kinds.py::test_every_form_is_held_against_its_answers" in tried
    assert_told("form of a part", "form/plain.py", "form/form.py", "test_form.py")


FLUTED = '''
from tallplank.core.joinery.part.form.plain import PlainForm


class Fluted(PlainForm):
    """A board with flutes."""
'''


def assert_told(what: str, *paths: str) -> None:
    """The page lists these files beside what is to be added."""
    page = (ROOT / "docs" / "architecture.md").read_text()
    (told,) = [line for line in page.splitlines() if line.startswith(f"| {what} |")]
    assert [path for path in paths if path not in told] == []
