"""The papers opened by programs that are not ours: openpyxl, pypdf, a JSON Schema validator."""

import io
import json
from pathlib import Path

import jsonschema
import openpyxl
import pypdf
import pytest

from makers import CATALOG, ROOM, a_wall_of, the_demo, written
from tallplank.core.derive.derived import Deriver
from tallplank.core.edit.survey.room import change_room
from tallplank.core.exchange.registry import EXPORTERS
from tallplank.core.exchange.sheet import SCALES
from tallplank.core.exchange.table import Table, as_xlsx
from tallplank.core.job.file import dumps
from tallplank.core.job.job import Job
from tallplank.core.measure.display import LengthStyle

ROOT = Path(__file__).parents[2]


def paper(name: str, job: Job) -> bytes:
    return written(next(e for e in EXPORTERS if e.name == name), Deriver(CATALOG).derive(job).shop)


def test_the_workbook_holds_the_cut_list() -> None:
    """Source: openpyxl as the reader."""
    job = the_demo().job
    book = openpyxl.load_workbook(io.BytesIO(paper("cutlist.xlsx", job)))
    assert book.sheetnames == ["Per unit", "Grouped", "Doors", "Moldings", "Worktops", "Hardware", "Legend"]
    rows = list(book["Per unit"].iter_rows(values_only=True))
    assert set(rows[0]) > {"part", "length_mm", "cut_width_mm", "edges", "quantity"}
    expected = Deriver(CATALOG).derive(job).cutlist
    assert len(rows) == len(expected) + 1
    for row, line in zip(rows[1:], expected, strict=True):
        assert row[4:10] == pytest.approx(
            (line.thickness, line.length, line.width, line.cut_length, line.cut_width, line.quantity), abs=1e-3
        )
    quantity = rows[0].index("quantity")
    grouped = list(book["Grouped"].iter_rows(min_row=2, values_only=True))
    assert sum(r[quantity] for r in grouped) == sum(r[quantity] for r in rows[1:])


@pytest.mark.parametrize("text", ["=1+1", "+1", "-1", "@x", "=HYPERLINK(1)", "https://example.invalid", "007", "{=1}"])
def test_text_in_a_workbook_stays_text(text: str) -> None:
    """Source: openpyxl's data types."""
    book = openpyxl.load_workbook(io.BytesIO(as_xlsx([Table("t", ("a",), ((text,),))])))
    cell = book["t"]["A2"]
    assert (cell.data_type, cell.value, cell.hyperlink) == ("s", text, None)


def test_a_room_named_like_a_formula_does_no_harm() -> None:
    """Source: openpyxl as the reader."""
    job = change_room(a_wall_of("base"), ROOM, name="=cmd|' /C calc'!A0")
    book = openpyxl.load_workbook(io.BytesIO(paper("cutlist.xlsx", job)))
    assert book["Per unit"]["A2"].data_type == "s"
    assert "\n'=cmd" in paper("cutlist.csv", job).decode().replace("\r", "") or "\n\"'=cmd" in paper("cutlist.csv", job).decode()


def test_the_elevation_is_a_page_with_its_numbers() -> None:
    """Source: pypdf as the reader."""
    reader = pypdf.PdfReader(io.BytesIO(paper("elevations.pdf", the_demo().job)))
    assert len(reader.pages) == 10, "eight walls have units or paneling, and both faces of the island"
    page = reader.pages[0]
    assert float(page.mediabox.width) == pytest.approx(420 / 25.4 * 72, abs=0.1)
    text = page.extract_text()
    for wanted in ("The Lockkeeper's House", "Galley kitchen · Canal wall", "1 : ", "4500", "600", "475", "1400", "2450", "720"):
        assert wanted in text
    scale = int(text.split("1 : ")[1].split()[0])
    assert scale in SCALES


@pytest.mark.parametrize("style", LengthStyle)
def test_papers_can_be_in_any_style_of_lengths(style: LengthStyle) -> None:
    """Source: pypdf as the reader."""
    job = the_demo().job
    job = job.but(display=job.display.but(style=style))
    text = pypdf.PdfReader(io.BytesIO(paper("elevations.pdf", job))).pages[0].extract_text()
    assert {LengthStyle.MM: "4500", LengthStyle.CM: "450", LengthStyle.INCH_DECIMAL: "177.165", LengthStyle.INCH_FRACTION: "177 3/16",
            LengthStyle.FEET_INCHES: "14' 9 3/16\""}[style] in text  # fmt: skip


def test_the_job_file_is_valid_by_its_schema() -> None:
    """Source: the jsonschema package, JSON Schema draft 2020-12."""
    schema = json.loads((ROOT / "docs" / "job.schema.json").read_text())
    jsonschema.Draft202012Validator.check_schema(schema)
    validator = jsonschema.Draft202012Validator(schema)
    document = json.loads(dumps(the_demo().job))
    validator.validate(document)
    document["job"]["rooms"][0]["width"] = -1
    assert not validator.is_valid(document)
