import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { create } from "zustand";

import { api, take } from "../api/client";
import type { BoardState, ShopBoard } from "../api/types";

interface Past {
  /** Boards that were said before, the last one last. */
  undo: { what: string; board: ShopBoard }[];
  redo: { what: string; board: ShopBoard }[];
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
    mutationFn: (board: ShopBoard) => take(api.PUT("/api/board", { body: board })),
    onSuccess: heard,
  });
  const say = (what: string, change: (board: ShopBoard) => ShopBoard) => {
    if (!data) return;
    const before = data.board;
    put.mutate(change(before), {
      onSuccess: () =>
        usePast.setState((p) => ({
          undo: [...p.undo.slice(-MOST_UNDO), { what, board: before }],
          redo: [],
        })),
    });
  };
  const step = (from: "undo" | "redo", to: "undo" | "redo") => {
    const last = usePast.getState()[from].at(-1);
    if (!last || !data) return;
    const here = { what: last.what, board: data.board };
    put.mutate(last.board, {
      onSuccess: () =>
        usePast.setState((p) => ({ ...p, [from]: p[from].slice(0, -1), [to]: [...p[to], here] })),
    });
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
