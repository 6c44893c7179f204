import "fake-indexeddb/auto";

import fc from "fast-check";
import { describe, expect, it } from "vitest";

import type { Change } from "../rod/changes";
import { inBrowser } from "./keeping";
import { Away, Fault, Outbox } from "./outbox";
import type { Keeping, Outcome, Waiting } from "./outbox";

/* The real outbox against a scripted server and a browser that fails in every way one can: answers
   lost, slow, repeated and out of order, refusals, clashes, faults, storage that is full, windows
   closed at any moment. Whatever happens, every edit ends on the server exactly once, or stands on
   the screen as unsent. */

type Weather = "fine" | "lost before" | "lost after" | "fault" | "slow";
interface State {
  version: number;
  values: Record<string, number[]>;
}

class Server {
  taken: string[] = [];
  version = 1;
  values: Record<string, number[]> = {};
  constructor(private readonly verdict: (id: string) => "kept" | "refused" | "asked" | "fault") {}

  take(changes: Change[]): { state: State; outcomes: Outcome[] } {
    if (changes.some((c) => this.verdict(c.id) === "fault")) throw new Fault("500", false);
    const outcomes = changes.map((c): Outcome => {
      const outcome = this.verdict(c.id) as Outcome["outcome"];
      if (outcome === "kept" && !this.taken.includes(c.id)) {
        this.taken.push(c.id);
        this.version += 1;
        (this.values[c.what] ??= []).push(Number(c.ops[0]!.to));
      }
      return { id: c.id, outcome, says: outcome, errors: [], asked: [] };
    });
    return { state: { version: this.version, values: structuredClone(this.values) }, outcomes };
  }
}

/** A browser's storage that outlives the window, and may refuse to keep. */
class Shelf implements Keeping {
  rows = new Map<string, Waiting>();
  full: (n: number) => boolean = () => false;
  private n = 0;
  all = () => Promise.resolve([...this.rows.values()].map((r) => structuredClone(r)));
  put = (edit: Waiting) => {
    if (this.full(this.n++)) return Promise.reject(new Error("QuotaExceededError"));
    this.rows.set(edit.change.id, structuredClone(edit));
    return Promise.resolve();
  };
  remove = (id: string) => {
    this.rows.delete(id);
    return Promise.resolve();
  };
}

const change = (id: string, what = "field", to: unknown = 0): Change => ({
  id, what, seen: 1, when: "2030-01-01T00:00:00Z", ops: [{ act: "set", at: [what], to }],
}); // prettier-ignore
const edit = (rod: string, id: string, to = 0, client = "w"): Omit<Waiting, "n"> => ({
  rod, client, change: change(id, rod, to),
}); // prettier-ignore

function box(server: Server, shelf: Keeping, weather: () => Weather) {
  const answers: State[] = [];
  const late: (() => void)[] = [];
  let closed = false;
  const tick = () => new Promise<void>((done) => setImmediate(done));
  const outbox = new Outbox<State>(
    shelf,
    async (_rod, _client, changes) => {
      if (closed) await new Promise<never>(() => undefined);
      const now = weather();
      if (now === "lost before") throw new Away();
      if (now === "fault") throw new Fault("502", false);
      const answer = server.take(changes);
      if (now === "lost after") throw new Away();
      if (now === "slow") await new Promise<void>((done) => late.push(done));
      return answer;
    },
    { answered: (_, state) => answers.push(state), changed: () => undefined },
    { pause: tick, most: 3 },
  );
  const settle = async () => {
    for (let i = 0; i < 60; i++) {
      late.splice(0).forEach((go) => go());
      await tick();
    }
  };
  /** The window is gone: nothing it had under way goes on. */
  const close = () => {
    closed = true;
    late.length = 0;
  };
  return { outbox, answers, settle, close, closed: () => closed };
}

describe("the outbox", () => {
  it("sends an edit made while another rod's is on the way", async () => {
    const server = new Server(() => "kept");
    const { outbox, settle } = box(server, new Shelf(), () => "slow");
    void outbox.add(edit("a", "a-1"));
    void outbox.add(edit("b", "b-1"));
    await settle();
    expect(server.taken.sort()).toEqual(["a-1", "b-1"]);
    expect(outbox.status).toBe("kept");
  });

  it("keeps the second of two quick edits when the first is refused", async () => {
    const server = new Server((id) => (id === "one" ? "refused" : "kept"));
    const { outbox, settle } = box(server, new Shelf(), () => "fine");
    void outbox.add(edit("a", "one"));
    void outbox.add(edit("a", "two"));
    await settle();
    expect(server.taken).toEqual(["two"]);
    expect(outbox.setAside("a").map((w) => w.change.id)).toEqual(["one"]);
  });

  it("takes an edit once whose answer was lost", async () => {
    const server = new Server(() => "kept");
    const days: Weather[] = ["lost after", "lost after", "fine"];
    const { outbox, settle } = box(server, new Shelf(), () => days.shift() ?? "fine");
    void outbox.add(edit("a", "one"));
    await settle();
    expect(server.taken).toEqual(["one"]);
    expect(outbox.waiting("a")).toEqual([]);
  });

  it("says at once when the browser keeps nothing, and sends all the same", async () => {
    const server = new Server(() => "kept");
    const shelf = new Shelf();
    shelf.full = () => true;
    const { outbox, settle } = box(server, shelf, () => "slow");
    void outbox.add(edit("a", "one"));
    await Promise.resolve();
    await Promise.resolve();
    expect(outbox.unkept).toBe(true);
    await settle();
    expect(server.taken).toEqual(["one"]);
    expect(outbox.unkept).toBe(false);
  });

  it("does not try a faulty edit for ever, nor hold up the good ones round it", async () => {
    const server = new Server((id) => (id === "bad" ? "fault" : "kept"));
    const { outbox, settle } = box(server, new Shelf(), () => "fine");
    for (const id of ["good-1", "bad", "good-2"]) void outbox.add(edit("a", id));
    await settle();
    expect(server.taken).toEqual(["good-1", "good-2"]);
    expect(outbox.setAside().map((w) => w.aside?.why)).toEqual(["fault"]);
  });

  it("sends what an earlier window left, in its own name", async () => {
    const server = new Server(() => "kept");
    const shelf = new Shelf();
    const first = box(server, shelf, () => "lost before");
    void first.outbox.add(edit("a", "left-1", 1, "old"));
    await first.settle();
    first.close();
    const clients: string[] = [];
    const second = new Outbox<State>(
      shelf,
      (_rod, client, changes) => {
        clients.push(client);
        return Promise.resolve(server.take(changes));
      },
      { answered: () => undefined, changed: () => undefined },
    );
    expect(second.woken).toBe(false);
    await second.wake();
    expect(second.woken).toBe(true);
    expect(server.taken).toEqual(["left-1"]);
    expect(clients[0]).toBe("old");
    expect(shelf.rows.size).toBe(0);
  });

  it("keeps what was set aside over a reload, until it is dealt with", async () => {
    const server = new Server(() => "asked");
    const shelf = new Shelf();
    const first = box(server, shelf, () => "fine");
    void first.outbox.add(edit("a", "one"));
    await first.settle();
    const second = box(server, shelf, () => "fine");
    await second.outbox.wake();
    expect(second.outbox.setAside("a")).toHaveLength(1);
    await second.outbox.dismiss("one");
    expect(shelf.rows.size).toBe(0);
  });

  it("uses the browser's own database", async () => {
    const server = new Server(() => "kept");
    const first = box(server, inBrowser("one-window"), () => "lost before");
    void first.outbox.add(edit("a", "in-idb"));
    await first.settle();
    first.close();
    const again = box(server, inBrowser("one-window"), () => "fine");
    await again.outbox.wake();
    expect(server.taken).toEqual(["in-idb"]);
  });
});

const RUNS = Number(process.env.OUTBOX_SCHEDULES ?? 10_000);
const weathers = fc.constantFrom<Weather>(
  "fine",
  "fine",
  "lost before",
  "lost after",
  "fault",
  "slow",
);
const happenings = fc.oneof(
  { weight: 6, arbitrary: fc.record({ what: fc.constant("edit" as const), rod: fc.constantFrom("a", "b", "c") }) },
  { weight: 2, arbitrary: fc.record({ what: fc.constant("reload" as const) }) },
  { weight: 2, arbitrary: fc.record({ what: fc.constant("settle" as const) }) },
  { weight: 1, arbitrary: fc.record({ what: fc.constant("second window" as const) }) },
); // prettier-ignore

describe("whatever the weather", () => {
  it(`every edit ends on the server once, or stands as unsent (${RUNS} schedules)`, async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.array(happenings, { minLength: 1, maxLength: 10 }),
        fc.array(weathers, { maxLength: 14 }),
        fc.array(fc.constantFrom("kept", "kept", "kept", "refused", "asked", "fault"), {
          maxLength: 10,
        }),
        fc.array(fc.boolean(), { maxLength: 4 }),
        async (events, days, verdicts, full) => {
          let made = 0;
          const verdict = new Map<string, "kept" | "refused" | "asked" | "fault">();
          const server = new Server((id) => verdict.get(id) ?? "kept");
          const shelf = new Shelf();
          shelf.full = (n) => full[n] ?? false;
          const sky = [...days];
          const weather = () => sky.shift() ?? "fine";
          let here = box(server, shelf, weather);
          const windows = [here];
          const all: string[] = [];
          const lost = new Set<string>();
          for (const event of events) {
            if (event.what === "edit") {
              const id = `edit-${made}`;
              verdict.set(id, verdicts[made] ?? "kept");
              all.push(id);
              made += 1;
              void here.outbox.add(edit(event.rod, id, made, `w${windows.length}`));
              await new Promise<void>((done) => setImmediate(done));
            } else if (event.what === "settle") await here.settle();
            else {
              /* The page goes. What the browser would not keep was said to be unkept; only that can go. */
              if (event.what === "reload" && here.outbox.unkept) {
                for (const rod of ["a", "b", "c"])
                  for (const w of here.outbox.waiting(rod))
                    if (!shelf.rows.has(w.change.id)) lost.add(w.change.id);
                for (const w of here.outbox.setAside())
                  if (!shelf.rows.has(w.change.id)) lost.add(w.change.id);
              }
              if (event.what === "reload") here.close();
              here = box(server, shelf, weather);
              windows.push(here);
              void here.outbox.wake();
              await new Promise<void>((done) => setImmediate(done));
            }
          }
          sky.length = 0;
          for (const w of windows) await w.settle();
          await here.outbox.wake();
          await here.settle();
          const aside = new Set(
            windows.flatMap((w) => w.outbox.setAside().map((x) => x.change.id)),
          );
          const counts = new Map<string, number>();
          for (const id of server.taken) counts.set(id, (counts.get(id) ?? 0) + 1);
          for (const id of all) {
            const n = counts.get(id) ?? 0;
            expect(n, `${id} taken ${n} times`).toBeLessThanOrEqual(1);
            const stands = n === 1 || aside.has(id) || lost.has(id);
            expect(stands, `${id} (${verdict.get(id)}) ended nowhere`).toBe(true);
          }
          for (const w of windows.filter((o) => !o.closed())) {
            for (const rod of ["a", "b", "c"]) expect(w.outbox.waiting(rod)).toEqual([]);
          }
        },
      ),
      { numRuns: RUNS, interruptAfterTimeLimit: 200_000, markInterruptAsFailure: true },
    );
  });

  it("edits of one rod and one window reach the server in the order they were made", async () => {
    await fc.assert(
      fc.asyncProperty(
        fc.integer({ min: 1, max: 8 }),
        fc.array(
          weathers.filter((w) => w !== "fault"),
          { maxLength: 10 },
        ),
        async (count, sky) => {
          const days = [...sky];
          const server = new Server(() => "kept");
          const { outbox, settle } = box(server, new Shelf(), () => days.shift() ?? "fine");
          const all = Array.from({ length: count }, (_, n) => `edit-${n}`);
          for (const id of all) void outbox.add(edit("a", id));
          await settle();
          expect(server.taken).toEqual(all);
        },
      ),
      { numRuns: 500 },
    );
  });
});
