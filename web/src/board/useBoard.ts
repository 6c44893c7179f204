import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { create } from "zustand";

import { api, take } from "../api/client";
import type { BoardState, ShopBoard } from "../api/types";

/** The board before and after something was said: undone, only what lies between them is. */
interface Said {
  what: string;
  before: ShopBoard;
  after: ShopBoard;
}

interface Past {
  /** What was said, the last one last. */
  undo: Said[];
  redo: Said[];
}

export const usePast = create<Past>(() => ({ undo: [], redo: [] }));

const KEY = ["board"];
const MOST_UNDO = 60;

/** The board as the server has it, and saying it anew; what it was before is kept to go back to. */
export function useBoard({ calm = false } = {}) {
  const queries = useQueryClient();
  const heard = (state: BoardState) => queries.setQueryData(KEY, state);
  const { data, error, isPending, refetch } = useQuery({
    queryKey: calm ? [...KEY, "calm"] : KEY,
    queryFn: () => take(api.GET("/api/board", { params: { query: { calm } } })),
    refetchOnMount: "always",
    refetchInterval: 60_000,
  });
  const put = useMutation({
    mutationFn: (body: { was: ShopBoard; said: ShopBoard }) =>
      take(api.PATCH("/api/board", { body })),
    onSuccess: heard,
    onError: () => void refetch(),
  });
  const say = (what: string, change: (board: ShopBoard) => ShopBoard) => {
    if (!data) return;
    const before = data.board;
    const said = change(before);
    put.mutate(
      { was: before, said },
      {
        onSuccess: ({ board: after }) =>
          usePast.setState((p) => ({
            undo: [...p.undo.slice(-MOST_UNDO), { what, before, after }],
            redo: [],
          })),
      },
    );
  };
  const step = (from: "undo" | "redo", to: "undo" | "redo") => {
    const last = usePast.getState()[from].at(-1);
    if (!last || !data) return;
    put.mutate(
      { was: last.after, said: last.before },
      {
        onSuccess: ({ board: after }) => {
          const back = { what: last.what, before: last.after, after };
          usePast.setState((p) => ({ ...p, [from]: p[from].slice(0, -1), [to]: [...p[to], back] }));
        },
      },
    );
  };
  const act = (call: Promise<BoardState>) => void call.then(heard, () => void refetch());
  return {
    state: data,
    error: error ?? null,
    refused: put.error,
    isPending,
    refetch,
    say,
    undo: () => step("undo", "redo"),
    redo: () => step("redo", "undo"),
    solve: () => act(take(api.POST("/api/board/solve"))),
    stop: () => act(take(api.DELETE("/api/board/solve"))),
    tryOut: (name: string, board: ShopBoard, without = "") =>
      void take(api.POST("/api/board/what-if", { body: { name, board, without } })).then(() =>
        refetch(),
      ),
    putTrialsAway: () => act(take(api.DELETE("/api/board/what-if"))),
    freshFeed: () => act(take(api.POST("/api/board/feed"))),
  };
}

export type UseBoard = ReturnType<typeof useBoard>;
