import { produce } from "immer";
import { create } from "zustand";

import { api, Refused, take, Unreachable } from "../api/client";
import type { Build, BuildState, Plan } from "../api/types";

/** What was typed in a field and could not be kept, with the reason. */
export interface Draft {
  text: string;
  message: string;
}

export interface Conflict {
  theirs: BuildState;
  mine: Build;
  what: string;
  keptAs: number;
  changed: string[];
}

type Saving = "saved" | "saving" | "offline";
export type Recipe = (build: Build) => void;

interface Outbox {
  base: number;
  build: Build;
  what: string;
}

interface BuildStore {
  id: string | null;
  revision: number;
  build: Build | null;
  plan: Plan | null;
  preview: { build: Build; plan: Plan } | null;
  canUndo: boolean;
  canRedo: boolean;
  saving: Saving;
  problem: string | null;
  notice: string | null;
  conflict: Conflict | null;
  drafts: Record<string, Draft>;
  /** Entries being read by the server, before they are edits. */
  reading: number;
  open: (id: string) => Promise<void>;
  edit: (what: string, recipe: Recipe, typed?: { path: string; text: string }) => void;
  show: (recipe: Recipe) => void;
  stopShowing: () => void;
  undo: () => Promise<void>;
  redo: () => Promise<void>;
  draft: (path: string, draft: Draft | null) => void;
  readWhile: (work: () => void | Promise<void>) => Promise<void>;
  say: (notice: string | null) => void;
  settle: (whose: "mine" | "theirs") => void;
}

const outboxKey = (id: string) => `wise-spool:unsent:${id}`;
const draftsKey = (id: string) => `wise-spool:drafts:${id}`;
const RETRY_MS = 1500;

function remembered<T>(key: string): T | null {
  const text = localStorage.getItem(key);
  return text ? (JSON.parse(text) as T) : null;
}

let waiting: { what: string; typed?: { path: string; text: string } } | null = null;
let sending = false;
let lastGood: Build | null = null;
let previewTurn = 0;
let previewBusy = false;
let previewNext: Build | null = null;

export const useBuild = create<BuildStore>((set, get) => {
  const arrived = (state: BuildState, more: Partial<BuildStore> = {}) => {
    lastGood = state.build;
    set({
      revision: state.revision,
      build: state.build,
      plan: state.plan,
      canUndo: state.can_undo,
      canRedo: state.can_redo,
      saving: "saved",
      problem: null,
      preview: null,
      ...more,
    });
  };

  const refusedAt = (error: Refused, typed?: { path: string; text: string }) => {
    const about = typed && error.problem.errors?.find((e) => e.field === typed.path);
    const message = about?.message ?? error.problem.detail;
    if (typed) get().draft(typed.path, { text: typed.text, message });
    set({ build: lastGood, preview: null, saving: "saved", notice: typed ? null : message });
  };

  /** Send what is waiting, one request at a time, until nothing is; retry while the server is away. */
  const send = async () => {
    if (sending) return;
    sending = true;
    while (waiting && get().id && get().build) {
      const { id, revision, build } = get() as { id: string; revision: number; build: Build };
      const { what, typed } = waiting;
      waiting = null;
      set({ saving: get().saving === "offline" ? "offline" : "saving" });
      try {
        const state = await take(
          api.PUT("/api/builds/{build_id}", {
            params: { path: { build_id: id } },
            body: { base_revision: revision, what, build },
          }),
        );
        if (get().id !== id) break;
        if (waiting) set({ revision: state.revision });
        else {
          localStorage.removeItem(outboxKey(id));
          arrived(state);
        }
      } catch (error) {
        if (get().id !== id) break;
        if (error instanceof Unreachable) {
          waiting ??= { what, typed };
          set({ saving: "offline" });
          await new Promise((done) => setTimeout(done, RETRY_MS));
          continue;
        }
        localStorage.removeItem(outboxKey(id));
        if (!(error instanceof Refused)) throw error;
        const { problem } = error;
        if (problem.status === 409 && problem.current) {
          arrived(problem.current, {
            conflict: {
              theirs: problem.current,
              mine: build,
              what,
              keptAs: problem.kept_as ?? 0,
              changed: (problem.errors ?? []).map((e) => e.field),
            },
          });
        } else refusedAt(error, typed);
      }
    }
    sending = false;
  };

  const step = async (which: "undo" | "redo") => {
    const { id } = get();
    if (!id || get().saving !== "saved") return;
    try {
      const path = { params: { path: { build_id: id } } };
      const call =
        which === "undo"
          ? api.POST("/api/builds/{build_id}/undo", path)
          : api.POST("/api/builds/{build_id}/redo", path);
      arrived(await take(call));
    } catch (error) {
      set({ notice: (error as Error).message });
    }
  };

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
    revision: 0,
    build: null,
    plan: null,
    preview: null,
    canUndo: false,
    canRedo: false,
    saving: "saved",
    problem: null,
    notice: null,
    conflict: null,
    drafts: {},
    reading: 0,

    open: async (id) => {
      waiting = null;
      set({
        id,
        build: null,
        plan: null,
        preview: null,
        problem: null,
        conflict: null,
        notice: null,
      });
      set({ drafts: remembered<Record<string, Draft>>(draftsKey(id)) ?? {}, saving: "saved" });
      try {
        const state = await take(
          api.GET("/api/builds/{build_id}", { params: { path: { build_id: id } } }),
        );
        if (get().id !== id) return;
        arrived(state);
        const unsent = remembered<Outbox>(outboxKey(id));
        if (unsent) {
          set({ build: unsent.build, revision: unsent.base });
          waiting = { what: unsent.what };
          void send();
        }
      } catch (error) {
        set({ problem: (error as Error).message });
      }
    },

    edit: (what, recipe, typed) => {
      const { id, build, revision } = get();
      if (!id || !build) return;
      const next = produce(build, recipe);
      if (next === build) return;
      previewTurn += 1;
      previewNext = null;
      set({ build: next, notice: null });
      const outbox: Outbox = { base: revision, build: next, what };
      localStorage.setItem(outboxKey(id), JSON.stringify(outbox));
      waiting = { what, typed };
      void send();
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

    undo: () => step("undo"),
    redo: () => step("redo"),

    draft: (path, draft) => {
      const { id, drafts } = get();
      if (!id || (!draft && !(path in drafts))) return;
      const others = Object.entries(drafts).filter(([at]) => at !== path);
      const rest = Object.fromEntries(draft ? [...others, [path, draft]] : others);
      if (Object.keys(rest).length) localStorage.setItem(draftsKey(id), JSON.stringify(rest));
      else localStorage.removeItem(draftsKey(id));
      set({ drafts: rest });
    },

    readWhile: async (work) => {
      set({ reading: get().reading + 1 });
      try {
        await work();
      } finally {
        set({ reading: get().reading - 1 });
      }
    },

    say: (notice) => set({ notice }),

    settle: (whose) => {
      const { conflict } = get();
      set({ conflict: null });
      if (conflict && whose === "mine") {
        const { mine, what } = conflict;
        get().edit(`${what}, kept over a change made elsewhere`, (b) => Object.assign(b, mine));
      }
    },
  };
});

/** The build and plan on screen: what is being tried while dragging, else what is kept. */
export function useShown(): { build: Build; plan: Plan } {
  const build = useBuild((s) => s.build);
  const plan = useBuild((s) => s.plan);
  const preview = useBuild((s) => s.preview);
  return preview ?? { build: build!, plan: plan! };
}
