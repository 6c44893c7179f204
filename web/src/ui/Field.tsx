import { useId, useRef, useState } from "react";

import { readMeasure } from "../api/client";
import { useBuild } from "../build/store";
import type { Recipe } from "../build/store";
import { bothUnits, diameter, length, unitOf } from "./measure";

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
  commit: (text: string) => void | Promise<void>;
}

/** A field that edits one value in place, keeps what was typed when it is refused, and says why. */
export function FieldShell(props: Shell) {
  const { path, label, hideLabel, hint, shown, title, suffix, commit, className } = props;
  const draft = useBuild((s) => s.drafts[path]);
  const setDraft = useBuild((s) => s.draft);
  const readWhile = useBuild((s) => s.readWhile);
  const [editing, setEditing] = useState<string | null>(null);
  const cancelled = useRef(false);
  const id = useId();
  const text = editing ?? draft?.text ?? shown;

  const finish = async () => {
    const typed = editing;
    setEditing(null);
    if (cancelled.current || typed === null) {
      cancelled.current = false;
      return;
    }
    if (typed.trim() === shown) {
      setDraft(path, null);
      return;
    }
    setDraft(path, { text: typed, message: "" });
    try {
      await readWhile(() => commit(typed));
      setDraft(path, null);
    } catch (error) {
      setDraft(path, { text: typed, message: (error as Error).message });
    }
  };

  return (
    <div className={className}>
      <label htmlFor={id} className={hideLabel ? "sr-only" : "label block"}>
        {label}
      </label>
      <div className="@container relative">
        <input
          id={id}
          className="field"
          value={text}
          title={title}
          placeholder={props.placeholder}
          inputMode={props.inputMode ?? "text"}
          autoComplete="off"
          spellCheck={false}
          data-path={path}
          aria-invalid={draft?.message ? true : undefined}
          aria-describedby={draft?.message ? `${id}-why` : hint ? `${id}-hint` : undefined}
          onFocus={(e) => e.target.select()}
          onChange={(e) => setEditing(e.target.value)}
          onBlur={() => void finish()}
          onKeyDown={(e) => {
            if (e.key === "Enter") e.currentTarget.blur();
            if (e.key === "Escape") {
              cancelled.current = true;
              setDraft(path, null);
              e.currentTarget.blur();
            }
          }}
        />
        {suffix && (
          <span className="fig pointer-events-none absolute top-1.5 right-2 hidden text-sm text-soft @min-[5.6rem]:inline">
            {suffix}
          </span>
        )}
      </div>
      {draft?.message ? (
        <p id={`${id}-why`} role="alert" className="mt-1 text-[13px] text-ruin">
          {draft.message}
        </p>
      ) : (
        hint && (
          <p id={`${id}-hint`} className="mt-0.5 text-[12.5px] text-soft">
            {hint}
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
  const rule = useBuild((s) => s.build!.rule);
  const edit = useBuild((s) => s.edit);
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
      commit={async (text) => {
        const typed = { path: field.path, text };
        if (!text.trim()) {
          if (!optional) throw new Error(`${field.label} cannot be left empty.`);
          edit(field.label, keep(null), typed);
          return;
        }
        edit(field.label, keep(await readMeasure(text, unit, kind)), typed);
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
  const edit = useBuild((s) => s.edit);
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
        if (!text.trim() || !Number.isFinite(number)) {
          throw new Error(`“${text}” is not a number.`);
        }
        edit(field.label, keep(number), typed);
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
  const edit = useBuild((s) => s.edit);
  return (
    <FieldShell
      {...field}
      shown={value}
      commit={(text) => edit(field.label, keep(text.trim()), { path: field.path, text })}
    />
  );
}
