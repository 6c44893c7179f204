"""The slip of the pretend blank, followed line by line as it is written: every step must come of its own lines alone."""

import unittest

from wise_spool.core.document.blank import Reading
from wise_spool.core.document.build import Build
from wise_spool.core.document.guides import Guide, StatedAt
from wise_spool.core.document.spine import RollTrial
from wise_spool.core.ground.measures import parse_measure_mm
from wise_spool.core.plan import plan
from wise_spool.core.rod import Rod
from wise_spool.core.shop.kits import KITS
from wise_spool.exchange.charts import read_chart


def steps(build):
    return plan(Rod.of(build)).first_rod


def with_(build, **parts):
    """The build with some of it otherwise, each as a part of it would be edited."""
    return build.model_copy(
        update={k: getattr(build, k).model_copy(update=v) for k, v in parts.items()}
    )


class FirstRod(unittest.TestCase):
    def follow(self, rule):
        """One rod by its slip, in the builder's own units; the answers by their stage."""
        unit = "in" if rule.startswith("in") else "mm"
        b = Build(name="My first rod", pretend=True, rule=rule)
        length, *readings = steps(b)[0].slip
        b = with_(b, blank={"length_mm": parse_measure_mm(length.removeprefix("length "), unit)})
        rows = [line.split(": ") for line in readings]
        measured = tuple(
            Reading(
                id=f"r{n}",
                station_mm=parse_measure_mm(s, unit),
                od_mm=parse_measure_mm(od, unit, "diameter"),
            )
            for n, (s, od) in enumerate(rows)
        )
        self.assertFalse(steps(with_(b, blank={"readings": measured[:-1]}))[0].done)
        b = with_(b, blank={"readings": measured})
        self.assertTrue(steps(b)[0].done)
        rests = tuple(
            RollTrial(id=f"t{n}", angle_deg=float(line.rstrip("°")))
            for n, line in enumerate(steps(b)[2].slip)
        )
        self.assertFalse(steps(with_(b, spine={"trials": rests[:2]}))[2].done)
        b = with_(b, spine={"trials": rests}, handle={"parts": KITS["split_foam"].parts})
        train = tuple(
            Guide(
                id=f"g{n}",
                ring_mm=row.ring_mm or 6,
                at=StatedAt(datum="tip_top_ring", distance_mm=row.distance_mm),
            )
            for n, row in enumerate(read_chart("\n".join(steps(b)[3].slip), unit))
        )
        return with_(b, guides={"train": train})

    def test_whoever_follows_it_has_a_whole_rod_that_nothing_stops(self):
        for rule in ("in/16", "in/32", "mm/1", "mm/0.5"):
            with self.subTest(rule=rule):
                b = self.follow(rule)
                p = plan(b)
                self.assertTrue(all(s.done and s.came for s in p.first_rod), p.first_rod)
                self.assertEqual([f.sentence for f in p.findings if f.weight == "ruins"], [])
                self.assertIn("37°", p.first_rod[2].came)
                self.assertIn("wants a bore of", p.first_rod[1].came)

    def test_any_other_rod_has_no_slip_and_copies_of_a_rod_put_away_have_none(self):
        self.assertEqual(steps(Build(name="real")), ())
        self.assertEqual(steps(self.follow("mm/1").model_copy(update={"pretend": False})), ())
