import type { Build, GuidePlaced } from "../../api/types";
import { builtAt } from "../../rod/moves";
import { rowOf } from "../../rod/rows";
import { useRod, useShown } from "../../rod/store";
import { Button } from "../../ui/controls";
import { heldTogether } from "../../words/Spoken";
import { Term } from "../../words/Term";
import { MeasureField, NumberField, QuantityField, WordsField } from "../../ui/Field";
import { length } from "../../ui/measure";
import { weight } from "../../ui/units";
import { Answer, Fig } from "../Answer";
import { Batch } from "./Batch";
import { PhotoMatch } from "./PhotoMatch";
import { useBends, useMoves } from "./useBends";

/** The real rod: its static test, its photograph, its batch. */
export function StaticTestJob() {
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-5">
      <TheTest />
      <PhotoMatch />
      <Batch />
    </div>
  );
}

/** What the hung load showed. */
function WhatItShowed({ test }: { test: NonNullable<Build["guides"]["static_test"]> }) {
  const { units } = useShown().build;
  const failed = test.rows.filter((r) => r.lifts || r.touches).length;
  const load = <Fig>{weight(test.load_g, units)}</Fig>;
  if (failed)
    return (
      <Answer tone="stop" says="Move what is said below, then hang it again.">
        It failed at {failed} {failed === 1 ? "guide" : "guides"} under {load}
      </Answer>
    );
  return <Answer says="As far as the rings below were looked at.">It held {load}</Answer>;
}

/** The train where it was planned, whatever was built. */
const asWished = (b: Build): Build => ({
  ...b,
  guides: { ...b.guides, train: b.guides.train.map((g) => ({ ...g, built: null })) },
});

/** Where a guide stands now, from the butt end of the blank as it arrived. */
const stands = (placed: GuidePlaced | undefined, b: Build): number | null =>
  placed?.marked_mm == null ? null : placed.marked_mm + b.blank.trim_butt_mm;

function TheTest() {
  const { build, plan } = useShown();
  const edit = useRod((s) => s.edit);
  const test = build.guides.static_test;
  const under = {
    ...build.guides.bend,
    load_g: test?.load_g ?? 500,
    friction: 0,
    own_weight: false,
  };
  const built = build.guides.train.some((g) => g.built);
  const bends = useBends(build, [under]);
  const wished = useBends(asWished(build), [under]);
  if (!test)
    return (
      <Answer
        tone="wait"
        says="Tape the guides on, string the rod, hang the load, and look: where does the line lift off a ring, where does it touch the blank, how far does it turn? Stop at the maker’s limit; tip guarded, face out of line, people clear."
        act={
          <Button
            look="tape"
            disabled={build.guides.train.length === 0}
            onClick={() =>
              edit("static test", (b) => {
                b.guides.static_test = {
                  load_g: b.guides.bend.load_g || 300,
                  rows: b.guides.train.map((g) => ({
                    id: g.id,
                    lifts: false,
                    touches: false,
                    angle_deg: null,
                    note: "",
                    stood_mm: stands(
                      plan.guides.placed.find((p) => p.id === g.id),
                      b,
                    ),
                  })),
                };
              })
            }
          >
            Record a static test
          </Button>
        }
      >
        Not tested yet
      </Answer>
    );
  const row = (id: string) => test.rows.findIndex((r) => r.id === id);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-3">
      <WhatItShowed test={test} />
      <div className="flex items-end gap-4">
        <QuantityField
          path="guides.static_test.load_g"
          label="Load hung"
          className="w-32"
          kind="weight"
          value={test.load_g}
          keep={(v) => (b) => void (b.guides.static_test!.load_g = v ?? 1)}
        />
        <p className="label mb-2 flex-1">
          What was built beats what was planned, from the moment it is entered.
        </p>
        <Button
          look="quiet"
          onClick={() => edit("strike the static test", (b) => void (b.guides.static_test = null))}
        >
          Strike the test
        </Button>
      </div>
      <Mend failed={test.rows.some((r) => r.lifts || r.touches)} />
      <table className="w-full">
        <thead>
          <tr className="label border-b border-line text-left [&_th]:pr-3 [&_th]:font-normal">
            <th>guide</th>
            <th>planned at</th>
            {built && <th>turn as planned</th>}
            <th>{built ? "turn as it stands" : "predicted turn"}</th>
            <th>it turned</th>
            <th>line lifts</th>
            <th>line touches</th>
            <th>
              <Term says="From the tip-top ring to the ring’s centre, as it stands on the rod.">
                it stands at
              </Term>
            </th>
            <th>note</th>
          </tr>
        </thead>
        <tbody>
          {build.guides.train.map((g, i) => {
            const n = row(g.id);
            const r = test.rows[n];
            if (!r) return null;
            const predicted = bends.data?.loaded[0]?.guides.find((x) => x.id === g.id);
            const planned = wished.data?.loaded[0]?.guides.find((x) => x.id === g.id);
            const placed = plan.guides.placed[i];
            const at = `guides.static_test.rows.${r.id}`;
            return (
              <tr key={g.id} className="border-b border-line/60 align-top [&_td]:py-1 [&_td]:pr-3">
                <td className="fig pt-2 text-lead">{i + 1}</td>
                <td className="fig pt-2 text-act">
                  {placed?.wished_from_tip_ring_mm == null
                    ? "–"
                    : length(placed.wished_from_tip_ring_mm, build.rule)}
                </td>
                {built && (
                  <td className="fig pt-2 text-act text-soft">
                    {planned ? `${planned.break_deg.toFixed(0)}°` : "–"}
                    {planned?.touches && <span className="text-check"> touches</span>}
                  </td>
                )}
                <td className="fig pt-2 text-act">
                  {predicted ? `${predicted.break_deg.toFixed(0)}°` : "–"}
                  {predicted?.touches && <span className="text-check"> touches</span>}
                </td>
                <td className="w-24">
                  <NumberField
                    path={`${at}.angle_deg`}
                    label={`Guide ${i + 1} turned`}
                    hideLabel
                    optional
                    suffix="°"
                    digits={0}
                    value={r.angle_deg}
                    keep={(v) => (b) =>
                      void (rowOf(b.guides.static_test!.rows, r.id).angle_deg = v)
                    }
                  />
                </td>
                {(["lifts", "touches"] as const).map((key) => (
                  <td key={key} className="!pt-2">
                    <input
                      type="checkbox"
                      className="size-5 accent-[var(--accent)]"
                      aria-label={`Line ${key} at guide ${i + 1}`}
                      checked={r[key]}
                      onChange={() =>
                        edit(`line ${key}`, (b) => {
                          const seen = rowOf(b.guides.static_test!.rows, r.id);
                          seen[key] = !r[key];
                          seen.stood_mm = stands(placed, b);
                        })
                      }
                    />
                  </td>
                ))}
                <td className="w-32">
                  <MeasureField
                    path={`guides.train.${r.id}.built.distance_mm`}
                    label={`Guide ${i + 1} stands at`}
                    hideLabel
                    optional
                    placeholder="as planned"
                    mm={g.built ? (placed?.from_tip_ring_mm ?? null) : null}
                    keep={(mm) => (b) =>
                      void (rowOf(b.guides.train, r.id).built =
                        mm === null ? null : builtAt(b, plan, mm))
                    }
                  />
                </td>
                <td>
                  <WordsField
                    path={`${at}.note`}
                    label={`Note on guide ${i + 1}`}
                    hideLabel
                    value={r.note}
                    keep={(v) => (b) => void (rowOf(b.guides.static_test!.rows, r.id).note = v)}
                  />
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

/** What the bend says to move, and the one act that takes it. */
function Mend({ failed }: { failed: boolean }) {
  const { build } = useShown();
  const edit = useRod((s) => s.edit);
  const found = useMoves(build, failed);
  if (!failed) return null;
  if (found.isError)
    return (
      <p role="alert" className="border-l-4 border-check bg-raised px-4 py-2">
        {found.error.message}
      </p>
    );
  if (!found.data) return <p className="text-soft">Bending it with guides moved…</p>;
  const { moves, words } = found.data;
  const take = () =>
    edit("move what the test found", (b) => {
      for (const move of moves)
        rowOf(b.guides.train, move.id).built = { datum: "butt", distance_mm: move.built_mm };
    });
  return (
    <section
      aria-label="What to move"
      className="flex items-start gap-5 border-l-4 border-tape bg-raised px-4 py-3"
    >
      <div className="flex-1">
        <ul className="mb-1 grid gap-0.5">
          {moves.map((m) => (
            <li key={m.id} className="text-head">
              guide {m.number}{" "}
              <span className="fig text-answer">
                {length(m.from_mm, build.rule)} → {length(m.to_mm, build.rule)}
              </span>
              <span className="label"> from the tip-top ring</span>
            </li>
          ))}
        </ul>
        <p className="text-small text-soft">{heldTogether(words)}</p>
      </div>
      {moves.length > 0 && (
        <Button look="tape" onClick={take}>
          They are moved
        </Button>
      )}
    </section>
  );
}
