"""The store itself: what is kept, what is found again, what is never lost."""

import unittest
import uuid
from datetime import UTC, datetime, timedelta

from tests.shop import fresh_store
from wise_spool.core.build import Build
from wise_spool.demo.shop import demo_builds
from wise_spool.store.builds import (
    NoSuchBuildError,
    NoSuchRevisionError,
    NothingToUndoError,
    StaleEditError,
)
from wise_spool.store.tables import now


class TheStore(unittest.TestCase):
    def setUp(self):
        self.store = fresh_store()
        self.addCleanup(self.store.engine.dispose)

    def renamed(self, build, name):
        return build.model_copy(update={"name": name})

    def test_every_demo_build_comes_back_equal(self):
        builds = demo_builds(datetime(2030, 5, 6, 7, 8, 9, tzinfo=UTC))
        kept = [self.store.add(b) for b in builds]
        self.assertEqual([self.store.get(k.id).build for k in kept], builds)
        self.assertEqual([k.build for k in self.store.all()], builds)

    def test_missing_builds_and_revisions_are_named_errors(self):
        with self.assertRaises(NoSuchBuildError):
            self.store.get(uuid.uuid4())
        kept = self.store.add(Build(name="a"))
        with self.assertRaises(NoSuchRevisionError):
            self.store.revision(kept.id, 7)
        with self.assertRaises(NothingToUndoError):
            self.store.undo(kept.id)
        with self.assertRaises(NothingToUndoError):
            self.store.redo(kept.id)

    def test_history_keeps_every_branch(self):
        kept = self.store.add(Build(name="a"))
        self.store.save(kept.id, 1, self.renamed(kept.build, "b"), "to b")
        self.store.undo(kept.id)
        self.store.save(kept.id, 1, self.renamed(kept.build, "c"), "to c")
        history = [(n.number, n.parent, n.what) for n in self.store.history(kept.id)]
        self.assertEqual(history, [(3, 1, "to c"), (2, 1, "to b"), (1, None, "new build")])
        self.assertEqual(self.store.revision(kept.id, 2).name, "b")

    def test_a_stale_edit_names_what_it_met(self):
        kept = self.store.add(Build(name="a"))
        self.store.save(kept.id, 1, self.renamed(kept.build, "b"), "to b")
        with self.assertRaises(StaleEditError) as caught:
            self.store.save(kept.id, 1, self.renamed(kept.build, "c"), "to c")
        self.assertEqual(caught.exception.current.build.name, "b")
        self.assertEqual(caught.exception.base.name, "a")
        self.assertEqual(self.store.revision(kept.id, caught.exception.kept_as).name, "c")
        self.assertEqual(self.store.get(kept.id).build.name, "b")

    def test_a_stale_edit_that_says_what_already_stands_is_no_clash(self):
        kept = self.store.add(Build(name="a"))
        self.store.save(kept.id, 1, self.renamed(kept.build, "b"), "to b")
        again = self.store.save(kept.id, 1, self.renamed(kept.build, "b"), "to b, sent twice")
        self.assertEqual(again.revision, 2)

    def test_an_edit_on_a_revision_that_never_was(self):
        kept = self.store.add(Build(name="a"))
        with self.assertRaises(NoSuchRevisionError):
            self.store.save(kept.id, 40, self.renamed(kept.build, "b"), "x")
        self.assertEqual(len(self.store.history(kept.id)), 1)

    def test_demo_data_is_made_anew_only_while_untouched(self):
        later = now() + timedelta(days=1)
        self.assertFalse(self.store.clear_if_untouched(before=later), "an empty shop is left empty")
        kept = self.store.add(Build(name="a"))
        self.assertFalse(
            self.store.clear_if_untouched(before=now() - timedelta(days=1)), "made today"
        )
        self.store.save(kept.id, 1, self.renamed(kept.build, "b"), "to b")
        self.assertFalse(self.store.clear_if_untouched(before=later), "edited")
        self.assertEqual(len(self.store.all()), 1)

    def test_untouched_demo_data_of_another_day_goes(self):
        self.store.add(Build(name="a"))
        self.assertTrue(self.store.clear_if_untouched(before=now() + timedelta(days=1)))
        self.assertEqual(self.store.all(), [])
