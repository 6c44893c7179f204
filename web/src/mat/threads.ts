/** Colours of the invented thread rack; any other name gets a steady colour of its own. */
const THREADS: Record<string, string> = {
  garnet: "#a33a46",
  spruce: "#3f8a5f",
  rowan: "#d9612f",
  "beacon red": "#d63b2f",
  "birch leaf": "#a9b944",
  "deep blue": "#3d6fb5",
  "tar black": "#3b3f42",
};

export const THREAD_NAMES = Object.keys(THREADS);

export function threadColour(name: string): string {
  const known = THREADS[name.trim().toLowerCase()];
  if (known) return known;
  let sum = 0;
  for (const c of name) sum = (sum * 31 + c.charCodeAt(0)) % 360;
  return `hsl(${sum} 45% 52%)`;
}
