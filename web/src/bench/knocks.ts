/* Knocks on the bench, told from what else is heard there. Two go on, three go back. One is never taken: a
   tool put down is one. */

/** How hard a knock must be, as a share of the loudest a microphone hears. */
export const HARD: Record<"fingertip" | "knuckle" | "fist", number> = {
  fingertip: 0.02,
  knuckle: 0.06,
  fist: 0.18,
};
export type Hard = keyof typeof HARD;

/** Seconds one level is taken over. */
export const BLOCK_S = 0.004;

/* All from habit, tried on the sounds of knocks.sim.ts. */
const OVER = 5; // times louder than what goes on in the shop
const RISES_S = 0.012; // a knock is at its loudest this soon
const FADES_S = 0.06; // and has faded this soon: a voice has not
const FADED = 0.4;
const RINGS_S = 0.03; // the bench still rings
const BOUNCES = 3; // so much softer it still spoils what came before: it fell
const SOONEST_S = 0.13; // hands are no quicker; what bounces is
const LATEST_S = 0.6;
const UNEVEN = 1.7; // one gap against the other, three knocks
const UNLIKE = 3; // the loudest against the softest
const GOES_ON_S = 1.5; // what a shop sounds like is taken over about this long

/** The loudness of each block of sound, 0 to 1. */
export function levels(sound: Float32Array, rate: number): number[] {
  const size = Math.max(1, Math.round(BLOCK_S * rate));
  const out: number[] = [];
  for (let a = 0; a + size <= sound.length; a += size) {
    let most = 0;
    for (let i = a; i < a + size; i++) most = Math.max(most, Math.abs(sound[i]!));
    out.push(most);
  }
  return out;
}

interface Knock {
  at: number;
  peak: number;
}

/** Hears one level after another, and says when two or three knocks have been made and no more come. */
export class Knocks {
  /** What goes on in the shop anyway. */
  shop = 0.004;
  private at = 0;
  private before: number[] = [0, 0, 0];
  private rising: Knock | null = null;
  private made: Knock[] = [];
  /** Until when nothing is taken: something else than a knock was heard. */
  private spoilt = -1;

  constructor(private readonly least: number) {}

  /** One block's level: the number of knocks that are over with it, 2 or 3; else 0. */
  hear(level: number): 0 | 2 | 3 {
    this.at += BLOCK_S;
    const over = this.listen(level);
    const heldDown = Math.min(level, 3 * this.shop);
    this.shop = Math.max(this.shop + ((heldDown - this.shop) * BLOCK_S) / GOES_ON_S, 0.0005);
    this.before = [...this.before.slice(1), level];
    return over;
  }

  /** Nothing heard until now counts: the bench itself made a sound. */
  deafen(): void {
    this.rising = null;
    this.spoil();
  }

  private listen(level: number): 0 | 2 | 3 {
    if (this.rising) this.follow(this.rising, level);
    else if (this.begins(level)) this.rising = { at: this.at, peak: level };
    const last = this.made.at(-1);
    if (!last || this.rising || this.at - last.at < LATEST_S) return 0;
    const many = this.made.length;
    const alike = even(this.made);
    this.made = [];
    return alike && (many === 2 || many === 3) ? many : 0;
  }

  private begins(level: number): boolean {
    const last = this.made.at(-1);
    const jumps = level > OVER * this.shop && level > 2.5 * this.before[0]!;
    if (!last) return jumps && level > this.least;
    const since = this.at - last.at;
    if (since < RINGS_S) return false;
    if (jumps && level > this.least && since >= SOONEST_S) return true;
    if (jumps && level > this.least / BOUNCES) this.spoil();
    return false;
  }

  private follow(knock: Knock, level: number): void {
    const lasts = this.at - knock.at;
    if (level > knock.peak) {
      if (lasts > RISES_S) return this.spoil();
      knock.peak = level;
    } else if (level < FADED * knock.peak) this.count(knock);
    else if (lasts > FADES_S) this.spoil();
  }

  private count(knock: Knock): void {
    this.rising = null;
    const last = this.made.at(-1);
    if (knock.at < this.spoilt || (last && knock.at - last.at < SOONEST_S)) return this.spoil();
    this.made.push(knock);
  }

  private spoil(): void {
    this.rising = null;
    this.made = [];
    this.spoilt = this.at + LATEST_S;
  }
}

const even = (made: Knock[]): boolean => {
  const peaks = made.map((k) => k.peak);
  const gaps = made.slice(1).map((k, i) => k.at - made[i]!.at);
  return (
    Math.max(...peaks) <= UNLIKE * Math.min(...peaks) &&
    Math.max(...gaps) <= UNEVEN * Math.min(...gaps)
  );
};
