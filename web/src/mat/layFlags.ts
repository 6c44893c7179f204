export interface Flag {
  key: string;
  x: number;
  text: string;
  label: string;
  selected?: boolean;
  weight?: "ruins" | "check";
}

export interface PlacedFlag extends Flag {
  row: number;
  width: number;
}

/** Put tape flags in rows so that none covers another; what finds no room is left to hovering. */
export function layFlags(flags: Flag[], rows: number, low: number, high: number): PlacedFlag[] {
  const ends: number[] = Array.from({ length: rows }, () => -Infinity);
  const placed: PlacedFlag[] = [];
  const ordered = [...flags].sort((a, b) => a.x - b.x);
  for (const flag of ordered) {
    if (flag.x < low - 1 || flag.x > high + 1) continue;
    const width = flag.text.length * 6.4 + 12;
    const left = Math.min(Math.max(flag.x - width / 2, low), high - width);
    const row = ends.findIndex((end) => left > end + 3);
    if (row < 0) continue;
    ends[row] = left + width;
    placed.push({ ...flag, x: flag.x, width, row });
  }
  return placed;
}
