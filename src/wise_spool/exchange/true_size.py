"""A print that is not true is measured on its check ruler and printed again, larger or smaller by as much.

Printers scale to fit, and paper draws through a little long or short: half a percent is common, three percent is
"fit to page" (common practice). On a rod of two metres half a percent is a centimetre.
"""

import io

import pypdfium2 as pdfium
import pypdfium2.raw as pdfium_c

from wise_spool.core.ground.frozen import Frozen
from wise_spool.core.ground.refusals import RefusedError
from wise_spool.exchange.pages import one_at_a_time

RULER_MM = 100.0
TRUE_WITHIN_MM = 0.3
"""As near as a rule with half millimetres is read. From habit."""
LEAST, MOST = 0.9, 1.1


class PrintCheck(Frozen):
    """By how much to scale the next print, whether the last one was true, and what to do, in words."""

    scale: float
    true: bool
    says: str


def check_print(scale: float, read_mm: float) -> PrintCheck:
    """What the check ruler of a print made at ``scale`` tells, where it measures ``read_mm`` and should measure 100.

    Raises :class:`RefusedError` past a tenth: that is no printer's slip.

    >>> check_print(1.0, 97.0).scale
    1.0309
    """
    if abs(read_mm - RULER_MM) <= TRUE_WITHIN_MM:
        return PrintCheck(scale=scale, true=True, says="It is true: cut it out.")
    corrected = round(scale * RULER_MM / read_mm, 4)
    if not LEAST <= corrected <= MOST or not LEAST <= read_mm / RULER_MM <= MOST:
        raise RefusedError(
            f"{read_mm:.4g} mm is more than a tenth off. Is it the ruler of 100 mm, and was it printed on the paper chosen here?",
            field="read_mm",
        )
    off = abs(read_mm - RULER_MM)
    way = "short" if read_mm < RULER_MM else "long"
    return PrintCheck(
        scale=corrected, true=False,
        says=f"The print is {off:.1f} % {way}. Save it anew: it is made {'larger' if corrected > scale else 'smaller'} by as much. Print it as before and measure again.",
    )  # fmt: skip


def rescaled(pdf: bytes, scale: float) -> bytes:
    """The same pages, all on them larger or smaller about the middle of the paper."""
    if scale == 1.0:
        return pdf
    out = io.BytesIO()
    with one_at_a_time, pdfium.PdfDocument(pdf) as document:
        for page in document:
            wide, high = page.get_size()
            matrix = pdfium_c.FS_MATRIX(scale, 0, 0, scale, wide * (1 - scale) / 2, high * (1 - scale) / 2)  # fmt: skip
            pdfium_c.FPDFPage_TransFormWithClip(page, matrix, pdfium_c.FS_RECTF(0, high, wide, 0))
        document.save(out)
    return out.getvalue()
