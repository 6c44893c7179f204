import { openDB } from "idb";
import type { DBSchema, IDBPDatabase } from "idb";
import { create } from "zustand";

import { api, client, Refused, take } from "../api/client";
import type { BuildState, LogEntry } from "../api/types";
import { putSafely } from "./safely";

/* What is said at the bench beside the plan: minutes, notes, measures, what is skipped, pictures. Each gets
   its id here, waits in the browser's own database until the server has it, and arrives once, in order. */

export interface Said {
  n: number;
  id: string;
  rod: string;
  entry: LogEntry;
  /** The picture's bytes, when it is one; the entry then holds what is said of it. */
  picture?: Blob;
  /** Why the server would not have it. */
  refused?: string;
}

interface Kept extends DBSchema {
  said: { key: string; value: Said };
}

interface Entries {
  waiting: Said[];
  /** Entries this browser could not put by: they live in this window only. */
  unkept: boolean;
  away: boolean;
}

export const useEntries = create<Entries>(() => ({ waiting: [], unkept: false, away: false }));

let opened: Promise<IDBPDatabase<Kept>> | null = null;
const db = () => {
  opened ??= openDB<Kept>("wise-spool-said", 1, {
    upgrade: (fresh) => void fresh.createObjectStore("said", { keyPath: "id" }),
  }).catch((error: unknown) => {
    opened = null;
    throw error;
  });
  return opened;
};

/** What hears of a rod's new state when an entry has arrived. */
let heard: (state: BuildState) => void = () => undefined;
export const onState = (listener: (state: BuildState) => void) => void (heard = listener);

type Unsaid = Omit<LogEntry, "id" | "at">;

/** Say something of a rod now. It is kept here first, then sent. */
export async function sayOf(rod: string, said: Partial<Unsaid>, picture?: Blob): Promise<void> {
  const id = crypto.randomUUID();
  const entry = { id, at: new Date().toISOString(), ...said } as LogEntry;
  const n = Math.max(0, ...useEntries.getState().waiting.map((w) => w.n)) + 1;
  const one: Said = { n, id, rod, entry, picture };
  useEntries.setState((s) => ({ waiting: [...s.waiting, one] }));
  try {
    await putSafely(await db(), "said", one);
  } catch {
    useEntries.setState({ unkept: true });
  }
  void sendSaid();
}

async function drop(id: string): Promise<void> {
  useEntries.setState((s) => {
    const waiting = s.waiting.filter((w) => w.id !== id);
    return { waiting, unkept: s.unkept && waiting.length > 0 };
  });
  await (await db()).delete("said", id).catch(() => undefined);
}

async function sent(one: Said): Promise<void> {
  const path = { build_id: one.rod };
  const header = { "X-Client": client };
  if (!one.picture) {
    const body = { entries: [one.entry] };
    heard(await take(api.POST("/api/builds/{build_id}/log", { params: { path, header }, body })));
    return;
  }
  const { of, words, place_mm } = one.entry.picture!;
  const query = { id: one.id, at: one.entry.at, of, words, place_mm };
  await take(
    api.POST("/api/builds/{build_id}/pictures", {
      params: { path, header, query },
      body: one.picture as never,
      bodySerializer: (b: unknown) => b as Blob,
      headers: { "Content-Type": one.picture.type || "application/octet-stream" },
    }),
  );
}

const locks = typeof navigator === "undefined" ? undefined : navigator.locks;
let sending = false;

/** Send what waits, in its order; stop at the first that finds no server. Windows take turns. */
export async function sendSaid(): Promise<void> {
  if (sending) return;
  sending = true;
  const work = async () => {
    for (;;) {
      const next = useEntries.getState().waiting.find((w) => !w.refused);
      if (!next) break;
      try {
        await sent(next);
      } catch (error) {
        if (!(error instanceof Refused) || error.problem.status >= 500) {
          useEntries.setState({ away: true });
          return;
        }
        const why = error.message;
        useEntries.setState((s) => ({
          waiting: s.waiting.map((w) => (w.id === next.id ? { ...w, refused: why } : w)),
        }));
        await (await db()).put("said", { ...next, refused: why }).catch(() => undefined);
        continue;
      }
      await drop(next.id);
    }
    useEntries.setState({ away: false });
  };
  try {
    await (locks ? locks.request("wise-spool-said", work) : work());
  } catch {
    /* the browser's database is closed to us: what waits is still in this window */
  } finally {
    sending = false;
  }
}

/** Give up an entry the server would not have. */
export const dropSaid = (id: string) => void drop(id);

/** Take up what an earlier window left, and send it. */
export async function wakeSaid(): Promise<void> {
  try {
    const kept = (await (await db()).getAll("said")).sort((a, b) => a.n - b.n);
    useEntries.setState((s) => {
      const here = new Set(s.waiting.map((w) => w.id));
      return { waiting: [...kept.filter((k) => !here.has(k.id)), ...s.waiting] };
    });
  } catch {
    /* nothing was kept */
  }
  await sendSaid();
}

if (typeof window !== "undefined") {
  void wakeSaid();
  for (const event of ["online", "focus"]) window.addEventListener(event, () => void sendSaid());
  setInterval(() => {
    if (useEntries.getState().waiting.some((w) => !w.refused)) void sendSaid();
  }, 4000);
}
