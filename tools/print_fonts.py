"""Make the print fonts from the interface's own: static TrueType for the PDF sheets.

Run after a font package changes: ``python tools/print_fonts.py``.
"""

import shutil
from pathlib import Path

from fontTools.ttLib import TTFont
from fontTools.varLib.instancer import instantiateVariableFont

ROOT = Path(__file__).resolve().parents[1]
PACKAGES = ROOT / "web" / "node_modules"
OUT = ROOT / "src" / "wise_spool" / "exchange" / "fonts"


def main() -> None:
    """Write the four faces and their licences."""
    text = PACKAGES / "@fontsource-variable" / "atkinson-hyperlegible-next"
    figures = PACKAGES / "@fontsource" / "barlow-semi-condensed"
    for weight, name in ((400, "text"), (700, "text-bold")):
        font = TTFont(text / "files" / "atkinson-hyperlegible-next-latin-wght-normal.woff2")
        instantiateVariableFont(font, {"wght": weight}, inplace=True)
        _rename(font, f"WiseSpool-{name}")
        font.save(OUT / f"{name}.ttf")
    for weight, name in ((500, "figures"), (600, "figures-bold")):
        font = TTFont(figures / "files" / f"barlow-semi-condensed-latin-{weight}-normal.woff2")
        _rename(font, f"WiseSpool-{name}")
        font.save(OUT / f"{name}.ttf")
    shutil.copy(text / "LICENSE", OUT / "LICENSE-text.txt")
    shutil.copy(figures / "LICENSE", OUT / "LICENSE-figures.txt")


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
