import { useEffect } from "react";
import { create } from "zustand";
import { persist } from "zustand/middleware";

import { soundsFor } from "./alarm";
import { FOOT } from "./clocks";
import { BLOCK_S, HARD, Knocks, levels } from "./knocks";
import type { Hard } from "./knocks";

/* The microphone as a switch. It is open only while the bench is looked at and was asked to listen; what it
   hears is measured block by block and thrown away: nothing is kept, and nothing leaves the device. */

interface EarSettings {
  listens: boolean;
  hard: Hard;
}

export const useEar = create<EarSettings>()(
  persist((): EarSettings => ({ listens: false, hard: "knuckle" }), { name: "wise-spool:ear" }),
);

interface Heard {
  /** It listens now. */
  open: boolean;
  /** Why it cannot, in the builder's words. */
  trouble: string;
  /** The loudest of the last moments, 0 to 1. */
  level: number;
  /** How often two or three were heard since the bench was opened, and which last. */
  last: 0 | 2 | 3;
  times: number;
}

const DEAF: Heard = { open: false, trouble: "", level: 0, last: 0, times: 0 };
export const useHeard = create<Heard>()(() => DEAF);

const TROUBLE: Record<string, string> = {
  NotAllowedError: "This browser was told not to lend its microphone. Allow it for this page.",
  NotFoundError: "No microphone was found on this device.",
  NotReadableError: "The microphone is held by another program.",
};
const NO_EAR =
  "A browser lends its microphone only to a page of this very device, or one that came over a locked line.";

/** Two knocks go on, three go back, while the bench is open and was asked to listen. */
export function useKnocks(): void {
  const { listens, hard } = useEar();
  useEffect(() => {
    if (!listens) return;
    let close: (() => void) | null = null;
    let gone = false;
    let asked = 0;
    const attend = async () => {
      const mine = ++asked;
      if (document.visibilityState !== "visible") return;
      const ear = await listen(hard);
      if (gone || mine !== asked) ear?.();
      else close = ear;
    };
    const turn = () => {
      close?.();
      close = null;
      useHeard.setState({ open: false });
      void attend();
    };
    void attend();
    document.addEventListener("visibilitychange", turn);
    return () => {
      gone = true;
      close?.();
      document.removeEventListener("visibilitychange", turn);
      useHeard.setState(DEAF);
    };
  }, [listens, hard]);
}

/** Open the microphone and hear knocks until the function that is given back is called. */
async function listen(hard: Hard): Promise<(() => void) | null> {
  let stream: MediaStream;
  try {
    if (!navigator.mediaDevices) throw new Error(NO_EAR);
    stream = await navigator.mediaDevices.getUserMedia({
      audio: { echoCancellation: false, noiseSuppression: false, autoGainControl: false },
    });
  } catch (error) {
    const { name, message } = error as Error;
    useHeard.setState({ trouble: TROUBLE[name] ?? message });
    return null;
  }
  const context = new AudioContext();
  const window_ = context.createAnalyser();
  window_.fftSize = 16_384;
  context.createMediaStreamSource(stream).connect(window_);
  const sound = new Float32Array(window_.fftSize);
  const ear = new Knocks(HARD[hard]);
  let upTo = context.currentTime;
  let frame = 0;
  const hear = () => {
    frame = requestAnimationFrame(hear);
    const blocks = Math.floor((context.currentTime - upTo) / BLOCK_S);
    if (blocks <= 0) return;
    upTo += blocks * BLOCK_S;
    window_.getFloatTimeDomainData(sound);
    const fresh = sound.subarray(-Math.round(blocks * BLOCK_S * context.sampleRate));
    const heard = levels(fresh, context.sampleRate);
    if (soundsFor() > 0) ear.deafen();
    for (const level of heard) obey(ear.hear(level));
    show(Math.max(...heard));
  };
  frame = requestAnimationFrame(hear);
  const lost = () => useHeard.setState({ open: false, trouble: "The microphone went away." });
  stream.getTracks().forEach((t) => t.addEventListener("ended", lost));
  const woken = () => void context.resume();
  window.addEventListener("pointerdown", woken); // some browsers let it hear once the page was touched
  useHeard.setState({ open: true, trouble: "" });
  return () => {
    cancelAnimationFrame(frame);
    window.removeEventListener("pointerdown", woken);
    stream.getTracks().forEach((t) => t.stop());
    void context.close();
  };
}

const obey = (many: 0 | 2 | 3) => {
  if (!many) return;
  useHeard.setState((h) => ({ last: many, times: h.times + 1 }));
  window.dispatchEvent(new CustomEvent(FOOT, { detail: many === 2 ? "press" : "back" }));
};

/** The level sinks slowly, so that the eye can follow it. */
const show = (most: number) => {
  const level = Math.max(most, useHeard.getState().level * 0.93);
  if (Math.abs(level - useHeard.getState().level) > 0.004) useHeard.setState({ level });
};
