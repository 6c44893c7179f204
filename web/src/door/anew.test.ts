import { beforeEach, expect, test, vi } from "vitest";

import { anew, stands } from "./anew";

const reload = vi.fn();
const readAgain = vi.fn();

beforeEach(() => {
  vi.clearAllMocks();
  vi.stubGlobal("location", { reload });
  Object.assign(anew, { mine: false, past: "" });
});

test("a window begins anew where another past stands, and only there", () => {
  stands("11");
  stands("11", readAgain);
  expect(readAgain).toHaveBeenCalledOnce();
  expect(reload).not.toHaveBeenCalled();
  stands("12", readAgain);
  expect(reload).toHaveBeenCalledOnce();
  expect(readAgain).toHaveBeenCalledOnce();
});

test("whoever put it there is told how it went, however late the word comes", () => {
  stands("11");
  anew.mine = true;
  stands("12");
  Object.assign(anew, { mine: false, past: "12" }); // as the answer says
  stands("12", readAgain);
  expect(reload).not.toHaveBeenCalled();
  expect(readAgain).toHaveBeenCalledOnce();
});
