"""The list to hang up at the bench: what is done today, or this week, by whom, on which rod, and when it is ready."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime
from itertools import groupby

from reportlab.platypus import Flowable, Paragraph

from wise_spool.exchange.paper import PaperName
from wise_spool.exchange.sheet_parts import BODY, bound, head, section


@dataclass(frozen=True)
class TodayLine:
    """One sitting in the shop's own hours; ``then`` is when what it leaves behind is ready."""

    start: datetime
    end: datetime
    who: str
    rod: str
    words: str
    then: datetime | None


def today_sheet(first: date, days: int, lines: Sequence[TodayLine], paper: PaperName) -> bytes:
    """PDF of the list, a table a day, a box to tick before each line."""
    title = f"{first:%A %-d %B}" if days == 1 else f"{days} days from {first:%A %-d %B}"
    return bound(f"Bench, {title}", f"Bench  {first.isoformat()}", paper, lambda width: _story(title, lines, width))  # fmt: skip


def _story(title: str, lines: Sequence[TodayLine], width: float) -> list[Flowable]:
    minutes = sum((x.end - x.start).total_seconds() / 60 for x in lines)
    story = head(title, [f"{len(lines)} to do", f"{minutes / 60:.1f} h of hands"])
    if not lines:
        story.append(Paragraph("Nothing is planned.", BODY))
    for day, mine in groupby(lines, key=lambda x: x.start.date()):
        rows = [["", "from", "to", "who", "rod", "what", "ready"]]
        rows += [
            ["[ ]", f"{x.start:%H:%M}", f"{x.end:%H:%M}", _cut(x.who, 12), _cut(x.rod, 24), _cut(x.words, 58), "" if x.then is None else f"{x.then:%a %H:%M}"]
            for x in mine
        ]  # fmt: skip
        story += section(f"{day:%A %-d %B}", rows, width, (0.04, 0.07, 0.07, 0.1, 0.19, 0.42, 0.11))
    return story


def _cut(text: str, most: int) -> str:
    return text if len(text) <= most else text[: most - 1] + "…"
