import { create } from "zustand";
import { persist } from "zustand/middleware";

/* The alarm's voices, made here. A browser lets one sound once somebody has touched the page. */

export type Voice = "tones" | "bell" | "knock";
export const VOICES: { value: Voice; label: string }[] = [
  { value: "tones", label: "three tones" },
  { value: "bell", label: "a low bell" },
  { value: "knock", label: "knocking" },
];

/** Hz, seconds after the beginning, seconds it lasts, and how it is coloured. */
const SCORES: Record<Voice, [number, number, number, OscillatorType][]> = {
  tones: [
    [660, 0, 0.24, "sine"],
    [880, 0.28, 0.24, "sine"],
    [660, 0.56, 0.24, "sine"],
  ],
  bell: [
    [220, 0, 1.6, "triangle"],
    [440, 0, 1.0, "sine"],
  ],
  knock: [0, 0.16, 0.32, 0.8, 0.96, 1.12].map((at) => [140, at, 0.07, "square"]),
};

interface Alarm {
  voice: Voice;
  /** 0 to 1. */
  volume: number;
}

export const useAlarm = create<Alarm>()(
  persist((): Alarm => ({ voice: "tones", volume: 0.6 }), { name: "wise-spool:alarm" }),
);

let context: AudioContext | null = null;
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
    context ??= new AudioContext();
    void context.resume();
    const from = context.currentTime + 0.02;
    const peak = Math.max(volume, 0.001);
    const lasts = Math.max(...SCORES[voice].map(([, after, length]) => after + length));
    silentAt = performance.now() + 1000 * (lasts + 0.4);
    for (const [hz, after, lasts, colour] of SCORES[voice]) {
      const tone = context.createOscillator();
      const loud = context.createGain();
      tone.type = colour;
      tone.frequency.value = hz;
      loud.gain.setValueAtTime(0.0001, from + after);
      loud.gain.exponentialRampToValueAtTime(peak, from + after + Math.min(0.03, lasts / 3));
      loud.gain.exponentialRampToValueAtTime(0.0001, from + after + lasts);
      tone.connect(loud).connect(context.destination);
      tone.start(from + after);
      tone.stop(from + after + lasts + 0.02);
    }
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
