"""The arithmetic of the elevation's page, and its texts, measured by the PDF library and read by pypdf."""

import io
from importlib.resources import files
from itertools import combinations

import pypdf
import pytest
from reportlab.lib.units import mm
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont

from makers import CATALOG, ROOM, WALL, a_room, a_wall_of, made, the_demo
from tallplank.core.derive.derived import Deriver
from tallplank.core.draw.dimension import FIGURE_WIDTH, set_out
from tallplank.core.draw.elevation import elevation
from tallplank.core.edit.standard import change_job
from tallplank.core.exchange.sheet import FRAME_MM, PAGE, SCALES, TEXT_MM, TITLE_MM, elevations, lay_out
from tallplank.core.measure.display import LengthStyle, format_length


def show(value: float) -> str:
    return format_length(value)


@pytest.mark.parametrize(("width", "scale"), [(2000, 20), (4200, 20), (6000, 20), (9000, 25), (15_000, 50), (32_000, 100)])
def test_the_largest_scale_that_fits_is_taken(width: float, scale: int) -> None:
    drawing = elevation(made(a_wall_of("base", room=a_room(width=width))), ROOM, WALL)
    layout = lay_out(drawing, show)
    assert layout.scale == scale
    larger = SCALES[SCALES.index(scale) - 1]
    chains = set_out(drawing.chains, TEXT_MM * larger, show)
    wide = max(drawing.high[0], chains.high[0]) - min(drawing.low[0], chains.low[0])
    high = max(drawing.high[1], chains.high[1]) - min(drawing.low[1], chains.low[1])
    assert wide / larger > PAGE[0] / mm - 2 * FRAME_MM - 8 or high / larger > PAGE[1] / mm - 2 * FRAME_MM - TITLE_MM - 8


@pytest.mark.parametrize("style", LengthStyle)
def test_everything_stays_inside_the_frame_and_clear_of_the_title(style: LengthStyle) -> None:
    drawing = elevation(the_demo(), ROOM, WALL)
    layout = lay_out(drawing, lambda v: format_length(v, style))
    left = layout.x + min(drawing.low[0], layout.chains.low[0]) / layout.scale
    right = layout.x + max(drawing.high[0], layout.chains.high[0]) / layout.scale
    low = layout.y + min(drawing.low[1], layout.chains.low[1]) / layout.scale
    high = layout.y + max(drawing.high[1], layout.chains.high[1]) / layout.scale
    assert left >= FRAME_MM
    assert right <= PAGE[0] / mm - FRAME_MM
    assert low >= FRAME_MM + TITLE_MM
    assert high <= PAGE[1] / mm - FRAME_MM


@pytest.mark.parametrize("style", LengthStyle)
def test_our_measure_of_texts_is_not_less_than_the_faces(style: LengthStyle) -> None:
    """Source: ReportLab's string widths of the shipped typeface."""
    data = (files("tallplank") / "font" / "PlankSansNarrow-Regular.ttf").read_bytes()
    pdfmetrics.registerFont(TTFont("Measured", io.BytesIO(data)))
    for value in (0.5, 12.0, 600.0, 1234.5, 698.5, 4321.9, 99_999.9):
        text = format_length(value, style)
        assert pdfmetrics.stringWidth(text, "Measured", 10) <= len(text) * FIGURE_WIDTH * 10


def test_texts_on_paper_keep_apart_by_the_faces_own_widths() -> None:
    """Source: ReportLab's string widths of the shipped typeface."""
    data = (files("tallplank") / "font" / "PlankSansNarrow-Regular.ttf").read_bytes()
    pdfmetrics.registerFont(TTFont("Measured", io.BytesIO(data)))
    layout = lay_out(elevation(the_demo(), ROOM, WALL), show)
    boxes = []
    for text in layout.chains.texts:
        half = pdfmetrics.stringWidth(text.text, "Measured", TEXT_MM * mm) / mm / 2 * layout.scale
        dx, dy = (text.half_across, half) if text.angle else (half, text.half_across)
        boxes.append((text.centre[0] - dx, text.centre[1] - dy, text.centre[0] + dx, text.centre[1] + dy))
    for (l1, b1, r1, t1), (l2, b2, r2, t2) in combinations(boxes, 2):
        assert min(r1, r2) - max(l1, l2) <= 0 or min(t1, t2) - max(b1, b2) <= 0


def test_each_wall_with_units_has_its_page() -> None:
    """Source: pypdf as the reader."""
    from tallplank.core.edit.unit import Spot, place_unit

    job = place_unit(a_wall_of("base"), CATALOG, "tall", Spot(ROOM, "left", 0.0)).job
    reader = pypdf.PdfReader(io.BytesIO(elevations(Deriver(CATALOG).derive(job).shop)))
    titles = [page.extract_text() for page in reader.pages]
    assert ["Wall A" in titles[0], "Wall D" in titles[1], len(titles)] == [True, True, 2]
    assert "1 / 2" in titles[0]


def test_a_long_name_is_made_to_fit_its_cell() -> None:
    """Source: pypdf as the reader."""
    name = "The very long name of a house that stands at the end of a lane, with a mill and two barns"
    job = change_job(a_wall_of("base"), name=name)
    text = pypdf.PdfReader(io.BytesIO(elevations(Deriver(CATALOG).derive(job).shop))).pages[0].extract_text()
    assert name in text
