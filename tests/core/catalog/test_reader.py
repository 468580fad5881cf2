"""The catalogue's reader: what it refuses, and that every shipped entry holds together."""

import os
import re
import shutil
from pathlib import Path

import pytest

from makers import CATALOG, a_made_unit
from tallplank.core.catalog.catalog import CatalogError
from tallplank.core.catalog.reader import laid_over, read_catalog
from tallplank.core.job.unit import HARDWARE_ROLES
from tallplank.core.joinery.part.form.bent import Bent

DATA = Path(__file__).parents[3] / "src/tallplank/core/catalog/data"


def _copy(target: Path, **changes: tuple[str, str]) -> Path:
    for file in DATA.glob("*.toml"):
        text = file.read_text()
        if file.stem in changes:
            old, new = changes[file.stem]
            assert old in text
            text = text.replace(old, new, 1)
        (target / file.name).write_text(text)
    shutil.copytree(DATA / "profile", target / "profile")
    return target


def test_the_shipped_catalogue_is_as_large_as_a_shop_needs_to_begin() -> None:
    assert len([b for b in CATALOG.boards.values() if not b.id.startswith(("slab", "stave"))]) >= 6
    assert len(CATALOG.finishes_for("front")) >= 4
    assert len(CATALOG.door_styles) >= 2
    assert len(CATALOG.finishes_for("top")) >= 3
    assert {h.role for h in CATALOG.hardware.values()} == set(HARDWARE_ROLES)


@pytest.mark.parametrize("finish", sorted(CATALOG.finishes))
def test_every_finish_can_be_built_with(finish: str) -> None:
    for role in CATALOG.finishes[finish].roles:
        for kind in CATALOG.kinds:
            assert not a_made_unit(kind, finishes={role: finish}).problem


@pytest.mark.parametrize("kind", sorted(CATALOG.kinds))
@pytest.mark.parametrize("style", sorted(CATALOG.door_styles))
def test_every_kind_can_be_built_in_every_style(kind: str, style: str) -> None:
    made, entry = a_made_unit(kind, door_style=style), CATALOG.door_styles[style]
    assert not made.problem
    fronts = {number: [p for p in made.parts if p.front == number] for number in range(len(made.fronts))}
    for number, front in enumerate(made.fronts):
        pieces = [p.name.removeprefix(f"{p.name.split(' ')[0]} ") for p in fronts[number]]
        assert fronts[number], f"{front.kind} has no parts"
        assert all(p.finish.id == made.choice.finish("front").id or p.role == "glass" for p in fronts[number])
        if front.framed:
            assert entry.build == "five-piece"
            assert front.style == style
            assert sum("stile" in p for p in pieces) == 2
            divided = front.kind == "door" and front.height > 500
            assert sum("rail" in p for p in pieces) in ((2 + entry.mid_rails,) if divided else (2, 2 + entry.mid_rails))
            assert len(pieces) > 4
        else:
            assert len(pieces) == 1
    bent = any(isinstance(p.form, Bent) for p in made.parts)
    if entry.build == "five-piece" and not bent and any(f.kind == "door" and min(f.width, f.height) > 300 for f in made.fronts):
        assert any(f.framed for f in made.fronts)


@pytest.mark.parametrize(
    ("file", "change", "place"),
    [
        ("board", ('supplier = "Hollin', 'colour = "red"\nsupplier = "Hollin'), "board.toml, line .*colour"),
        ("board", ('id = "mfc-slate"', 'id = "mfc-chalk"'), "there twice"),
        ("board", ("grain = false", "grain = "), "board.toml"),
        ("board", ("density = 680", "density = -1"), "board.toml, line .*density"),
        ("finish", ('look = "chalk"', 'look = "tartan"'), "finish.toml, line .*no look 'tartan'"),
        ("finish", ("thickness = 18", "thickness = 17"), "not sold 17 thick"),
        ("look", ("[[look]]", "[[glance]]"), "look.toml, line .*glance"),
        ("construction", ('door_style = "quayside-slab"', 'door_style = "gone"'), "no door style 'gone'"),
        ("construction", ('hinge = "hinge-110"', 'hinge = "gone"'), "no hardware item 'gone'"),
        ("construction", ('front = "lock-gate"', 'front = "gone"'), "no finish 'gone'"),
    ],
)  # fmt: skip
def test_a_wrong_entry_is_refused_by_file_and_line(tmp_path: Path, file: str, change: tuple[str, str], place: str) -> None:
    with pytest.raises(CatalogError, match=place):
        read_catalog(_copy(tmp_path, **{file: change}))


def test_the_line_of_a_wrong_value_is_its_own(tmp_path: Path) -> None:
    folder = _copy(tmp_path, band=("price_m = 0.38", 'price_m = "dear"'))
    line = next(i for i, text in enumerate((folder / "band.toml").read_text().splitlines(), 1) if "dear" in text)
    with pytest.raises(CatalogError, match=f"band.toml, line {line}:"):
        read_catalog(folder)


def test_a_catalogue_without_defaults_is_refused(tmp_path: Path) -> None:
    with pytest.raises(CatalogError, match="defaults"):
        read_catalog(tmp_path)


@pytest.mark.parametrize(
    ("file", "old", "new", "words"),
    [
        ("hardware.toml", "joint = { face = 5, face_depth = 11, end = 8, cam = 15, cam_depth = 13.5 }", "", "joint: Field required"),
        (
            "kind.toml",
            'hardware = { leg = "leg-turned-200" }',
            'hardware = { leg = "stilts" }',
            "kind.toml, line .*no hardware item 'stilts'",
        ),
        ("kind.toml", "rules = { kick_height = 200", "rules = { kick_hight = 200", "no construction rule called 'kick_hight'"),
        ("kind.toml", 'plan = "ell"\n', "", "a shaped kind has a plan"),
        ("door_style.toml", 'panel_kind = "raised"', 'panel_kind = "carved"', "door_style.toml, line .*panel_kind"),
        ("band.toml", 'mark = "c"', 'mark = ""', "mark"),
    ],
)
def test_what_the_bench_needs_of_the_catalogue_is_checked(tmp_path: Path, file: str, old: str, new: str, words: str) -> None:
    import shutil
    from importlib.resources import files

    folder = tmp_path / "data"
    shutil.copytree(str(files("tallplank.core.catalog") / "data"), folder)
    text = (folder / file).read_text(encoding="utf-8")
    assert old in text
    (folder / file).write_text(text.replace(old, new, 1), encoding="utf-8")
    with pytest.raises(CatalogError, match=words):
        read_catalog(folder)


def test_hinges_open_as_far_as_their_names_say() -> None:
    for item in CATALOG.hardware.values():
        if item.role == "hinge" and (named := re.search(r"(\d+)°", item.name.replace("at 45°", ""))):
            assert item.opens == float(named.group(1)), item.name


def shop_folder(tmp_path: Path, text: str = "") -> Path:
    folder = tmp_path / "shop"
    folder.mkdir()
    if text:
        (folder / "own.toml").write_text(text)
    return folder


def test_a_pipe_in_the_folder_is_refused_and_not_waited_for(tmp_path: Path) -> None:
    folder = shop_folder(tmp_path)
    os.mkfifo(folder / "own.toml")
    with pytest.raises(CatalogError, match="no ordinary file"):
        laid_over(folder)


def test_a_link_to_an_endless_device_is_refused_before_it_is_read(tmp_path: Path) -> None:
    folder = shop_folder(tmp_path)
    (folder / "own.toml").symlink_to("/dev/zero")
    with pytest.raises(CatalogError, match="no ordinary file"):
        laid_over(folder)


LOOK = '[[look]]\nid = "own-{0}"\nname = "Own {0}"\nkind = "plain"\ncolour = "#eeece6"\n'


def test_many_entries_are_read_in_a_time_that_grows_with_their_number(tmp_path: Path) -> None:
    """The line of an entry is sought only when it is told: so often, and no more, as entries are wrong."""
    folder = shop_folder(tmp_path, "\n".join(LOOK.format(i) for i in range(5000)))
    assert len(laid_over(folder).looks) == len(CATALOG.looks) + 5000
    (folder / "own.toml").write_text("\n".join(LOOK.format(i) for i in range(5000)) + LOOK.format(7))
    with pytest.raises(CatalogError, match=r"line 30000: 'own-7' is there twice, first at own\.toml, line 43"):
        laid_over(folder)


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("\n".join(f"a.b{i}.c = 1" for i in range(20_000)), "keys with dots"),
        ("a = " + "9" * 5000, "own.toml"),
        ("a = " + "[" * 5000, "own.toml"),
        (LOOK.format(1).replace("Own 1", "Own \\u0000"), "cannot be shown"),
        ('[[hardware]]\nid = "x"\nname = "x"\nrole = "pin"\ncode = "x"\nsupplier = "x"\nprice = nan', "finite"),
        ('[[hardware]]\nid = "x"\nname = "x"\nrole = "pin"\ncode = "x"\nsupplier = "x"\nprice = 1\nbox_holes = [{ x = inf, diameter = 5, depth = 12 }]',
         "finite"),
        ('[[hardware]]\nid = "x"\nname = "x"\nrole = "base"\ncode = "x"\nsupplier = "x"\nprice = 1\noutline = [[0, 0], [90, 9], [0, 9], [90, 0]]',
         "does not cross itself"),
    ],
)  # fmt: skip
def test_what_takes_too_long_or_is_no_number_is_refused(tmp_path: Path, text: str, words: str) -> None:
    with pytest.raises(CatalogError, match=words):
        laid_over(shop_folder(tmp_path, text))


def test_no_two_items_of_a_supplier_share_a_code() -> None:
    """A buyer orders by the code: two prices for one would be a riddle."""
    codes = [(item.supplier, item.code) for item in CATALOG.hardware.values()]
    assert [code for code in codes if codes.count(code) > 1] == []
