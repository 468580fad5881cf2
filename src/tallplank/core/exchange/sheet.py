"""Dimensioned elevations as PDF: one A3 page a wall, with frame, title block and a standard scale."""

import io
from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace
from datetime import date
from functools import cache
from importlib.resources import files

from reportlab.lib.pagesizes import A3, landscape
from reportlab.lib.units import mm
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont
from reportlab.pdfgen.canvas import Canvas

from tallplank.core.check.overlap import overlapping
from tallplank.core.derive.derived import Shop
from tallplank.core.draw.dimension import FIGURE_WIDTH, SetOut, set_out
from tallplank.core.draw.elevation import elevation
from tallplank.core.draw.paneling import paper_chains
from tallplank.core.draw.primitive import Drawing, DrawnArc, Line, Poly, Single, Text, each_of
from tallplank.core.job.measure import lies_over
from tallplank.core.joinery.made import Made

PAGE = landscape(A3)
FRAME_MM, TITLE_MM = 10.0, 24.0
TEXT_MM = 2.5
SCALES = (5, 10, 20, 25, 50, 100, 200)
"""Scales that a joiner's rule has, largest first. Source: ISO 5455 (from memory), and 1 : 25 as common practice."""
_GREY = {"wall": 0.82, "glass": 0.96, "paper": 1.0, "look": 1.0, "plain": 1.0, "tint": 0.85, "cut": 0.88, "wrong": 0.9}


@dataclass(frozen=True, slots=True)
class PageLayout:
    """A drawing on its page: the scale (1 : scale) and where the drawing's origin lies, in millimetres of paper."""

    scale: int
    x: float
    y: float
    chains: SetOut


def lay_out(drawing: Drawing, show: Callable[[float], str]) -> PageLayout:
    """The largest standard scale at which the drawing with its dimensions fits into the frame, centred."""
    room_x = PAGE[0] / mm - 2 * FRAME_MM - 8
    room_y = PAGE[1] / mm - 2 * FRAME_MM - TITLE_MM - 8
    for scale in SCALES:
        chains = set_out(drawing.chains, TEXT_MM * scale, show)
        left, right = min(drawing.low[0], chains.low[0]), max(drawing.high[0], chains.high[0])
        low, high = min(drawing.low[1], chains.low[1]), max(drawing.high[1], chains.high[1])
        if ((right - left) / scale <= room_x and (high - low) / scale <= room_y) or scale == SCALES[-1]:
            x = FRAME_MM + 4 + (room_x - (right - left) / scale) / 2 - left / scale
            y = FRAME_MM + TITLE_MM + 4 + (room_y - (high - low) / scale) / 2 - low / scale
            return PageLayout(scale, x, y, chains)
    raise AssertionError("the last scale is taken")


def elevations(shop: Shop) -> bytes:
    """All walls that have units or paneling, as one PDF."""
    _fonts()
    out = io.BytesIO()
    canvas = Canvas(out, pagesize=PAGE, pageCompression=1)
    job = shop.made.job
    canvas.setTitle(f"{job.name}: elevations")
    canvas.setCreator("Tall Plank")
    drawings = list(_drawings(shop.made))
    for number, drawing in enumerate(drawings, 1):
        _page(canvas, shop.made, drawing, f"{number} / {len(drawings)}")
    if not drawings:
        canvas.setFont("PlankSans", 12)
        canvas.drawString(20 * mm, 20 * mm, "No wall has a unit or paneling yet.")
        canvas.showPage()
    canvas.save()
    return out.getvalue()


def _drawings(made: Made) -> Iterator[Drawing]:
    wrong = overlapping(made)
    for room in made.job.rooms:
        paneled = {scheme.face for scheme in room.schemes}
        for face in made.faces[room.id]:
            if face in paneled or made.at_face(room.id, face):
                drawing = elevation(made, room.id, face, wrong)
                yield replace(drawing, chains=(*drawing.chains, *paper_chains(made, room.id, face, drawing)))


@cache
def _fonts() -> None:
    for name in ("PlankSans-Regular", "PlankSans-SemiBold", "PlankSansNarrow-Regular"):
        font = (files("tallplank") / "font" / f"{name}.ttf").read_bytes()
        pdfmetrics.registerFont(TTFont(name.replace("-Regular", ""), io.BytesIO(font)))


def _page(canvas: Canvas, made: Made, drawing: Drawing, number: str) -> None:
    job = made.job

    def show(length: float) -> str:
        return job.display.shown(length, suffix=False)

    layout = lay_out(drawing, show)
    _title_block(canvas, made, drawing, layout.scale, number)
    canvas.saveState()
    canvas.translate(layout.x * mm, layout.y * mm)
    unit = mm / layout.scale
    for shape in each_of(drawing.shapes):
        _draw(canvas, shape, unit)
    _draw_chains(canvas, layout.chains, unit)
    canvas.restoreState()
    canvas.showPage()


def _title_block(canvas: Canvas, made: Made, drawing: Drawing, scale: int, number: str) -> None:
    width, height = PAGE[0] / mm, PAGE[1] / mm
    job = made.job
    canvas.setLineWidth(0.5 * mm)
    canvas.rect(FRAME_MM * mm, FRAME_MM * mm, (width - 2 * FRAME_MM) * mm, (height - 2 * FRAME_MM) * mm)
    canvas.setLineWidth(0.25 * mm)
    canvas.line(FRAME_MM * mm, (FRAME_MM + TITLE_MM) * mm, (width - FRAME_MM) * mm, (FRAME_MM + TITLE_MM) * mm)
    unit = "inches" if "in" in job.display.style.value else job.display.style.value
    cells = (
        (FRAME_MM, 110.0, "Job", job.name),
        (120.0, 80.0, "Customer", job.customer or "–"),
        (200.0, 100.0, "Drawing", drawing.title),
        (300.0, 32.0, "Scale (A3)", f"1 : {scale}"),
        (332.0, 30.0, "Sizes in", unit),
        (362.0, 28.0, "Date", date.today().isoformat()),
        (390.0, 20.0, "Sheet", number),
    )
    for x, room, label, value in cells:
        if x > FRAME_MM:
            canvas.line(x * mm, FRAME_MM * mm, x * mm, (FRAME_MM + TITLE_MM) * mm)
        canvas.setFont("PlankSans", 7)
        canvas.drawString((x + 3) * mm, (FRAME_MM + TITLE_MM - 6) * mm, label)
        size = 12.0
        while size > 6 and pdfmetrics.stringWidth(value, "PlankSans-SemiBold", size) > (room - 6) * mm:
            size -= 0.5
        canvas.setFont("PlankSans-SemiBold", size)
        canvas.drawString((x + 3) * mm, (FRAME_MM + 6) * mm, value)


def _draw(canvas: Canvas, shape: Single, unit: float) -> None:
    if isinstance(shape, Text):
        _draw_text(canvas, shape, unit)
        return
    pen = shape.pen
    canvas.setStrokeGray(0.0 if pen is None or pen.value >= 0.18 else 0.35)
    canvas.setLineWidth((pen.value if pen else 0.1) * mm)
    canvas.setDash([1.6 * mm, 1.0 * mm] if pen and pen.dashed else [])
    if isinstance(shape, Line):
        canvas.line(shape.a[0] * unit, shape.a[1] * unit, shape.b[0] * unit, shape.b[1] * unit)
    elif isinstance(shape, DrawnArc):
        (x, y), r = shape.centre, shape.radius
        canvas.arc((x - r) * unit, (y - r) * unit, (x + r) * unit, (y + r) * unit, shape.start, shape.sweep)
    elif isinstance(shape, Poly):
        path = canvas.beginPath()
        path.moveTo(shape.points[0][0] * unit, shape.points[0][1] * unit)
        for x, y in shape.points[1:]:
            path.lineTo(x * unit, y * unit)
        path.close()
        canvas.setFillGray(_GREY[shape.fill.kind] if shape.fill else 1.0)
        canvas.drawPath(path, stroke=int(pen is not None), fill=int(shape.fill is not None))


def _draw_text(canvas: Canvas, text: Text, unit: float) -> None:
    x, y, size = text.at[0] * unit, text.at[1] * unit, text.size * mm
    if text.room:
        size = min(size, text.room * unit / (1.9 if text.framed else max(len(text.text) * FIGURE_WIDTH, 1.0)))
    canvas.setDash([])
    if text.framed:
        canvas.setFillGray(1.0)
        canvas.setStrokeGray(0.2)
        canvas.setLineWidth(0.15 * mm)
        canvas.circle(x, y, size * 0.95, fill=1)
    canvas.setFillGray(0.0)
    canvas.setFont("PlankSans", size)
    canvas.drawCentredString(x, y - size * 0.35, text.text)


def _draw_chains(canvas: Canvas, chains: SetOut, unit: float) -> None:
    canvas.setDash([])
    canvas.setStrokeGray(0.25)
    canvas.setLineWidth(0.1 * mm)
    for a, b in chains.lines:
        canvas.line(a[0] * unit, a[1] * unit, b[0] * unit, b[1] * unit)
    canvas.setStrokeGray(0.0)
    canvas.setLineWidth(0.3 * mm)
    for a, b in chains.ticks:
        canvas.line(a[0] * unit, a[1] * unit, b[0] * unit, b[1] * unit)
    canvas.setFillGray(0.0)
    canvas.setFont("PlankSansNarrow", TEXT_MM * mm)
    for text in chains.texts:
        canvas.saveState()
        canvas.translate(text.centre[0] * unit, text.centre[1] * unit)
        canvas.rotate(text.angle)
        if lies_over(text.measure):
            half, high = text.half_along * unit, TEXT_MM * mm * 1.1
            canvas.setFillGray(1.0)
            canvas.rect(-half, -high / 2, 2 * half, high, stroke=0, fill=1)
            canvas.setFillGray(0.0)
        canvas.drawCentredString(0, -TEXT_MM * mm * 0.35, text.text)
        canvas.restoreState()
