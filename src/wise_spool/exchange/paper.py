"""Paper, type and colours that every printed sheet shares."""

from functools import cache
from pathlib import Path
from typing import Literal

from reportlab.lib import colors
from reportlab.lib.pagesizes import A3, A4, LETTER
from reportlab.pdfbase import pdfmetrics
from reportlab.pdfbase.ttfonts import TTFont

PaperName = Literal["a4", "letter", "a3"]
SIZES: dict[PaperName, tuple[float, float]] = {"a4": A4, "letter": LETTER, "a3": A3}
FONTS = Path(__file__).parents[1] / "fonts"

INK = colors.HexColor("#1d2424")
FAINT = colors.HexColor("#66706e")
RULE = colors.HexColor("#b9c0bc")
TAPE = colors.HexColor("#efe3bd")
CORK = colors.HexColor("#d8b98a")
BLANK = colors.HexColor("#4a5453")
RUIN = colors.HexColor("#8e2b22")


@cache
def register_fonts() -> None:
    """Make the shipped faces known to ReportLab, once."""
    for name in ("text", "text-bold", "figures", "figures-bold"):
        pdfmetrics.registerFont(TTFont(name, FONTS / f"{name}.ttf"))
    pdfmetrics.registerFontFamily(
        "text", normal="text", bold="text-bold", italic="text", boldItalic="text-bold"
    )
