import { useEffect } from "react";

import type { Card } from "../api/types";
import { FOOT } from "./clocks";

export const HOLD_MS = 900;

/** Space, Enter or a foot switch that sends one of them goes on; held it undoes; Backspace goes back. */
export function useOneKey(step: () => void, back: () => void, undo: () => void) {
  useEffect(() => {
    let down = 0;
    const goes = (e: KeyboardEvent) => e.key === " " || e.key === "Enter" || e.key === "PageDown";
    const own = (e: KeyboardEvent) =>
      !(e.target instanceof HTMLElement) || !e.target.closest("button, a, input, textarea, label");
    const press = (e: KeyboardEvent) => {
      if (!own(e)) return;
      if (goes(e)) {
        e.preventDefault();
        if (!e.repeat) down = Date.now();
      } else if (e.key === "Backspace" || e.key === "PageUp") {
        e.preventDefault();
        back();
      }
    };
    const release = (e: KeyboardEvent) => {
      if (!goes(e) || !own(e) || !down) return;
      const held = Date.now() - down > HOLD_MS;
      down = 0;
      if (held) undo();
      else step();
    };
    const trodden = (e: Event) => {
      const tread = (e as CustomEvent<string>).detail;
      if (tread === "hold") undo();
      else if (tread === "back") back();
      else step();
    };
    window.addEventListener(FOOT, trodden);
    window.addEventListener("keydown", press);
    window.addEventListener("keyup", release);
    return () => {
      window.removeEventListener(FOOT, trodden);
      window.removeEventListener("keydown", press);
      window.removeEventListener("keyup", release);
    };
  }, [step, back, undo]);
}

/** The browser's own voice reads the card, where it has one. */
export function useSpeech(speaks: boolean, card: Card | undefined, line: number) {
  useEffect(() => {
    if (!speaks || !card || !("speechSynthesis" in window)) return;
    const said = line
      ? card.cues[line]
      : [card.title, card.figure, card.cues[0]].filter(Boolean).join(". ");
    window.speechSynthesis.cancel();
    window.speechSynthesis.speak(new SpeechSynthesisUtterance(said));
    return () => window.speechSynthesis.cancel();
  }, [speaks, card, line]);
}

/** The screen stays on while the bench is open, where the browser can do that. */
export function useWakeLock() {
  useEffect(() => {
    let lock: WakeLockSentinel | null = null;
    let gone = false;
    const take = () => {
      if (document.visibilityState !== "visible") return;
      navigator.wakeLock
        ?.request("screen")
        .then((l) => (gone ? void l.release() : void (lock = l)))
        .catch(() => undefined);
    };
    take();
    document.addEventListener("visibilitychange", take);
    return () => {
      gone = true;
      document.removeEventListener("visibilitychange", take);
      void lock?.release();
    };
  }, []);
}

const STARTS = "wise-spool:begun";
const LEAST_MIN = 0.3;
const TOO_MANY = 4;

const begun = (): Record<string, number> => {
  try {
    return JSON.parse(localStorage.getItem(STARTS) ?? "{}") as Record<string, number>;
  } catch {
    return {};
  }
};
const keep = (all: Record<string, number>) => {
  try {
    localStorage.setItem(STARTS, JSON.stringify(all));
  } catch {
    /* a full phone: minutes are not counted */
  }
};

/** Work on a card has begun, unless it had. */
export function begin(rod: string, card: string): void {
  const all = begun();
  const key = `${rod}/${card}`;
  if (key in all) return;
  keep({ ...all, [key]: Date.now() });
}

/** Minutes since it began, for the record; null when it was done too quickly, or lain too long, to tell. */
export function minutesAt(rod: string, card: string, usual: number | null): number | null {
  const all = begun();
  const key = `${rod}/${card}`;
  const from = all[key];
  if (from === undefined) return null;
  keep(Object.fromEntries(Object.entries(all).filter(([k]) => k !== key)));
  return worth((Date.now() - from) / 60_000, usual);
}

/** Minutes that can be those of the work, or null: neither a slip of the thumb nor a night. */
export function worth(minutes: number, usual: number | null): number | null {
  const most = TOO_MANY * Math.max(usual ?? 15, 5);
  return minutes < LEAST_MIN || minutes > most ? null : Math.round(minutes * 10) / 10;
}
