"""From which end each part comes, by school: common practice, laid out as a table."""

import unittest

from tests.core.samples import grip, seat
from wise_spool.core.document.parts import Handle, Part
from wise_spool.core.handle.entering import entries


def part(kind, **more):
    return Part(id=kind.replace("_", "-"), kind=kind, length_mm=20, **more)


STACK = (
    part("butt_cap"),
    part("fighting_butt"),
    grip("rear"),
    seat(),
    part("seat_hood"),
    grip("fore"),
)
TABLE = {  #         cap     butt piece  grip    seat    hood    ahead
    "butt_first": ("butt", "butt", "tip", "tip", "tip", "tip"),
    "tip_down": ("butt", "tip", "tip", "tip", "tip", "tip"),
    "sub_assembly": ("butt", "butt", "tip", "tip", "tip", "tip"),
    "mixed": ("butt", "butt", "butt", "tip", "tip", "tip"),
    "grip_guides_seat": ("butt", "butt", "butt", "butt", "butt", "tip"),
    "seat_last": ("butt",) * 6,
    "butt_up": ("butt",) * 6,
}


class Entries(unittest.TestCase):
    def test_every_school(self):
        for school, wanted in TABLE.items():
            got = entries(Handle(parts=STACK, assembly=school))
            self.assertEqual(tuple(got.values()), wanted, school)

    def test_with_the_guides_on_everything_comes_over_the_butt(self):
        self.assertEqual(set(entries(Handle(parts=STACK, guides_on=True)).values()), {"butt"})

    def test_a_closed_grip_comes_over_the_butt_whatever_the_school(self):
        closed = grip("rear", closed_end_mm=8)
        self.assertEqual(entries(Handle(parts=(closed, seat())))["rear"], "butt")

    def test_a_butt_piece_ahead_of_a_grip_is_no_butt_end(self):
        got = entries(Handle(parts=(grip("rear"), part("fighting_butt"), seat())))
        self.assertEqual(got["fighting-butt"], "tip")

    def test_a_nut_goes_on_with_its_ferrule(self):
        got = entries(Handle(parts=(part("butt_ferrule"), part("seat_nut"), grip("rear"))))
        self.assertEqual((got["butt-ferrule"], got["seat-nut"]), ("butt", "butt"))


if __name__ == "__main__":
    unittest.main()
