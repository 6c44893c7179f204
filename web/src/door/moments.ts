const MINUTE = 60_000;
/** How long ago, in the words of a shop. */
export function ago(when: string, now = Date.now()): string {
  const minutes = Math.floor((now - Date.parse(when)) / MINUTE);
  if (minutes < 1) return "just now";
  if (minutes < 60) return `${minutes} min ago`;
  if (minutes < 48 * 60) return `${Math.floor(minutes / 60)} h ago`;
  return day(when);
}

const day = (when: string) =>
  new Date(when).toLocaleDateString("en-GB", { day: "numeric", month: "short" });
