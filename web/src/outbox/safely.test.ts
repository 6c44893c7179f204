import "fake-indexeddb/auto";
import { openDB } from "idb";
import { expect, test, vi } from "vitest";

import { inBrowser } from "./keeping";
import { putSafely } from "./safely";

test("an edit that waits is on the disk before the browser says that it has it", async () => {
  const asked = vi.spyOn(IDBDatabase.prototype, "transaction");
  const edit = { rod: "r", client: "c", n: 1, change: { id: "one", what: "w", seen: 1, ops: [] } };
  await inBrowser("safely").put(edit as never);
  expect(asked.mock.calls.map((c) => c[2])).toContainEqual({ durability: "strict" });
  expect(await inBrowser("safely").all()).toEqual([edit]);
});

test("what the browser will not put by is said", async () => {
  const db = await openDB("full", 1, {
    upgrade: (fresh) => void fresh.createObjectStore("said", { keyPath: "id" }),
  });
  await expect(putSafely(db as never, "said" as never, { no: "id" } as never)).rejects.toThrow();
});
