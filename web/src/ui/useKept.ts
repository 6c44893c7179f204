import { useCallback } from "react";
import { create } from "zustand";
import { persist } from "zustand/middleware";

const useHalfTyped = create<{ held: Record<string, unknown> }>()(
  persist((): { held: Record<string, unknown> } => ({ held: {} }), {
    name: "wise-spool:half-typed",
  }),
);

/**
 * What is being typed and belongs to no rod: kept in this browser, through a reload or a closed tab, until it is
 * sent or let go (undefined).
 */
export function useKept<T>(key: string): [T | undefined, (next: T | undefined) => void] {
  const kept = useHalfTyped((s) => s.held[key]) as T | undefined;
  const set = useCallback(
    (next: T | undefined) =>
      useHalfTyped.setState(({ held }) => {
        const rest = Object.fromEntries(Object.entries(held).filter(([k]) => k !== key));
        return { held: next === undefined ? rest : { ...rest, [key]: next } };
      }),
    [key],
  );
  return [kept, set];
}
