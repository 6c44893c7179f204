import { Delete } from "lucide-react";
import { useState } from "react";

import type { CardAsk, Rule } from "../api/types";
import { Button } from "../ui/controls";
import { unitOf } from "../ui/measure";
import { readMeasure } from "../ui/reading";

const FRACTIONS = ["1/16", "1/8", "1/4", "3/8", "1/2", "5/8", "3/4", "7/8"];
const DIGITS = ["7", "8", "9", "4", "5", "6", "1", "2", "3", ".", "0", "/"];

/** A fraction goes behind a whole number, and takes the place of the one before. */
export const withFraction = (text: string, fraction: string): string => {
  const whole = /^\s*(\d+)(?=\s|$)/.exec(text)?.[1];
  return whole && !text.includes(".") ? `${whole} ${fraction}` : fraction;
};

/** A number for wet hands: large keys, fractions of an inch on keys of their own. */
export function Pad(props: { ask: CardAsk; rule: Rule; onSay: (value: number) => void }) {
  const { ask, rule, onSay } = props;
  const [text, setText] = useState("");
  const [past, setPast] = useState(false);
  const [why, setWhy] = useState("");
  const inches = ask.unit === "mm" && unitOf(rule) === "in";
  const unit = ask.unit === "mm" ? unitOf(rule) : ask.unit;
  const put = (t: string) => {
    setText(t);
    setWhy("");
  };
  const enter = () => {
    let value;
    try {
      if (!text.trim()) throw new Error(`Tap how many ${unit} it is.`);
      value = ask.unit === "mm" ? readMeasure(text, unitOf(rule), "length") : Number(text);
      if (!Number.isFinite(value)) throw new Error(`“${text}” is no number.`);
    } catch (error) {
      setWhy((error as Error).message);
      return;
    }
    if (value > ask.most || (value <= 0 && !ask.home)) {
      setWhy(`“${text} ${unit}” cannot be: look at it once more.`);
      return;
    }
    onSay(past ? -value : value);
    put("");
  };
  const big = "min-h-14 justify-center !text-figure fig";
  return (
    <section aria-label={ask.words} className="grid gap-2 rounded bg-raised p-3">
      <p className="flex items-baseline gap-3">
        <span>{ask.words}</span>
        <output className="fig ml-auto text-[2.4rem] leading-none">
          {past && text ? "past it by " : ""}
          {text || "–"} <span className="text-lead text-soft">{unit}</span>
        </output>
      </p>
      {why && (
        <p role="alert" className="text-ruin">
          {why}
        </p>
      )}
      {inches && (
        <div className="grid grid-cols-4 gap-1.5">
          {FRACTIONS.map((f) => (
            <Button key={f} className={big} onClick={() => put(withFraction(text, f))}>
              {f}
            </Button>
          ))}
        </div>
      )}
      <div className="grid grid-cols-3 gap-1.5">
        {DIGITS.map((d) =>
          d === "/" && !inches ? (
            <span key={d} />
          ) : (
            <Button key={d} className={big} onClick={() => put(text + d)}>
              {d}
            </Button>
          ),
        )}
      </div>
      <div className="grid grid-cols-3 gap-1.5">
        <Button
          className={big}
          aria-label="Take the last away"
          onClick={() => put(text.slice(0, -1))}
        >
          <Delete size={26} />
        </Button>
        {ask.home ? (
          <Button className="min-h-14 justify-center" onClick={() => onSay(0)}>
            {ask.home}
          </Button>
        ) : (
          <span />
        )}
        <Button look="tape" className="min-h-14 justify-center !text-lead" onClick={enter}>
          Enter
        </Button>
      </div>
      {ask.kind === "dry_fit" && (
        <label className="flex min-h-11 items-center gap-3 text-soft">
          <input
            type="checkbox"
            className="size-6 accent-[var(--accent)]"
            checked={past}
            onChange={() => setPast(!past)}
          />
          it went past its mark
        </label>
      )}
    </section>
  );
}
