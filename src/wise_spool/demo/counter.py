"""What Tern Point Rods knows beside the bench: what things cost and who sells them, whom it builds for, how it reckons,
and a rod that was asked for this week and has no blank yet. All of it invented."""

from collections.abc import Iterable
from datetime import date, datetime, timedelta
from decimal import Decimal

from wise_spool.core.document.asked import Asked
from wise_spool.core.document.blank import BlankMeasured, BlankWished, Joint, Reading
from wise_spool.core.document.build import Build
from wise_spool.core.document.design import Brief, Design
from wise_spool.core.document.log import LogEntry
from wise_spool.core.document.parts import HandleWished
from wise_spool.core.document.piece import Piece
from wise_spool.core.document.records import Records
from wise_spool.core.document.repairs import Repair
from wise_spool.core.document.spine import SpineWished
from wise_spool.core.shop.money import Terms
from wise_spool.core.shop.people import Angler, Saying
from wise_spool.core.shop.shelf import (
    BlankOnShelf,
    GuideOnShelf,
    PartOnShelf,
    Shelved,
    ShelvedBlank,
    ShelvedGuide,
)
from wise_spool.core.shop.stock import StockCard

SELLERS = ("Netloft Supply", "Slipway Tackle Works", "Ansgar Blanks")
_APIECE = {"reamer": "310", "drill": "14", "tape": "18", "adhesive": "145", "finish": "190", "thread": "34", "guide": "16", "part": "48"}  # fmt: skip
_PARTS = {"reel_seat": "165", "winding_check": "12", "rear_grip": "96", "foregrip": "54", "fighting_butt": "38", "butt_cap": "19", "butt_ferrule": "240"}  # fmt: skip
_HOLDS = {"adhesive": 120.0, "finish": 100.0, "tape": 50.0}


def with_cards(
    items: Iterable[tuple[Shelved, int]], today: date
) -> list[tuple[Shelved, int, StockCard]]:
    """What lies on the shelf with its price, its seller and its dates; one thing is on order and late."""
    out = []
    for n, (shelved, stock) in enumerate(items):
        kind = shelved.kind
        price = Decimal(
            _PARTS.get(shelved.item.kind, _APIECE[kind])
            if shelved.kind == "part"
            else _APIECE[kind]
        )
        if shelved.kind == "guide":
            price = Decimal(str(round(6 + 1.3 * shelved.item.ring_mm))) * (1 if shelved.item.feet == "single" else 2)  # fmt: skip
        card = StockCard(price=price, seller=SELLERS[n % 2], lead_days=(5, 12)[n % 2], holds=_HOLDS.get(kind))  # fmt: skip
        if kind in ("adhesive", "finish"):
            card = card.model_copy(update={"lot": f"{24 + n % 3}-{(n * 7) % 52 + 1:02d}", "opened_on": today - timedelta(days=40 + 5 * n), "best_before": today + timedelta(days=300 - 27 * (n % 14)), "reorder_at": 60.0})  # fmt: skip
        if kind == "thread" and shelved.item.name == "deep blue":
            card = card.model_copy(update={"on_order": 180.0, "due_on": today - timedelta(days=3)})
        if shelved.kind == "part" and shelved.item.kind == "winding_check":
            card = card.model_copy(update={"reorder_at": 3.0})
        out.append((shelved, stock, card))
    tip_tops = [(GuideOnShelf(item=ShelvedGuide(name=f"tip-top, ring {r:g}", ring_mm=r, height_mm=r)), 4, StockCard(price=Decimal(22 + r), seller=SELLERS[0], lead_days=5)) for r in (5, 6, 10)]  # fmt: skip
    kit = GuideOnShelf(item=ShelvedGuide(name="casting set, ring 5", ring_mm=5, height_mm=9))
    out += [*tip_tops, (kit, 8, StockCard(price=Decimal("13"), seller=SELLERS[1], lead_days=12, brings=("tip-top, ring 5",)))]  # fmt: skip
    return out


LATE = "metal seat, size 20"
"""What is on order and has not come."""


def bought_for(rods: Iterable[Build], today: date) -> list[tuple[Shelved, int, StockCard]]:
    """Blanks, parts and guides that were bought for the rods on the rack; one of them is late."""
    out: dict[tuple[str, str], tuple[Shelved, int, StockCard]] = {}
    for rod in rods:
        for part in rod.handle.parts:
            if part.turned or part.on_rod or not part.name or rod.name.startswith("Repair"):
                continue
            late = part.name == LATE
            card = StockCard(price=Decimal(_PARTS.get(part.kind, "48")), seller=SELLERS[1], lead_days=12, on_order=1.0 if late else 0.0, due_on=today + timedelta(days=6) if late else None)  # fmt: skip
            bare = part.model_copy(update={"id": "shelf", "gap_before_mm": 0.0, "adhesive": ""})
            out["part", part.name] = (PartOnShelf(item=bare), 0 if late else 2, card)
        if rod.blank.name and "handle" not in rod.done and not rod.name.startswith("Repair"):
            blank = ShelvedBlank(**{k: getattr(rod.blank, k) for k in ("name", "material", "length_mm", "label_power", "label_action", "label_lure", "tip_tube_64ths", "joints", "readings")})  # fmt: skip
            out["blank", blank.name] = (BlankOnShelf(item=blank), 1, StockCard(price=Decimal("430"), seller=SELLERS[2], lead_days=14))  # fmt: skip
        for guide in rod.guides.train:
            item = ShelvedGuide(name=f"{guide.feet} {guide.ring_mm:g}", ring_mm=guide.ring_mm, feet=guide.feet, foot_butt_mm=guide.foot_butt_mm, foot_tip_mm=guide.foot_tip_mm, height_mm=guide.height_mm)  # fmt: skip
            price = Decimal(str(round(6 + 1.3 * guide.ring_mm))) * (1 if guide.feet == "single" else 2)  # fmt: skip
            out.setdefault(("guide", f"{guide.ring_mm:g}{guide.feet}"), (GuideOnShelf(item=item), 12, StockCard(price=price, seller=SELLERS[0], lead_days=5)))  # fmt: skip
    return list(out.values())


def people(now: datetime) -> list[Angler]:
    """Five for whom the shop builds."""

    def ago(days: int) -> datetime:
        return now - timedelta(days=days)

    return [
        Angler(name="E. Holmvik", contact="the red house behind the smithy", skill="sure", hand="small", hands="one", casts="right", forearm_mm=235, sore="wrist", likes="light in the hand, no gloss", said=(Saying(id="s1", at=ago(34), words="The last one was too thick at the foregrip after an hour."),)),
        Angler(name="The ferry pilot", contact="on the ferry, any weekday", skill="sure", hand="middle", hands="two", casts="right", forearm_mm=268, likes="two alike; nothing longer than 60 cm packed", said=(Saying(id="s1", at=ago(61), words="It lives in a locker: no soft cork."),)),
        Angler(name="Rorik & Daughter, fishers", contact="the fish quay, second shed", skill="sure", hand="large", hands="two", casts="left", forearm_mm=290, likes="power, and a butt that stands in the holder"),
        Angler(name="The ferryman", contact="ask at the pier", skill="some", hand="large", hands="two", casts="right"),
        Angler(name="Tuva Marn", contact="leaves word at the boathouse", skill="first", hand="small", hands="one", casts="right", forearm_mm=228, likes="green thread", said=(Saying(id="s1", at=ago(3), words="Perch and small pike from the jetty and a borrowed boat; it will be knocked about."),)),
    ]  # fmt: skip


def asked_this_week(now: datetime) -> Records:
    """A brief nobody has chosen a blank for: a beginner's rod for jetty and boat."""
    asked = Asked(
        skill="first", lure_least_g=5, lure_most_g=20, line_kg=5, stands="jetty", tip="even", hands="one", hand="small", forearm_mm=228,
        packed_mm=1250, budget=Decimal("2200.00"), by=(now + timedelta(days=60)).date(),
    )  # fmt: skip
    brief = Brief(
        rod_type="spinning",
        who="A beginner with small hands",
        what="Perch and small pike, spoons of 5 to 20 g",
        where="the jetty and a borrowed boat",
        why="Her first own rod; it will be knocked about",
        wish_g=140,
        asked=asked,
    )
    design = Design(name="Marn’s first", client="Tuva Marn", number="TP-051", rule="mm/1", brief=brief)  # fmt: skip
    return Records(design=design)


def splinted(now: datetime) -> Records:
    """A tip section that was splinted yesterday and waits for its wrap."""
    design = Design(
        name="Repair: the net-loft rod", number="TP-R13", client="Rorik & Daughter, fishers", rule="mm/1",
        brief=Brief(rod_type="spinning", who="Fishes it from the quay", what="Cod and pollack, jigs to 60 g", where="the quay", why="Trodden on in the boat"),
        blank=BlankWished(name="Old two-piece", length_mm=2440, tip_tube_64ths=6.5, joints=(Joint(id="j1", station_mm=1220),)),
        spine=SpineWished(school="ignore", reason="The guides on it set the line."),
        handle=HandleWished(guides_on=True, tip_closed=True),
        repairs=(Repair(id="m1", kind="splint", at_mm=1790, sleeve_mm=110, bore_mm=5.9),),
    )  # fmt: skip
    readings = ((0, 14.1), (600, 11.9), (1200, 9.6), (1260, 10.1), (1800, 6.9), (2430, 2.6))
    piece = Piece(
        blank=BlankMeasured(
            label_power="medium heavy",
            label_action="moderate fast",
            readings=tuple(Reading(id=f"r{n}", station_mm=x, od_mm=d) for n, (x, d) in enumerate(readings, start=1)),
        )
    )  # fmt: skip
    steps = ("trim", "bind", "cut", "dry", "glue")
    log = tuple(LogEntry(id=f"mend.{n}", at=now - timedelta(hours=26 - n / 2), step=f"mend:m1:{s}") for n, s in enumerate(steps))  # fmt: skip
    return Records(design=design, piece=piece, log=log)


def terms() -> Terms:
    """How the shop reckons."""
    return Terms(seller="Tern Point Rods", currency="mark", hour=Decimal("190"), words="Built by hand at the boathouse. A season’s guarantee on wraps, seat and finish.")  # fmt: skip
