import { Term } from "./Term";
import { TRADE_WORDS } from "./trade";
import type { Meaning } from "./trade";

const BY_FORM = new Map<string, Meaning>(
  TRADE_WORDS.flatMap((m) => [m.word, ...m.also].map((form) => [form.toLowerCase(), m] as const)),
);
const FORMS = [...BY_FORM.keys()].sort((a, b) => b.length - a.length);
const ANY = new RegExp(`(?<![\\w-])(${FORMS.join("|")})(?![\\w-])`, "gi");

/** A whole number never parts from its fraction at the end of a line, nor a figure from its unit. */
export const heldTogether = (text: string) =>
  text.replace(/(\d) (?=\d+\/\d|(?:g|kg|oz|mm|in|mL|min|h|Hz|px|N)\b)/g, "$1\u00a0");

/** A text cut at the trade's words; each word is marked where it is met first. */
function cut(said: string): (string | { form: string; of: Meaning })[] {
  const text = heldTogether(said);
  const met = new Set<string>();
  const pieces: (string | { form: string; of: Meaning })[] = [];
  let from = 0;
  for (const found of text.matchAll(ANY)) {
    const of = BY_FORM.get(found[0].toLowerCase())!;
    if (met.has(of.word)) continue;
    met.add(of.word);
    pieces.push(text.slice(from, found.index), { form: found[0], of });
    from = found.index + found[0].length;
  }
  return [...pieces, text.slice(from)];
}

/** The trade's words in a text, in the order they are met. */
export const wordsIn = (text: string): Meaning[] =>
  cut(text).flatMap((piece) => (typeof piece === "string" ? [] : [piece.of]));

interface SpokenProps {
  text: string;
  inLabel?: boolean;
  /** F1 was pressed in the field this is the label of. */
  asked?: boolean;
  onAsked?: (asked: boolean) => void;
}

/** A sentence or a label whose trade words open their meaning; asked from a field, its first word does. */
export function Spoken({ text, inLabel, asked, onAsked }: SpokenProps) {
  const pieces = cut(text);
  const first = pieces.findIndex((p) => typeof p !== "string");
  return pieces.map((piece, n) =>
    typeof piece === "string" ? (
      piece
    ) : (
      <Term
        key={n}
        says={piece.of.says}
        of={piece.of}
        inLabel={inLabel}
        asked={n === first && asked}
        onAsked={onAsked}
      >
        {piece.form}
      </Term>
    ),
  );
}
