"""The public face for scripts does what its reference says, and its examples run."""

import inspect
import re
from collections.abc import Callable
from pathlib import Path

import pytest

from tallplank import script

ROOT = Path(__file__).parents[1]
REFERENCE = (ROOT / "docs" / "scripting.md").read_text(encoding="utf-8")


def a_work() -> script.Work:
    work = script.new("Test")
    work.add_room("Room", 4200, 3000, "2.5 m")
    return work


def test_the_examples_of_the_reference_run(tmp_path: Path, monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]) -> None:
    monkeypatch.chdir(tmp_path)
    blocks = re.findall(r"```python\n(.*?)```", REFERENCE, re.S)
    assert len(blocks) >= 6
    names: dict[str, object] = {}
    for block in blocks:
        exec(compile(block, "docs/scripting.md", "exec"), names)
    out = capsys.readouterr().out
    assert "no room between the gables" in out
    assert sorted(p.name for p in (tmp_path / "papers").iterdir()) == ["cutlist.csv", "price.csv"]
    assert (tmp_path / "boot-room.plank").exists()


def test_every_public_name_is_in_the_reference() -> None:
    calls = [n for n, f in inspect.getmembers(script.Work, inspect.isfunction) if not n.startswith("_")]
    functions = [n for n in script.__all__ if inspect.isfunction(getattr(script, n))]
    assert len(calls) > 20
    assert [n for n in (*calls, *functions) if f"{n}(" not in REFERENCE and f"`{n}`" not in REFERENCE] == []
    assert set(script.__all__) >= {n for n, c in inspect.getmembers(script, inspect.isclass) if c.__module__ == "tallplank.script"}


def test_units_stand_where_they_are_placed() -> None:
    work = a_work()
    first, second = work.place("base", width=600), work.place("drawers", at="1 m", width="23 5/8 in")
    assert [(u.id, u.kind, u.x, u.z) for u in work.units()] == [(first, "base", 0, 150), (second, "drawers", 1000, 150)]
    assert [u.width for u in work.units()] == pytest.approx([600, 600.075])
    work.change([first, second], height=700)
    work.slide(second, -100)
    assert [(u.height, u.x) for u in work.units()] == [(700, 0), (700, 900)]
    (copy,) = work.copy(second)
    work.mirror(copy)
    work.delete(first)
    assert [u.id for u in work.units()] == [second, copy]
    for _ in range(3):
        work.undo()
    work.redo()
    assert len(work.units()) == 3


def test_parts_of_one_unit_and_alike_together() -> None:
    work = a_work()
    for _ in range(2):
        work.place("base", width=800)
    by_unit, together = work.parts(), work.parts(alike_together=True)
    assert len(together) < len(by_unit)
    assert sum(p.quantity for p in by_unit) == sum(p.quantity for p in together)
    gable = next(p for p in work.parts("u1") if p.name == "gable left")
    assert (gable.quantity, gable.length, gable.width, gable.thickness, gable.cut_width) == (1, 720, 560, 18, 559.2)


def test_the_price_is_in_whole_money() -> None:
    work = a_work()
    work.place("base")
    price = work.price()
    assert price.total == pytest.approx(price.net + price.tax)
    assert 50 < price.cost < price.net < 2000
    assert sum(line.quantity * line.price_each for line in work.hardware()) < price.cost


def test_choices_for_units_and_for_the_job() -> None:
    work = a_work()
    one, two = work.place("base"), work.place("drawers")
    work.set_finish("front", "oak")
    work.set_finish("front", "heron", one)
    fronts = {p.unit: p.material for p in work.parts() if "front" in p.name or p.name == "door"}
    assert len(set(fronts.values())) == 2
    work.set_rule("kick_height", 120)
    work.set_rule("kick_height", 100, two)
    assert [u.z for u in work.units()] == [120, 100]
    work.set_style("sluice-frame", one)
    assert any("stile" in p.name for p in work.parts(one))
    work.set_hardware("pull", "pull-knob-32")
    assert any("nob" in line.item for line in work.hardware())
    work.set_construction("face-frame")
    assert any("stile" in p.name for p in work.parts(two))


def test_a_finding_is_mended_once() -> None:
    work = a_work()
    work.place("sink", at=500, width=1000)
    (finding,) = work.findings()
    work.mend(finding)
    assert work.findings() == ()
    with pytest.raises(script.PlankError, match="nothing to do"):
        work.mend(finding)


@pytest.mark.parametrize(
    "act",
    [
        lambda w: w.place("spaceship"), lambda w: w.change("u9", width=600), lambda w: w.place("base", "ceiling"), lambda w: w.add_room("", 1, 1, 1),
        lambda w: w.place("base", width="wide"), lambda w: w.export("out", only=["poem.txt"]), lambda w: script.open_file("missing.plank"),
        lambda w: script.new().place("base"), lambda w: w.set_rule("colour", 3), lambda w: script.new(""),
    ],
)  # fmt: skip
def test_what_cannot_be_done_is_refused_in_words_and_changes_nothing(act) -> None:  # type: ignore[no-untyped-def]
    work = a_work()
    with pytest.raises(script.PlankError):
        act(work)
    assert work.units() == ()


def test_a_saved_job_opens_again(tmp_path: Path) -> None:
    work = script.demo().save(tmp_path / "a.plank")
    assert script.open_file(tmp_path / "a.plank").parts() == work.parts()
    assert len(work.export(tmp_path / "out")) == len(script.papers())


def test_what_the_catalogue_offers() -> None:
    assert script.kinds()["base"] == "Base, doors"
    assert "oak" in script.finishes("front")
    assert "hinge-110" in script.hardware("hinge")
    assert "sluice-frame" in script.styles()


@pytest.mark.parametrize(
    "call",
    [
        lambda w: w.add_room(5, None, [], {}),
        lambda w: w.place(None),
        lambda w: w.place("base", at=[]),
        lambda w: w.place("base", wall=7),
        lambda w: w.change("u1", width=None),
        lambda w: w.change(5, width=600),
        lambda w: w.change([None], width=600),
        lambda w: w.slide("u1", {}),
        lambda w: w.split("u1", "slices"),
        lambda w: w.split("u1", "rows", "two"),
        lambda w: w.fill("u1", path=5),
        lambda w: w.set_finish(None, 5),
        lambda w: w.set_hardware("engine", "x"),
        lambda w: w.set_rule(None, None),
        lambda w: w.add_opening("hatch", 5),
        lambda w: w.add_soffit(5),
        lambda w: w.export(5),
        lambda w: w.save(None),
        lambda w: w.mend("first"),
        lambda w: w.nothing(1) if hasattr(w, "nothing") else w.add_room(),
        lambda _: script.finishes(5),
        lambda _: script.open_file(None),
        lambda _: script.new(5),
    ],
)
def test_arguments_of_a_wrong_kind_are_refused_in_words(
    call: Callable[[script.Work], object], tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.chdir(tmp_path)
    work = a_work()
    work.place("base")
    before = work.units()
    try:
        call(work)
    except script.PlankError as problem:
        assert len(str(problem)) > 10
    assert work.units() == before


def test_what_is_quoted_of_something_absurdly_long_is_cut() -> None:
    work = a_work()
    with pytest.raises(script.PlankError) as caught:
        work.change("9" * 5000, width=600)
    assert len(str(caught.value)) < 700
