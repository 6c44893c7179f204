"""What is said to mend a finding is done, and the finding must be gone."""

import unittest

from hypothesis import HealthCheck, given, settings

from tests.core.any_build import builds
from tests.core.samples import build, finding, grip, guide, planned, rod, seat
from wise_spool.core.document.build import Build
from wise_spool.core.document.parts import Handle, Part
from wise_spool.core.plan import plan


def put(document, path, value):
    """The document as JSON with a value at a path; rows are named by their ids."""
    at = document
    *way, last = path.split(".")
    for name in way:
        at = next(r for r in at if r.get("id") == name) if isinstance(at, list) else at[name]
    at[last] = value


def mended(design, f):
    """The plan once the mend of a finding is done."""
    document = design.model_dump(mode="json")
    put(document, f.mend.path, f.mend.value)
    return plan(Build.model_validate(document))


class Mends(unittest.TestCase):
    def gone(self, design, code):
        f = finding(plan(design), code)
        self.assertIsNotNone(f.mend, code)
        after = mended(design, f)
        self.assertFalse([g for g in after.findings if (g.code, g.field) == (f.code, f.field)], code)  # fmt: skip

    def test_a_guide_stated_where_it_cannot_be_is_let_go(self):
        self.gone(rod(guide(1, 100), guide(2, 2500), guide(3, 900)), "guides-off-butt")
        self.gone(rod(guide(1, 300), guide(2, 200), guide(3, 900)), "guides-order")
        parts = (grip(length=400.0, bore=12.0),)
        self.gone(rod(guide(1, 100), guide(2, 1850), parts=parts), "guides-on-grip")

    def test_what_the_builder_may_choose_is_one_act(self):
        handle = Handle(parts=(seat(), Part(id="fore", kind="foregrip", length_mm=60.0)))
        self.gone(build(blank=rod().blank, handle=handle), "handle-no-check")
        long = Handle(parts=(grip(), Part(id="fore", kind="foregrip", length_mm=60.0, overlap_mm=300.0)))  # fmt: skip
        self.gone(build(blank=rod().blank, handle=long), "handle-overlap")
        self.gone(build(blank=rod().blank, handle=Handle(parts=(seat(bore=24.0),))), "arbor-thick")

    def test_where_nothing_is_sure_to_mend_it_nothing_is_offered(self):
        self.assertIsNone(finding(planned(), "handle-empty").mend)

    def test_a_mend_that_would_not_mend_is_not_offered(self):
        parts = (
            grip(length=1000.0, bore=12.0),
            grip("fore", length=980.0, bore=9.0),
        )  # wherever it is let go to, it sits on the grip
        self.assertIsNone(finding(plan(rod(guide(1, 100), guide(2, 1850), parts=parts)), "guides-on-grip").mend)  # fmt: skip

    @settings(max_examples=12, deadline=None, suppress_health_check=list(HealthCheck))
    @given(builds)
    def test_no_mend_of_any_rod_leaves_what_it_mends_or_ruins_more(self, design):
        before = plan(design)
        for f in [f for f in before.findings if f.mend is not None][:2]:
            after = mended(design, f)
            self.assertFalse(
                [g for g in after.findings if (g.code, g.field) == (f.code, f.field)], f
            )
            ruins = [sum(g.weight == "ruins" for g in p.findings) for p in (before, after)]
            self.assertLessEqual(ruins[1], ruins[0])


if __name__ == "__main__":
    unittest.main()
