import { useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { api, take } from "../../api/client";
import type { Label, LabelDrawn, LabelFitted } from "../../api/types";
import { freshRowId } from "../../rod/changes";
import { rowOf } from "../../rod/rows";
import { useRod, useShown } from "../../rod/store";
import { FRESH_ROWS, LABEL_WORDS } from "../../words/shapes";
import { BringFile } from "../../ui/BringFile";
import { Button, Choice, Pick } from "../../ui/controls";
import { FieldShell, MeasureField, NumberField } from "../../ui/Field";
import { length } from "../../ui/measure";
import { asOptions } from "../../ui/options";
import { useSettings } from "../../ui/settings";
import { Answer, Fig } from "../Answer";
import type { StageProps } from "../stage";

/** Lettering: does it fit, how it reads, how it will print. */
export function LabelsJob({ selected, onSelect }: StageProps) {
  const { build, plan } = useShown();
  const id = useRod((s) => s.id);
  const edit = useRod((s) => s.edit);
  const { paper } = useSettings();
  const { labels } = build.wraps;
  const held = selected?.startsWith("wraps.labels.") ? selected.split(".")[2] : undefined;
  const label = labels.find((l) => l.id === held) ?? labels[0];
  const fitted = plan.wraps.labels.find((l) => l.id === label?.id);
  const add = () => {
    const fresh = freshRowId();
    const from = Math.round(plan.handle.front_mm + build.blank.trim_butt_mm + 25);
    const text = [build.name, build.number].filter(Boolean).join("  ");
    edit(
      "add a label",
      (b) =>
        void b.wraps.labels.push({
          ...structuredClone(FRESH_ROWS.label),
          id: fresh,
          text,
          from_mm: from,
        }),
    );
    onSelect(`wraps.labels.${fresh}`);
  };
  if (!label || !fitted)
    return (
      <Answer
        tone="wait"
        says="Its letters are set from shipped type or from a drawing of your own, bent for this blank’s taper, and printed at 1:1."
        act={
          <Button look="tape" className="min-h-10" onClick={add}>
            Add a label
          </Button>
        }
      >
        No label on this rod yet
      </Answer>
    );
  const printable = plan.wraps.labels.some((l) =>
    ["", "clash", "arc", "small"].includes(l.trouble),
  );
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-3">
      <Answer
        tone={fitted.trouble ? "stop" : "plain"}
        says={`${fitted.reads_words} It covers ${fitted.arc_deg.toFixed(0)}° of the round; ${fitted.read_arc_deg.toFixed(0)}° can be read at once.${fitted.hold_min ? ` It holds ${Math.round(fitted.hold_min / 60)} h before a coat.` : ""}`}
        act={
          printable && (
            <span className="flex flex-wrap items-center gap-3">
              <a
                href={`/api/builds/${id}/labels.pdf?paper=${paper}`}
                className="torn flex min-h-10 items-center px-3 py-1.5 font-semibold"
              >
                Print it at 1:1
              </a>
              <a href={`/api/builds/${id}/labels.svg`} className="underline">
                as SVG
              </a>
              {build.batch && (
                <a
                  href={`/api/builds/${id}/labels.pdf?paper=${paper}&batch=true`}
                  className="underline"
                >
                  the whole batch
                </a>
              )}
            </span>
          )
        }
      >
        {fitted.trouble ? (
          fitted.says
        ) : (
          <>
            It fits, <Fig>{length(fitted.end_mm - fitted.start_mm, build.rule)}</Fig> long
          </>
        )}
      </Answer>
      <Preview label={label} fitted={fitted} />
      <div className="flex flex-wrap items-end gap-3">
        {labels.length > 1 && (
          <Pick
            label="Label"
            value={label.id}
            options={labels.map((l, n) => ({
              value: l.id,
              label: `${n + 1}: ${l.text.split("\n")[0]?.slice(0, 24) || "drawing"}`,
            }))}
            onChange={(v) => onSelect(`wraps.labels.${v}`)}
          />
        )}
        <Button onClick={add} disabled={labels.length >= 12}>
          Add a label
        </Button>
        <Button
          look="quiet"
          onClick={() => {
            edit("take the label off", (b) => {
              b.wraps.labels = b.wraps.labels.filter((l) => l.id !== label.id);
            });
            onSelect(null);
          }}
        >
          take this one off
        </Button>
      </div>
      <Fields key={label.id} label={label} fitted={fitted} />
    </div>
  );
}

/** The label as it will be printed, larger. */
function Preview({ label, fitted }: { label: Label; fitted: LabelFitted }) {
  const build = useRod((s) => s.build)!;
  const drawn = useQuery({
    queryKey: ["label", label, build.blank, build.wraps.wraps.length],
    queryFn: () => take(api.POST("/api/labels/drawn", { body: { build, label: label.id } })),
    placeholderData: (before: LabelDrawn | undefined) => before,
    retry: false,
  });
  if (drawn.isError)
    return (
      <p role="alert" className="text-ruin">
        {drawn.error.message}
      </p>
    );
  const d = drawn.data;
  if (!d?.cut) return <p className="text-soft">{d?.problem || "Setting the letters…"}</p>;
  return (
    <figure className="rounded bg-[var(--paper)] p-3 text-[var(--paper-ink)]">
      <svg
        viewBox={`-1 -1 ${d.wide_mm + 2} ${d.tall_mm + 2}`}
        className="mx-auto block max-h-32 w-full"
        role="img"
        aria-label={`The label as it is printed, ${d.wide_mm.toFixed(1)} by ${d.tall_mm.toFixed(1)} mm`}
      >
        <g
          transform={
            // Turned to be read; on the sheet its butt end lies left.
            fitted.first === "tip" ? `rotate(180 ${d.wide_mm / 2} ${d.tall_mm / 2})` : undefined
          }
        >
          <path
            d={d.cut}
            fill="none"
            stroke="currentColor"
            strokeWidth="0.12"
            strokeDasharray="0.8 0.6"
            opacity=".6"
          />
          <path d={d.ink} fill="currentColor" fillRule="evenodd" />
        </g>
      </svg>
      <figcaption className="fig text-center text-note">
        as it is printed: {d.wide_mm.toFixed(1)} × {d.tall_mm.toFixed(1)} mm, cut along the dashes
        {fitted.mirrored && "; mirrored, because it is read through its back"}
      </figcaption>
    </figure>
  );
}

function Fields({ label, fitted }: { label: Label; fitted: LabelFitted }) {
  const { build } = useShown();
  const edit = useRod((s) => s.edit);
  const at = `wraps.labels.${label.id}`;
  const row = (b: typeof build) => rowOf(b.wraps.labels, label.id);
  const say = (what: string, recipe: (l: Label) => void) =>
    edit(`${what} of the label`, (b) => recipe(row(b)));
  const trim = build.blank.trim_butt_mm;
  return (
    <div className="grid grid-cols-4 items-start gap-3 max-[1000px]:grid-cols-2">
      <Lines label={label} />
      <OwnDrawing label={label} />
      {label.art ? (
        <NumberField
          path={`${at}.art_mm`}
          label="Drawing, how long"
          suffix="mm"
          value={label.art_mm}
          keep={(v) => (b) => void (row(b).art_mm = v ?? 60)}
        />
      ) : (
        <>
          <Choice
            label="Lettering"
            value={label.font}
            options={[
              { value: "text-bold", label: "bold" },
              { value: "text", label: "plain" },
              { value: "figures-bold", label: "narrow bold" },
              { value: "figures", label: "narrow" },
            ]}
            onChange={(v) => say("lettering", (l) => void (l.font = v))}
          />
          <NumberField
            path={`${at}.letter_mm`}
            label="Capitals, how high"
            suffix="mm"
            value={label.letter_mm}
            keep={(v) => (b) => void (row(b).letter_mm = v ?? 2.6)}
          />
        </>
      )}
      <MeasureField
        path={`${at}.from_mm`}
        label="Its butt end, from the butt"
        mm={label.from_mm - trim}
        keep={(mm) => (b) => void (row(b).from_mm = (mm ?? 0) + trim)}
      />
      <NumberField
        path={`${at}.clock_deg`}
        label="Its middle on the clock"
        suffix="°"
        digits={0}
        value={label.clock_deg}
        keep={(v) => (b) => void (row(b).clock_deg = v ?? 0)}
        hint={fitted.clock_words}
      />
      <Choice
        label="Who reads it"
        value={label.reads}
        options={[
          { value: "in_hand", label: "the angler" },
          { value: "onlooker", label: "an onlooker" },
        ]}
        onChange={(v) => say("reader", (l) => void (l.reads = v))}
      />
      <Choice
        label="Rod held in the"
        value={label.hand}
        options={[
          { value: "right", label: "right hand" },
          { value: "left", label: "left hand" },
        ]}
        onChange={(v) => say("hand", (l) => void (l.hand = v))}
      />
      <Pick
        label="Made as"
        value={label.kind}
        options={asOptions(LABEL_WORDS)}
        onChange={(v) => say("kind", (l) => void (l.kind = v))}
      />
      <Choice
        label="The blank there"
        value={label.rough ? "rough" : "smooth"}
        options={[
          { value: "smooth", label: "smooth" },
          { value: "rough", label: "rough: undercoat first" },
        ]}
        onChange={(v) => say("undercoat", (l) => void (l.rough = v === "rough"))}
      />
      <Choice
        label="Framed by wraps"
        value={label.frame ? "yes" : "no"}
        options={[
          { value: "no", label: "no" },
          { value: "yes", label: "yes" },
        ]}
        onChange={(v) => say("frame", (l) => void (l.frame = v === "yes"))}
      />
      <NumberField
        path={`${at}.after_coat`}
        label="Goes on over coat"
        digits={0}
        hint={label.after_coat === 0 ? "before the first" : undefined}
        value={label.after_coat}
        keep={(v) => (b) => void (rowOf(b.wraps.labels, label.id).after_coat = v ?? 0)}
      />
      <NumberField
        path={`${at}.copies`}
        label="Copies on the sheet"
        digits={0}
        value={label.copies}
        keep={(v) => (b) => void (row(b).copies = v ?? 1)}
      />
    </div>
  );
}

/** The text, up to three lines; a slash begins another line. */
function Lines({ label }: { label: Label }) {
  const edit = useRod((s) => s.edit);
  return (
    <FieldShell
      className="col-span-2"
      path={`wraps.labels.${label.id}.text`}
      label="Text; / begins another line"
      shown={label.text.replaceAll("\n", " / ")}
      commit={(text) =>
        edit(
          "text of the label",
          (b) =>
            void (rowOf(b.wraps.labels, label.id).text = text
              .split("/")
              .map((t) => t.trim())
              .join("\n")),
          { path: `wraps.labels.${label.id}.text`, text },
        )
      }
    />
  );
}

/** A drawing of the builder's own, read from a file; what it may not hold is said by the server. */
function OwnDrawing({ label }: { label: Label }) {
  const edit = useRod((s) => s.edit);
  const [why, setWhy] = useState("");
  const bring = async (file: File) => {
    setWhy("");
    if (file.size > 200_000)
      return setWhy("The drawing is larger than 200 kB: simplify its lines.");
    const art = await file.text();
    edit("a drawing for the label", (b) => void (rowOf(b.wraps.labels, label.id).art = art));
  };
  return (
    <div className="col-span-2">
      <span className="label block">A drawing of your own (SVG)</span>
      <div className="flex flex-wrap items-center gap-2">
        <BringFile
          says={label.art ? "Another drawing" : "Read one in"}
          label="SVG of the label"
          accept=".svg,image/svg+xml"
          onBring={(file) => void bring(file)}
        />
        {label.art && (
          <Button
            look="quiet"
            onClick={() =>
              edit(
                "text instead of the drawing",
                (b) => void (rowOf(b.wraps.labels, label.id).art = ""),
              )
            }
          >
            back to text
          </Button>
        )}
      </div>
      {why && (
        <p role="alert" className="text-ruin">
          {why}
        </p>
      )}
    </div>
  );
}
