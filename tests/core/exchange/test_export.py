"""The shop's papers, and text that must never run in a spreadsheet."""

import csv
import io
import re
import zipfile
from collections.abc import Iterator, Sequence
from pathlib import Path

import openpyxl
import pytest
from hypothesis import given
from hypothesis import strategies as st

from makers import CATALOG, ROOM, WALL, a_room, a_wall_of, the_demo, written
from tallplank.core.derive.derived import Deriver, Shop
from tallplank.core.edit.construction import set_job_construction
from tallplank.core.edit.standard import set_job_finish, set_job_rule
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.error import PlankError
from tallplank.core.exchange.exporter import Exporter, ExportError, Paper, chosen, export, of_one
from tallplank.core.exchange.registry import EXPORTERS
from tallplank.core.exchange.table import Table, as_csv, as_xlsx, number
from tallplank.core.job.job import Display, Job
from tallplank.core.measure.display import LengthStyle
from tallplank.core.work import CancelledError, Report


def shop(job):  # type: ignore[no-untyped-def]
    return Deriver(CATALOG).derive(job).shop


def read(data: bytes) -> list[list[str]]:
    return list(csv.reader(io.StringIO(data.decode("utf-8"), newline="")))


def test_all_papers_are_written(tmp_path: Path) -> None:
    steps: list[tuple[int, int, str]] = []
    paths = export(shop(the_demo().job), EXPORTERS, tmp_path / "new" / "folder", lambda *s: steps.append(s))
    assert [p.name for p in paths] == [exporter.name for exporter in EXPORTERS]
    assert {"cutlist.csv", "price.csv", "elevations.pdf", "parts.json"} <= {p.name for p in paths}
    assert all(p.stat().st_size > 200 for p in paths)
    assert steps[-1][:2] == (len(EXPORTERS), len(EXPORTERS))


def test_the_cut_list_has_its_columns_and_every_part() -> None:
    papers = shop(a_wall_of("base", width=800))
    rows = read(written(next(e for e in EXPORTERS if e.name == "cutlist.csv"), papers))
    sizes = ["thickness_mm", "length_mm", "width_mm", "cut_length_mm", "cut_width_mm"]
    bands = ["band_along_1", "band_along_2", "band_across_1", "band_across_2"]
    last = ["edges", "label", "hand", "machining", "shape", "rounded_by_mm"]
    assert rows[0] == ["room", "unit", "part", "material", *sizes, "quantity", "grain", *bands, *last]
    assert rows[1] == ["Room", "1 Base, doors", "gable left", "Faced chipboard, chalk", "18", "720", "560", "720", "559.2", "1", "none",
                       "ABS chalk 0.8", "", "", "", "front", "001-01L", "L", "26 holes, 1 cut", "", "0"]  # fmt: skip
    assert sum(int(r[9]) for r in rows[1:]) == sum(r.quantity for r in papers.cutlist)


@pytest.mark.parametrize(("style", "shown"), [(LengthStyle.INCH_FRACTION, "28 11/32"), (LengthStyle.INCH_DECIMAL, "28.344")])
def test_papers_are_in_inches_where_the_job_says_so(style: LengthStyle, shown: str) -> None:
    """By hand: 720 mm are 28.3465 in; to 1/64 in 28 22/64, which is 28 11/32; what is lost is 0.0027 in."""
    job = a_wall_of("base")
    for papers, units in (("inches", ["in"]), ("both", ["mm", "in"])):
        rows = read(export_of("cutlist.csv", job.replaced(display=Display(style=style, papers=papers))))
        columns = [name for name in rows[0] if name.startswith("length")]
        assert columns == [f"length_{unit}" for unit in units]
        gable = dict(zip(rows[0], rows[1], strict=True))
        assert gable["length_in"] == shown
        assert 0.002 < float(gable["rounded_by_in"]) < 1 / 128
        assert ("length_mm" in gable) == (papers == "both")
        doors = read(export_of("doors.csv", job.replaced(display=Display(style=style, papers=papers))))
        assert [name for name in doors[0] if name.startswith("width")] == [f"width_{unit}" for unit in units]


def test_inch_work_is_exact_in_sixteenths() -> None:
    """A base of 24 x 30 x 24 in on 4 1/2 in of kick, 3/4 boards: gable 34 1/2 x 23 1/4 behind a frame of 3/4, bottom 22 1/2 wide."""
    job = a_room()
    job = job.replaced(display=Display(style=LengthStyle.INCH_FRACTION, papers="inches"))
    job = set_job_construction(place_unit(job, CATALOG, "base", Spot(ROOM, WALL, 508.0)).job, CATALOG, "inch-face-frame")
    rows = read(export_of("cutlist.csv", job))
    by_part = {line["part"]: line for line in (dict(zip(rows[0], row, strict=True)) for row in rows[1:])}
    gable, bottom, stile, door = (by_part[name] for name in ("gable left", "bottom", "frame stile left", "door"))
    assert (gable["length_in"], gable["width_in"], gable["thickness_in"]) == ("34 1/2", "23 1/4", "3/4")
    assert bottom["length_in"] == "22 1/2"
    assert (stile["length_in"], stile["width_in"]) == ("30", "1 1/2"), "it ends at the recess of the kick"
    assert (door["length_in"], door["width_in"]) == ("28", "22"), "30 and 24, less two members of 1 1/2 that it covers by 1/2"
    assert all(float(line["rounded_by_in"]) <= 1 / 128 for line in by_part.values())


def export_of(name: str, job: Job) -> bytes:
    return written(next(e for e in EXPORTERS if e.name == name), shop(job))


def test_the_price_paper_adds_up() -> None:
    rows = read(written(next(e for e in EXPORTERS if e.name == "price.csv"), shop(a_wall_of("base", "tall"))))
    total = next(i for i, r in enumerate(rows) if r[1] == "All")
    net = next(r for r in rows if r[1].startswith("Price without tax"))
    assert sum(float(r[-1]) for r in rows[1:total]) == pytest.approx(float(net[-1]))
    assert [sum(float(r[i]) for r in rows[1:total]) for i in range(2, 13)] == pytest.approx([float(v) for v in rows[total][2:13]])


def test_the_costs_paper_adds_up_to_the_price_paper() -> None:
    papers = shop(a_wall_of("base", "tall"))
    costs = read(written(next(e for e in EXPORTERS if e.name == "costs.csv"), papers))
    for line in papers.price.lines:
        amounts = [float(r[7]) for r in costs[1:] if r[0] == line.label]
        assert sum(amounts) == pytest.approx(line.cost.total / 100, abs=1e-6)
        for r in costs[1:]:
            assert float(r[3]) * float(r[5]) * float(r[6]) == pytest.approx(float(r[7]), abs=0.02 + abs(float(r[7])) * 0.01)


@given(st.sampled_from("=+-@\t\r\n|%"), st.text(max_size=12))
def test_text_never_becomes_a_formula(start: str, rest: str) -> None:
    data = as_csv(Table("t", ("a",), ((start + rest,),)))
    cell = read(data)[1][0]
    assert cell.startswith("'" + start)
    assert cell.replace("'", "") == (start + rest).replace("'", "")


@pytest.mark.parametrize(
    "text", ["a;=1+1", "a; +1", "a\t@SUM(A1)", "a;\u200b-1", "a;\uff1d1", "\u200b=1+1", "\uff0b1", "\ufeff\u3000=1", 'a;"=1', "a\n=1"]
)
@pytest.mark.parametrize("separator", [",", ";", "\t"])
def test_text_is_no_formula_whatever_separates_the_cells(text: str, separator: str) -> None:
    data = as_csv(Table("t", ("a", "b"), ((text, "oak"),))).decode()
    cells = [cell for row in csv.reader(io.StringIO(data, newline=""), delimiter=separator) for cell in row]
    assert cells
    for cell in cells:
        seen = "".join(c for c in cell if c.isprintable() and not c.isspace()).lstrip('"')
        assert seen[:1] not in tuple("=+-@|%＝＋－＠")


def test_a_text_longer_than_a_cell_of_a_workbook_is_cut_and_says_so() -> None:
    book = openpyxl.load_workbook(io.BytesIO(as_xlsx((Table("t", ("where",), (("1, " * 20_000,),)),))))
    value = book["t"]["A2"].value
    assert len(value) == 32_767
    assert value.endswith("…")


@given(st.text(st.characters(codec="utf-8", exclude_characters="\x00"), max_size=20))
def test_other_text_comes_back_as_it_was(text: str) -> None:
    rows = read(as_csv(Table("t", ("a", "b"), ((text, "end"),))))
    assert rows[1][0].removeprefix("'") == text.removeprefix("'")
    assert rows[1][1] == "end"


def test_numbers_are_short() -> None:
    assert [number(v) for v in (18.0, 559.2, 1 / 3, -0.0001, 2)] == ["18", "559.2", "0.333", "0", "2"]


def test_unknown_and_double_papers_are_refused() -> None:
    assert [e.name for e in chosen(EXPORTERS, ["price.csv"])] == ["price.csv"]
    for names in (["price.csv", "poem.txt"], [], [""]):
        with pytest.raises(ExportError, match="there are cutlist"):
            chosen(EXPORTERS, names)
    with pytest.raises(ExportError, match="same name"):
        chosen((EXPORTERS[0], of_one("cutlist.csv", "x", lambda _: b"")), None)


def several(names: Sequence[str]) -> Exporter:
    """Sheets that are written one after the other, each told of before it is made."""

    def papers(_: Shop, report: Report) -> Iterator[Paper]:
        for done, name in enumerate(names):
            report(done, len(names), f"sheet {done + 1}")
            yield Paper(name, name.encode())

    return Exporter("sheets", "Sheets", papers)


def test_an_exporter_of_several_files_tells_how_far_it_is_and_stops_when_it_is_given_up(tmp_path: Path) -> None:
    steps: list[tuple[int, int, str]] = []
    exporters = (several(["sheets/1.csv", "sheets/2.csv"]), of_one("a.csv", "A", lambda _: b"a"))
    paths = export(shop(a_room()), exporters, tmp_path / "all", lambda *s: steps.append(s))
    assert [str(p.relative_to(tmp_path / "all")) for p in paths] == ["sheets/1.csv", "sheets/2.csv", "a.csv"]
    assert steps == [(0, 2, "Sheets"), (0, 2, "Sheets: sheet 1 (0 of 2)"), (0, 2, "Sheets: sheet 2 (1 of 2)"), (1, 2, "A"), (2, 2, "done")]

    def give_up(done: int, total: int, what: str) -> None:
        if "sheet 2" in what:
            raise CancelledError

    with pytest.raises(CancelledError):
        export(shop(a_room()), exporters, tmp_path / "some", give_up)
    assert [p.name for p in (tmp_path / "some").rglob("*.csv")] == ["1.csv"]


@pytest.mark.parametrize("name", ["/etc/a.csv", "../a.csv", "a/../../b.csv", "", ".", "a\0b"])
def test_no_file_is_written_outside_the_folder(tmp_path: Path, name: str) -> None:
    with pytest.raises(ExportError, match="No file can be called"):
        export(shop(a_room()), (several([name]),), tmp_path / "to")
    assert not list((tmp_path / "to").iterdir())


def test_no_file_is_written_twice(tmp_path: Path) -> None:
    with pytest.raises(ExportError, match=r"same name: a\.csv"):
        export(shop(a_room()), (several(["a.csv", "a.csv"]),), tmp_path)


def test_a_folder_that_cannot_be_made_is_refused(tmp_path: Path) -> None:
    (tmp_path / "file").write_text("")
    with pytest.raises(PlankError, match="cannot be made"):
        export(shop(a_room()), EXPORTERS, tmp_path / "file" / "below")


def test_an_empty_job_still_makes_readable_papers(tmp_path: Path) -> None:
    assert len(export(shop(a_room()), EXPORTERS, tmp_path)) == 10


def test_sizes_are_rounded_to_what_the_shop_cuts_and_by_how_much_is_told() -> None:
    """By hand: the diagonal corner's door is 435.8326 wide: 435.8 to a tenth, 0.0326 off; to 1/32 in, 0.79375, it is 549 · 0.79375 = 435.7688,
    0.0638 off, and its height 716 is 902 · 0.79375 = 715.9625, which is 0.0375 off."""
    for step, width, off in ((0.1, "435.8", "0.033"), (0.79375, "435.769", "0.064")):
        job = set_job_rule(a_wall_of("corner-diagonal"), CATALOG, "cut_step", step)
        rows = read(written(next(e for e in EXPORTERS if e.name == "cutlist.csv"), shop(job)))
        door = next(r for r in rows if r[2] == "door")
        assert (door[rows[0].index("width_mm")], door[rows[0].index("rounded_by_mm")]) == (width, off)
        shelf = next(r for r in rows if r[2] == "shelf")
        assert shelf[rows[0].index("shape")] == "shaped, in this box"


def test_the_door_list_tells_bands_machining_shape_and_rounding() -> None:
    """By hand: a slab of 597 x 717 has all four edges banded; the diagonal corner's door is 435.8326 wide, 0.0326 off to a tenth."""
    writer = next(e for e in EXPORTERS if e.name == "doors.csv")
    oak = set_job_finish(a_wall_of("wall"), CATALOG, "front", "oak")
    header, slab = read(written(writer, shop(oak)))[:2]
    line = dict(zip(header, slab, strict=True))
    assert sorted(line["bands"].split(": ")[1].split(", ")) == ["bottom", "left", "right", "top"]
    assert line["machining"].endswith("holes")
    header, door = read(written(writer, shop(a_wall_of("corner-diagonal"))))[:2]
    assert dict(zip(header, door, strict=True))["rounded_by_mm"] == "0.033"


def test_the_schedule_tells_the_length_of_what_comes_in_several() -> None:
    job = a_wall_of("drawers", "base")
    header, *lines = read(written(next(e for e in EXPORTERS if e.name == "hardware.csv"), shop(job)))
    lengths = {line[0]: line[header.index("length_mm")] for line in lines}
    assert any(name.startswith("Runner") or "slide" in name.lower() for name, length in lengths.items() if length)
    assert all(length == "" or name.endswith(f", {length}") for name, length in lengths.items())


def test_the_workbook_has_all_lists_and_a_legend() -> None:
    found = written(next(e for e in EXPORTERS if e.name == "cutlist.xlsx"), shop(a_wall_of("base")))
    with zipfile.ZipFile(io.BytesIO(found)) as book:
        names = re.findall(r'<sheet[^>]* name="([^"]+)"', book.read("xl/workbook.xml").decode())
    assert names == ["Per unit", "Grouped", "Doors", "Moldings", "Worktops", "Hardware", "Legend"]
