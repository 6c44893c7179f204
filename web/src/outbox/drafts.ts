/* Text being typed, kept from the first key: in a field that was not left yet when the page went, or
   that the server would not have. One entry a rod. */

export interface Draft {
  text: string;
  message: string;
}

export type Drafts = Record<string, Draft>;

const key = (rod: string) => `wise-spool:drafts:${rod}`;

/** Drafts of a rod; none when the browser keeps nothing. */
export function draftsOf(rod: string): Drafts {
  try {
    return JSON.parse(localStorage.getItem(key(rod)) ?? "{}") as Drafts;
  } catch {
    return {};
  }
}

/** Keep the drafts of a rod; false when the browser would not. */
export function keepDrafts(rod: string, drafts: Drafts): boolean {
  try {
    if (Object.keys(drafts).length) localStorage.setItem(key(rod), JSON.stringify(drafts));
    else localStorage.removeItem(key(rod));
    return true;
  } catch {
    return false;
  }
}

/** What this window calls itself, so that it is never asked about its own edits. */
export function windowName(): string {
  const fresh = () =>
    Array.from(crypto.getRandomValues(new Uint8Array(8)), (b) =>
      b.toString(16).padStart(2, "0"),
    ).join("");
  try {
    const known = sessionStorage.getItem("wise-spool:window") ?? fresh();
    sessionStorage.setItem("wise-spool:window", known);
    return known;
  } catch {
    return fresh();
  }
}
