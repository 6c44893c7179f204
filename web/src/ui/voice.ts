/* Sounds made in the browser, of tones. It lets one sound once somebody has touched the page. */

/** Hz, seconds after the beginning, seconds it lasts, and how it is coloured. */
export type Note = [number, number, number, OscillatorType];

let context: AudioContext | null = null;

/** Seconds a score takes. */
export const lastsOf = (score: Note[]): number =>
  Math.max(...score.map(([, after, lasts]) => after + lasts));

/** Play it, at most as loud as ``peak`` (0 to 1). Throws where the browser has no voice. */
export function play(score: Note[], peak: number): void {
  context ??= new AudioContext();
  void context.resume();
  const from = context.currentTime + 0.02;
  for (const [hz, after, lasts, colour] of score) {
    const tone = context.createOscillator();
    const loud = context.createGain();
    tone.type = colour;
    tone.frequency.value = hz;
    loud.gain.setValueAtTime(0.0001, from + after);
    loud.gain.exponentialRampToValueAtTime(
      Math.max(peak, 0.001),
      from + after + Math.min(0.03, lasts / 3),
    );
    loud.gain.exponentialRampToValueAtTime(0.0001, from + after + lasts);
    tone.connect(loud).connect(context.destination);
    tone.start(from + after);
    tone.stop(from + after + lasts + 0.02);
  }
}
