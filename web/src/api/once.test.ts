import { expect, test } from "vitest";

import { Refused, Unreachable } from "./client";
import { once } from "./once";

test("what was asked for and never answered is asked for under the same id", async () => {
  const ids: string[] = [];
  const away = (id: string) => (ids.push(id), Promise.reject(new Unreachable()));
  const made = (id: string) => (ids.push(id), Promise.resolve(id));
  await expect(once("a rod", away)).rejects.toThrow();
  await once("another", made);
  expect(await once("a rod", made)).toBe(ids[0]);
  expect(await once("a rod", made)).not.toBe(ids[0]);
});

test("what was refused is asked for anew", async () => {
  const ids: string[] = [];
  const no = (id: string) => (
    ids.push(id),
    Promise.reject(new Refused({ title: "", status: 422, detail: "no" } as never))
  );
  await expect(once("a rod", no)).rejects.toThrow();
  await expect(once("a rod", no)).rejects.toThrow();
  expect(ids[0]).not.toBe(ids[1]);
});
