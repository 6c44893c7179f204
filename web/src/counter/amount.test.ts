import { expect, test } from "vitest";

import { amount } from "./amount";

test("amounts are read as they came, to the cent", () => {
  expect(amount("1234567.5")).toBe("1\u202f234\u202f567.50");
  expect(amount("662")).toBe("662");
  expect(amount("-0.36")).toBe("−0.36");
  expect(amount("12.00")).toBe("12");
});
