import { useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { api, take } from "../../api/client";
import type { DefectStanding, Symptom } from "../../api/types";
import { benchNow } from "../../bench/clocks";
import { sayOf } from "../../outbox/entries";
import { useRod, useShown } from "../../rod/store";
import { SYMPTOM_WORDS } from "../../words/shapes";
import { Button, Choice, Pick } from "../../ui/controls";
import { length } from "../../ui/measure";
import { Answer, Fig } from "../Answer";
import type { StageProps } from "../stage";

type Stage = "clock" | "wet" | "gelled" | "set";
const SYMPTOMS = Object.keys(SYMPTOM_WORDS) as Symptom[];

/** What is wrong with a coat: two questions, one verdict; what is to be cut back, on the mat and in a list. */
export function DefectsJob({ onSelect }: StageProps) {
  const { build, plan } = useShown();
  const id = useRod((s) => s.id);
  const laid = plan.finish.coats.filter((c) => c.laid);
  const [symptom, setSymptom] = useState<Symptom | null>(null);
  const [coat, setCoat] = useState(`${Math.max(laid.length, 1)}`);
  const [stage, setStage] = useState<Stage>(laid.at(-1)?.starts_at ? "clock" : "set");
  const [wrap, setWrap] = useState("");
  const { defects, to_cut_back: open } = plan.finish;
  const wraps = [...plan.wraps.laid].sort((a, b) => b.start_mm - a.start_mm);
  const verdict = useVerdict(symptom, Number(coat), stage);
  const put = () => {
    if (!id || !symptom) return;
    const on = wraps.find((w) => w.id === wrap);
    const place_mm = on ? Math.round((on.start_mm + on.end_mm) / 2) : null;
    const row = {
      id: crypto.randomUUID(),
      symptom,
      coat: Number(coat),
      place_mm,
      words: on?.what ?? "",
      cleared: false,
    };
    void sayOf(id, { defect: row as never });
    setSymptom(null);
  };
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
      <Answer
        tone={symptom || open ? "look" : "plain"}
        says={
          verdict
            ? [verdict.normal, `Why: ${verdict.cause}`, `Next time: ${verdict.remedy}`]
                .filter(Boolean)
                .join(" ")
            : open
              ? "The next coat waits for these. Cut to the base without nicking thread, lift dust with tape, close the place, wipe it clean. Wet, with a mask: finish dust is sharp."
              : "Press what you see. What has begun to gel is touched by nobody."
        }
        act={
          verdict && (
            <Button look="tape" className="min-h-10" onClick={put}>
              {verdict.cut_back ? "Put it on the list" : "Note it"}
            </Button>
          )
        }
      >
        {verdict ? (
          verdict.act
        ) : open ? (
          <>
            Cut back <Fig>{open}</Fig> {open === 1 ? "place" : "places"}
          </>
        ) : (
          "What do you see?"
        )}
      </Answer>
      <ul
        className="grid grid-cols-[repeat(auto-fill,minmax(10.5rem,1fr))] gap-2"
        aria-label="What is seen"
      >
        {SYMPTOMS.map((s) => (
          <li key={s}>
            <button
              type="button"
              aria-pressed={symptom === s}
              className={`flex min-h-11 w-full items-center gap-2 rounded border px-2 py-1 text-left ${symptom === s ? "border-transparent bg-tape text-tape-ink" : "border-line bg-raised hover:border-soft"}`}
              onClick={() => setSymptom(symptom === s ? null : s)}
            >
              <Drawn symptom={s} />
              <span className="text-small">{SYMPTOM_WORDS[s]}</span>
            </button>
          </li>
        ))}
      </ul>
      <div className="flex flex-wrap items-end gap-4">
        <Choice
          label="In coat"
          value={coat}
          options={plan.finish.coats.map((c) => ({ value: `${c.number}`, label: `${c.number}` }))}
          onChange={setCoat}
        />
        <Choice
          label="How far it is"
          value={stage}
          options={[
            { value: "clock", label: "by its clock" },
            { value: "wet", label: "it flows" },
            { value: "gelled", label: "it gels" },
            { value: "set", label: "it has set" },
          ]}
          onChange={setStage}
        />
        <Pick
          label="Where"
          className="w-56"
          value={wrap || "rod"}
          options={[
            { value: "rod", label: "all over, or not on a wrap" },
            ...wraps.map((w) => ({ value: w.id, label: w.what })),
          ]}
          onChange={(v) => setWrap(v === "rod" ? "" : v)}
        />
      </div>
      {defects.length > 0 && (
        <section>
          <h2 className="mb-1">On this rod</h2>
          <ul aria-label="Defects" className="grid">
            {defects.map((d) => (
              <OneDefect key={d.id} d={d} rule={build.rule} onSelect={onSelect} />
            ))}
          </ul>
        </section>
      )}
    </div>
  );
}

function useVerdict(symptom: Symptom | null, coat: number, stage: Stage) {
  const { plan } = useShown();
  const of = plan.finish.coats.find((c) => c.number === coat);
  const clocks = Object.fromEntries((of?.clocks ?? []).map((c) => [c.name, c.minutes]));
  const minutes =
    of?.starts_at && of.laid ? (benchNow() - Date.parse(of.starts_at)) / 60_000 : null;
  const asked = useQuery({
    queryKey: ["verdict", symptom, coat, stage, minutes === null ? null : Math.round(minutes)],
    enabled: symptom !== null,
    queryFn: () =>
      take(
        api.GET("/api/defects/{symptom}", {
          params: {
            path: { symptom: symptom! },
            query: {
              coat,
              coats: plan.finish.coats.length,
              stage: stage === "clock" ? undefined : stage,
              minutes: minutes === null ? undefined : Math.max(minutes, 0),
              pot_life_min: clocks["pot life"],
              rotate_min: clocks.rotate,
              set_min: clocks.set,
            },
          },
        }),
      ),
  });
  return symptom ? asked.data : undefined;
}

function OneDefect({
  d,
  rule,
  onSelect,
}: {
  d: DefectStanding;
  rule: Parameters<typeof length>[1];
  onSelect: StageProps["onSelect"];
}) {
  const id = useRod((s) => s.id);
  const again = (cleared: boolean) => {
    if (!id) return;
    const { symptom, coat, place_mm, note } = d;
    void sayOf(id, {
      defect: { id: d.id, symptom, coat, place_mm, words: note, cleared } as never,
    });
  };
  const waits = d.verdict.cut_back;
  return (
    <li className="flex flex-wrap items-center gap-3 border-b border-line py-1">
      <Drawn symptom={d.symptom} />
      <button
        type="button"
        className="min-h-8 text-left underline-offset-2 hover:underline"
        onClick={() => onSelect("finish.defects")}
      >
        {d.words}, coat {d.coat}
        {d.note && `, ${d.note}`}
        {d.place_mm !== null && (
          <span className="fig text-soft"> · {length(d.place_mm, rule)}</span>
        )}
      </button>
      {waits ? (
        <Button className="ml-auto" aria-pressed={!d.open} onClick={() => again(d.open)}>
          {d.open ? (d.verdict.repair ? "It is mended" : "It is cut back") : "✓ done; open again"}
        </Button>
      ) : (
        <span className="ml-auto text-soft">the next coat covers it</span>
      )}
    </li>
  );
}

/** A bit of coated wrap with what is wrong on it, drawn by us. */
function Drawn({ symptom }: { symptom: Symptom }) {
  return (
    <svg width="44" height="26" viewBox="0 0 44 26" className="shrink-0" aria-hidden>
      <rect
        x="1"
        y="5"
        width="42"
        height="16"
        rx="5"
        fill="var(--wood)"
        fillOpacity=".55"
        stroke="var(--ink-soft)"
        strokeWidth=".8"
      />
      <g stroke="var(--ink)" fill="none" strokeWidth="1.3">
        {MARKS[symptom]}
      </g>
    </svg>
  );
}

const MARKS: Record<Symptom, React.ReactNode> = {
  bubbles: (
    <>
      <circle cx="12" cy="12" r="2" />
      <circle cx="22" cy="15" r="1.4" />
      <circle cx="30" cy="10" r="2.4" />
    </>
  ),
  blotches: (
    <path d="M8 8h6v7H8z M22 10h8v8h-8z" fill="var(--ink)" fillOpacity=".25" stroke="none" />
  ),
  cloud: <path d="M4 13h36M6 9h32M6 17h32" strokeOpacity=".35" strokeWidth="3" />,
  craters: (
    <>
      <circle cx="14" cy="13" r="3.5" />
      <circle cx="14" cy="13" r="1" />
      <circle cx="30" cy="12" r="2.6" />
    </>
  ),
  nibs: <path d="M10 8l3 -4M22 7l-2 -4M32 8l4 -3" />,
  dry_spots: <path d="M16 8h10v10H16z" strokeDasharray="2 2" />,
  sags: <path d="M6 21q8 0 10 3q3 2 5 -3" />,
  waves: <path d="M3 5q6 -4 12 0t12 0t13 0" />,
  ragged_edge: <path d="M40 5l-3 3l3 2l-4 3l4 3l-3 2l3 3" />,
  tacky: <path d="M10 5v-3M20 5v-4M30 5v-3" strokeDasharray="1 1.5" />,
  soft_spots: <ellipse cx="22" cy="13" rx="8" ry="4" fill="var(--ink)" fillOpacity=".18" />,
  film_edge: <path d="M12 8h20v9H12z" />,
  lifting: <path d="M28 5q8 -5 14 1" />,
  nicked_thread: <path d="M18 4l8 18M24 6l3 -2M20 20l-3 2" />,
};
