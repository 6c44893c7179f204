import type { ReactNode } from "react";
import { useLayoutEffect } from "react";
import { createPortal } from "react-dom";
import { create } from "zustand";

interface Slot {
  at: HTMLElement | null;
  taken: number;
  put: (at: HTMLElement | null) => void;
  take: () => () => void;
}

/** The place on the mat that a job may draw in. */
export const useMatSlot = create<Slot>((set) => ({
  at: null,
  taken: 0,
  put: (at) => set({ at }),
  take: () => {
    set((s) => ({ taken: s.taken + 1 }));
    return () => set((s) => ({ taken: s.taken - 1 }));
  },
}));

/** What a job lays on the mat in place of the rod as it lies: the mat takes the form of the job. */
export function OnMat({ children }: { children: ReactNode }) {
  const at = useMatSlot((s) => s.at);
  const take = useMatSlot((s) => s.take);
  useLayoutEffect(() => take(), [take]);
  return at && createPortal(children, at);
}
