import { useId, useRef, useState } from "react";

import { useRod } from "../rod/store";
import type { Recipe } from "../rod/store";
import { bothUnits, diameter, length, unitOf } from "./measure";
import { useAssumed } from "./assumed";
import { readMeasure } from "./reading";
import { Spoken } from "../words/Spoken";
import { inField, METRIC, readQuantity } from "./units";
import type { Quantity } from "./units";

interface FieldProps {
  /** Path in the build document; also where a refused entry is remembered. */
  path: string;
  label: string;
  hideLabel?: boolean;
  hint?: string;
  placeholder?: string;
  className?: string;
}

interface Shell extends FieldProps {
  shown: string;
  title?: string;
  suffix?: string;
  inputMode?: "text" | "decimal";
  /** Read and keep the text; throw an Error with words for the builder when it cannot be read. */
  commit: (text: string) => void;
}

/** A field that edits one value in place, keeps what was typed when it is refused, and says why. */
/** Characters that a scanner or a broken paste leaves, which nobody sees and nothing keeps. */
const UNSEEN = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\u007f]/g;

export function FieldShell(props: Shell) {
  const { path, label, hideLabel, hint, shown, title, suffix, commit, className } = props;
  const draft = useRod((s) => s.drafts[path]);
  const setDraft = useRod((s) => s.draft);
  const [held, setHeld] = useState(false);
  const [asked, setAsked] = useState(false);
  const assumed = useAssumed(path);
  const cancelled = useRef(false);
  const id = useId();
  const text = draft?.text ?? shown;
  const why =
    draft?.message || (draft && !held ? "Typed, not kept yet: press Enter to keep it." : "");

  const finish = () => {
    setHeld(false);
    setAsked(false);
    if (cancelled.current) {
      cancelled.current = false;
      return;
    }
    if (!draft) return;
    if (draft.text.trim() === shown) {
      setDraft(path, null);
      return;
    }
    try {
      commit(draft.text.replace(UNSEEN, ""));
      setDraft(path, null);
    } catch (error) {
      setDraft(path, { text: draft.text, message: (error as Error).message });
    }
  };

  return (
    <div className={className}>
      <label htmlFor={id} className={hideLabel ? "sr-only" : "label block"}>
        {hideLabel ? label : <Spoken text={label} inLabel asked={asked} onAsked={setAsked} />}
      </label>
      <div className="@container relative">
        <input
          id={id}
          className={`field ${assumed && !held && !draft ? "italic opacity-75" : ""}`}
          value={text}
          title={title}
          placeholder={props.placeholder}
          inputMode={props.inputMode ?? "text"}
          autoComplete="off"
          spellCheck={false}
          data-path={path}
          aria-invalid={draft?.message ? true : undefined}
          aria-describedby={why ? `${id}-why` : assumed || hint ? `${id}-hint` : undefined}
          onFocus={(e) => {
            setHeld(true);
            e.target.select();
          }}
          onChange={(e) => setDraft(path, { text: e.target.value, message: "" })}
          onBlur={finish}
          onKeyDown={(e) => {
            if (e.key === "Enter") {
              if (!draft) assumed?.isSo();
              e.currentTarget.blur();
            }
            if (e.key === "F1" && !hideLabel) {
              e.preventDefault();
              setAsked(!asked);
            } else if (e.key === "Escape" && asked) {
              setAsked(false);
            } else if (e.key === "Escape") {
              cancelled.current = true;
              setDraft(path, null);
              e.currentTarget.blur();
            }
          }}
        />
        {suffix && (
          <span className="fig pointer-events-none absolute top-1.5 right-2 hidden text-small text-soft @min-[5.6rem]:inline">
            {suffix}
          </span>
        )}
      </div>
      {why ? (
        <p
          id={`${id}-why`}
          role={draft?.message ? "alert" : undefined}
          className={`mt-1 text-note ${draft?.message ? "text-ruin" : "text-check"}`}
        >
          {why}
        </p>
      ) : (
        (assumed || hint) && (
          <p id={`${id}-hint`} className="mt-0.5 text-note text-soft">
            {assumed ? "assumed; Enter if it is so" : hint}
          </p>
        )
      )}
    </div>
  );
}

interface MeasureProps extends FieldProps {
  mm: number | null | undefined;
  kind?: "length" | "diameter";
  /** Read off a gauge: written and read in millimetres and hundredths, whatever the rule. */
  exact?: boolean;
  /** Given to a value that may be left out: called with null when the field is emptied. */
  optional?: boolean;
  keep: (mm: number | null) => Recipe;
}

/** A length or diameter, typed in fractions, decimals or millimetres. */
export function MeasureField({
  mm,
  kind = "length",
  exact,
  optional,
  keep,
  ...field
}: MeasureProps) {
  const rule = useRod((s) => s.build!.rule);
  const edit = useRod((s) => s.edit);
  const unit = exact ? "mm" : unitOf(rule);
  const write = exact
    ? (v: number) => `${Number(v.toFixed(2))}`
    : kind === "diameter"
      ? diameter
      : length;
  return (
    <FieldShell
      {...field}
      shown={mm === null || mm === undefined ? "" : write(mm, rule, false)}
      title={mm === null || mm === undefined ? undefined : bothUnits(mm)}
      suffix={mm === null || mm === undefined ? undefined : unit}
      commit={(text) => {
        const typed = { path: field.path, text };
        if (!text.trim()) {
          if (!optional) throw new Error(`${field.label} cannot be left empty.`);
          edit(field.label, keep(null), typed);
          return;
        }
        edit(field.label, keep(readMeasure(text, unit, kind)), typed);
      }}
    />
  );
}

interface NumberProps extends FieldProps {
  value: number | null | undefined;
  suffix?: string;
  digits?: number;
  optional?: boolean;
  keep: (value: number | null) => Recipe;
}

/** A plain number with its unit. */
export function NumberField({ value, suffix, digits = 2, optional, keep, ...field }: NumberProps) {
  const edit = useRod((s) => s.edit);
  return (
    <FieldShell
      {...field}
      shown={value === null || value === undefined ? "" : `${Number(value.toFixed(digits))}`}
      suffix={suffix}
      inputMode="decimal"
      commit={(text) => {
        const typed = { path: field.path, text };
        if (!text.trim() && optional) {
          edit(field.label, keep(null), typed);
          return;
        }
        const number = Number(text.replace(",", ".").replace(/[^\d.+-]*$/, ""));
        if (!/\d/.test(text) || !Number.isFinite(number)) {
          throw new Error(`“${text}” is not a number.`);
        }
        edit(field.label, keep(number), typed);
      }}
    />
  );
}

interface QuantityProps extends FieldProps {
  kind: Quantity;
  value: number | null | undefined;
  optional?: boolean;
  keep: (value: number | null) => Recipe;
}

/** A weight, a temperature or a volume, in the unit this rod is written in; another may be typed. */
export function QuantityField({ kind, value, optional, keep, ...field }: QuantityProps) {
  const edit = useRod((s) => s.edit);
  const units = useRod((s) => s.build?.units) ?? METRIC;
  return (
    <FieldShell
      {...field}
      shown={value === null || value === undefined ? "" : inField(value, kind, units)}
      suffix={units[kind]}
      inputMode={kind === "warmth" ? "text" : "decimal"}
      commit={(text) => {
        const typed = { path: field.path, text };
        if (!text.trim() && optional) edit(field.label, keep(null), typed);
        else edit(field.label, keep(readQuantity(text, kind, units)), typed);
      }}
    />
  );
}

interface WordsProps extends FieldProps {
  value: string;
  keep: (value: string) => Recipe;
}

/** A few words. */
export function WordsField({ value, keep, ...field }: WordsProps) {
  const edit = useRod((s) => s.edit);
  return (
    <FieldShell
      {...field}
      shown={value}
      commit={(text) => edit(field.label, keep(text.trim()), { path: field.path, text })}
    />
  );
}
