"""The page about the architecture is true to the code: its paths are there, and what it says to touch is where it says."""

import re
from pathlib import Path

import pytest

ROOT = Path(__file__).parents[2]
PAGE = (ROOT / "docs" / "architecture.md").read_text(encoding="utf-8")
ROWS = [line for line in PAGE.split("## To add …")[1].splitlines() if line.startswith("| ") and "touch only" not in line]
NAMED = [m.groups() for row in ROWS for m in re.finditer(r"`([A-Za-z_]+)` in `([\w/.]+)`", row)]
PATHS = sorted(set(re.findall(r"`((?:src|tests|docs)/[\w/.]*)`", PAGE)))
PACKAGES = sorted(
    p.parent.relative_to(ROOT / "src" / "tallplank" / "core") for p in (ROOT / "src" / "tallplank" / "core").rglob("__init__.py")
)


@pytest.mark.parametrize("path", PATHS)
def test_every_path_is_there(path: str) -> None:
    assert (ROOT / path).exists()


@pytest.mark.parametrize(("name", "path"), NAMED)
def test_what_is_to_be_touched_is_where_the_page_says(name: str, path: str) -> None:
    file = ROOT / path
    text = file.read_text(encoding="utf-8") if file.is_file() else "".join(f.read_text(encoding="utf-8") for f in file.rglob("*.py"))
    assert re.search(rf"^(class |def )?{name}\b", text, re.M), f"{path} has no {name}"


def test_every_room_of_the_core_is_on_the_page() -> None:
    assert len(NAMED) >= 10
    assert len(PATHS) > 20
    missing = [str(p) for p in PACKAGES if p.name and f"{p.name}/" not in PAGE]
    assert missing == []


@pytest.mark.parametrize(
    "name",
    [
        "Store.apply",
        "Workshop.at_hand",
        "Workshop.make",
        "Choice.holds",
        "Derived",
        "JobFiles",
        "Tag",
        "PartRef",
        "Between",
        "Face",
        "Edited",
        "Sheet",
        "Swept",
    ],
)
def test_what_the_page_names_is_in_the_code(name: str) -> None:
    owner, _, method = name.partition(".")
    source = "".join(f.read_text(encoding="utf-8") for f in (ROOT / "src").rglob("*.py"))
    assert name in PAGE
    assert re.search(rf"^class {owner}\b", source, re.M)
    assert not method or re.search(rf"^    def {method}\b", source, re.M)
