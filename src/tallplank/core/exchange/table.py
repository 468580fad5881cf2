"""Tables as CSV and XLSX. Text never becomes a formula in the program that opens them."""

import csv
import io
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

Value = str | int | float
_FORMULA_STARTS = ("=", "+", "-", "@", "\t", "\r", "\n", "|", "%")


@dataclass(frozen=True, slots=True)
class Table:
    """A table with its column names; numbers stay numbers."""

    title: str
    columns: tuple[str, ...]
    rows: tuple[tuple[Value, ...], ...]


def as_csv(table: Table) -> bytes:
    """The table as UTF-8 CSV with CRLF line ends (RFC 4180); text that a spreadsheet would run is quoted with an apostrophe."""
    out = io.StringIO(newline="")
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(table.columns)
    writer.writerows([_csv_value(v) for v in row] for row in table.rows)
    return out.getvalue().encode("utf-8")


def _csv_value(value: Value) -> str:
    if isinstance(value, str):
        return f"'{value}" if value.lstrip().startswith(_FORMULA_STARTS) or value.startswith(_FORMULA_STARTS) else value
    return number(value)


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
                        sheet.write_string(r, c, value, plain)
                    else:
                        sheet.write_number(r, c, round(value, 3), plain if isinstance(value, int) else figure)
            if table.rows:
                sheet.autofilter(0, 0, len(table.rows), len(table.columns) - 1)
    return out.getvalue()


def _width(name: str, values: Iterable[Value]) -> float:
    return min(max([len(name), *(len(v if isinstance(v, str) else number(v)) for v in values)]) + 2, 60)
