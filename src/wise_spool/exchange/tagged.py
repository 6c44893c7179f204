"""Tags in a printed sheet, so that a screen reader reads its words in order and passes over its lines.

Every piece of text becomes a paragraph, or a heading where it is set larger in bold; what is drawn is marked as no
text. ISO 32000-1:2008, 14.7 (logical structure) and 14.8 (tagged PDF), from memory. Tables are read cell by cell
as they were set; they are not tagged as tables.
"""

import io
from collections.abc import Iterator
from typing import Any

import pikepdf
from pikepdf import Array, ContentStreamInstruction, Dictionary, Name, Operator, String

PAINTS = {"S", "s", "f", "F", "f*", "B", "B*", "b", "b*", "n"}
SHOWS = {"Tj", "TJ", "'", '"'}
BEGINS = {"m", "re"}
MARKS = {"BDC", "BMC", "EMC"}
ALONE = {"Do", "sh", "INLINE IMAGE"}
HEAD_PT, SUBHEAD_PT = 12.0, 10.0
"""Bold text this large is a heading, in points."""


def tagged(pdf: bytes, title: str = "", language: str = "en") -> bytes:
    """The same pages with their words tagged in the order they were set, instead of any tags they had; with a
    ``title`` where they had none. Same pages in, same bytes out."""
    out = io.BytesIO()
    with pikepdf.open(io.BytesIO(pdf)) as document:
        if "/Title" not in document.docinfo:
            document.docinfo[Name.Title] = String(title)
        root = document.make_indirect(Dictionary(Type=Name.StructTreeRoot))
        whole = document.make_indirect(Dictionary(Type=Name.StructElem, S=Name.Document, P=root, K=Array()))  # fmt: skip
        parents = Array()
        for number, page in enumerate(document.pages):
            texts = _mark(document, page)
            said = Array(_element(document, whole, page, role, n) for n, role in enumerate(texts))
            whole.K.extend(said)
            page.obj.StructParents = number
            page.obj.Tabs = Name.S
            parents.append(number)
            parents.append(document.make_indirect(said))
        root.K = Array([whole])
        root.ParentTree = document.make_indirect(Dictionary(Nums=parents))
        root.ParentTreeNextKey = len(document.pages)
        document.Root.StructTreeRoot = root
        document.Root.MarkInfo = Dictionary(Marked=True)
        document.Root.Lang = String(language)
        document.Root.ViewerPreferences = Dictionary(DisplayDocTitle=True)
        document.save(out, deterministic_id=True, object_stream_mode=pikepdf.ObjectStreamMode.generate)  # fmt: skip
    return out.getvalue()


def _element(document: pikepdf.Pdf, whole: Any, page: pikepdf.Page, role: str, number: int) -> Any:
    said = Dictionary(Type=Name.StructElem, S=Name("/" + role), P=whole, Pg=page.obj, K=number)
    return document.make_indirect(said)


def _mark(document: pikepdf.Pdf, page: pikepdf.Page) -> list[str]:
    """Put marks round everything on a page; the role of each piece of text, in order."""
    roles: list[str] = []
    out: list[Any] = []
    for block in _blocks(page):
        kind = str(block[0].operator)
        if kind == "BT" and any(str(one.operator) in SHOWS for one in block):
            roles.append(_role(page, block))
            marks = [Name("/" + roles[-1]), Dictionary(MCID=len(roles) - 1)]
            out += [ContentStreamInstruction(marks, Operator("BDC")), *block, _END]
        elif kind in BEGINS or kind in ALONE:
            out += [ContentStreamInstruction([Name.Artifact], Operator("BMC")), *block, _END]
        else:
            out += block
    page.obj.Contents = document.make_stream(pikepdf.unparse_content_stream(out))
    return roles


_END = ContentStreamInstruction([], Operator("EMC"))


def _blocks(page: pikepdf.Page) -> Iterator[list[Any]]:
    """The page's instructions: each text, path or picture together, all else one by one."""
    held: list[Any] = []
    ends: set[str] = set()
    for one in pikepdf.parse_content_stream(page):
        kind = str(one.operator)
        if kind in MARKS:
            continue
        if not held and kind != "BT" and kind not in BEGINS:
            yield [one]
            continue
        if not held:
            ends = {"ET"} if kind == "BT" else PAINTS
        held.append(one)
        if kind in ends:
            yield held
            held = []
    if held:
        yield held


def _role(page: pikepdf.Page, block: list[Any]) -> str:
    """What a piece of text is, by how it is set."""
    font = next((one.operands for one in block if str(one.operator) == "Tf"), None)
    if font is None:
        return "P"
    name, size = font
    base = str(page.resources.Font[name].get("/BaseFont", ""))
    if "bold" not in base.lower():
        return "P"
    return "H1" if float(size) >= HEAD_PT else "H2" if float(size) >= SUBHEAD_PT else "P"
