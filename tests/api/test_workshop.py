"""Room sensor, dryer and foot switch: lines read or said not to be, a stalled dryer, a tread heard at the bench."""

import asyncio
import unittest
from datetime import datetime

import numpy as np

from tests.api.test_builds import WithAShop
from wise_spool.api.bell import Bell
from wise_spool.devices.instrument import InstrumentError
from wise_spool.devices.workshop import SimulatedDryer, SimulatedThermometer, read_air


class Lines(unittest.TestCase):
    def test_lines_of_several_sensors(self):
        for line, c, damp in (("+21.4 C 48 %\r\n", 21.4, 48), ("70.7 F", 21.5, None), (" 19,5 C 61.5 %", 19.5, 61.5)):  # fmt: skip
            read = read_air(line)
            self.assertEqual((read.temperature_c, read.humidity_percent), (c, damp))

    def test_what_is_no_room_is_turned_away(self):
        for line in ("", "21", "+2?.4 C", "+190.0 C 40 %", "20 C 0 %", "20 C 140 %"):
            with self.assertRaises(InstrumentError, msg=line):
                read_air(line)

    def test_the_simulated_room_is_warmest_in_the_afternoon_and_dampest_when_cold(self):
        room = SimulatedThermometer()
        reads = [read_air(room.line(datetime(2026, 3, 14, h))) for h in range(24)]
        warm = np.array([r.temperature_c for r in reads])
        self.assertTrue(13 <= int(warm.argmax()) <= 17 and np.ptp(warm) > 4)
        damp = np.array([r.humidity_percent for r in reads])
        self.assertLess(np.corrcoef(warm, damp)[0, 1], -0.8)

    def test_a_stalled_dryer_says_so_and_stands(self):
        dryer = SimulatedDryer()
        dryer.turn(6)
        dryer.fault = "stalled"
        with self.assertRaisesRegex(InstrumentError, "hums and stands"):
            dryer.turn(6)
        self.assertEqual(dryer.turning_rpm, 0)
        dryer.turn(0)


class OverTheApi(WithAShop):
    def setUp(self):
        super().setUp()
        self.client.put("/api/devices/practice", json={"on": True})

    def test_they_stand_only_where_they_were_put(self):
        self.client.put("/api/devices/practice", json={"on": False})
        for got in (self.client.get("/api/devices/air"), self.client.get("/api/devices/dryer"), self.client.post("/api/devices/foot", json={"tread": "press"})):  # fmt: skip
            self.assertEqual(got.status_code, 404)

    def test_a_dead_sensor_and_a_stalled_dryer_say_what_to_do(self):
        self.assertIn("C", self.client.get("/api/devices/air").json()["text"])
        self.assertEqual(
            self.client.put("/api/devices/air", json={"fault": "dead"}).status_code, 503
        )
        self.assertIn("type it in", self.client.get("/api/devices/air").json()["detail"])
        self.client.put("/api/devices/air", json={"fault": "none"})
        self.assertEqual(self.client.put("/api/devices/dryer", json={"rpm": 6}).json()["turning_rpm"], 6)  # fmt: skip
        self.client.put("/api/devices/dryer", json={"fault": "stalled"})
        self.assertEqual(self.client.put("/api/devices/dryer", json={"rpm": 8}).status_code, 503)
        self.assertEqual(self.client.get("/api/devices/dryer").json()["turning_rpm"], 0)
        self.assertEqual(self.client.put("/api/devices/dryer", json={"rpm": 900}).status_code, 422)
        self.client.put("/api/devices/dryer", json={"fault": "none", "rpm": 0})

    def test_a_tread_is_heard_by_every_window(self):
        async def heard():
            bell = Bell()
            lines = bell.listen()
            await anext(lines)
            bell.tread("hold")
            return await anext(lines)

        self.assertEqual(asyncio.run(heard()), "event: foot\ndata: hold\n\n")
        self.assertEqual(self.client.post("/api/devices/foot", json={"tread": "press"}).status_code, 204)  # fmt: skip
        self.assertEqual(self.client.post("/api/devices/foot", json={"tread": "dance"}).status_code, 422)  # fmt: skip


if __name__ == "__main__":
    unittest.main()
