"""Tables as CSV and XLSX. Text never becomes a formula in the program that opens them."""

import csv
import io
import re
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from unicodedata import category, normalize

Value = str | int | float
_RUN = frozenset("=+-@|%")
_PARTS = re.compile(r"([;\t\r\n])")
"""What other programs may take for the end of a cell."""
_LONGEST_CELL = 32_767
"""Characters in a cell of a workbook. Source: the published limits of the format's best-known reader, from memory."""


@dataclass(frozen=True, slots=True)
class Table:
    """A table with its column names; numbers stay numbers."""

    title: str
    columns: tuple[str, ...]
    rows: tuple[tuple[Value, ...], ...]


def as_csv(table: Table) -> bytes:
    """The table as UTF-8 CSV with CRLF line ends (RFC 4180); text that a spreadsheet would run is quoted with an apostrophe.

    That holds for a spreadsheet that takes a semicolon or a tab for the end of a cell, too.
    """
    out = io.StringIO(newline="")
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(table.columns)
    writer.writerows([_csv_value(v) for v in row] for row in table.rows)
    return out.getvalue().encode("utf-8")


def _csv_value(value: Value) -> str:
    return harmless(value) if isinstance(value, str) else number(value)


def harmless(text: str) -> str:
    """The text with an apostrophe before each part that a spreadsheet might run as a formula."""
    text = "".join(c for c in text if c != "\0" and category(c) != "Cs")  # a reader ends at the one, and no file can hold the other
    quoted = "".join(f"'{part}" if _is_run(part) else part for part in _PARTS.split(text))
    return f"'{quoted}" if quoted[:1] in ("\t", "\r", "\n") else quoted


def _is_run(part: str) -> bool:
    """Whether the first character that is seen begins a formula, be it of usual or of full width."""
    seen = next((c for c in part if c != '"' and category(c)[0] not in "CMZ"), "")
    return normalize("NFKC", seen)[:1] in _RUN


def number(value: float) -> str:
    """A number in its shortest form to a thousandth."""
    text = f"{value:.3f}".rstrip("0").rstrip(".")
    return "0" if text == "-0" else text


def as_xlsx(tables: Sequence[Table]) -> bytes:
    """A workbook with one sheet a table, headings frozen and columns as wide as their contents."""
    import xlsxwriter  # takes long to import, and only those who write a workbook need it

    out = io.BytesIO()
    options = {"in_memory": True, "strings_to_formulas": False, "strings_to_urls": False, "strings_to_numbers": False}
    with xlsxwriter.Workbook(out, options) as book:
        bold = book.add_format({"bold": True, "bottom": 1})
        plain, figure = book.add_format(), book.add_format({"num_format": "0.0##"})
        for table in tables:
            sheet = book.add_worksheet(table.title[:31])
            sheet.freeze_panes(1, 0)
            for column, name in enumerate(table.columns):
                sheet.write_string(0, column, name, bold)
                sheet.set_column(column, column, _width(name, (row[column] for row in table.rows)))
            for r, row in enumerate(table.rows, 1):
                for c, value in enumerate(row):
                    if isinstance(value, str):
                        sheet.write_string(r, c, value if len(value) <= _LONGEST_CELL else f"{value[: _LONGEST_CELL - 1]}…", plain)
                    else:
                        sheet.write_number(r, c, round(value, 3), plain if isinstance(value, int) else figure)
            if table.rows:
                sheet.autofilter(0, 0, len(table.rows), len(table.columns) - 1)
    return out.getvalue()


def _width(name: str, values: Iterable[Value]) -> float:
    return min(max([len(name), *(len(v if isinstance(v, str) else number(v)) for v in values)]) + 2, 60)
