import "fake-indexeddb/auto";
import { beforeEach, expect, test, vi } from "vitest";

const POST = vi.fn();
class Refused extends Error {
  constructor(readonly problem: { status: number; detail: string }) {
    super(problem.detail);
  }
}
vi.mock("../api/client", () => ({
  api: { POST: (...args: unknown[]) => POST(...args) as unknown },
  client: "window-1",
  Refused,
  take: (call: Promise<unknown>) => call,
}));

const { dropSaid, sayOf, sendSaid, useEntries } = await import("./entries");

const arrived: string[] = [];
let answer: (id: string) => Promise<unknown>;

beforeEach(() => {
  arrived.length = 0;
  for (const w of useEntries.getState().waiting) dropSaid(w.id);
  answer = () => Promise.resolve({ id: "rod" });
  POST.mockReset();
  POST.mockImplementation(
    (_path: string, { body }: { body: { entries: { id: string; note: { words: string } }[] } }) => {
      const [entry] = body.entries;
      return answer(entry!.note.words).then((state) => {
        arrived.push(entry!.note.words);
        return state;
      });
    },
  );
});

const note = (words: string) => sayOf("rod", { note: { id: words, words } } as never);
/* The next try comes by itself after a while; here it is made. */
const settled = () =>
  vi.waitFor(async () => {
    await sendSaid();
    expect(useEntries.getState().waiting).toEqual([]);
  });

test("what is said while the server is away waits in its order and arrives once", async () => {
  answer = () => Promise.reject(new Error("away"));
  for (const words of ["a", "b", "c"]) await note(words);
  await vi.waitFor(() => expect(useEntries.getState().away).toBe(true));
  expect(useEntries.getState().waiting.map((w) => w.entry.note?.words)).toEqual(["a", "b", "c"]);
  answer = () => Promise.resolve({ id: "rod" });
  await Promise.all([sendSaid(), sendSaid()]);
  await settled();
  expect(arrived).toEqual(["a", "b", "c"]);
});

test("what the server will not have stays with its reason and holds nothing else up", async () => {
  answer = (words) =>
    words === "bad"
      ? Promise.reject(new Refused({ status: 422, detail: "in the future" }))
      : Promise.resolve({ id: "rod" });
  await note("bad");
  await note("good");
  await vi.waitFor(() => expect(arrived).toEqual(["good"]));
  const [left] = useEntries.getState().waiting;
  expect(left?.refused).toBe("in the future");
  dropSaid(left!.id);
  await settled();
});

test("a full device is said, and what could not be put by is still sent", async () => {
  answer = () => Promise.reject(new Error("away"));
  const put = vi.spyOn(IDBObjectStore.prototype, "put").mockImplementation(() => {
    throw new DOMException("full", "QuotaExceededError");
  });
  await note("kept in the window");
  expect(useEntries.getState().unkept).toBe(true);
  put.mockRestore();
  answer = () => Promise.resolve({ id: "rod" });
  await sendSaid();
  await settled();
  expect(arrived).toEqual(["kept in the window"]);
  expect(useEntries.getState().unkept).toBe(false);
});
