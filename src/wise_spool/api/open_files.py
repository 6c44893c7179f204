"""Everything of a shop as open files in one ZIP: JSON, CSV, JPEG, PDF and iCalendar, readable without Wise Spool."""

import json
import zipfile
from datetime import UTC, datetime
from typing import IO

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


def write_everything(shop: Shop, out: IO[bytes]) -> None:
    """Write it all. A rod that cannot be worked out comes without its sheet, and that is said in the pack."""
    left_out = []
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as pack:
        pack.writestr("READ-ME.txt", READ_ME.format(made=datetime.now(UTC).isoformat(timespec="seconds")))  # fmt: skip
        names: set[str] = set()
        for kept in [*shop.hanging(MOST_RODS), *shop.hanging(MOST_RODS, put_away=True)]:
            plain = file_name(kept.records.design.name)
            name = plain if plain not in names else f"{plain}-{str(kept.id)[:8]}"
            names.add(name)
            pack.writestr(f"rods/{name}/rod.json", write_build(kept.records))
            pack.writestr(f"rods/{name}/record.zip", write_record(kept.records, shop.logbook.picture))  # fmt: skip
            try:
                pack.writestr(f"rods/{name}/build-sheet.pdf", printed(shop, kept.id, "build-sheet", "a4")[1])  # fmt: skip
            except Exception as error:
                say.warning("no sheet in the pack", rod=str(kept.id), why=type(error).__name__)
                left_out.append(f"rods/{name}/build-sheet.pdf: it could not be worked out")
        for kind in ITEM:
            items = [(k.shelved.item, k.stock) for k in shop.shelf.all(kind)]
            pack.writestr(f"shelf/{kind}.csv", write_shelf(kind, items))
        people = [{"id": str(k.id), **k.person.model_dump(mode="json")} for k in shop.people.all()]
        pack.writestr("people.json", _json(people))
        pack.writestr("habits.json", _json(shop.habits.said()))
        pack.writestr("terms.json", _json(terms_of(shop.builds.engine).model_dump(mode="json")))
        for paper, pdf in shop.papers.every_pdf():
            pack.writestr(f"papers/{paper.kind}-{paper.number}.pdf", pdf)
        pack.writestr("calendar.ics", calendar_bytes(shop))
        if left_out:
            pack.writestr("LEFT-OUT.txt", "\n".join(left_out) + "\n")


def _json(said: object) -> str:
    return json.dumps(said, indent=2, ensure_ascii=False)
