import { X } from "lucide-react";

import type { Build, Plan } from "../../api/types";
import { freshId } from "../../rod/changes";
import { rowOf, takeOut } from "../../rod/rows";
import { useRod, useShown } from "../../rod/store";
import { Button, Choice, IconButton, Pick } from "../../ui/controls";
import { MeasureField, NumberField } from "../../ui/Field";
import { asOptions } from "../../ui/options";
import { PART_WORDS, REPAIR_WORDS } from "../../words/shapes";
import { Answer } from "../Answer";

type Repair = Build["repairs"][number];
type Planned = Plan["repairs"][number];

/** What is to be mended on this rod: what broke, what mends it, what the rod is afterwards, step by step. */
export function MendJob() {
  const { build, plan } = useShown();
  const edit = useRod((s) => s.edit);
  const add = (kind: Repair["kind"]) =>
    edit(`repair: ${REPAIR_WORDS[kind]}`, (b) => {
      b.repairs.push({ id: freshId(), ...fresh(kind) });
    });
  const first = plan.repairs[0];
  return (
    <div className="grid gap-5">
      {first ? (
        <Answer
          tone={first.trouble ? "stop" : first.asked.length ? "wait" : "plain"}
          says={first.why}
        >
          {first.answer}
        </Answer>
      ) : (
        <Answer
          tone="wait"
          says="A repair is work like any other: it gets steps on the bench, a place on the board, and a price."
        >
          Nothing to mend
        </Answer>
      )}
      {build.repairs.map((r, n) => {
        const planned = plan.repairs.find((p) => p.id === r.id);
        return planned && <One key={r.id} repair={r} n={n} planned={planned} isFirst={n === 0} />;
      })}
      <section aria-label="Another repair" className="border-t border-line pt-3">
        <h3 className="label">{build.repairs.length ? "something else" : "what came in"}</h3>
        <div className="flex flex-wrap gap-2">
          {asOptions(REPAIR_WORDS).map((o) => (
            <Button key={o.value} onClick={() => add(o.value)}>
              {o.label}
            </Button>
          ))}
        </div>
      </section>
    </div>
  );
}

const fresh = (kind: Repair["kind"]): Omit<Repair, "id"> => ({
  kind,
  at_mm: null,
  sleeve_mm: null,
  sleeve_material: "carbon",
  wall_share: null,
  bore_mm: null,
  part_id: null,
  guide_id: null,
  old_od_mm: null,
  old_bore_mm: null,
  frozen: false,
  lost_mm: 0,
  words: "",
});

function One(props: { repair: Repair; n: number; planned: Planned; isFirst: boolean }) {
  const { repair: r, planned, isFirst } = props;
  const edit = useRod((s) => s.edit);
  return (
    <section aria-label={planned.words} className="border-t border-line pt-3">
      <div className="flex items-baseline justify-between gap-3">
        <h2 className="first-letter:uppercase">{planned.words}</h2>
        <IconButton
          name={`Take “${planned.words}” off`}
          onClick={() =>
            edit(`no ${planned.words}`, (b) => {
              takeOut(b.repairs, r.id);
            })
          }
        >
          <X size={15} />
        </IconButton>
      </div>
      {!isFirst && (
        <p className={planned.trouble ? "text-ruin" : ""}>
          <span className="font-semibold">{planned.answer}.</span> {planned.why}
        </p>
      )}
      <div className="mt-2 grid grid-cols-[minmax(0,22rem)_minmax(0,1fr)_minmax(0,22rem)] items-start gap-8 max-[1150px]:grid-cols-1">
        <Asked r={r} />
        <div>
          <dl className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-4">
            {planned.figures.map((f) => (
              <div
                key={f.words}
                className="col-span-2 flex justify-between gap-4 border-b border-line/60 py-1"
              >
                <dt className="text-soft">{f.words}</dt>
                <dd
                  className={`fig text-right ${f.assumed ? "italic opacity-75" : "font-semibold"}`}
                >
                  {f.says}
                  {f.assumed && <span className="sr-only"> (assumed)</span>}
                </dd>
              </div>
            ))}
          </dl>
          {[...new Set(planned.figures.flatMap((f) => f.assumed.split("; ")))]
            .filter(Boolean)
            .map((what) => (
              <p key={what} className="mt-1 text-note text-soft">
                Slanted: from {what}.
              </p>
            ))}
        </div>
        <ol aria-label="Steps" className="list-decimal pl-5 text-small">
          {planned.steps.map((s) => (
            <li key={s} className="py-0.5">
              {s}
            </li>
          ))}
        </ol>
      </div>
    </section>
  );
}

function Asked({ r }: { r: Repair }) {
  const { build } = useShown();
  const edit = useRod((s) => s.edit);
  const at = `repairs.${r.id}`;
  const set = (what: string, change: (row: Repair) => void) =>
    edit(what, (b) => {
      change(rowOf(b.repairs, r.id));
    });
  const row = (b: Build) => rowOf(b.repairs, r.id);
  const part = (
    <Pick
      label="Which part"
      value={r.part_id ?? "none"}
      options={[
        { value: "none", label: "not said" },
        ...build.handle.parts.map((p) => ({ value: p.id, label: p.name || PART_WORDS[p.kind] })),
      ]}
      onChange={(v) => set("part", (x) => void (x.part_id = v === "none" ? null : v))}
    />
  );
  switch (r.kind) {
    case "splint":
      return (
        <div className="grid grid-cols-2 gap-3">
          <MeasureField
            path={`${at}.at_mm`}
            label="Broke at, from the butt end"
            mm={r.at_mm}
            optional
            keep={(mm) => (b) => void (row(b).at_mm = mm)}
          />
          <MeasureField
            path={`${at}.bore_mm`}
            label="Bore at the break"
            kind="diameter"
            mm={r.bore_mm}
            optional
            placeholder="by its wall"
            keep={(mm) => (b) => void (row(b).bore_mm = mm)}
          />
          <MeasureField
            path={`${at}.sleeve_mm`}
            label="Sleeve, length"
            mm={r.sleeve_mm}
            optional
            placeholder="by diameter"
            keep={(mm) => (b) => void (row(b).sleeve_mm = mm)}
          />
          <NumberField
            path={`${at}.wall_share`}
            label="Its wall, share of its outside"
            value={r.wall_share}
            optional
            placeholder="0.2"
            keep={(v) => (b) => void (row(b).wall_share = v)}
          />
          <div className="col-span-2">
            <Choice
              label="The sleeve is of"
              value={r.sleeve_material}
              options={[
                { value: "carbon", label: "Carbon" },
                { value: "glass", label: "Glass" },
                { value: "composite", label: "Composite" },
              ]}
              onChange={(v) => set("sleeve", (x) => void (x.sleeve_material = v))}
            />
          </div>
        </div>
      );
    case "seat":
      return (
        <div className="grid grid-cols-2 gap-3">
          <div className="col-span-2">{part}</div>
          <MeasureField
            path={`${at}.old_od_mm`}
            label="Old seat, outside"
            kind="diameter"
            mm={r.old_od_mm}
            optional
            keep={(mm) => (b) => void (row(b).old_od_mm = mm)}
          />
          <MeasureField
            path={`${at}.old_bore_mm`}
            label="Old seat, bore"
            kind="diameter"
            mm={r.old_bore_mm}
            optional
            keep={(mm) => (b) => void (row(b).old_bore_mm = mm)}
          />
          <div className="col-span-2">
            <Choice
              label="Its lock nut"
              value={r.frozen ? "frozen" : "turns"}
              options={[
                { value: "turns", label: "turns" },
                { value: "frozen", label: "is frozen with sand" },
              ]}
              onChange={(v) => set("nut", (x) => void (x.frozen = v === "frozen"))}
            />
          </div>
        </div>
      );
    case "tip":
      return (
        <MeasureField
          path={`${at}.lost_mm`}
          label="Broke off, to sound wall"
          mm={r.lost_mm}
          keep={(mm) => (b) => void (row(b).lost_mm = mm ?? 0)}
        />
      );
    case "guide":
      return (
        <Pick
          label="Which guide"
          value={r.guide_id ?? "none"}
          options={[
            { value: "none", label: "not said" },
            ...build.guides.train.map((g, i) => ({
              value: g.id,
              label: `guide ${i + 1}, ring ${g.ring_mm}`,
            })),
          ]}
          onChange={(v) => set("guide", (x) => void (x.guide_id = v === "none" ? null : v))}
        />
      );
    default:
      return part;
  }
}
