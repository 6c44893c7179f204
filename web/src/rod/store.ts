import { produce } from "immer";
import { create } from "zustand";

import { api, client, Refused, take, Unreachable } from "../api/client";
import type { Build, BuildState, Plan } from "../api/types";
import { draftsOf, keepDrafts } from "../outbox/drafts";
import type { Draft, Drafts } from "../outbox/drafts";
import { onState } from "../outbox/entries";
import { inBrowser } from "../outbox/keeping";
import { Away, Fault, Outbox } from "../outbox/outbox";
import type { Waiting } from "../outbox/outbox";
import { freshId, opsBetween, overlaid, withRowIds } from "./changes";

export type Saving = "saved" | "saving" | "offline" | "unkept";
export type Recipe = (build: Build) => void;

interface RodStore {
  id: string | null;
  /** The rod as the server last said it stands. */
  server: BuildState | null;
  /** The same with every edit that waits laid over it: what is on the screen. */
  build: Build | null;
  plan: Plan | null;
  preview: { build: Build; plan: Plan } | null;
  saving: Saving;
  problem: string | null;
  notice: string | null;
  /** Edits that met another of the same place: both are shown. */
  asked: Waiting[];
  /** Edits the server would not have, and no field to say it at. */
  faults: Waiting[];
  drafts: Drafts;
  open: (id: string) => Promise<void>;
  edit: (what: string, recipe: Recipe, typed?: { path: string; text: string }) => void;
  show: (recipe: Recipe) => void;
  stopShowing: () => void;
  undo: () => Promise<void>;
  redo: () => Promise<void>;
  backTo: (number: number) => Promise<void>;
  draft: (path: string, draft: Draft | null) => void;
  say: (notice: string | null) => void;
  settle: (edit: Waiting, whose: "mine" | "theirs") => void;
}

let previewTurn = 0;
let previewBusy = false;
let previewNext: Build | null = null;

const locks = typeof navigator === "undefined" ? undefined : navigator.locks;

/** Every edit of every rod, on its way to the server. */
export const outbox = new Outbox<BuildState>(
  inBrowser(),
  async (rod, by, changes) => {
    const { server: held } = useRod.getState();
    const holds = held?.id === rod && held.plan ? held.version : undefined;
    try {
      const taken = await take(
        api.POST("/api/builds/{build_id}/changes", {
          params: { path: { build_id: rod }, header: { "X-Client": by } },
          body: { changes, holds },
        }),
      );
      if (taken.since !== null && held?.plan) {
        taken.state = { ...taken.state, plan: { ...held.plan, ...taken.news } as Plan };
      }
      if (taken.touches.length && useRod.getState().id === rod)
        useRod.setState({ notice: touchesWords(taken.touches) });
      return taken;
    } catch (error) {
      if (error instanceof Unreachable) throw new Away(error.message);
      if (error instanceof Refused) {
        const { status } = error.problem;
        if (status > 500) throw new Away(error.message);
        throw new Fault(error.message, status < 500);
      }
      throw error;
    }
  },
  {
    answered: (rod, state) => {
      const { id, server } = useRod.getState();
      if (rod === id && (!server || state.version >= server.version)) {
        lastIsTheirs = false;
        arrived(state);
      }
    },
    changed: () => useRod.setState(fromOutbox()),
  },
  locks
    ? { alone: (work) => locks.request("wise-spool-outbox", work) as ReturnType<typeof work> }
    : {},
);

/** What an edit does to work that is done, in a line or two. */
const touchesWords = (touches: string[]): string =>
  touches.slice(0, 2).join(" ") + (touches.length > 2 ? ` And ${touches.length - 2} more.` : "");

/** What the outbox adds to what the server said. */
function fromOutbox(): Partial<RodStore> {
  const { id, server, drafts } = useRod.getState();
  const waiting = id ? outbox.waiting(id) : [];
  const aside = id ? outbox.setAside(id) : [];
  const saving: Saving = outbox.unkept && waiting.length
    ? "unkept"
    : outbox.status === "away"
      ? "offline"
      : waiting.length || !outbox.woken
        ? "saving"
        : "saved"; // prettier-ignore
  const refused = atTheirFields(aside, drafts);
  return {
    saving,
    build: server ? overlaid(server.build, waiting.map((w) => w.change)) : null,
    asked: aside.filter((w) => w.aside?.why === "asked"),
    faults: aside.filter((w) => w.aside?.why === "fault"),
    ...refused,
  }; // prettier-ignore
}

/** What was refused goes back to the field it was typed in, with the reason; the rest is said once. */
function atTheirFields(aside: Waiting[], drafts: Drafts): Partial<RodStore> {
  const refused = aside.filter((w) => w.aside?.why === "refused");
  if (!refused.length) return {};
  let next = drafts;
  let notice: string | null = null;
  for (const { change, typed, aside: why } of refused) {
    const about = why!.errors.find((e) => e.field === typed?.path) ?? why!.errors[0];
    const message = about?.message ?? why!.says;
    if (typed) next = { ...next, [typed.path]: { text: typed.text, message } };
    else notice = message;
    void outbox.dismiss(change.id);
  }
  const id = useRod.getState().id;
  if (id) keepDrafts(id, next);
  return { drafts: next, ...(notice ? { notice } : {}) };
}

function arrived(state: BuildState): void {
  useRod.setState({ server: state, plan: state.plan, problem: null, preview: null });
  useRod.setState(fromOutbox());
}

export const useRod = create<RodStore>((set, get) => {
  const step = async (call: () => Promise<BuildState>) => {
    const { id, saving } = get();
    if (!id || saving !== "saved") return;
    try {
      arrived(await call());
    } catch (error) {
      set({ notice: (error as Error).message });
    }
  };
  const at = () => ({
    path: { build_id: get().id ?? "" },
    query: { seen: get().server?.version },
    header: { "X-Client": client },
  });

  const plannedPreview = async () => {
    if (previewBusy) return;
    previewBusy = true;
    while (previewNext) {
      const build = previewNext;
      const turn = previewTurn;
      previewNext = null;
      try {
        const plan = await take(api.POST("/api/plan", { body: build }));
        if (turn === previewTurn) set({ preview: { build, plan } });
      } catch {
        /* A preview that cannot be planned is simply not shown; the edit itself will say why. */
      }
    }
    previewBusy = false;
  };

  return {
    id: null,
    server: null,
    build: null,
    plan: null,
    preview: null,
    saving: "saved",
    problem: null,
    notice: null,
    asked: [],
    faults: [],
    drafts: {},

    open: async (id) => {
      set({
        id,
        server: null,
        build: null,
        plan: null,
        preview: null,
        problem: null,
        notice: null,
      });
      set({ drafts: draftsOf(id), ...fromOutbox() });
      try {
        const state = await take(
          api.GET("/api/builds/{build_id}", { params: { path: { build_id: id } } }),
        );
        if (get().id === id) {
          lastIsTheirs = false;
          arrived(state);
        }
      } catch (error) {
        if (get().id === id) set({ problem: (error as Error).message });
      }
    },

    edit: (what, recipe, typed) => {
      const { id, build, server } = get();
      if (!id || !build || !server) return;
      let ops;
      try {
        ops = opsBetween(build, withRowIds(produce(build, recipe)));
      } catch (error) {
        set({ notice: (error as Error).message });
        return;
      }
      if (!ops.length) return;
      previewTurn += 1;
      previewNext = null;
      set({ notice: null, preview: null });
      const when = new Date().toISOString();
      const change = { id: freshId(), what: what.slice(0, 120), seen: server.version, when, ops };
      void outbox.add({ rod: id, client, change, typed });
    },

    show: (recipe) => {
      const { build } = get();
      if (!build) return;
      previewNext = produce(build, recipe);
      void plannedPreview();
    },

    stopShowing: () => {
      previewTurn += 1;
      previewNext = null;
      set({ preview: null });
    },

    undo: async () => {
      if (lastIsTheirs) {
        lastIsTheirs = false;
        set({ notice: "The last change was made in another window. Undo again takes that back." });
        return;
      }
      await step(() => take(api.POST("/api/builds/{build_id}/undo", { params: at() })));
    },
    redo: () => step(() => take(api.POST("/api/builds/{build_id}/redo", { params: at() }))),
    backTo: (number) =>
      step(() => {
        const { path, header } = at();
        const params = { path: { ...path, number }, header };
        return take(api.POST("/api/builds/{build_id}/revisions/{number}/back", { params }));
      }),

    draft: (path, draft) => {
      const { id, drafts } = get();
      if (!id || (!draft && !(path in drafts))) return;
      const others = Object.entries(drafts).filter(([where]) => where !== path);
      const rest = Object.fromEntries(draft ? [...others, [path, draft]] : others);
      keepDrafts(id, rest);
      set({ drafts: rest });
    },

    say: (notice) => set({ notice }),

    settle: (edit, whose) => {
      void outbox.dismiss(edit.change.id);
      const { server } = get();
      if (whose === "theirs" || !server) return;
      const what = `${edit.change.what}, kept over a change made elsewhere`.slice(0, 120);
      const change = { ...edit.change, id: freshId(), what, seen: server.version };
      void outbox.add({ rod: edit.rod, client, change });
    },
  };
});

const OWN_ANSWER_MS = 150;
/** Whether the last change of this rod came from another window: undo says so before it takes that back. */
let lastIsTheirs = false;
let fetching = false;
let fetchAgain = false;

/** A rod was changed somewhere: where it is the one on screen and that is news here, it is read anew. What waits in this
 * window stays laid over it, and what is being dragged is let be. */
export async function changedElsewhere(rod: string, version: number): Promise<void> {
  await new Promise((go) => setTimeout(go, OWN_ANSWER_MS)); // this window's own answer comes first
  const here = useRod.getState();
  if (rod !== here.id || !here.server || here.server.version >= version) return;
  if (fetching) {
    fetchAgain = true;
    return;
  }
  fetching = true;
  do {
    fetchAgain = false;
    try {
      const params = { params: { path: { build_id: rod } } };
      const state = await take(api.GET("/api/builds/{build_id}", params));
      const { id, server, preview } = useRod.getState();
      if (id === rod && server && state.version > server.version) {
        arrived(state);
        lastIsTheirs = true;
        useRod.setState({ preview });
      }
    } catch {
      /* It is read when the server is back: the bell's line opens anew. */
    }
  } while (fetchAgain as boolean);
  fetching = false;
}

/** The line to the bell was cut and is there again: whatever was rung meanwhile was not heard. */
export const changedWhileAway = (): void => {
  const { id, server } = useRod.getState();
  if (id && server) void changedElsewhere(id, Infinity);
};

/** The rod on screen: what is being tried while dragging, else what is kept. */
export function useShown(): { build: Build; plan: Plan } {
  const build = useRod((s) => s.build);
  const plan = useRod((s) => s.plan);
  const preview = useRod((s) => s.preview);
  return preview ?? { build: build!, plan: plan! };
}

onState((state) => {
  const { id, server } = useRod.getState();
  if (state.id === id && (!server || state.version >= server.version)) arrived(state);
});

if (typeof window !== "undefined") {
  void outbox.wake();
  for (const event of ["online", "focus"]) {
    window.addEventListener(event, () => void outbox.wake());
  }
}
