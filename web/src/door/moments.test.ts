import { expect, test } from "vitest";

import { ago } from "./moments";

const now = Date.parse("2026-03-02T12:00:00Z");

test("near moments are told by the clock, far ones by the day", () => {
  expect(ago("2026-03-02T11:59:40Z", now)).toBe("just now");
  expect(ago("2026-03-02T11:18:00Z", now)).toBe("42 min ago");
  expect(ago("2026-03-01T11:00:00Z", now)).toBe("25 h ago");
  expect(ago("2026-02-20T11:00:00Z", now)).toBe("20 Feb");
});
