import { describe, expect, it } from "vitest";

import type { ShopBoard } from "../api/types";
import { asks, pinned, said, unpinned } from "./pins";
import { iso, snapped } from "./when";

const BOARD = {
  zone: "UTC",
  people: [{ id: "p", name: "Me", hours: [], away: [] }],
  dryers: [],
  pins: [],
  promises: [],
  room: { cold_c: 15, warm_c: 21, in_hours: true, settles_h: 2 },
} as unknown as ShopBoard;
const AT = Date.parse("2026-03-02T18:07:00Z");

describe("pins", () => {
  it("holds one sitting in one place, on the grid", () => {
    const once = pinned(BOARD, "r/coat:1", AT, "p");
    const twice = pinned(once, "r/coat:1", AT + 3_600_000, "p");
    expect(once.pins[0]!.start).toBe("2026-03-02T18:05:00Z");
    expect(twice.pins.map((p) => p.start)).toEqual(["2026-03-02T19:05:00Z"]);
    expect(unpinned(twice, "r/coat:1").pins).toEqual([]);
    expect(iso(snapped(AT + 60_000))).toBe("2026-03-02T18:10:00Z");
  });

  it("keeps what was said of a rod beside what is said now", () => {
    const one = said(said(BOARD, "a", { trip: true }), "a", { must: true });
    expect(one.promises).toEqual([expect.objectContaining({ rod: "a", trip: true, must: true })]);
    expect(said(one, "b", { aside: true }).promises.length).toBe(2);
  });

  it("asks what a shop asks first without touching the board", () => {
    const before = JSON.stringify(BOARD);
    const names = asks(BOARD).map((a) => a.name);
    expect(names).toEqual(["one more dryer place", "Sundays too", "kept at 21 °C"]);
    expect(asks(BOARD)[1]!.board.people[0]!.hours.map((h) => h.weekday)).toEqual([6]);
    expect(JSON.stringify(BOARD)).toBe(before);
  });
});
