import { expect, test } from "vitest";

import type { LogEntry } from "../api/types";
import { said } from "./words";

const at = { id: "e", at: "2030-01-01T09:00:00Z", by: "", device: "" };
const line = (entry: object) => said({ ...at, ...entry } as LogEntry, {}, "mm/1");

test("what is seen of finish and line has words", () => {
  const lines = [
    line({ area_coat: { id: "p:1", area: "p", number: 2, mixed_at: at.at, temperature_c: 20 } }),
    line({ defect: { id: "d", symptom: "craters", coat: 1, words: "guide 8", cleared: false } }),
    line({
      witness: {
        id: "w",
        product: "tin",
        blob: "",
        minutes: 300,
        temperature_c: 20,
        seen: "tacky",
      },
    }),
    line({ sighted: { id: "g3", offset_mm: null, angle_deg: -2, off_deg: null, accepted: "" } }),
    line({
      sighted: { id: "g3", offset_mm: 3, angle_deg: null, off_deg: null, accepted: "a bow" },
    }),
  ];
  expect(lines.map((l) => l.what)).toEqual([
    "coat on",
    "coat went wrong",
    "blob looked at",
    "looked along",
    "looked along",
  ]);
  expect(lines[1]!.says).toBe("craters, fish-eyes in coat 1, guide 8");
  expect(lines[2]!.says).toContain("it is tacky, 5 h after mixing");
  expect(lines[3]!.says).toBe("g3: 2.0° to the left");
  expect(lines[4]!.says).toBe("g3: 3 mm to the right, stays so: a bow");
});
