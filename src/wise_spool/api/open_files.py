"""Everything of a shop as open files in one ZIP: JSON, CSV, JPEG, PDF and iCalendar, readable without Wise Spool."""

import io
import json
import zipfile
from collections.abc import Iterator
from datetime import UTC, datetime
from typing import Any

from wise_spool.api.deps import MOST_RODS, Shop
from wise_spool.api.downloads import file_name
from wise_spool.api.routes.board import calendar_bytes
from wise_spool.api.routes.sheets import printed
from wise_spool.core.shop.shelf import ITEM
from wise_spool.exchange.build_file import write_build
from wise_spool.exchange.record_file import write_record
from wise_spool.exchange.shelf_csv import write_shelf
from wise_spool.logs import say
from wise_spool.store.terms import terms_of

READ_ME = """Everything of this shop, as open files.

rods/NAME/rod.json         the rod: design, what was measured, what was done (see docs/build-file.schema.json)
rods/NAME/record.zip       its log as JSON and CSV, with its pictures
rods/NAME/build-sheet.pdf  its sheet
shelf/KIND.csv             what lies on the shelf
people.json                whom the shop builds for
habits.json                numbers the shop set otherwise
terms.json                 how it reckons
papers/                    quotes and invoices as they were sent
calendar.ics               the schedule

Made {made}. Other people's names are in it: keep it as you keep them.
"""


def everything(shop: Shop) -> Iterator[bytes]:
    """The pack, piece by piece as each file in it is made: a shop of many rods takes minutes, and is seen to come."""
    held = _Held()
    with zipfile.ZipFile(held, "w", zipfile.ZIP_DEFLATED) as pack:
        for name, content in _files(shop):
            pack.writestr(name, content)
            yield held.taken()
    yield held.taken()


def _files(shop: Shop) -> Iterator[tuple[str, str | bytes]]:
    """Each file's name and what is in it. A rod that cannot be worked out comes without its sheet, and that is said."""
    yield "READ-ME.txt", READ_ME.format(made=datetime.now(UTC).isoformat(timespec="seconds"))
    left_out = []
    names: set[str] = set()
    for kept in [*shop.hanging(MOST_RODS), *shop.hanging(MOST_RODS, put_away=True)]:
        plain = file_name(kept.records.design.name)
        name = plain if plain not in names else f"{plain}-{str(kept.id)[:8]}"
        names.add(name)
        yield f"rods/{name}/rod.json", write_build(kept.records)
        yield f"rods/{name}/record.zip", write_record(kept.records, shop.logbook.picture)
        sheet = f"rods/{name}/build-sheet.pdf"
        try:
            content = printed(shop, kept.id, "build-sheet", "a4")[1]
        except Exception as error:
            say.warning("no sheet in the pack", rod=str(kept.id), why=type(error).__name__)
            left_out.append(f"{sheet}: it could not be worked out")
        else:
            yield sheet, content
    for kind in ITEM:
        items = [(k.shelved.item, k.stock) for k in shop.shelf.all(kind)]
        yield f"shelf/{kind}.csv", write_shelf(kind, items)
    people = [
        {"id": str(k.id), **k.person.model_dump(mode="json"), "went_by": k.went_by}
        for k in shop.people.all()
    ]
    yield "people.json", _json(people)
    yield "habits.json", _json(shop.habits.said())
    yield "terms.json", _json(terms_of(shop.builds.engine).model_dump(mode="json"))
    for paper, pdf in shop.papers.every_pdf():
        yield f"papers/{paper.kind}-{paper.number}.pdf", pdf
    yield "calendar.ics", calendar_bytes(shop)
    if left_out:
        yield "LEFT-OUT.txt", "\n".join(left_out) + "\n"


class _Held(io.RawIOBase):
    """What the ZIP writes, until it is taken on."""

    def __init__(self) -> None:
        self._chunks: list[bytes] = []

    def writable(self) -> bool:
        return True

    def write(self, chunk: Any) -> int:
        self._chunks.append(bytes(chunk))
        return len(chunk)

    def taken(self) -> bytes:
        """All of it since it was last asked for."""
        out, self._chunks = b"".join(self._chunks), []
        return out


def _json(said: object) -> str:
    return json.dumps(said, indent=2, ensure_ascii=False)
