/* A workshop made of numbers, for knocks.test.ts: what a microphone at the bench hears, from hidden hands,
   wood, room and machines. It knows nothing of how knocks are told. */

export const RATE = 8_000;

/** Numbers from 0 to 1 that are the same for the same seed (mulberry32). */
export function dice(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}
type Dice = () => number;
const from = (d: Dice, a: number, b: number) => a + (b - a) * d();
const bell = (d: Dice) => Math.sqrt(-2 * Math.log(1 - d())) * Math.cos(2 * Math.PI * d());

/** A shop: how it hums and hisses, how wood and room answer. */
export interface Shop {
  hiss: number;
  hum: number;
  hum_hz: number;
  wood_hz: number;
  wood_s: number;
  room: number;
  room_s: number;
}
export const aShop = (d: Dice): Shop => ({
  hiss: from(d, 0.0005, 0.004),
  hum: d() < 0.5 ? 0 : from(d, 0.001, 0.01),
  hum_hz: from(d, 90, 130),
  wood_hz: from(d, 130, 700),
  wood_s: from(d, 0.005, 0.02),
  room: from(d, 0.02, 0.2),
  room_s: from(d, 0.04, 0.15),
});

export function quiet(d: Dice, shop: Shop, seconds: number): Float32Array {
  const out = new Float32Array(Math.round(seconds * RATE));
  for (let i = 0; i < out.length; i++)
    out[i] = shop.hiss * bell(d) + shop.hum * Math.sin((2 * Math.PI * shop.hum_hz * i) / RATE);
  return out;
}

/** Wood struck once at `at` seconds. */
export function strike(d: Dice, shop: Shop, out: Float32Array, at: number, loud: number): void {
  const hz = shop.wood_hz * from(d, 0.9, 1.1);
  const first = Math.round(at * RATE);
  for (let i = 0; first + i < out.length && i < 0.5 * RATE; i++) {
    const t = i / RATE;
    const wood =
      Math.exp(-t / shop.wood_s) *
      (0.7 * Math.cos(2 * Math.PI * hz * t) + 0.3 * Math.cos(2 * Math.PI * 2.7 * hz * t));
    const room = shop.room * Math.exp(-t / shop.room_s) * bell(d);
    out[first + i]! += loud * (wood + room);
  }
}

/** So many knocks by a hand that is neither quite even nor quite equal. */
export function knocks(d: Dice, shop: Shop, many: number, loud: number): Float32Array {
  const out = quiet(d, shop, 2 + 0.5 * many);
  const gap = from(d, 0.2, 0.42);
  let at = from(d, 0.6, 1);
  for (let n = 0; n < many; n++) {
    strike(d, shop, out, at, loud * from(d, 0.75, 1.25));
    at += gap * from(d, 0.88, 1.12);
  }
  return out;
}

/** Something falls and bounces, each time sooner and softer. */
export function falls(d: Dice, shop: Shop): Float32Array {
  const out = quiet(d, shop, 3);
  const back = from(d, 0.4, 0.75);
  let [at, gap, loud] = [0.8, from(d, 0.12, 0.4), from(d, 0.1, 0.9)];
  for (let n = 0; n < 8; n++) {
    strike(d, shop, out, at, loud);
    at += gap;
    gap *= back;
    loud *= back;
  }
  return out;
}

/** A tool put down: one end, then perhaps the other. */
export function putDown(d: Dice, shop: Shop): Float32Array {
  const out = quiet(d, shop, 2.5);
  const loud = from(d, 0.05, 0.5);
  strike(d, shop, out, 0.8, loud);
  if (d() < 0.5) strike(d, shop, out, 0.8 + from(d, 0.03, 0.12), loud * from(d, 0.3, 1));
  return out;
}

/** Somebody talks: syllables that swell and last. */
export function talks(d: Dice, shop: Shop, seconds: number): Float32Array {
  const out = quiet(d, shop, seconds);
  for (let at = 0.3; at < seconds - 0.5; at += from(d, 0.18, 0.45)) {
    const [rise, lasts, loud, hz] = [from(d, 0.01, 0.06), from(d, 0.08, 0.25), from(d, 0.03, 0.4), from(d, 90, 240)]; // prettier-ignore
    const first = Math.round(at * RATE);
    for (let i = 0; i < (rise + lasts) * RATE && first + i < out.length; i++) {
      const t = i / RATE;
      const swell = t < rise ? t / rise : Math.exp(-3 * ((t - rise) / lasts) ** 2);
      out[first + i]! += loud * swell * Math.sin(2 * Math.PI * hz * t) * (1 + 0.3 * bell(d));
    }
  }
  return out;
}

/** A part tapped home, or a reamer cleared: many strokes in a row. */
export const taps = (d: Dice, shop: Shop): Float32Array =>
  knocks(d, shop, 4 + Math.floor(d() * 9), from(d, 0.1, 0.8));
