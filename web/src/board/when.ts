/* Moments in the shop's own zone, as they are said on the board. */

const made = new Map<string, Intl.DateTimeFormat>();

const format = (zone: string, options: Intl.DateTimeFormatOptions): Intl.DateTimeFormat => {
  const key = zone + JSON.stringify(options);
  let f = made.get(key);
  if (!f) {
    f = new Intl.DateTimeFormat("en-GB", { timeZone: zone, ...options });
    made.set(key, f);
  }
  return f;
};

export const clock = (at: string | number, zone: string): string =>
  format(zone, { hour: "2-digit", minute: "2-digit" }).format(new Date(at));

export const dayWords = (at: string | number, zone: string): string =>
  format(zone, { weekday: "short", day: "numeric", month: "short" }).format(new Date(at));

/** A day as a date field has it, said short: 5 Dec. */
export const dayOfMonth = (day: string): string =>
  new Date(`${day}T12:00Z`).toLocaleDateString("en-GB", { day: "numeric", month: "short" });

/** The day a moment falls on, as a date field takes it. */
export const dayOf = (at: string, zone: string): string =>
  new Intl.DateTimeFormat("en-CA", { timeZone: zone }).format(new Date(at));

export const dayShort = (at: string | number, zone: string): string =>
  format(zone, { weekday: "short", day: "numeric" }).format(new Date(at));

export const when = (at: string | number, zone: string): string =>
  `${dayWords(at, zone)}, ${clock(at, zone)}`;

const MIN = 60_000;
export const STEP_MS = 5 * MIN;

/** A moment on the board's grid, five minutes apart. */
export const snapped = (ms: number): number => Math.round(ms / STEP_MS) * STEP_MS;

export const iso = (ms: number): string => new Date(ms).toISOString().replace(".000Z", "Z");
