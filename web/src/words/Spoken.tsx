import { Hint, Term } from "../ui/controls";
import { TRADE_WORDS } from "./trade";
import type { Meaning } from "./trade";

const BY_FORM = new Map<string, Meaning>(
  TRADE_WORDS.flatMap((m) => [m.word, ...m.also].map((form) => [form.toLowerCase(), m] as const)),
);
const FORMS = [...BY_FORM.keys()].sort((a, b) => b.length - a.length);
const ANY = new RegExp(`(?<![\\w-])(${FORMS.join("|")})(?![\\w-])`, "gi");

/** A text cut at the trade's words; each word is marked where it is met first. */
function cut(text: string): (string | { form: string; of: Meaning })[] {
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

/** A sentence whose trade words open their meaning by hover, focus and tap. */
export function Spoken({ text }: { text: string }) {
  return cut(text).map((piece, n) =>
    typeof piece === "string" ? (
      piece
    ) : (
      <Term key={n} says={piece.of.says}>
        {piece.form}
      </Term>
    ),
  );
}

/** The same inside a label, where a tap must still reach the field: by hover alone. */
export function SpokenLabel({ text }: { text: string }) {
  return cut(text).map((piece, n) =>
    typeof piece === "string" ? (
      piece
    ) : (
      <Hint key={n} text={piece.of.says}>
        <span className="underline decoration-soft decoration-dotted underline-offset-3">
          {piece.form}
        </span>
      </Hint>
    ),
  );
}
