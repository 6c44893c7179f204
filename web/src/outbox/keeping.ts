import { openDB } from "idb";
import type { DBSchema, IDBPDatabase } from "idb";

import type { Keeping, Waiting } from "./outbox";
import { putSafely } from "./safely";

interface Kept extends DBSchema {
  waiting: { key: string; value: Waiting };
}

/** Waiting edits in the browser's own database. Every call fails when the browser will not keep them. */
export function inBrowser(name = "wise-spool-outbox"): Keeping {
  let opened: Promise<IDBPDatabase<Kept>> | null = null;
  const db = () => {
    opened ??= openDB<Kept>(name, 1, {
      upgrade: (fresh) => {
        fresh.createObjectStore("waiting", { keyPath: "change.id" });
      },
    }).catch((error: unknown) => {
      opened = null;
      throw error;
    });
    return opened;
  };
  return {
    all: async () => (await (await db()).getAll("waiting")).sort((a, b) => a.n - b.n),
    put: async (edit) => putSafely(await db(), "waiting", edit),
    remove: async (id) => (await db()).delete("waiting", id),
  };
}
