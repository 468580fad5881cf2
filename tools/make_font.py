"""Make the shipped typeface from the Barlow web fonts: `python tools/make_font.py WOFF2_DIR OUT_DIR`.

Barlow (SIL Open Font License 1.1, no reserved name) has proportional figures by default. Cut lists and dimensions need
figures of equal width everywhere, in Qt and in PDF alike, so the tabular figures become the default ones here, an arrow
and a diameter sign are added, and the family gets a name of its own. Needs fonttools and brotli.
"""

import sys
from pathlib import Path

from fontTools.pens.ttGlyphPen import TTGlyphPen
from fontTools.ttLib import TTFont

FACES = {
    "barlow-latin-400-normal": ("Plank Sans", "Regular"),
    "barlow-latin-500-normal": ("Plank Sans", "Medium"),
    "barlow-latin-600-normal": ("Plank Sans", "SemiBold"),
    "barlow-semi-condensed-latin-400-normal": ("Plank Sans Narrow", "Regular"),
    "barlow-semi-condensed-latin-500-normal": ("Plank Sans Narrow", "Medium"),
}
ARROW, DIAMETER, OSLASH = 0x2192, 0x2300, 0x00D8


def tabular_figures(font: TTFont) -> dict[str, str]:
    """Glyph substitutions of the font's own `tnum` feature."""
    table = font["GSUB"].table
    wanted = {i for f in table.FeatureList.FeatureRecord if f.FeatureTag == "tnum" for i in f.Feature.LookupListIndex}
    found: dict[str, str] = {}
    for index in wanted:
        for sub in table.LookupList.Lookup[index].SubTable:
            found.update(getattr(sub, "ExtSubTable", sub).mapping)
    return found


def add_arrow(font: TTFont) -> None:
    """Draw a plain right arrow, as wide as two figures."""
    pen = TTGlyphPen(None)
    for outline in (
        [(60, 315), (60, 385), (640, 385), (640, 315)],
        [(640, 350), (450, 160), (400, 210), (540, 350)],
        [(540, 350), (400, 490), (450, 540), (640, 350)],
    ):
        pen.moveTo(outline[0])
        for point in outline[1:]:
            pen.lineTo(point)
        pen.closePath()
    font["glyf"]["arrowright"] = pen.glyph()
    font["hmtx"]["arrowright"] = (700, 60)


def rename(font: TTFont, family: str, style: str) -> None:
    """Give the family its own name so that it never meets an installed Barlow."""
    names = {
        1: family if style == "Regular" else f"{family} {style}",
        2: "Regular",
        3: f"1.0;{family}-{style}",
        4: f"{family} {style}",
        6: f"{family}-{style}".replace(" ", ""),
        16: family,
        17: style,
    }
    for name_id, text in names.items():
        font["name"].setName(text, name_id, 3, 1, 0x409)


def main(source: Path, target: Path) -> None:
    """Write one TTF per face."""
    for stem, (family, style) in FACES.items():
        font = TTFont(next(source.rglob(f"{stem}.woff2")))
        font.flavor = None
        swaps = tabular_figures(font)
        add_arrow(font)
        for table in font["cmap"].tables:
            table.cmap = {code: swaps.get(glyph, glyph) for code, glyph in table.cmap.items()}
            if OSLASH in table.cmap and table.format != 0:
                table.cmap[DIAMETER] = table.cmap[OSLASH]
                table.cmap[ARROW] = "arrowright"
        rename(font, family, style)
        font.save(target / f"{family.replace(' ', '')}-{style}.ttf")


if __name__ == "__main__":
    main(Path(sys.argv[1]), Path(sys.argv[2]))
