/* The alarm's voice: three tones, made here. A browser lets it sound once somebody has touched the page. */

let voice: AudioContext | null = null;

/** Sound it once; silent where the browser has no voice or was never touched. */
export function sound(): void {
  try {
    voice ??= new AudioContext();
    void voice.resume();
    const from = voice.currentTime + 0.02;
    [660, 880, 660].forEach((hz, n) => {
      const tone = voice!.createOscillator();
      const loud = voice!.createGain();
      tone.frequency.value = hz;
      loud.gain.setValueAtTime(0.0001, from + n * 0.28);
      loud.gain.exponentialRampToValueAtTime(0.4, from + n * 0.28 + 0.03);
      loud.gain.exponentialRampToValueAtTime(0.0001, from + n * 0.28 + 0.24);
      tone.connect(loud).connect(voice!.destination);
      tone.start(from + n * 0.28);
      tone.stop(from + n * 0.28 + 0.26);
    });
    if (navigator.userActivation?.hasBeenActive) navigator.vibrate?.([200, 100, 200]);
  } catch {
    /* no voice here: the strip and the title still say it */
  }
}
