import { create } from "zustand";

import { api, take } from "../api/client";

/* Bench instruments put their readings into the field that was last held, as a keyboard would. */

interface Instruments {
  busy: boolean;
  said: string;
  failed: boolean;
  press: (id: "indicator" | "scale") => Promise<void>;
}

let held: HTMLInputElement | null = null;
document.addEventListener("focusin", (e) => {
  if (e.target instanceof HTMLInputElement && e.target.dataset.path) held = e.target;
});

/** The field a reading would go into, if there is one on the page. */
export const heldField = (): HTMLInputElement | null =>
  held && document.contains(held) ? held : null;

/** Type a text into a field and leave it, as fingers would. */
function typeInto(field: HTMLInputElement, text: string) {
  field.focus();
  const setter = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value")!.set!;
  setter.call(field, text);
  field.dispatchEvent(new Event("input", { bubbles: true }));
  field.blur();
}

/** The next field of the same column, to be held after this one. */
function nextInColumn(field: HTMLInputElement): HTMLInputElement | null {
  const column = field.closest<HTMLElement>("[data-column]")?.dataset.column;
  if (!column) return null;
  const all = [...document.querySelectorAll<HTMLInputElement>(`[data-column="${column}"] input`)];
  return all[all.indexOf(field) + 1] ?? null;
}

export const useInstruments = create<Instruments>((set) => ({
  busy: false,
  said: "",
  failed: false,
  press: async (id) => {
    const field = heldField();
    if (!field) {
      set({ said: "Hold a field first: the reading goes into it.", failed: true });
      return;
    }
    const angle = Number(field.closest<HTMLElement>("[data-angle]")?.dataset.angle);
    set({ busy: true, failed: false });
    try {
      const reading = await take(
        api.POST("/api/devices/{device_id}/press", {
          params: { path: { device_id: id } },
          body: id === "indicator" && Number.isFinite(angle) ? { angle_deg: angle } : {},
        }),
      );
      const next = nextInColumn(field);
      typeInto(field, `${reading.value} ${id === "indicator" ? "mm" : ""}`.trim());
      (next ?? field).focus();
      set({ said: `${reading.text} taken`, failed: false });
    } catch (error) {
      field.focus();
      set({ said: (error as Error).message, failed: true });
    } finally {
      set({ busy: false });
    }
  },
}));
