"""The store itself: what is kept, what is found again, what is never lost."""

import json
import subprocess
import unittest
import uuid
from datetime import UTC, datetime, timedelta
from pathlib import Path

from sqlalchemy import event

from tests.core.document.test_upgrades import comparable
from tests.shop import cluster, fresh_store
from wise_spool.core.document.build import Build
from wise_spool.core.document.changes import Change, Op
from wise_spool.core.document.log import LogEntry
from wise_spool.core.document.records import Records
from wise_spool.core.ground.refusals import NotNowError, NotThereError
from wise_spool.core.plan import plan
from wise_spool.demo.shop import demo_records
from wise_spool.store.builds import DEMO, BuildStore
from wise_spool.store.migrations import newest, upgrade
from wise_spool.store.people import People
from wise_spool.store.shelf import Shelf
from wise_spool.store.tables import now

OLD = Path(__file__).parents[1] / "old"


def named(name="a"):
    return Records.of(Build(name=name))


def to(field, value, seen=1, what="edit"):
    """One change of one field."""
    at = tuple(field.split("."))
    return Change(id=str(uuid.uuid4()), what=what, seen=seen, ops=(Op(act="set", at=at, to=value),))


class WithAStore(unittest.TestCase):
    def setUp(self):
        self.store = fresh_store()
        self.addCleanup(self.store.engine.dispose)

    def change(self, kept, *changes, client="me", check=None):
        taken = self.store.change(kept.id, changes, client, check)
        return taken.after, taken.outcomes


class TheStore(WithAStore):
    def test_an_edit_reads_its_rod_once_and_is_answered_out_of_what_it_read(self):
        kept = self.store.add(named())
        kept, _ = self.change(kept, to("number", "N-0"))
        asked = []
        engine = self.store.engine
        note = lambda conn, cursor, said, *rest: asked.append(said)  # noqa: E731
        event.listen(engine, "before_cursor_execute", note)
        self.addCleanup(event.remove, engine, "before_cursor_execute", note)
        after, _ = self.change(kept, to("number", "N-1", kept.version))
        self.assertEqual(after.records.design.number, "N-1")
        for table in ("FROM revision", "FROM build", "FROM log_entry"):
            looked = [q for q in asked if q.startswith("SELECT") and table in q and "max(" not in q]
            self.assertEqual(len(looked), 1, (table, looked))

    def test_every_demo_build_comes_back_equal(self):
        records = demo_records(datetime(2030, 5, 6, 7, 8, 9, tzinfo=UTC))
        kept = [self.store.add(r) for r in records]
        found = [self.store.get(k.id).records for k in kept]
        self.assertEqual([f.design for f in found], [r.design for r in records])
        self.assertEqual([f.log for f in found], [r.log for r in records])
        self.assertEqual([h.id for h in self.store.page()], [k.id for k in kept])

    def test_every_rod_has_a_piece_of_its_own(self):
        a, b = self.store.add(named()), self.store.add(named())
        self.assertNotEqual(a.records.piece.id, b.records.piece.id)

    def test_what_is_not_there_is_a_named_refusal(self):
        with self.assertRaises(NotThereError):
            self.store.get(uuid.uuid4())
        kept = self.store.add(named())
        with self.assertRaises(NotThereError):
            self.store.revision(kept.id, 7)
        with self.assertRaises(NotNowError):
            self.store.undo(kept.id)
        with self.assertRaises(NotNowError):
            self.store.redo(kept.id)

    def test_history_keeps_every_branch(self):
        kept = self.store.add(named())
        kept, _ = self.change(kept, to("name", "b", what="to b"))
        kept = self.store.undo(kept.id)
        self.change(kept, to("name", "c", kept.version, "to c"))
        history = [(n.number, n.parent, n.what) for n in self.store.history(kept.id)]
        self.assertEqual(history, [(3, 1, "to c"), (2, 1, "to b"), (1, None, "new build")])
        self.assertEqual(self.store.revision(kept.id, 2).design.name, "b")

    def test_pages_follow_one_another_and_miss_nobody(self):
        ids = [self.store.add(named(str(n))).id for n in range(7)]
        seen, after = [], None
        while page := self.store.page(after=after, most=3):
            seen += [h.id for h in page]
            after = seen[-1]
        self.assertEqual(seen, ids)
        self.assertEqual(self.store.count(), 7)


class Changing(WithAStore):
    def test_a_change_sent_twice_is_taken_once(self):
        kept = self.store.add(named())
        change = to("client", "N. Body")
        once, first = self.change(kept, change)
        again, second = self.change(kept, change, change)
        self.assertEqual([o.outcome for o in (*first, *second)], ["kept"] * 3)
        self.assertEqual((once.version, again.version, len(self.store.history(kept.id))), (2, 2, 2))

    def test_edits_of_different_fields_go_together(self):
        kept = self.store.add(named())
        self.change(kept, to("client", "mine"), client="one")
        after, outcomes = self.change(kept, to("number", "N-1"), client="two")
        self.assertEqual(outcomes[0].outcome, "kept")
        self.assertEqual(
            (after.records.design.client, after.records.design.number), ("mine", "N-1")
        )

    def test_edits_of_one_field_are_asked_about_and_nothing_is_merged_silently(self):
        kept = self.store.add(named())
        self.change(kept, to("client", "theirs"), client="one")
        after, outcomes = self.change(kept, to("client", "mine"), client="two")
        self.assertEqual(outcomes[0].outcome, "asked")
        self.assertEqual(
            (outcomes[0].asked[0].place, outcomes[0].asked[0].theirs), (("client",), "theirs")
        )
        self.assertEqual(after.records.design.client, "theirs")
        seen, outcomes = self.change(after, to("client", "mine", after.version), client="two")
        self.assertEqual((outcomes[0].outcome, seen.records.design.client), ("kept", "mine"))

    def test_nobody_is_asked_about_a_change_of_ones_own(self):
        kept = self.store.add(named())
        self.change(kept, to("client", "first"))
        after, outcomes = self.change(kept, to("client", "second"))
        self.assertEqual((outcomes[0].outcome, after.records.design.client), ("kept", "second"))

    def test_one_bad_change_spoils_none_of_those_round_it(self):
        kept = self.store.add(named())
        changes = [to("client", "a"), to("finish.coats", 99), to("number", "N-1")]
        after, outcomes = self.change(kept, *changes)
        self.assertEqual([o.outcome for o in outcomes], ["kept", "refused", "kept"])
        self.assertEqual(tuple(outcomes[1].invalid[0]["loc"]), ("finish", "coats"))
        self.assertEqual((after.records.design.client, after.records.design.number), ("a", "N-1"))

    def test_a_row_that_was_taken_out_meanwhile_is_asked_about(self):
        kept = self.store.add(named())
        guide = {"id": "g1", "ring_mm": 6}
        add = Change(id="add-guide-1", seen=1, ops=(Op(act="add", at=("guides", "train"), to=guide),))  # fmt: skip
        kept, _ = self.change(kept, add)
        out = Change(id="out-guide-1", seen=kept.version, ops=(Op(act="remove", at=("guides", "train", "g1")),))  # fmt: skip
        self.change(kept, out, client="other")
        _, outcomes = self.change(kept, to("guides.train.g1.ring_mm", 8, kept.version))
        self.assertEqual(outcomes[0].outcome, "asked")

    def test_what_cannot_be_worked_out_is_refused_and_what_stood_stands(self):
        kept = self.store.add(named())

        def fault(rod):
            raise ZeroDivisionError

        after, outcomes = self.change(kept, to("client", "x"), check=fault)
        self.assertEqual((outcomes[0].outcome, after.records.design.client), ("refused", ""))
        self.assertIn("cannot be worked out", outcomes[0].says)


class Doing(WithAStore):
    def step(self, kept, step, seen=None, act="add"):
        at = ("handle", "steps_done") if act == "add" else ("handle", "steps_done", step)
        op = Op(act=act, at=at, to=step if act == "add" else None)
        return Change(id=str(uuid.uuid4()), what=step, seen=seen or kept.version, ops=(op,))

    def test_what_is_done_goes_to_the_log_not_to_the_design(self):
        kept = self.store.add(named())
        kept, _ = self.change(kept, self.step(kept, "scuff"))
        self.assertEqual([e.step for e in kept.records.log], ["scuff"])
        self.assertEqual(kept.rod().build.handle.steps_done, ("scuff",))

    def test_taking_back_adds_an_entry_and_deletes_none(self):
        kept = self.store.add(named())
        kept, _ = self.change(kept, self.step(kept, "scuff"))
        kept, _ = self.change(kept, self.step(kept, "scuff", act="remove"))
        self.assertEqual(kept.rod().build.handle.steps_done, ())
        self.assertEqual(len(kept.records.log), 2)
        self.assertEqual(kept.records.log[1].strikes, kept.records.log[0].id)

    def test_undo_strikes_what_came_with_it_and_redo_brings_it_back(self):
        kept = self.store.add(named())
        kept, _ = self.change(kept, self.step(kept, "scuff"))
        kept = self.store.undo(kept.id)
        self.assertEqual(kept.rod().build.handle.steps_done, ())
        kept = self.store.redo(kept.id)
        self.assertEqual(kept.rod().build.handle.steps_done, ("scuff",))
        kept = self.store.undo(kept.id)
        self.assertEqual(kept.rod().build.handle.steps_done, ())

    def test_undo_from_a_stale_window_does_not_take_back_anothers_edit(self):
        kept = self.store.add(named())
        mine, _ = self.change(kept, to("client", "mine"), client="one")
        self.change(mine, to("number", "N-1", mine.version), client="two")
        with self.assertRaises(NotNowError):
            self.store.undo(kept.id, seen=mine.version, client="one")
        self.assertEqual(self.store.get(kept.id).records.design.number, "N-1")

    def test_going_back_to_a_revision_leaves_what_was_done_done(self):
        kept = self.store.add(named())
        kept, _ = self.change(kept, self.step(kept, "scuff"), to("client", "x", kept.version))
        back = self.store.back_to(kept.id, 1)
        self.assertEqual(
            (back.records.design.client, back.rod().build.handle.steps_done), ("", ("scuff",))
        )

    def test_entries_from_elsewhere_merge_by_union(self):
        kept = self.store.add(named())
        entry = LogEntry(id="phone-1", at=now(), step="scuff")
        for _ in range(2):
            kept = self.store.log(kept.id, [entry])
        self.assertEqual(
            (len(kept.records.log), kept.rod().build.handle.steps_done), (1, ("scuff",))
        )

    def test_taking_a_guide_out_does_not_unbuild_it(self):
        kept = self.store.add(named())
        guide = {"id": "g1", "ring_mm": 6, "built": {"datum": "butt", "distance_mm": 900}}
        add = Change(id="add-guide-1", seen=1, ops=(Op(act="add", at=("guides", "train"), to=guide),))  # fmt: skip
        kept, _ = self.change(kept, add)
        out = Change(id="out-guide-1", seen=kept.version, ops=(Op(act="remove", at=("guides", "train", "g1")),))  # fmt: skip
        kept, _ = self.change(kept, out)
        self.assertEqual(len(kept.records.log), 1)
        self.assertEqual(kept.rod().record.guides.built[0].id, "g1")


class TheDemo(WithAStore):
    def test_it_is_made_anew_only_while_nothing_at_all_was_added(self):
        later = now() + timedelta(days=1)
        self.assertFalse(self.store.clear_if_untouched(before=later), "an empty shop is left empty")
        kept = self.store.add(named(), DEMO)
        self.assertFalse(
            self.store.clear_if_untouched(before=now() - timedelta(days=1)), "made today"
        )
        self.change(kept, to("name", "b"))
        self.assertFalse(self.store.clear_if_untouched(before=later), "edited")
        self.assertEqual(self.store.count(), 1)

    def test_a_rod_started_or_a_file_imported_keeps_everything(self):
        for what in ("new build", "imported", "copied"):
            with self.subTest(what):
                self.store.add(named(), DEMO)
                self.store.add(named("the builder's own"), what)
                before = now() + timedelta(days=1)
                self.assertFalse(self.store.clear_if_untouched(before=before))

    def test_untouched_demo_data_of_another_day_goes(self):
        self.store.add(named(), DEMO)
        self.assertTrue(self.store.clear_if_untouched(before=now() + timedelta(days=1)))
        self.assertEqual(self.store.count(), 0)


class OldDatabases(unittest.TestCase):
    """Dumps of databases in every form that tables and documents were ever kept in, brought up to today's."""

    def opened(self, dump):
        name = f"old_{uuid.uuid4().hex[:8]}"
        cluster().create_database(name)
        command = [str(cluster().bin_dir / "psql"), "-q", "-v", "ON_ERROR_STOP=1", "-d", cluster().url(name, "postgresql")]  # fmt: skip
        done = subprocess.run(
            [*command, "-f", str(OLD / f"{dump}.sql")], capture_output=True, text=True
        )
        self.assertEqual(done.returncode, 0, done.stderr)
        upgrade(cluster().url(name))
        store = BuildStore(cluster().url(name))
        self.addCleanup(store.engine.dispose)
        return store

    def test_every_rod_is_there_as_it_was_and_plans(self):
        dumps = sorted(f.stem for f in OLD.glob("*.sql"))
        self.assertEqual(len(dumps), 2 + int(newest()) - 3, "a form that landed has no dump")
        for dump in dumps:
            store = self.opened(dump)
            expected = json.loads((OLD / f"{dump}.expected.json").read_text())
            kept = [store.get(h.id) for h in store.page(most=200)]
            self.assertEqual({k.records.design.name for k in kept}, set(expected))
            for k in kept:
                with self.subTest(dump=dump, rod=k.records.design.name):
                    was = expected[k.records.design.name]
                    self.assertEqual(comparable(k.rod().build), comparable(was))
                    plan(k.rod())

    def test_shelf_and_people_are_there_and_the_shop_goes_on(self):
        for version in range(3, int(newest())):
            store = self.opened(f"tables-{version:04}")
            self.assertEqual(len(Shelf(store).all()), 6, version)
            self.assertEqual(bool(People(store).all()), version >= 7, version)
            kept = store.get(store.page(most=1)[0].id)
            op = Op(act="set", at=("number",), to="N-1")
            taken = store.change(kept.id, [Change(id="after-it-was-brought-up", what="number", seen=kept.version, ops=(op,))])  # fmt: skip
            after, (outcome,) = taken.after, taken.outcomes
            self.assertEqual((outcome.outcome, after.rod().build.number), ("kept", "N-1"))

    def test_undo_goes_on_meaning_the_same(self):
        store = self.opened("schema-2")
        kept = next(
            k for h in store.page(most=200) if (k := store.get(h.id)).records.design.name == "Skerry 10"
        )  # fmt: skip
        build = kept.rod().build
        self.assertEqual((len(build.finish.laid), build.client), (1, "Somebody"))
        self.assertIsNotNone(build.guides.train[0].built)
        before = store.undo(kept.id).rod().build
        self.assertIsNone(before.guides.train[0].built)
        self.assertEqual(store.undo(kept.id).rod().build.client, "")
        self.assertEqual(store.undo(kept.id).rod().build.finish.laid, ())
        self.assertEqual(len(store.redo(kept.id).rod().build.finish.laid), 1)


if __name__ == "__main__":
    unittest.main()
