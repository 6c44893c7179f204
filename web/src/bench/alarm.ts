import { create } from "zustand";
import { persist } from "zustand/middleware";

import { lastsOf, play } from "../ui/voice";
import type { Note } from "../ui/voice";

/* The alarm's voices. */

export type Voice = "tones" | "bell" | "knock";
export const VOICES: { value: Voice; label: string }[] = [
  { value: "tones", label: "three tones" },
  { value: "bell", label: "a low bell" },
  { value: "knock", label: "knocking" },
];

const SCORES: Record<Voice, Note[]> = {
  tones: [
    [660, 0, 0.24, "sine"],
    [880, 0.28, 0.24, "sine"],
    [660, 0.56, 0.24, "sine"],
  ],
  bell: [
    [220, 0, 1.6, "triangle"],
    [440, 0, 1.0, "sine"],
  ],
  knock: [0, 0.16, 0.32, 0.8, 0.96, 1.12].map((at): Note => [140, at, 0.07, "square"]),
};

interface Alarm {
  voice: Voice;
  /** 0 to 1. */
  volume: number;
}

export const useAlarm = create<Alarm>()(
  persist((): Alarm => ({ voice: "tones", volume: 0.6 }), { name: "wise-spool:alarm" }),
);

let silentAt = 0;

/** Seconds this page itself still sounds: what a microphone hears then is no knock. */
export const soundsFor = (): number => {
  const speaks = "speechSynthesis" in window && window.speechSynthesis.speaking;
  return Math.max(speaks ? 0.3 : 0, (silentAt - performance.now()) / 1000);
};

/** Sound it once; false where the browser has no voice, or will not let it sound yet. */
export function sound(): boolean {
  const { voice, volume } = useAlarm.getState();
  try {
    play(SCORES[voice], volume);
    silentAt = performance.now() + 1000 * (lastsOf(SCORES[voice]) + 0.4);
    if (navigator.userActivation?.hasBeenActive) navigator.vibrate?.([200, 100, 200]);
    return true;
  } catch {
    return false; // no voice here: the strip and the title still say it
  }
}

/** Say it beside the other windows' messages, where the builder has allowed that. */
export function notify(words: string, rod: string): void {
  if (!("Notification" in window) || Notification.permission !== "granted") return;
  if (document.visibilityState === "visible") return;
  try {
    new Notification(words, { body: rod, icon: "/spool.svg", tag: `${rod}:${words}` });
  } catch {
    /* some phones want a worker for it: sound and title remain */
  }
}
