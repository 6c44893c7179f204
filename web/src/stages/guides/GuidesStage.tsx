import { Lock, LockOpen, X } from "lucide-react";
import { useState } from "react";

import type { Build, Datum, GuidePlaced } from "../../api/types";
import { changeRing, freeGuide, nextGuide, takeMeasures } from "../../rod/moves";
import { rowOf, takeOut } from "../../rod/rows";
import { useRod, useShown } from "../../rod/store";
import { datumWord } from "../../mat/datum";
import { THREAD_NAMES, useThreadColours } from "../../mat/threads";
import { FromShelf } from "../../shelf/FromShelf";
import { useShelved } from "../../shelf/useShelf";
import { Button, Choice, IconButton, Pick } from "../../ui/controls";
import { Term } from "../../words/Term";
import { MeasureField, NumberField, WordsField } from "../../ui/Field";
import { useRows } from "../../ui/rows";
import { length } from "../../ui/measure";
import { heldByFocus } from "../stage";
import type { StageProps } from "../stage";
import { Answer, Fig } from "../Answer";
import { BendJob } from "./BendJob";
import { guidesJobOf } from "./jobs";
import type { GuidesJob } from "./jobs";
import { LayoutsJob } from "./LayoutsJob";
import { ReelSideJob } from "./ReelSideJob";
import { StaticTestJob } from "./StaticTestJob";
import { TwistJob } from "./TwistJob";
import { GapLadder } from "./GapLadder";
import { datumsOf, PasteChart } from "./PasteChart";

const VIEWS: Record<GuidesJob, (props: StageProps) => React.ReactNode> = {
  train: TrainJob,
  bend: BendJob,
  layouts: LayoutsJob,
  "reel-side": ReelSideJob,
  twist: TwistJob,
  test: StaticTestJob,
};

/** The train laid out, bent, compared, proven. */
export function GuidesStage({ selected, onSelect, job }: StageProps) {
  const here = guidesJobOf(job);
  const View = VIEWS[here];
  return <View selected={selected} onSelect={onSelect} />;
}

/** The train from the tip: stated guides stay, free ones close the middle in even steps. */
function TrainJob({ selected, onSelect }: StageProps) {
  const { build } = useShown();
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
      <WhereTheyGo />
      <GapLadder selected={selected} onSelect={onSelect} />
      <section>
        <div className="mb-1 flex flex-wrap items-baseline gap-4">
          <h2>The train, tip first</h2>
          <span className="label">
            state a guide from any datum, or leave it free and it is closed in between
          </span>
        </div>
        <Train selected={selected} onSelect={onSelect} build={build} />
        <TrainButtons build={build} />
      </section>
      <Around build={build} />
    </div>
  );
}

/** The first ring, and whether the train is whole. */
function WhereTheyGo() {
  const { build, plan } = useShown();
  const { placed, usual_least, usual_most } = plan.guides;
  const first = placed[0];
  const waiting = placed.filter((g) => g.marked_mm === null).length;
  if (!first)
    return (
      <Answer
        tone="wait"
        says={
          usual_most
            ? `${usual_least} to ${usual_most} and a tip-top are usual on a rod of this length.`
            : "Add them from the tip, or paste the supplier’s chart."
        }
      >
        No guides yet
      </Answer>
    );
  const gaps = placed.map((g) => g.gap_mm).filter((g): g is number => g !== null);
  return (
    <Answer
      says={
        waiting
          ? `${waiting} of them have no place yet: the blank’s length comes first.`
          : gaps.length > 1
            ? `Gaps from ${length(Math.min(...gaps), build.rule)} to ${length(Math.max(...gaps), build.rule)}.`
            : undefined
      }
    >
      {placed.length} {placed.length === 1 ? "guide" : "guides"}
      {first.from_tip_ring_mm !== null && (
        <>
          , the first <Fig>{length(first.from_tip_ring_mm, build.rule)}</Fig> from the tip-top
        </>
      )}
    </Answer>
  );
}

const COLUMNS =
  "grid grid-cols-[2.2rem_4.6rem_minmax(13rem,1.5fr)_minmax(5.5rem,1fr)_minmax(4.5rem,.7fr)_minmax(5.5rem,1fr)_4.6rem] items-start gap-x-2";
const SOURCE: Record<GuidePlaced["source"], string> = {
  stated: "stated",
  built: "as built",
  closed: "free, closed in",
  assumed: "free, assumed",
  unplaced: "no place yet",
};

function Train({ selected, onSelect, build }: StageProps & { build: Build }) {
  const { plan } = useShown();
  const rows = useRows<HTMLDivElement>();
  if (!build.guides.train.length) {
    return (
      <p className="py-3 text-soft">
        No guides yet. Add them one by one, or paste the supplier’s tip chart.
      </p>
    );
  }
  return (
    <div ref={rows} role="group" aria-label="Guides" className="relative overflow-x-auto">
      <div className={`${COLUMNS} label border-b border-line pb-1`}>
        <span>
          <span className="sr-only">guide</span>
        </span>
        <span>ring, mm</span>
        <span>stated at</span>
        <span className="text-right">from tip-top</span>
        <span className="text-right">gap</span>
        <span className="text-right">from butt</span>
        <span>
          <span className="sr-only">change</span>
        </span>
      </div>
      {plan.guides.placed.map((g, i) => (
        <GuideRow
          key={g.id}
          placed={g}
          i={i}
          build={build}
          selected={selected}
          onSelect={onSelect}
        />
      ))}
    </div>
  );
}

function GuideRow({
  placed: g,
  i,
  build,
  selected,
  onSelect,
}: StageProps & { placed: GuidePlaced; i: number; build: Build }) {
  const edit = useRod((s) => s.edit);
  const { plan } = useShown();
  const guide = build.guides.train[i];
  if (!guide) return null;
  const path = `guides.train.${g.id}`;
  const chosen = selected === path;
  const at = `guides.train.${g.id}`;
  const asked = plan.findings.find((f) => f.field === path && f.weight !== "note");
  const state = () =>
    edit(`state guide ${i + 1}`, (b) => {
      rowOf(b.guides.train, g.id).at = {
        datum: "tip_top_ring",
        distance_mm: Math.max(0, g.pencil_from_tip_ring_mm ?? 0),
      };
    });
  return (
    <div
      data-row
      className={`border-b border-line/70 py-1 ${chosen ? "bg-raised shadow-[inset_4px_0_0_var(--pencil)]" : ""}`}
      onFocus={heldByFocus(() => onSelect(path))}
    >
      <div className={COLUMNS}>
        <button
          type="button"
          aria-label={`Guide ${i + 1}`}
          aria-expanded={chosen}
          className="fig min-h-8 pl-2 text-left text-lead"
          onClick={() => onSelect(path)}
        >
          {i + 1}
        </button>
        <NumberField
          path={`${at}.ring_mm`}
          label={`Ring of guide ${i + 1}`}
          hideLabel
          value={guide.ring_mm}
          keep={(v) => (b) => changeRing(rowOf(b.guides.train, g.id), v ?? 1, plan.assumed)}
        />
        {guide.at ? (
          <div className="grid grid-cols-[1fr_1.15fr] gap-1">
            <MeasureField
              path={`${at}.at.distance_mm`}
              label={`Place of guide ${i + 1}`}
              hideLabel
              mm={guide.at.distance_mm}
              keep={(mm) => (b) => {
                const stated = rowOf(b.guides.train, g.id).at;
                if (stated) stated.distance_mm = mm ?? 0;
              }}
            />
            <Pick
              label={`Guide ${i + 1} is stated from`}
              hideLabel
              value={guide.at.datum}
              options={datumsOf(build.brief.rod_type)}
              onChange={(d) =>
                edit(
                  `datum of guide ${i + 1}`,
                  (b) => void (rowOf(b.guides.train, g.id).at!.datum = d),
                )
              }
            />
          </div>
        ) : (
          <FreePlace placed={g} i={i} build={build} />
        )}
        <Figure mm={g.from_tip_ring_mm} build={build} large />
        <Figure mm={g.gap_mm} build={build} asked={!!asked} />
        <Figure mm={g.from_butt_mm} build={build} />
        <div className="flex justify-end">
          {guide.at ? (
            <IconButton
              name="Let it go free"
              onClick={() => edit(`free guide ${i + 1}`, freeGuide(g.id))}
            >
              <Lock size={14} />
            </IconButton>
          ) : (
            <IconButton
              name="Hold it where it is"
              disabled={g.pencil_from_tip_ring_mm === null}
              onClick={state}
            >
              <LockOpen size={14} />
            </IconButton>
          )}
          <IconButton
            name={`Take guide ${i + 1} out`}
            onClick={() =>
              edit(`take out guide ${i + 1}`, (b) => void takeOut(b.guides.train, g.id))
            }
          >
            <X size={14} />
          </IconButton>
        </div>
      </div>
      {chosen && <GuideDetails build={build} i={i} />}
    </div>
  );
}

/** A free guide: typing a distance states it, from whichever datum is chosen beside it. */
function FreePlace({ placed: g, i, build }: { placed: GuidePlaced; i: number; build: Build }) {
  const [datum, setDatum] = useState<Datum>("tip_top_ring");
  return (
    <div className="grid grid-cols-[1fr_1.15fr] gap-1">
      <MeasureField
        path={`guides.train.${g.id}.at.distance_mm`}
        label={`Place of guide ${i + 1} from the ${datumWord(datum, build.brief.rod_type)}`}
        hideLabel
        mm={null}
        placeholder={SOURCE[g.source]}
        optional
        keep={(mm) => (b) => {
          if (mm !== null) rowOf(b.guides.train, g.id).at = { datum, distance_mm: mm };
        }}
      />
      <Pick
        label={`Guide ${i + 1} will be stated from`}
        hideLabel
        value={datum}
        options={datumsOf(build.brief.rod_type)}
        onChange={setDatum}
      />
    </div>
  );
}

function Figure({
  mm,
  build,
  large,
  asked,
}: {
  mm: number | null;
  build: Build;
  large?: boolean;
  asked?: boolean;
}) {
  return (
    <span
      className={`fig pt-1 text-right ${large ? "text-lead font-semibold" : "text-act"} ${asked ? "text-check" : ""}`}
    >
      {mm === null ? "–" : length(mm, build.rule, false)}
      {asked && " ?"}
    </span>
  );
}

function GuideDetails({ build, i }: { build: Build; i: number }) {
  const colour = useThreadColours();
  const edit = useRod((s) => s.edit);
  const g = build.guides.train[i]!;
  const at = `guides.train.${g.id}`;
  return (
    <div className="mt-1.5 mb-1 grid grid-cols-[auto_repeat(3,1fr)_10rem] items-end gap-2 pr-2 pl-3">
      <Choice
        label="Feet"
        value={g.feet}
        options={[
          { value: "single", label: "single" },
          { value: "double", label: "double" },
        ]}
        onChange={(v) =>
          edit("feet", (b) => {
            const guide = rowOf(b.guides.train, g.id);
            guide.feet = v;
            guide.foot_tip_mm = v === "double" ? guide.foot_butt_mm || guide.foot_tip_mm : 0;
          })
        }
      />
      <MeasureField
        path={`${at}.foot_butt_mm`}
        label="Foot toward butt"
        mm={g.foot_butt_mm}
        keep={(mm) => (b) => void (rowOf(b.guides.train, g.id).foot_butt_mm = mm ?? 0)}
      />
      <MeasureField
        path={`${at}.foot_tip_mm`}
        label="Foot toward tip"
        mm={g.foot_tip_mm}
        keep={(mm) => (b) => void (rowOf(b.guides.train, g.id).foot_tip_mm = mm ?? 0)}
      />
      <MeasureField
        path={`${at}.height_mm`}
        label="Ring height"
        mm={g.height_mm}
        keep={(mm) => (b) => void (rowOf(b.guides.train, g.id).height_mm = mm ?? 0)}
      />
      <div className="flex items-end gap-2">
        <span
          className="mb-1 size-6 shrink-0 rounded-sm border border-line"
          style={{ background: colour(g.thread) }}
          aria-hidden
        />
        <WordsField
          path={`${at}.thread`}
          label="Thread"
          value={g.thread}
          keep={(v) => (b) => void (rowOf(b.guides.train, g.id).thread = v || THREAD_NAMES[0]!)}
        />
      </div>
    </div>
  );
}

function TrainButtons({ build }: { build: Build }) {
  const edit = useRod((s) => s.edit);
  const [pasting, setPasting] = useState(false);
  const shelf = useShelved("guide");
  const add = () => edit("add a guide", (b) => void b.guides.train.push(nextGuide(b.guides.train)));
  return (
    <div className="mt-3 flex gap-2">
      <Button onClick={add} disabled={build.guides.train.length >= 30}>
        Add a guide toward the butt
      </Button>
      <FromShelf
        label="One from the shelf"
        disabled={build.guides.train.length >= 30}
        offers={shelf.map(({ item }) => ({
          item,
          name: item.name,
          says: `ring ${item.ring_mm}, ${item.mass_g ?? "?"} g`,
        }))}
        onTake={(item) =>
          edit(`take ${item.name} off the shelf`, (b) => {
            const guide = nextGuide(b.guides.train);
            b.guides.train.push(guide);
            takeMeasures(b, guide, item);
          })
        }
      />
      <Button onClick={() => setPasting(true)}>Paste a chart</Button>
      <PasteChart open={pasting} onOpenChange={setPasting} build={build} />
    </div>
  );
}

function Around({ build }: { build: Build }) {
  const edit = useRod((s) => s.edit);
  const { guides } = build;
  const spinning = build.brief.rod_type === "spinning";
  return (
    <section className="border-t border-line pt-3">
      <h2 className="mb-2">Reel, tip-top and marking</h2>
      <div className="grid grid-cols-4 gap-x-5 gap-y-3">
        <WordsField
          path="guides.reel.name"
          label="Reel"
          value={guides.reel.name}
          keep={(v) => (b) => void (b.guides.reel.name = v)}
        />
        <MeasureField
          path="guides.reel.lip_ahead_mm"
          label={
            spinning ? "Spool lip ahead of the reel foot" : "Front of the reel ahead of its foot"
          }
          mm={guides.reel.lip_ahead_mm}
          keep={(mm) => (b) => void (b.guides.reel.lip_ahead_mm = mm ?? 0)}
        />
        <Choice
          label={spinning ? "The spool lip is" : "That is"}
          value={guides.reel.guessed ? "guessed" : "measured"}
          options={[
            { value: "guessed", label: "guessed" },
            { value: "measured", label: spinning ? "measured, wound forward" : "measured" },
          ]}
          onChange={(v) => edit("spool lip", (b) => void (b.guides.reel.guessed = v === "guessed"))}
        />
        <MeasureField
          path="guides.first_gap_mm"
          label="First gap, while it is free"
          mm={guides.first_gap_mm}
          keep={(mm) => (b) => void (b.guides.first_gap_mm = mm ?? 101.6)}
        />
        <NumberField
          path="guides.tip_top.ring_mm"
          label="Tip-top ring"
          suffix="mm"
          value={guides.tip_top.ring_mm}
          keep={(v) => (b) => void (b.guides.tip_top.ring_mm = v ?? 6)}
        />
        <MeasureField
          path="guides.tip_top.ring_ahead_mm"
          label="Its ring ahead of the bare tip"
          mm={guides.tip_top.ring_ahead_mm}
          keep={(mm) => (b) => void (b.guides.tip_top.ring_ahead_mm = mm ?? 0)}
        />
        <Choice
          label="A mark is"
          value={guides.mark_under}
          options={[
            { value: "ring_centre", label: "ring centre" },
            { value: "foot_edge", label: "foot edge" },
          ]}
          onChange={(v) => edit("what a mark is", (b) => void (b.guides.mark_under = v))}
        />
        <div>
          <div className="label">
            <Term says="Positions are rounded on your rule as read from here, so that the marks you draw are whole steps.">
              Marks are read from
            </Term>
          </div>
          <Pick
            label="Marks are read from"
            hideLabel
            value={guides.mark_from}
            options={datumsOf(build.brief.rod_type)}
            onChange={(v) => edit("marks read from", (b) => void (b.guides.mark_from = v))}
          />
        </div>
      </div>
    </section>
  );
}
