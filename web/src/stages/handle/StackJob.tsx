import { ArrowDown, ArrowUp, X } from "lucide-react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "wouter";

import { api, take } from "../../api/client";
import type { Build, PartKind, PartPlaced } from "../../api/types";

import { rowOf, takeOut } from "../../rod/rows";
import { freshRowId } from "../../rod/changes";
import { useRod, useShown } from "../../rod/store";
import { FromShelf } from "../../shelf/FromShelf";
import { useShelved } from "../../shelf/useShelf";
import { Button, IconButton, Pick } from "../../ui/controls";
import { Term } from "../../words/Term";
import { MeasureField, QuantityField, WordsField } from "../../ui/Field";
import { diameter, length } from "../../ui/measure";
import { useRows } from "../../ui/rows";
import { heldByFocus } from "../stage";
import type { StageProps } from "../stage";
import { Answer } from "../Answer";
import { ReferenceRod } from "./ReferenceRod";
import { asOptions } from "../../ui/options";
import { KITS, MATERIALS, PART_WORDS } from "../../words/shapes";
import { newPart } from "./parts";
import { SeatInside } from "./SeatInside";

const VERDICT: Record<PartPlaced["verdict"], string> = {
  fits: "reaches its mark",
  press: "press it home",
  ream: "ream first",
  high_spot: "high spot inside",
  swell: "the blank swells on the way",
  loose: "too loose",
  unknown: "bore not measured",
};
const GOOD: PartPlaced["verdict"][] = ["fits", "press"];

/** The stack, typed and ordered, butt first. */
export function StackJob({ selected, onSelect }: StageProps) {
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
      <WhatReaches onSelect={onSelect} />
      <section>
        <div className="mb-1 flex items-baseline gap-4">
          <h2>The stack, butt first</h2>
          <span className="label">
            slide a part on the mat, or type its gap; what is ahead of it moves with it
          </span>
        </div>
        <Stack selected={selected} onSelect={onSelect} />
        <AddPart />
      </section>
      <ReferenceRod />
    </div>
  );
}

/** Whether every part comes to its mark, and which to take in hand first. */
function WhatReaches({ onSelect }: Pick<StageProps, "onSelect">) {
  const { plan, build } = useShown();
  const id = useRod((s) => s.id);
  const { parts } = plan.handle;
  const bored = parts.filter((p) => p.kind !== "reel_seat");
  const tight = bored.filter((p) => p.verdict === "ream" || p.verdict === "high_spot");
  const unknown = bored.filter((p) => p.verdict === "unknown");
  const odd = bored.filter((p) => p.verdict === "swell" || p.verdict === "loose");
  const first = tight[0] ?? odd[0] ?? unknown[0];
  if (!parts.length)
    return (
      <Answer tone="wait" says="From the butt up. Start from a kit, or add part by part.">
        The butt is bare
      </Answer>
    );
  const act = first && (
    <Link
      href={`/build/${id}/handle/bores?at=handle.parts.${first.id}`}
      className="torn flex min-h-10 items-center px-3 py-1.5 font-semibold"
      onClick={() => onSelect(`handle.parts.${first.id}`)}
    >
      {first.verdict === "unknown" ? `Measure the ${first.name}` : `Take the ${first.name} in hand`}
    </Link>
  );
  const short = first?.stops_short_mm;
  if (tight.length)
    return (
      <Answer
        act={act}
        says={
          short != null && short > 0
            ? `The ${first!.name} stops ${length(short, build.rule)} short of its mark as it is.`
            : undefined
        }
      >
        {tight.length === 1 ? `Ream the ${tight[0]!.name}` : `${tight.length} parts to ream`}
      </Answer>
    );
  if (odd.length)
    return (
      <Answer tone="look" act={act}>
        The {odd[0]!.name} {odd[0]!.verdict === "loose" ? "is too loose" : "must pass a swell"}
      </Answer>
    );
  if (unknown.length)
    return (
      <Answer tone="wait" act={act} says="Or say what it is bored to, and it is judged.">
        {unknown.length === 1 ? "One bore" : `${unknown.length} bores`} not measured
      </Answer>
    );
  return (
    <Answer
      says={
        plan.handle.reach_mm !== null
          ? `The reel foot sits ${length(plan.handle.reach_mm, build.rule)} from the butt; the handle ends at ${length(plan.handle.front_mm, build.rule)}.`
          : undefined
      }
    >
      Every part reaches its mark
    </Answer>
  );
}

const COLUMNS =
  "grid grid-cols-[minmax(9rem,1.6fr)_1fr_1fr_1fr_1fr_minmax(11rem,1.6fr)_6.2rem] items-start gap-x-2";

function Stack({ selected, onSelect }: StageProps) {
  const { build, plan } = useShown();
  const edit = useRod((s) => s.edit);
  const rows = useRows<HTMLDivElement>();
  const { parts } = build.handle;
  if (!parts.length) return <StartFromKit />;
  return (
    <div ref={rows} role="group" aria-label="Handle parts">
      <div className={`${COLUMNS} label border-b border-line pb-1`}>
        <span>part</span>
        <span>length</span>
        <span>
          <Term says="Bare blank left before this part.">gap before</Term>
        </span>
        <span>bore, butt face</span>
        <span>bore, tip face</span>
        <span>
          <Term says="The bore that lets the part reach its mark with room for glue.">
            bore wanted
          </Term>
        </span>
        <span>
          <span className="sr-only">order</span>
        </span>
      </div>
      {parts.map((part, i) => {
        const placed = plan.handle.parts.find((p) => p.id === part.id);
        const path = `handle.parts.${part.id}`;
        const chosen = selected === path;
        const at = `handle.parts.${part.id}`;
        return (
          <div
            key={part.id}
            data-row
            className={`border-b border-line/70 py-1.5 ${chosen ? "bg-raised shadow-[inset_4px_0_0_var(--pencil)]" : ""}`}
            onFocus={heldByFocus(() => onSelect(path))}
          >
            <div className={COLUMNS}>
              <div className="pl-2">
                <button
                  type="button"
                  className="min-h-6 text-left font-semibold"
                  aria-expanded={chosen}
                  onClick={() => onSelect(path)}
                >
                  {part.name || PART_WORDS[part.kind]}
                </button>
                <div className="label">
                  {placed &&
                    `${length(placed.start_mm, build.rule, false)} to ${length(placed.end_mm, build.rule)}`}
                </div>
              </div>
              <MeasureField
                path={`${at}.length_mm`}
                label={`Length of ${part.name || PART_WORDS[part.kind]}`}
                hideLabel
                mm={part.length_mm}
                keep={(mm) => (b) => void (rowOf(b.handle.parts, part.id).length_mm = mm ?? 1)}
              />
              <MeasureField
                path={`${at}.gap_before_mm`}
                label={`Gap before ${part.name || PART_WORDS[part.kind]}`}
                hideLabel
                mm={part.gap_before_mm}
                keep={(mm) => (b) => void (rowOf(b.handle.parts, part.id).gap_before_mm = mm ?? 0)}
              />
              {part.seat ? (
                <MeasureField
                  path={`${at}.seat.bore_mm`}
                  label="Seat bore"
                  hideLabel
                  kind="diameter"
                  mm={part.seat.bore_mm}
                  keep={(mm) => (b) =>
                    void (rowOf(b.handle.parts, part.id).seat!.bore_mm = mm ?? 0)
                  }
                />
              ) : (
                <MeasureField
                  path={`${at}.bore_butt_mm`}
                  label="Bore at the butt face"
                  hideLabel
                  kind="diameter"
                  optional
                  placeholder="measure"
                  mm={part.bore_butt_mm}
                  keep={(mm) => (b) => void (rowOf(b.handle.parts, part.id).bore_butt_mm = mm)}
                />
              )}
              {part.seat ? (
                <span />
              ) : (
                <MeasureField
                  path={`${at}.bore_tip_mm`}
                  label="Bore at the tip face"
                  hideLabel
                  kind="diameter"
                  optional
                  placeholder="same"
                  mm={part.bore_tip_mm}
                  keep={(mm) => (b) => void (rowOf(b.handle.parts, part.id).bore_tip_mm = mm)}
                />
              )}
              <Wanted placed={placed} build={build} seat={part.kind === "reel_seat"} />
              <div className="flex justify-end">
                <IconButton
                  name="Toward the butt"
                  disabled={i === 0}
                  onClick={() => edit("reorder the stack", swap(i, i - 1))}
                >
                  <ArrowUp size={14} />
                </IconButton>
                <IconButton
                  name="Toward the tip"
                  disabled={i === parts.length - 1}
                  onClick={() => edit("reorder the stack", swap(i, i + 1))}
                >
                  <ArrowDown size={14} />
                </IconButton>
                <IconButton
                  name={`Take ${part.name || PART_WORDS[part.kind]} out`}
                  onClick={() =>
                    edit(
                      `take out ${part.name || PART_WORDS[part.kind]}`,
                      (b) => void takeOut(b.handle.parts, part.id),
                    )
                  }
                >
                  <X size={14} />
                </IconButton>
              </div>
            </div>
            {chosen && <Details build={build} i={i} />}
          </div>
        );
      })}
      <WordsField
        path="handle.kept_as"
        label="Keep it for other rods, under the name"
        className="mt-3 max-w-72"
        value={build.handle.kept_as}
        keep={(v) => (b) => void (b.handle.kept_as = v)}
      />
    </div>
  );
}

/** The first-timer's way in: the parts of a usual handle in order; the bores are asked. */
function StartFromKit() {
  const { build } = useShown();
  const edit = useRod((s) => s.edit);
  const own = useQuery({ queryKey: ["handles"], queryFn: () => take(api.GET("/api/handles")) });
  const yours = (own.data ?? []).map((kit, n): [string, (typeof KITS)[string]] => [
    `own${n}`,
    { ...kit, suits: [...kit.suits] },
  ]);
  const kits = [...yours, ...Object.entries(KITS)].sort(
    ([, a], [, b]) =>
      Number(b.suits.includes(build.brief.rod_type)) -
      Number(a.suits.includes(build.brief.rod_type)),
  );
  return (
    <div className="py-3">
      <p className="mb-2 text-soft">
        Nothing on the butt yet. Start from a kit: its parts come in their order with usual lengths,
        to type over with what is in your hand; the bores are asked for. Or add part by part below.
        Handles you gave a name stand first.
      </p>
      <div className="flex flex-wrap gap-3">
        {kits.map(([key, kit]) => (
          <Button
            key={key}
            look={kit.suits.includes(build.brief.rod_type) ? "tape" : "plain"}
            onClick={() =>
              edit(`start from a kit: ${kit.name}`, (b) => {
                b.handle.parts.push(...structuredClone(kit.parts));
              })
            }
          >
            <span>
              <span className="font-semibold">{kit.name}</span>{" "}
              <span className="font-normal">{kit.says}</span>
            </span>
          </Button>
        ))}
      </div>
    </div>
  );
}

const swap = (a: number, b: number) => (build: Build) => {
  const { parts } = build.handle;
  [parts[a], parts[b]] = [parts[b]!, parts[a]!];
};

function Wanted({
  placed,
  build,
  seat,
}: {
  placed: PartPlaced | undefined;
  build: Build;
  seat: boolean;
}) {
  if (!placed) return <span />;
  const a = placed.butt_face.wanted_mm;
  const b = placed.tip_face.wanted_mm;
  if (seat || a === null || b === null) {
    return (
      <span className="label pt-1">{seat ? "filled by the arbor" : "waits for the taper"}</span>
    );
  }
  return (
    <div className="pt-0.5">
      <span className="fig text-act">
        {diameter(a, build.rule, false)} → {diameter(b, build.rule)}
      </span>
      <div
        className={`text-note ${GOOD.includes(placed.verdict) ? "text-good" : placed.verdict === "unknown" ? "text-soft" : "text-check"}`}
      >
        {GOOD.includes(placed.verdict) ? "✓ " : ""}
        {VERDICT[placed.verdict]}
        {placed.verdict === "ream" &&
          placed.stops_short_mm !== null &&
          `, stops ${length(placed.stops_short_mm, build.rule)} short`}
      </div>
    </div>
  );
}

function Details({ build, i }: { build: Build; i: number }) {
  const edit = useRod((s) => s.edit);
  const part = build.handle.parts[i]!;
  const at = `handle.parts.${part.id}`;
  return (
    <div className="mt-2 grid grid-cols-[1.5fr_7.5rem_repeat(5,1fr)] gap-2 pr-2 pl-3">
      <WordsField
        path={`${at}.name`}
        label="Called"
        value={part.name}
        keep={(v) => (b) => void (rowOf(b.handle.parts, part.id).name = v)}
      />
      <Pick
        label="Made of"
        value={part.material}
        options={MATERIALS.map((m) => ({ value: m, label: m }))}
        onChange={(m) =>
          edit("material", (b) => void (rowOf(b.handle.parts, part.id).material = m))
        }
      />
      <MeasureField
        path={`${at}.od_butt_mm`}
        label="Outside, butt"
        kind="diameter"
        mm={part.od_butt_mm}
        keep={(mm) => (b) => void (rowOf(b.handle.parts, part.id).od_butt_mm = mm ?? 1)}
      />
      <MeasureField
        path={`${at}.od_tip_mm`}
        label="Outside, tip"
        kind="diameter"
        mm={part.od_tip_mm}
        keep={(mm) => (b) => void (rowOf(b.handle.parts, part.id).od_tip_mm = mm ?? 1)}
      />
      <MeasureField
        path={`${at}.overlap_mm`}
        label="Reaches in"
        mm={part.overlap_mm}
        keep={(mm) => (b) => void (rowOf(b.handle.parts, part.id).overlap_mm = mm ?? 0)}
      />
      <MeasureField
        path={`${at}.closed_end_mm`}
        label="Closed end"
        mm={part.closed_end_mm}
        keep={(mm) => (b) => void (rowOf(b.handle.parts, part.id).closed_end_mm = mm ?? 0)}
      />
      <QuantityField
        path={`${at}.mass_g`}
        label="Weighed"
        optional
        kind="weight"
        placeholder="guess"
        value={part.mass_g}
        keep={(g) => (b) => void (rowOf(b.handle.parts, part.id).mass_g = g)}
      />
      <div className="col-span-full flex flex-wrap gap-x-5 gap-y-1">
        <Tick
          label="turned here, from stock"
          on={part.turned}
          set={(v) => (b) => void (rowOf(b.handle.parts, part.id).turned = v)}
        />
        {part.turned && (
          <MeasureField
            path={`${at}.tenon_od_mm`}
            label="Tenon diameter"
            kind="diameter"
            optional
            className="w-28"
            placeholder="none"
            mm={part.tenon_od_mm}
            keep={(mm) => (b) => void (rowOf(b.handle.parts, part.id).tenon_od_mm = mm)}
          />
        )}
        {part.turned && (
          <MeasureField
            path={`${at}.tip_tenon_od_mm`}
            label="Tenon at its tip"
            kind="diameter"
            optional
            className="w-28"
            placeholder="none"
            mm={part.tip_tenon_od_mm ?? null}
            keep={(mm) => (b) => void (rowOf(b.handle.parts, part.id).tip_tenon_od_mm = mm)}
          />
        )}
        {!part.seat && (
          <Tick
            label="a power drill may be used on it"
            on={part.power_drill}
            set={(v) => (b) => void (rowOf(b.handle.parts, part.id).power_drill = v)}
          />
        )}
        <Tick
          label="stays on the rod (repair)"
          on={part.on_rod}
          set={(v) => (b) => void (rowOf(b.handle.parts, part.id).on_rod = v)}
        />
      </div>
      {part.seat && <SeatInside part={part} seat={part.seat} />}
    </div>
  );
}

function Tick({
  label,
  on,
  set,
}: {
  label: string;
  on: boolean;
  set: (v: boolean) => (b: Build) => void;
}) {
  const edit = useRod((s) => s.edit);
  return (
    <label className="flex min-h-8 cursor-pointer items-center gap-2 text-small">
      <input
        type="checkbox"
        className="size-4 accent-[var(--accent)]"
        checked={on}
        onChange={() => edit(label, set(!on))}
      />
      {label}
    </label>
  );
}

function AddPart() {
  const id = useRod((s) => s.id);
  const build = useRod((s) => s.build);
  const edit = useRod((s) => s.edit);
  const [kind, setKind] = useState<PartKind>("rear_grip");
  const shelf = useShelved("part");
  const full = build!.handle.parts.length >= 30;
  const add = () =>
    edit(`add ${PART_WORDS[kind]}`, (b) => {
      b.handle.parts.push(newPart(kind, freshRowId()));
    });
  return (
    <div className="mt-3 flex items-end gap-2">
      <Pick
        label="Next part up"
        className="w-48"
        value={kind}
        options={asOptions(PART_WORDS)}
        onChange={setKind}
      />
      <Button onClick={add} disabled={full}>
        Add it
      </Button>
      <FromShelf
        label="From the shelf"
        boards={`/shelf/part?rod=${id}`}
        disabled={full}
        offers={shelf
          .filter(({ item }) => item.kind === kind)
          .map(({ item }) => ({
            item,
            name: item.name || PART_WORDS[item.kind],
            says: length(item.length_mm, build!.rule),
          }))}
        onTake={(item) =>
          edit(`take ${item.name || PART_WORDS[item.kind]} off the shelf`, (b) => {
            b.handle.parts.push({ ...structuredClone(item), id: freshRowId() });
          })
        }
      />
    </div>
  );
}
