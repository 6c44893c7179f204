"""What is wrong, doubtful or worth knowing about the blank: one plain sentence each.

Method page: ``docs/methods/blank.md``.
"""

import itertools

from wise_spool.core.blank.taper import SAME_STATION_MM, Taper, distinct_stations
from wise_spool.core.blank.working import WorkingBlank, tube_bore_mm, tube_for_tip
from wise_spool.core.document.blank import Blank, Reading
from wise_spool.core.ground.findings import Figure, Finding, Place, Weight, figures
from wise_spool.core.ground.habits import habits
from wise_spool.core.ground.measures import MM_PER_INCH, MarkingRule, format_diameter, format_length

EVERY_MM = 150.0
SHORTEST_MM = 600.0


def find_in_blank(blank: Blank, work: WorkingBlank, rule: MarkingRule) -> list[Finding]:
    """Everything wrong, doubtful or worth knowing about the blank."""
    found: list[Finding] = []
    if blank.bare_mm is None:
        return [
            _finding(
                "blank-no-length",
                "check",
                "The blank has no length yet: measure it bare, butt to tip.",
                "Every station is measured on the bare blank.",
                field="blank.length_mm",
            )
        ]
    if work.length_mm is None:
        return [
            _finding(
                "blank-trimmed-away",
                "ruins",
                f"The cuts take {format_length(blank.trim_butt_mm + blank.trim_tip_mm, rule)} off a blank of "
                f"{format_length(blank.bare_mm, rule)}: nothing is left.",
                "The cuts at both ends together must leave a blank.",
                field="blank.trim_butt_mm",
            )
        ]
    found += _short(blank, rule)
    found += _misreadings(blank, rule)
    if work.taper is None:
        have = "one station is" if blank.readings else "no diameter is"
        found.append(
            _finding(
                "blank-no-taper",
                "check",
                f"Only {have} measured: add the diameter at the butt and near the tip, more where parts will sit."
                if blank.readings
                else f"No diameter is measured yet: the butt and the tip make a start, every {format_length(EVERY_MM, rule)} makes a taper.",
                "A taper needs readings at two stations; bores and arbors need them near the handle.",
                field="blank.readings",
            )
        )
        return found
    found += _beyond(work.taper, rule)
    found += _tube(blank, work, rule)
    if distinct_stations([r.station_mm for r in blank.readings]) == 2:
        band = float(work.taper.band_mm(work.taper.length_mm / 2))
        found.append(
            _finding(
                "blank-straight-taper",
                "note",
                f"With two stations the taper is drawn straight: half way it may be off by {format_diameter(band, rule)}.",
                "Between readings the band widens with the square of the gap.",
                source="from habit, editable",
                values=figures(band_half_way=format_diameter(band, rule)),
            )
        )
    return found


def _finding(
    code: str,
    weight: Weight,
    sentence: str,
    rule: str,
    *,
    source: str = "common practice",
    field: str | None = None,
    place: Place | None = None,
    values: tuple[Figure, ...] = (),
) -> Finding:
    return Finding(
        code=code,
        stage="blank",
        weight=weight,
        sentence=sentence,
        rule=rule,
        source=source,
        field=field,
        place=place,
        figures=values,
    )


def _near_joint(blank: Blank, a: float, b: float) -> bool:
    return any(a - 1 <= j.station_mm <= b + 1 for j in blank.joints)


def _short(blank: Blank, rule: MarkingRule) -> list[Finding]:
    """A blank no longer than a hand is feet that were typed as inches."""
    bare = blank.bare_mm or 0.0
    if bare >= SHORTEST_MM:
        return []
    feet = f" {bare / MM_PER_INCH:g} feet?" if rule.startswith("in") else ""
    return [
        _finding(
            "blank-short",
            "check",
            f"The blank is said to be {format_length(bare, rule)} long.{feet}",
            f"Nothing under {format_length(SHORTEST_MM, rule)} is fished.",
            field="blank.length_mm",
        )
    ]


def _misreadings(blank: Blank, rule: MarkingRule) -> list[Finding]:
    found: list[Finding] = []
    length = blank.bare_mm or 0.0
    cut = blank.trim_butt_mm
    ordered = sorted(enumerate(blank.readings), key=lambda p: p[1].station_mm)
    questioned: set[int] = set()
    for _, r in ordered:
        if r.station_mm > length + SAME_STATION_MM:
            found.append(
                _finding(
                    "blank-reading-off-end",
                    "check",
                    f"The reading at {format_length(r.station_mm, rule)} lies beyond the tip: the blank is "
                    f"{format_length(length, rule)} long. It is kept but not used.",
                    "A station runs from the butt (0) to the tip.",
                    field=f"blank.readings.{r.id}",
                )
            )
    for j in range(1, len(ordered) - 1):
        (_, a), (i, r), (_, b) = ordered[j - 1 : j + 2]
        if b.station_mm - a.station_mm < 1 or _near_joint(blank, a.station_mm, b.station_mm):
            continue
        s = (r.station_mm - a.station_mm) / (b.station_mm - a.station_mm)
        expected = a.od_mm + s * (b.od_mm - a.od_mm)
        off = abs(r.od_mm - expected)
        neighbours = abs(a.od_mm - b.od_mm)
        if (
            off > habits().odd_reading_mm
            and off > neighbours
            and a.od_mm >= b.od_mm - habits().rise_mm
        ):
            questioned.add(i)
            likely = _likely_od(r.od_mm, a.od_mm, b.od_mm)
            ask = f" {format_diameter(likely, rule)}?" if likely else " Measure it again."
            found.append(
                _finding(
                    "blank-odd-reading",
                    "ruins",
                    f"{format_diameter(r.od_mm, rule)} at {format_length(r.station_mm, rule)} does not fit between "
                    f"{format_diameter(a.od_mm, rule)} and {format_diameter(b.od_mm, rule)}.{ask}",
                    "A reading far off the line through its neighbours is usually a slip of the pen or the caliper.",
                    field=f"blank.readings.{r.id}",
                    place=_at(r, cut),
                    values=figures(
                        expected=format_diameter(expected, rule),
                        read=format_diameter(r.od_mm, rule),
                    ),
                )
            )
    for (ia, a), (ib, b) in itertools.pairwise(ordered):
        if ia in questioned or ib in questioned or b.station_mm - a.station_mm <= SAME_STATION_MM:
            continue
        rise = b.od_mm - a.od_mm
        if rise > habits().rise_mm and not _near_joint(blank, a.station_mm, b.station_mm):
            found.append(
                _finding(
                    "blank-rising",
                    "check",
                    f"The blank gets thicker toward the tip between {format_length(a.station_mm, rule)} and "
                    f"{format_length(b.station_mm, rule)}: a joint, a swell, or a misreading?",
                    f"A rise over {format_diameter(habits().rise_mm, rule)} is asked about; enter a joint there if there is one.",
                    field=f"blank.readings.{b.id}",
                    place=Place(start_mm=a.station_mm - cut, end_mm=b.station_mm - cut),
                    values=figures(rise=format_diameter(rise, rule)),
                )
            )
    return found


def _likely_od(read_mm: float, before_mm: float, after_mm: float) -> float | None:
    """A common slip that would fit between the neighbours: swapped digits, shifted point, inches."""
    text = f"{read_mm:.2f}"
    digits = text.replace(".", "")
    candidates = [read_mm * 10, read_mm / 10, read_mm * MM_PER_INCH, read_mm / MM_PER_INCH]
    point = text.index(".")
    for k in range(len(digits) - 1):
        swapped = digits[:k] + digits[k + 1] + digits[k] + digits[k + 2 :]
        candidates.append(float(swapped[:point] + "." + swapped[point:]))
    low, high = sorted((before_mm, after_mm))
    middle = (low + high) / 2
    fits = [
        c
        for c in candidates
        if low - habits().rise_mm <= c <= high + habits().rise_mm
        and abs(c - read_mm) > habits().rise_mm
    ]
    return min(fits, key=lambda c: abs(c - middle)) if fits else None


def _at(reading: Reading, cut_mm: float) -> Place:
    return Place(start_mm=reading.station_mm - cut_mm, end_mm=reading.station_mm - cut_mm)


def _beyond(taper: Taper, rule: MarkingRule) -> list[Finding]:
    found = []
    for a, b, end in (
        (0.0, taper.measured_from_mm, "butt"),
        (taper.measured_to_mm, taper.length_mm, "tip"),
    ):
        if b - a > 25:
            found.append(
                _finding(
                    "blank-beyond-readings",
                    "check",
                    f"The last {format_length(b - a, rule)} at the {end} is past your readings: "
                    "the taper there is carried on in a straight line.",
                    f"The band widens by {100 * habits().beyond_band_per_mm:g} % of what lies past the last reading.",
                    source="from habit, editable",
                    field="blank.readings",
                    place=Place(start_mm=a, end_mm=b),
                    values=figures(
                        band_at_the_end=format_diameter(
                            float(taper.band_mm(a if end == "butt" else b)), rule
                        )
                    ),
                )
            )
    return found


def _tube(blank: Blank, work: WorkingBlank, rule: MarkingRule) -> list[Finding]:
    assert work.taper is not None and work.length_mm is not None
    tip = float(work.taper.od_mm(work.length_mm))
    wanted = tube_for_tip(tip)
    chosen = blank.tip_tube_64ths
    values = figures(
        tip=format_diameter(tip, rule),
        size_that_fits=f"{wanted:g}/64 in",
        its_bore=format_diameter(tube_bore_mm(wanted), rule),
    )
    place = Place(start_mm=work.length_mm, end_mm=work.length_mm)
    says = f"Tip-top tube size n has a bore of n/64 in; {format_diameter(habits().tube_clearance_mm, rule)} is left for adhesive."
    if chosen is None:
        return [
            _finding(
                "blank-tube",
                "note",
                f"The tip measures {format_diameter(tip, rule)}: a size {wanted:g} tip-top tube fits.",
                says,
                field="blank.tip_tube_64ths",
                place=place,
                values=values,
            )
        ]
    bore = tube_bore_mm(chosen)
    if bore < tip:
        return [
            _finding(
                "blank-tube-small",
                "ruins",
                f"A size {chosen:g} tube ({format_diameter(bore, rule)}) does not go over a tip of "
                f"{format_diameter(tip, rule)}: use size {wanted:g}. Never sand the tip to fit.",
                says,
                field="blank.tip_tube_64ths",
                place=place,
                values=values,
            )
        ]
    if bore - tip > habits().loose_tube_mm:
        return [
            _finding(
                "blank-tube-loose",
                "check",
                f"A size {chosen:g} tube is {format_diameter(bore - tip, rule)} loose on the tip: size {wanted:g} fits better.",
                says,
                field="blank.tip_tube_64ths",
                place=place,
                values=values,
            )
        ]
    return []
