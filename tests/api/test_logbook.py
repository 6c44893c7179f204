"""The logbook over HTTP: entries in any order once each, pages, what was struck; pictures stripped and upright."""

import io
import unittest
import uuid
from datetime import UTC, datetime, timedelta

from PIL import Image

from tests.api.test_builds import WithAShop
from wise_spool.exchange import pictures

NOW = datetime.now(UTC)


def said(kind, value, minutes=0.0, name=None):
    at = (NOW + timedelta(minutes=minutes)).isoformat()
    return {"id": name or uuid.uuid4().hex, "at": at, kind: value}


def camera(size=(60, 40), orientation=None, kind="JPEG"):
    """A picture as a phone makes it: left half red, with the place, the time and the maker written in."""
    image = Image.new("RGB", size, "white")
    image.paste("red", (0, 0, size[0] // 2, size[1]))
    exif = Image.Exif()
    exif[0x010F], exif[0x0132] = "Some Maker", "2026:03:14 19:00:00"
    if orientation:
        exif[0x0112] = orientation
    exif.get_ifd(0x8825)[2] = (59.0, 20.0, 0.0)
    out = io.BytesIO()
    image.save(out, kind, exif=exif)
    return out.getvalue()


class Entries(WithAShop):
    def log(self, rod, *entries):
        return self.client.post(f"/api/builds/{rod['id']}/log", json={"entries": list(entries)})

    def page(self, **asked):
        return self.client.get("/api/logbook", params=asked).json()

    def test_sent_twice_and_in_any_order_each_is_there_once(self):
        rod = self.new("Logged")
        a, b = said("note", {"id": "n1", "words": "cork is dry"}, -5), said("skipped", {"id": "weigh", "why": "no scale"}, -2)  # fmt: skip
        for entries in ((b,), (a, b), (a,)):
            self.assertEqual(self.log(rod, *entries).status_code, 200)
        lines = self.page(rod=rod["id"])["lines"]
        self.assertEqual([x["entry"]["id"] for x in lines], [b["id"], a["id"]])
        self.assertEqual({x["rod"] for x in lines}, {"Logged"})

    def test_by_kind_by_words_by_step_and_page_by_page(self):
        rod = self.new("Paged")
        for n in range(7):
            self.log(
                rod, said("note", {"id": f"n{n}", "of": "scuff", "words": f"dust {n}"}, -20 + n)
            )
        self.log(rod, said("field_note", {"id": "f1", "where": "the outer skerries", "could_not": "lift them"}, -1))  # fmt: skip
        asked = {"rod": rod["id"], "kinds": "note", "most": 3}
        seen, page = [], self.page(**asked)
        while True:
            seen += [x["entry"]["note"]["words"] for x in page["lines"]]
            if not page["before_at"]:
                break
            page = self.page(**asked, before_at=page["before_at"], before_id=page["before_id"])
        self.assertEqual(seen, [f"dust {n}" for n in range(6, -1, -1)])
        self.assertEqual(len(self.page(rod=rod["id"], text="skerries lift")["lines"]), 1)
        self.assertEqual(len(self.page(rod=rod["id"], text="100%")["lines"]), 0)
        self.assertEqual(len(self.page(rod=rod["id"], of="scuff")["lines"]), 7)

    def test_what_is_struck_is_shown_as_struck_and_may_stand_again(self):
        rod = self.new("Struck")
        note = said("note", {"id": "n1", "words": "wrong rod"}, -5)
        strike = said("strikes", note["id"], -4)
        self.log(rod, note, strike)
        self.assertEqual([x["struck"] for x in self.page(rod=rod["id"])["lines"]], [True])
        self.log(rod, said("strikes", strike["id"], -3))
        self.assertEqual([x["struck"] for x in self.page(rod=rod["id"])["lines"]], [False])

    def test_the_future_and_nonsense_are_turned_away_and_nothing_of_them_is_kept(self):
        rod = self.new("Asked")
        fine = said("note", {"id": "n1", "words": "fine"})
        late = self.log(rod, fine, said("note", {"id": "n2", "words": "tomorrow"}, 60))
        self.assertEqual(late.status_code, 422)
        self.assertIn("date and time of this device", late.json()["detail"])
        two = {**said("note", {"id": "n3", "words": "a"}), "skipped": {"id": "weigh", "why": "b"}}
        for entry in (two, said("skipped", {"id": "weigh", "why": ""}), said("worked", {"id": "scuff", "kind": "scuff", "minutes": -3})):  # fmt: skip
            self.assertEqual(self.log(rod, entry).status_code, 422)
        self.assertEqual(self.page(rod=rod["id"])["lines"], [])

    def test_a_step_skipped_with_a_reason_frees_what_comes_after_it(self):
        rod = self.client.get(f"/api/builds/{self.demo_rod()}").json()
        card = next(c for c in rod["plan"]["cards"] if c["id"] == "weigh")
        after = self.log(
            rod, said("skipped", {"id": card["id"], "why": "the scale is at home"})
        ).json()
        now = next(c for c in after["plan"]["cards"] if c["id"] == card["id"])
        self.assertEqual((now["skipped"], now["done"]), ("the scale is at home", False))

    def demo_rod(self):
        rod = self.new("With guides")
        guide = {"id": "g1", "ring_mm": 8, "height_mm": 12}
        change = {"id": uuid.uuid4().hex, "seen": rod["version"], "ops": [{"act": "add", "at": ["guides", "train"], "to": guide}]}  # fmt: skip
        answer = self.client.post(f"/api/builds/{rod['id']}/changes", json={"changes": [change]})
        self.assertEqual(answer.json()["outcomes"][0]["outcome"], "kept", answer.text)
        return rod["id"]


class Pictures(WithAShop):
    def send(self, rod, raw, name=None, **about):
        asked = {"id": name or uuid.uuid4().hex, "at": NOW.isoformat(), **about}
        return self.client.post(f"/api/builds/{rod['id']}/pictures", params=asked, content=raw)

    def test_place_time_and_maker_are_gone_and_it_stands_upright(self):
        rod = self.new("Pictured")
        answer = self.send(rod, camera(orientation=6), of="scuff", words="matt", place_mm=300)
        self.assertEqual(answer.status_code, 200, answer.text)
        kept = answer.json()["picture"]
        self.assertEqual((kept["width_px"], kept["height_px"]), (40, 60))
        for small in ("false", "true"):
            got = self.client.get(f"/api/pictures/{kept['file']}", params={"small": small})
            self.assertEqual(got.headers["content-type"], "image/jpeg")
            with Image.open(io.BytesIO(got.content)) as back:
                self.assertEqual((len(back.getexif()), back.size), (0, (40, 60)))
                # Turned a quarter: the red half, left in the camera, is on top.
                top, bottom = back.getpixel((20, 5)), back.getpixel((20, 55))
                self.assertTrue(top[1] < 80 and bottom[1] > 200, (top, bottom))
            self.assertNotIn(b"Some Maker", got.content)
        self.assertIn("immutable", got.headers["cache-control"])

    def test_sent_twice_it_is_there_once(self):
        rod, name = self.new("Twice"), uuid.uuid4().hex
        for _ in range(2):
            self.assertEqual(self.send(rod, camera(kind="PNG"), name).status_code, 200)
        lines = self.client.get(
            "/api/logbook", params={"rod": rod["id"], "kinds": "picture"}
        ).json()["lines"]
        self.assertEqual(len(lines), 1)

    def test_what_is_no_picture_or_too_large_is_said_so(self):
        rod = self.new("Bad")
        for raw in (b"", b"no picture", camera()[:90], b"GIF89a" + b"\0" * 50):
            answer = self.send(rod, raw)
            self.assertEqual(answer.status_code, 422)
            self.assertIn("no picture", answer.json()["detail"])
        huge = self.send(rod, b"\0" * (pictures.LARGEST_BYTES + 1))
        self.assertEqual(huge.status_code, 413)
        self.assertIn("smaller", huge.json()["detail"])
        self.assertEqual(self.client.get("/api/pictures/" + "0" * 64).status_code, 404)
        self.assertEqual(
            self.client.get("/api/logbook", params={"rod": rod["id"]}).json()["lines"], []
        )

    def test_too_many_pixels_are_not_opened(self):
        out = io.BytesIO()
        Image.new("1", (20_000, 12_000)).save(out, "PNG")
        with self.assertRaisesRegex(pictures.RefusedError, "pixels"):
            pictures.made_picture(out.getvalue())

    def test_a_large_one_is_kept_smaller_and_clear_ground_is_white(self):
        out = io.BytesIO()
        Image.new("RGBA", (4000, 1000), (0, 0, 0, 0)).save(out, "PNG")
        made = pictures.made_picture(out.getvalue())
        self.assertEqual((made.width_px, made.height_px), (2560, 640))
        with Image.open(io.BytesIO(made.content)) as back:
            self.assertEqual(back.getpixel((5, 5)), (255, 255, 255))


if __name__ == "__main__":
    unittest.main()
