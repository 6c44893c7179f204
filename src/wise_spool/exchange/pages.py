"""Printed pages as pictures, for the preview."""

import io
from collections.abc import Iterable
from threading import Lock

import pypdfium2 as pdfium

one_at_a_time = Lock()
"""PDFium is not safe to call from two threads; the preview asks for several pages at once."""


def page_count(pdf: bytes) -> int:
    """Number of pages in a PDF."""
    with one_at_a_time, pdfium.PdfDocument(pdf) as document:
        return len(document)


def joined(pdfs: Iterable[bytes]) -> bytes:
    """Several PDFs as one, their pages in order."""
    out = io.BytesIO()
    with one_at_a_time, pdfium.PdfDocument.new() as whole:
        for pdf in pdfs:
            with pdfium.PdfDocument(pdf) as one:
                whole.import_pages(one)
        whole.save(out)
    return out.getvalue()


def page_png(pdf: bytes, number: int, scale: float = 1.6) -> bytes:
    """Page ``number`` (from 1) as PNG. Raises ``IndexError`` past the last page."""
    with one_at_a_time, pdfium.PdfDocument(pdf) as document:
        if not 1 <= number <= len(document):
            raise IndexError(f"The sheet has {len(document)} pages; there is no page {number}.")
        picture = document[number - 1].render(scale=scale).to_pil()
    out = io.BytesIO()
    picture.save(out, "PNG")
    return out.getvalue()
