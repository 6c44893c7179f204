"""Two people at one shop, each with a page from before: board, terms, shelf and people; and two who settle a thing at one moment."""

import random
import threading
import unittest
import uuid
from concurrent.futures import ThreadPoolExecutor
from datetime import UTC, datetime
from functools import partial
from unittest import mock

from tests.api import test_the_shop
from tests.api.test_the_shop import WithRods
from wise_spool.core.schedule.board import Pin, usual_board
from wise_spool.store import people
from wise_spool.store.habits import ShopHabits
from wise_spool.store.settled import resettle, settle, settled
from wise_spool.store.timetable import TimetableStore, Tried

WHEN = "2031-03-03T18:00:00Z"


class WithPagesFromBefore(WithRods):
    def setUp(self):
        TimetableStore(self.store).say(usual_board())

    def patch(self, path, was, said, status=200):
        answer = self.client.patch(path, json={"was": was, "said": said})
        self.assertEqual(answer.status_code, status, answer.text)
        return answer.json()

    def board(self):
        return self.client.get("/api/board").json()["board"]

    def pinned(self, board, job):
        return {**board, "pins": [*board["pins"], {"id": "", "job": job, "start": WHEN, "person": ""}]}  # fmt: skip

    def test_two_who_pin_at_once_have_both_pinned_and_each_undoes_their_own(self):
        was = self.board()
        one = self.patch("/api/board", was, self.pinned(was, "a/spine"))["board"]
        other = self.patch("/api/board", was, self.pinned(was, "b/spine"))["board"]
        self.assertEqual(sorted(p["job"] for p in other["pins"]), ["a/spine", "b/spine"])
        self.assertEqual(len({p["id"] for p in other["pins"]}), 2)
        undone = self.patch("/api/board", one, was)["board"]
        self.assertEqual([p["job"] for p in undone["pins"]], ["b/spine"])
        self.patch("/api/board", {**undone, "pins": []}, self.pinned({**undone, "pins": []}, "b/spine"))  # fmt: skip
        self.assertEqual([p["job"] for p in self.board()["pins"]], ["b/spine"])

    def test_two_who_speak_of_one_rod_at_once_have_said_one_thing_of_it(self):
        was = self.board()
        for n, must in enumerate((True, False)):
            promise = {"id": f"m{n + 7}", "rod": "a", "must": must}
            said = self.patch("/api/board", was, {**was, "promises": [*was["promises"], promise]})
        self.assertEqual([(p["rod"], p["must"]) for p in said["board"]["promises"]], [("a", False)])

    def test_a_board_that_cannot_be_with_what_another_said_is_refused_and_stands(self):
        was = self.board()
        person = was["people"][0]
        six = [{**person, "id": f"q{n}", "name": f"Q {n}"} for n in range(5)]
        self.patch("/api/board", was, {**was, "people": [*was["people"], *six]})
        before = self.board()
        more = {**was, "people": [*was["people"], {**person, "id": "z", "name": "Z"}]}
        said = self.patch("/api/board", was, more, 422)
        self.assertIn("does not go together", said["detail"])
        self.assertEqual(said["errors"][0]["field"], "people")
        self.assertEqual(self.board(), before)

    def test_terms_of_two_pages_go_together_and_the_same_field_is_asked(self):
        was = self.client.get("/api/terms").json()
        self.patch("/api/terms", was, {**was, "margin_percent": "31", "rates": {"dollar": "10"}})
        both = self.patch("/api/terms", was, {**was, "tax_percent": "11", "rates": {"crown": "2"}})
        self.assertEqual((both["margin_percent"], both["tax_percent"]), ("31", "11"))
        self.assertEqual(both["rates"], {"dollar": "10", "crown": "2"})
        asked = self.patch("/api/terms", was, {**was, "margin_percent": "40"}, 409)
        self.assertEqual(asked["errors"][0]["field"], "margin_percent")
        self.assertIn("31", asked["errors"][0]["message"])
        own = self.patch("/api/terms", was, {**was, "currency": "crown"}, 422)
        self.assertIn("does not go together", own["detail"])
        self.assertEqual(self.client.get("/api/terms").json(), both)

    def test_a_thing_on_the_shelf_changed_by_two(self):
        thing = self.shelve("thread", {"name": "Garnet A"}, stock=5)
        path = f"/api/shelf/{thing['id']}"
        was = {k: thing[k] for k in ("shelved", "stock", "card")}
        bare = {**was, "card": None}
        item = {**was["shelved"], "item": {**was["shelved"]["item"], "name": "Garnet B"}}
        self.patch(path, bare, {**bare, "shelved": item})
        both = self.patch(path, was, {**was, "stock": 4, "card": {**was["card"], "lot": "L7"}})
        self.assertEqual((both["shelved"]["item"]["name"], both["stock"], both["card"]["lot"]), ("Garnet B", 4, "L7"))  # fmt: skip
        self.assertNotEqual(both["card"]["counted_at"], was["card"]["counted_at"])
        # Each took one of five: four are said twice, and three are there.
        asked = self.patch(path, was, {**was, "stock": 4}, 409)
        self.assertEqual(asked["errors"][0]["field"], "stock")
        same = self.patch(path, was, {**was, "card": {**was["card"], "seller": "Vik"}})
        self.assertEqual((same["stock"], same["card"]["lot"], same["card"]["seller"]), (4, "L7", "Vik"))  # fmt: skip
        self.patch(f"/api/shelf/{uuid.uuid4()}", was, was, 404)

    def test_somebody_said_anew_by_two(self):
        one = {"id": str(uuid.uuid4()), "person": {"name": "Liv Dahl"}}
        was = self.client.post("/api/people", json=one).json()["person"]
        path = f"/api/people/{one['id']}"
        self.patch(path, was, {**was, "hand": "small"})
        both = self.patch(path, was, {**was, "name": "Liv Dahl Moe"})["person"]
        self.assertEqual((both["name"], both["hand"]), ("Liv Dahl Moe", "small"))
        self.patch(path, was, {**was, "hand": "large"}, 409)
        self.patch(f"/api/people/{uuid.uuid4()}", was, was, 404)

    def test_two_who_write_down_one_name_at_one_moment_wrote_one_person(self):
        def write(n):
            same = {"id": str(uuid.UUID(int=n // 2)), "person": {"name": "Ida Ness"}}
            return self.client.post("/api/people", json=same).status_code

        with ThreadPoolExecutor(8) as at_once:
            codes = sorted(at_once.map(write, range(8)))
        self.assertEqual(codes, [201, 201, *[409] * 6])
        names = [p["person"]["name"] for p in self.client.get("/api/people").json()]
        self.assertEqual(names.count("Ida Ness"), 1)

    def test_whoever_is_renamed_and_deleted_at_one_moment_is_gone(self):
        for n in range(6):
            one = {"id": str(uuid.uuid4()), "person": {"name": f"Embla Ruud {n}"}}
            path = f"/api/people/{one['id']}"
            self.client.post("/api/people", json=one)
            rods = [self.hang("Holm Casting", client=f"Embla Ruud {n}")["id"] for _ in range(2)]
            acts = (
                partial(self.client.put, path, json={"name": f"Embla Ruud Lie {n}"}),
                partial(self.client.delete, path, params={"even_so": True}),
                partial(self.save, self.client.get(f"/api/builds/{rods[1]}").json(), number="E-1"),
            )
            with ThreadPoolExecutor(3) as at_once:
                renamed, gone, _ = [f.result(60) for f in [at_once.submit(a) for a in acts]]
            self.assertIn(renamed.status_code, (200, 404))
            self.assertEqual(gone.status_code, 200, gone.text)
            for rod in rods:
                self.assertEqual(self.client.get(f"/api/builds/{rod}").json()["build"]["client"], "(deleted)")  # fmt: skip
            self.assertEqual(test_the_shop.Leaving.everywhere(self, "Embla"), [])

    def test_what_is_said_of_the_shelf_while_somebody_is_deleted_is_kept(self):
        thing = self.shelve("thread", {"name": "Garnet C"}, stock=5)
        was = {k: thing[k] for k in ("shelved", "stock", "card")}
        one = {"id": str(uuid.uuid4()), "person": {"name": "Toril Bakk"}}
        self.client.post("/api/people", json=one)
        before = {**was, "card": {**was["card"], "seller": "Toril Bakk"}}
        before = self.patch(f"/api/shelf/{thing['id']}", was, before)
        before = {k: before[k] for k in was}
        read, struck, said = threading.Event(), people.Words.out_of, threading.Event()

        def slowly(words, card, reader):
            if not read.is_set() and "seller" in card:
                read.set()
                said.wait(0.5)
            return struck(words, card, reader)

        with mock.patch.object(people.Words, "out_of", slowly), ThreadPoolExecutor(2) as at_once:
            gone = at_once.submit(self.client.delete, f"/api/people/{one['id']}")
            self.assertTrue(read.wait(30))
            after = {**before, "card": {**before["card"], "lot": "L9"}}
            self.patch(f"/api/shelf/{thing['id']}", before, after)
            said.set()
            self.assertEqual(gone.result(60).status_code, 200)
        card = next(t for t in self.client.get("/api/shelf").json() if t["id"] == thing["id"])["card"]  # fmt: skip
        self.assertEqual((card["seller"], card["lot"]), ("(deleted)", "L9"))

    def test_nothing_of_600_acts_by_two_with_old_pages_is_lost(self):
        """Each looks at the shop now and then only, and changes what is theirs to change."""
        boards = TimetableStore(self.store)
        dice, held, meant = random.Random(17), [boards.board()] * 2, [{}, {}]
        for n in range(600):
            who = dice.randrange(2)
            page = held[who] = boards.board() if dice.random() < 0.3 else held[who]
            job, at = f"{'ab'[who]}/{dice.randrange(12)}", datetime(2031, 3, 1 + n % 28, tzinfo=UTC)
            others = tuple(p for p in page.pins if p.job != job)
            if job in meant[who] and dice.random() < 0.3:
                pins = others
                meant[who].pop(job)
            else:
                own = next((p for p in page.pins if p.job == job), Pin(job=job, start=at))
                pins = (*others, own.model_copy(update={"start": at}))
                meant[who][job] = at
            held[who] = boards.say_over(page, page.model_copy(update={"pins": pins}))
        stands = {p.job: p.start for p in boards.board().pins}
        self.assertEqual(stands, meant[0] | meant[1])


class AtOneMoment(WithRods):
    def at_once(self, *acts):
        with ThreadPoolExecutor(len(acts)) as pool:
            return [done.result() for done in [pool.submit(act) for act in acts]]

    def test_two_who_settle_a_thing_for_the_first_time_do_not_meet(self):
        for n in range(30):
            name = f"fresh {n}"
            self.at_once(*(partial(settle, self.store.engine, name, {"by": k}) for k in range(6)))
            self.assertIn(settled(self.store.engine, name)["by"], range(6))

    def test_what_is_made_of_what_is_kept_is_made_of_all_of_it(self):
        def add(k):
            resettle(self.store.engine, "heap", lambda kept: {**kept, f"k{k}": k}, first={})

        self.at_once(*(lambda k=k: add(k) for k in range(24)))
        self.assertEqual(len(settled(self.store.engine, "heap")), 24)
        self.assertIsNone(resettle(self.store.engine, "nothing there", lambda kept: kept))

    def test_habits_set_at_one_moment_are_all_set(self):
        habits = [ShopHabits(self.store) for _ in range(3)]
        names = ("knot_ring_mm", "label_over_mm", "dew_margin_c")
        shipped = self.client.get("/api/habits").json()
        values = {n: next(h["value"] for h in _every(shipped) if h["name"] == n) for n in names}
        for n in range(10):
            sets = {name: value * (1 + n / 100) for name, value in values.items()}
            acts = [partial(h.say, name, sets[name]) for h, name in zip(habits, names, strict=True)]
            self.at_once(*acts)
            self.assertEqual(ShopHabits(self.store).said(), sets)

    def test_what_was_tried_and_put_away_does_not_come_back(self):
        timetable = TimetableStore(self.store)
        timetable.keep_tried(Tried(name="a"))
        self.assertTrue(timetable.came_to(Tried(name="a", nowhere=True)))
        self.assertEqual([t.nowhere for t in timetable.tried()], [True])
        timetable.forget_tried()
        self.assertFalse(timetable.came_to(Tried(name="a")))
        self.assertEqual(timetable.tried(), [])
        self.at_once(*(lambda k=k: timetable.keep_tried(Tried(name=f"t{k}")) for k in range(4)))
        self.assertEqual({t.name for t in timetable.tried()}, {"t0", "t1", "t2", "t3"})


def _every(said):
    """Every habit in an answer, however they are grouped."""
    if isinstance(said, dict):
        return [said] if "name" in said else _every(list(said.values()))
    return [h for row in said for h in _every(row)] if isinstance(said, list) else []


if __name__ == "__main__":
    unittest.main()
