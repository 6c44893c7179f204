"""Blanks in their tubes at Tern Point Rods: fourteen, most of them bent on the bench. Invented, measures plausible.

Readings are worked out from a stiffness that lies off what each is labelled, so that what is measured can be seen
to go before what is printed; the three of one series all bend stiffer than their label.
"""

import math
from dataclasses import replace
from decimal import Decimal

import numpy as np

from wise_spool.core.blank.hanging import bent_by, third_of
from wise_spool.core.blank.labels import power_of_label
from wise_spool.core.blank.stiffness import by_size, stated_clamp_mm
from wise_spool.core.blank.working import working_blank
from wise_spool.core.document.blank import Blank, Joint, Reading, StaticReading
from wise_spool.core.mechanics.elastica import GRAVITY_N_PER_G
from wise_spool.core.shop.shelf import BlankOnShelf, ShelvedBlank
from wise_spool.core.shop.stock import StockCard
from wise_spool.demo.past import SERIES

SELLERS = ("Ansgar Blanks", "Netloft Supply", "Slipway Tackle Works")
_ROWS: tuple[tuple[str, str, str, str, str, str, float, float, float, int, str, float, float, int, str, int], ...] = (
    # name, series, power, action, lure, material-line, length, butt, tip, pieces, material, times the label, bow of OD, weights hung, price, on hand
    ("Ansgar 90 M, first", SERIES, "medium", "moderate fast", "7 to 21 g", "", 2743, 12.9, 1.9, 2, "carbon", 1.23, 0.9, 3, "412.00", 1),
    ("Ansgar 90 M, second", SERIES, "medium", "moderate fast", "7 to 21 g", "", 2743, 12.8, 1.9, 2, "carbon", 1.19, 0.9, 2, "412.00", 1),
    ("Ansgar 90 ML", SERIES, "medium light", "moderate fast", "5 to 15 g", "", 2743, 12.2, 1.8, 2, "carbon", 1.21, 0.9, 2, "398.00", 1),
    ("Tarn 66 ML", "Tarn", "medium light", "fast", "4 to 14 g", "", 1981, 10.9, 1.7, 1, "carbon", 1.02, 1.15, 2, "365.00", 2),
    ("Tarn 610 M", "Tarn", "medium", "fast", "7 to 21 g", "", 2083, 12.0, 1.8, 1, "carbon", 1.10, 1.15, 3, "388.00", 1),
    ("Tarn 70 MH", "Tarn", "medium heavy", "fast", "10 to 35 g", "", 2134, 13.1, 2.1, 1, "carbon", 0.98, 1.1, 0, "402.00", 1),
    ("Skarv 96 M, two-piece", "Skarv", "medium", "moderate fast", "8 to 28 g", "", 2896, 13.6, 1.9, 2, "carbon", 0.95, 0.95, 2, "455.00", 1),
    ("Skarv 106 MH, two-piece", "Skarv", "medium heavy", "moderate fast", "15 to 45 g", "", 3200, 15.2, 2.2, 2, "carbon", 1.05, 0.95, 0, "498.00", 1),
    ("Fyrlykt 70 L, four-piece", "Fyrlykt", "light", "moderate", "3 to 10 g", "", 2134, 9.9, 1.6, 4, "carbon", 1.0, 0.85, 2, "620.00", 1),
    ("Fyrlykt 76 M, four-piece", "Fyrlykt", "medium", "moderate", "7 to 25 g", "", 2286, 11.9, 1.8, 4, "carbon", 1.08, 0.9, 2, "655.00", 1),
    ("Bjerk 60 L, glass", "Bjerk", "light", "slow", "2 to 10 g", "", 1829, 11.2, 2.2, 2, "glass", 0.97, 0.8, 2, "240.00", 2),
    ("Bjerk 66 ML, glass", "Bjerk", "medium light", "moderate", "4 to 18 g", "", 1981, 12.2, 2.4, 1, "glass", 1.04, 0.8, 2, "255.00", 1),
    ("Lykke 68 M, mixed", "Lykke", "medium", "moderate", "7 to 28 g", "", 2032, 12.8, 2.2, 1, "composite", 0.96, 0.9, 2, "298.00", 1),
    ("Dyp 80 H, trolling", "Dyp", "heavy", "moderate", "60 to 200 g", "", 2438, 17.4, 3.6, 1, "composite", 1.0, 0.9, 0, "520.00", 1),
)  # fmt: skip


def demo_blanks() -> list[tuple[BlankOnShelf, int, StockCard]]:
    """Every blank with how many there are of it and its card."""
    out = []
    for n, row in enumerate(_ROWS):
        name, series, power, action, lure, line, length, butt, tip, pieces, material, times, bow, weights, price, stock = row  # fmt: skip
        blank = ShelvedBlank.model_validate(
            {
                "name": name, "series": series, "material": material, "length_mm": length, "label_power": power, "label_action": action, "label_lure": lure,
                "label_line": line, "tip_tube_64ths": _tube(tip), "readings": [r.model_dump() for r in _readings(length, butt, tip, bow, n)],
                "joints": [Joint(station_mm=round(length * k / pieces, 1), kind="spigot", overlap_mm=50).model_dump() for k in range(1, pieces)],
            }
        )  # fmt: skip
        hung = blank.model_copy(update={"static": _bends(blank, times, weights)})
        mass = None if weights == 0 else round(0.0125 * butt * length / (1 if material == "carbon" else 0.8) / 10, 1)  # fmt: skip
        item = hung.model_copy(update={"mass_g": mass})
        card = StockCard(price=Decimal(price), seller=SELLERS[n % 3], lead_days=(9, 14, 21)[n % 3])
        out.append((BlankOnShelf(item=item), stock, card))
    return out


def _tube(tip_mm: float) -> float:
    return round(tip_mm / 25.4 * 64 * 2 + 0.5) / 2


def _readings(length: float, butt: float, tip: float, bow: float, seed: int) -> tuple[Reading, ...]:
    """Seven calipers along a taper that bows, each a few hundredths off."""
    rng = np.random.default_rng(400 + seed)
    at = [0.0, 300.0, 600.0, 0.4 * length, 0.6 * length, 0.8 * length, length - 8]
    return tuple(
        Reading(id=f"r{n}", station_mm=round(x, 0), od_mm=round(tip + (butt - tip) * (1 - x / length) ** bow + float(rng.normal(0, 0.02)), 2))
        for n, x in enumerate(at, start=1)
    )  # fmt: skip


def _bends(blank: Blank, times: float, weights: int) -> tuple[StaticReading, ...]:
    """So many weights hung on it, as its true stiffness lets them drop."""
    work, label = working_blank(blank), power_of_label(blank.label_power)
    assert work.length_mm is not None and label is not None
    course = by_size(blank, work)
    clamp = stated_clamp_mm(work.length_mm)
    third = third_of(course, clamp, work.length_mm)
    true = replace(course, log_k=course.log_k + math.log(label.power_n * times / third.power_n))
    out = []
    for n, share in enumerate((0.4, 1.0, 0.7)[:weights], start=1):
        grams = round(label.power_n * share / GRAVITY_N_PER_G / 10) * 10
        drop = float(bent_by(true, 300.0, work.length_mm, grams * GRAVITY_N_PER_G).tip_mm[1])
        out.append(StaticReading(id=f"b{n}", clamp_mm=300, weight_g=grams, drop_mm=round(drop, 0)))
    return tuple(out)
