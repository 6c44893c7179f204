import { X } from "lucide-react";
import { useRef, useState } from "react";

import type { Build } from "../../api/types";
import { RULES } from "../../rack/NewBuild";
import { rowOf, takeOut } from "../../rod/rows";
import { useRod, useShown } from "../../rod/store";
import { Button, Choice, IconButton, Pick } from "../../ui/controls";
import { Term } from "../../words/Term";
import { MeasureField, NumberField, WordsField } from "../../ui/Field";
import { diameter, length, unitOf } from "../../ui/measure";
import { useRows } from "../../ui/rows";
import { BriefFields } from "./BriefFields";
import { ChooseJob } from "./ChooseJob";
import { MendJob } from "./MendJob";
import { PasteTaper } from "./PasteTaper";
import { StaticReadings } from "./StaticReadings";
import { TaperPlot } from "./TaperPlot";
import { OnMat } from "../../mat/OnMat";
import { Answer, Fig } from "../Answer";
import type { StageProps } from "../stage";
import { blankJobOf } from "./jobs";
import { readMeasure } from "../../ui/reading";
import { useDraftText } from "../../ui/useDraftText";
import { UnitPicks } from "./UnitPicks";

/** Measure what arrived, hang a weight on it, and say what it is for. */
export function BlankStage({ job }: StageProps) {
  const here = blankJobOf(job);
  if (here === "bend") return <StaticReadings />;
  if (here === "purpose") return <BriefFields />;
  if (here === "choose") return <ChooseJob />;
  if (here === "mend") return <MendJob />;
  return <MeasureJob />;
}

/** Length, diameters, joints, tube, cuts. */
function MeasureJob() {
  const { build, plan } = useShown();
  const edit = useRod((s) => s.edit);
  const { blank, rule } = build;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
      <TaperKnown />
      {plan.blank.length_mm !== null && (
        <OnMat>
          <TaperPlot />
        </OnMat>
      )}
      <div className="grid grid-cols-[minmax(0,1fr)_19rem] gap-7 max-[1150px]:grid-cols-1">
        <section>
          <Readings build={build} />
        </section>
        <section className="grid content-start gap-3">
          <h2>The blank</h2>
          <div className="grid grid-cols-2 gap-3">
            <MeasureField
              path="blank.length_mm"
              label="Length, bare"
              mm={blank.length_mm}
              placeholder="10' or 305 cm"
              keep={(mm) => (b) => {
                b.blank.length_mm = mm;
              }}
            />
            <Pick
              label="Your rule reads in"
              value={rule}
              options={RULES}
              onChange={(r) => edit("rule", (b) => void (b.rule = r))}
            />
            <UnitPicks />
            <MeasureField
              path="blank.trim_butt_mm"
              label="Cut from the butt"
              mm={blank.trim_butt_mm}
              keep={(mm) => (b) => void (b.blank.trim_butt_mm = mm ?? 0)}
            />
            <MeasureField
              path="blank.trim_tip_mm"
              label="Cut from the tip"
              mm={blank.trim_tip_mm}
              keep={(mm) => (b) => void (b.blank.trim_tip_mm = mm ?? 0)}
            />
            <NumberField
              path="blank.tip_tube_64ths"
              label="Tip-top tube"
              value={blank.tip_tube_64ths}
              optional
              suffix="/64"
              hint={
                plan.blank.tip_tube_64ths ? `size ${plan.blank.tip_tube_64ths} fits` : undefined
              }
              keep={(v) => (b) => void (b.blank.tip_tube_64ths = v)}
            />
            <Ends />
          </div>
          <Choice
            label="Made of"
            value={blank.material}
            options={[
              { value: "carbon", label: "Carbon" },
              { value: "glass", label: "Glass" },
              { value: "composite", label: "Composite" },
            ]}
            onChange={(m) => edit("material", (b) => void (b.blank.material = m))}
          />
          <WordsField
            path="blank.name"
            label="What the blank is called"
            value={blank.name}
            keep={(v) => (b) => void (b.blank.name = v)}
          />
          <div className="grid grid-cols-2 gap-3">
            <WordsField
              path="blank.label_power"
              label="Power on the label"
              value={blank.label_power}
              keep={(v) => (b) => void (b.blank.label_power = v)}
            />
            <WordsField
              path="blank.label_action"
              label="Action on the label"
              value={blank.label_action}
              keep={(v) => (b) => void (b.blank.label_action = v)}
            />
            <WordsField
              path="blank.label_line"
              label="Line"
              value={blank.label_line}
              keep={(v) => (b) => void (b.blank.label_line = v)}
            />
            <WordsField
              path="blank.label_lure"
              label="Lure"
              value={blank.label_lure}
              keep={(v) => (b) => void (b.blank.label_lure = v)}
            />
          </div>
          <Joints build={build} />
        </section>
      </div>
    </div>
  );
}

/** What the blank is, and how well that is known. */
function TaperKnown() {
  const { build, plan } = useShown();
  const { butt_od_mm: butt, tip_od_mm: tip, length_mm, taper } = plan.blank;
  const worst = taper.reduce((a, b) => (b.band_mm > a.band_mm ? b : a), taper[0]!);
  const act = (
    <Button look="tape" onClick={() => document.getElementById("new-station")?.focus()}>
      Take a reading
    </Button>
  );
  if (length_mm === null)
    return (
      <Answer
        tone="wait"
        says="From the butt end to the bare tip, joints home. Then its diameters."
      >
        How long is the bare blank?
      </Answer>
    );
  if (butt === null || tip === null)
    return (
      <Answer
        tone="wait"
        act={act}
        says="At the butt and near the tip first, then wherever parts and guides will sit."
      >
        Two diameters, and it has a taper
      </Answer>
    );
  return (
    <Answer
      act={act}
      says={`Between the readings it is known to ${diameter(worst.band_mm, build.rule)} either way at worst, ${length(worst.station_mm, build.rule)} from the butt.`}
    >
      Butt <Fig>{diameter(butt, build.rule)}</Fig>, tip <Fig>{diameter(tip, build.rule)}</Fig>
    </Answer>
  );
}

function Ends() {
  const { build, plan } = useShown();
  if (plan.blank.butt_od_mm === null || plan.blank.tip_od_mm === null) return <div />;
  return (
    <dl className="fig grid grid-cols-[auto_1fr] content-center gap-x-3 text-body">
      <dt className="text-soft">butt</dt>
      <dd>{diameter(plan.blank.butt_od_mm, build.rule)}</dd>
      <dt className="text-soft">tip</dt>
      <dd>{diameter(plan.blank.tip_od_mm, build.rule)}</dd>
    </dl>
  );
}

function Readings({ build }: { build: Build }) {
  const { rule, blank } = build;
  const edit = useRod((s) => s.edit);
  const rows = useRows<HTMLOListElement>();
  const odd = useShown().plan.findings.filter((f) => f.field?.startsWith("blank.readings."));
  const order = blank.readings
    .map((r, i) => ({ r, i }))
    .sort((a, b) => a.r.station_mm - b.r.station_mm);
  return (
    <div>
      <div className="mb-1 flex items-baseline gap-4">
        <h2>
          <Term says="One caliper reading of the bare blank. The station is counted from the butt end as the blank arrived.">
            Readings
          </Term>
        </h2>
        <span className="label">station from the butt, diameter there</span>
        <span className="ml-auto">
          <PasteTaper build={build} />
        </span>
      </div>
      <ol
        ref={rows}
        className="grid grid-cols-[repeat(auto-fill,minmax(15.5rem,1fr))] gap-x-7 gap-y-1"
      >
        {order.map(({ r, i }) => {
          const asked = odd.find((f) => f.field === `blank.readings.${r.id}`);
          return (
            <li
              key={r.id}
              data-row
              className={`grid grid-cols-[1fr_1fr_2rem] items-start gap-1.5 ${asked ? "border-l-4 border-[var(--ruin)] pl-1.5" : ""}`}
            >
              <MeasureField
                path={`blank.readings.${r.id}.station_mm`}
                label={`Station of reading ${i + 1}`}
                hideLabel
                mm={r.station_mm}
                keep={(mm) => (b) => void (rowOf(b.blank.readings, r.id).station_mm = mm ?? 0)}
              />
              <MeasureField
                path={`blank.readings.${r.id}.od_mm`}
                label={`Diameter of reading ${i + 1}`}
                hideLabel
                kind="diameter"
                mm={r.od_mm}
                hint={asked ? "is this right?" : undefined}
                keep={(mm) => (b) => void (rowOf(b.blank.readings, r.id).od_mm = mm ?? 0)}
              />
              <IconButton
                name={`Remove the reading at ${length(r.station_mm, rule)}`}
                onClick={() =>
                  edit("remove a reading", (b) => void takeOut(b.blank.readings, r.id))
                }
              >
                <X size={14} />
              </IconButton>
            </li>
          );
        })}
        <NewReading />
      </ol>
    </div>
  );
}

/** Type a station, Enter, a diameter, Enter, and on to the next. */
function NewReading() {
  const build = useRod((s) => s.build);
  const edit = useRod((s) => s.edit);
  const [station, setStation] = useDraftText("new.reading.station");
  const [od, setOd] = useDraftText("new.reading.od");
  const [problem, setProblem] = useState<{ at: "station" | "od"; text: string } | null>(null);
  const first = useRef<HTMLInputElement>(null);
  const second = useRef<HTMLInputElement>(null);
  const unit = unitOf(build!.rule);
  const add = () => {
    let at: "station" | "od" = "station";
    try {
      const station_mm = readMeasure(station, unit, "length");
      at = "od";
      const od_mm = readMeasure(od, unit, "diameter");
      edit("a reading", (b) => {
        b.blank.readings.push({ id: "", station_mm, od_mm, uncertainty_mm: 0.05 });
      });
      setStation("");
      setOd("");
      setProblem(null);
      first.current?.focus();
    } catch (error) {
      setProblem({ at, text: (error as Error).message });
    }
  };
  return (
    <li>
      <form
        className="grid grid-cols-[1fr_1fr_auto] items-start gap-1.5"
        onSubmit={(e) => {
          e.preventDefault();
          if (document.activeElement === first.current && !od) second.current?.focus();
          else add();
        }}
      >
        <input
          ref={first}
          id="new-station"
          aria-label="Station of a new reading"
          className="field"
          placeholder={unit === "in" ? "6 in" : "150"}
          value={station}
          aria-invalid={problem?.at === "station" || undefined}
          onChange={(e) => setStation(e.target.value)}
        />
        <input
          ref={second}
          aria-label="Diameter of a new reading"
          className="field"
          placeholder={unit === "in" ? "14 mm" : "14.0"}
          value={od}
          aria-invalid={problem?.at === "od" || undefined}
          onChange={(e) => setOd(e.target.value)}
        />
        <Button type="submit">Add</Button>
      </form>
      {problem && (
        <p role="alert" className="mt-1 text-note text-ruin">
          {problem.text}
        </p>
      )}
    </li>
  );
}

function Joints({ build }: { build: Build }) {
  const edit = useRod((s) => s.edit);
  const { joints, length_mm } = build.blank;
  return (
    <div>
      <div className="flex items-center justify-between">
        <Term says="Where two sections of the blank meet, from the butt. Guides are kept clear of it and its wraps.">
          Joints
        </Term>
        <Button
          look="quiet"
          disabled={!length_mm || joints.length >= 8}
          onClick={() =>
            edit("a joint", (b) => {
              b.blank.joints.push({
                id: "",
                station_mm: (length_mm ?? 0) / 2,
                kind: "sleeve",
                overlap_mm: 60,
              });
            })
          }
        >
          Add a joint
        </Button>
      </div>
      {joints.length === 0 && <p className="label">one piece</p>}
      {joints.map((joint, i) => (
        <div key={joint.id} className="mt-1 grid grid-cols-[1fr_1fr_2rem] items-end gap-1.5">
          <MeasureField
            path={`blank.joints.${joint.id}.station_mm`}
            label="at"
            mm={joint.station_mm}
            keep={(mm) => (b) => void (rowOf(b.blank.joints, joint.id).station_mm = mm ?? 0)}
          />
          <MeasureField
            path={`blank.joints.${joint.id}.overlap_mm`}
            label="overlap"
            mm={joint.overlap_mm}
            keep={(mm) => (b) => void (rowOf(b.blank.joints, joint.id).overlap_mm = mm ?? 0)}
          />
          <IconButton
            name={`Remove joint ${i + 1}`}
            onClick={() => edit("remove a joint", (b) => void takeOut(b.blank.joints, joint.id))}
          >
            <X size={14} />
          </IconButton>
        </div>
      ))}
    </div>
  );
}
