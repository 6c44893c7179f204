"""Make the print fonts from the interface's own: static TrueType for the PDF sheets, each with the further
Latin, the Cyrillic and the Greek letters of a wider face, for the names of people and waters.

Run after a font package changes: ``python tools/print_fonts.py``.
"""

import shutil
from pathlib import Path

from fontTools.pens.recordingPen import DecomposingRecordingPen
from fontTools.pens.ttGlyphPen import TTGlyphPen
from fontTools.ttLib import TTFont
from fontTools.ttLib.scaleUpem import scale_upem
from fontTools.varLib.instancer import instantiateVariableFont

ROOT = Path(__file__).resolve().parents[1]
PACKAGES = ROOT / "web" / "node_modules"
WIDER = PACKAGES / "@fontsource" / "noto-sans"
OUT = ROOT / "src" / "wise_spool" / "fonts"


def main() -> None:
    """Write the four faces and their licences."""
    text = PACKAGES / "@fontsource-variable" / "atkinson-hyperlegible-next"
    figures = PACKAGES / "@fontsource" / "barlow-semi-condensed"
    for weight, name in ((400, "text"), (700, "text-bold")):
        font = TTFont(text / "files" / "atkinson-hyperlegible-next-latin-wght-normal.woff2")
        instantiateVariableFont(font, {"wght": weight}, inplace=True)
        _rename(font, f"WiseSpool-{name}")
        _widened(font, weight).save(OUT / f"{name}.ttf")
    for weight, name in ((500, "figures"), (600, "figures-bold")):
        font = TTFont(figures / "files" / f"barlow-semi-condensed-latin-{weight}-normal.woff2")
        _rename(font, f"WiseSpool-{name}")
        _widened(font, weight).save(OUT / f"{name}.ttf")
    shutil.copy(text / "LICENSE", OUT / "LICENSE-text.txt")
    shutil.copy(figures / "LICENSE", OUT / "LICENSE-figures.txt")
    shutil.copy(WIDER / "LICENSE", OUT / "LICENSE-letters.txt")


def _widened(font: TTFont, weight: int) -> TTFont:
    """The face with the letters of more scripts, at its own scale; what it has itself stays its own."""
    glyphs, widths, letters = font["glyf"], font["hmtx"], font.getBestCmap()
    maps = [t for t in font["cmap"].tables if t.isUnicode()]
    for script in ("latin-ext", "cyrillic", "greek"):
        other = TTFont(WIDER / "files" / f"noto-sans-{script}-{weight}-normal.woff2")
        scale_upem(other, font["head"].unitsPerEm)
        names = other.getGlyphSet()
        for code, name in other.getBestCmap().items():
            if code in letters:
                continue
            pen = TTGlyphPen(None)
            whole = DecomposingRecordingPen(names)  # accents are parts of other letters: drawn out
            names[name].draw(whole)
            whole.replay(pen)
            fresh = f"{script}.{name}"
            glyphs[fresh] = pen.glyph()
            glyphs[fresh].recalcBounds(glyphs)
            widths[fresh] = other["hmtx"][name]
            for table in maps:
                table.cmap[code] = fresh
    font.setGlyphOrder(glyphs.glyphOrder)
    font["maxp"].recalc(font)
    for table in ("GPOS", "GSUB", "GDEF"):  # they count glyphs as they were
        if table in font:
            del font[table]
    return font


def _rename(font: TTFont, name: str) -> None:
    """Plain TrueType under a name of its own: the licence reserves the faces' names."""
    font.flavor = None
    for record in font["name"].names:
        if record.nameID in (1, 3, 4, 6):
            font["name"].setName(
                name, record.nameID, record.platformID, record.platEncID, record.langID
            )


if __name__ == "__main__":
    main()
