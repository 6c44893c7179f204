import { useQuery } from "@tanstack/react-query";

import { api, take } from "../../api/client";
import type { Area, AreaPlan, Build, SchoolTried } from "../../api/types";
import { sayOf } from "../../outbox/entries";
import { due } from "../../rack/clocks";
import { freshRowId } from "../../rod/changes";
import { layerMixed, layerNotMixed } from "../../rod/moves";
import { rowOf } from "../../rod/rows";
import { useRod, useShown } from "../../rod/store";
import { Button, Choice, Pick } from "../../ui/controls";
import { MeasureField, NumberField, WordsField } from "../../ui/Field";
import { hours, length } from "../../ui/measure";
import { asOptions } from "../../ui/options";
import { volume, weight } from "../../ui/units";
import { COVERS_WORDS, METHOD_WORDS } from "../../words/shapes";
import { Answer, Fig } from "../Answer";
import { LayerRows, freshLayer } from "./LayerRows";

/** By which school the rod is finished, what lies under the finish, and what has coats of its own. */
export function LayersJob() {
  const { build, plan } = useShown();
  const edit = useRod((s) => s.edit);
  const { finish } = build;
  const schools = useSchools(build);
  const mine = schools?.find((s) => s.taken);
  const coats = plan.finish.coats.length;
  const on = plan.finish.coats.filter((c) => c.laid).length;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-5">
      <Answer
        says={`${plan.finish.areas} places under them, ${on ? `${on} of them on` : "none on yet"}; from mixing the first to handling the rod ${hours(plan.finish.ready_min)}.`}
      >
        <Fig>{coats}</Fig> {coats === 1 ? "coat" : "coats"},{" "}
        {mine?.words ?? METHOD_WORDS[finish.method]}
      </Answer>
      <section>
        <h2 className="mb-2">The schools, tried on this rod</h2>
        {schools && <Schools all={schools} laid={on > 0} />}
        {finish.product.kind === "uv_resin" && <OnTrial product={finish.product.name} />}
      </section>
      <div className="grid grid-cols-2 gap-8 max-[900px]:grid-cols-1">
        <section className="grid content-start gap-3">
          <h2>Under the finish</h2>
          <LayerRows
            path="finish.under"
            layers={finish.under}
            of={(b) => b.finish.under}
            kinds={["sealer", "varnish", "regular"]}
            most={3}
            none="Nothing: the finish goes on the bare thread."
            add="Put a sealer under it"
            fresh="sealer"
            locked={on > 0}
          />
          <Preserver />
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              checked={finish.past_window}
              onChange={(e) =>
                edit(
                  "coats after the window",
                  (b) => void (b.finish.past_window = e.target.checked),
                )
              }
            />
            A coat may go on after the window has shut, scuffed first
          </label>
        </section>
        <section className="grid content-start gap-3">
          <h2>Coats of their own</h2>
          {plan.finish.areas_own
            .filter((a) => a.id !== "preserver")
            .map((a) => (
              <OneArea key={a.id} plan={a} />
            ))}
          {!finish.areas.length && (
            <p className="text-soft">
              None. Paint on a seat or on the blank, decoration under a varnish of its own: say so
              here.
            </p>
          )}
          <AddArea />
        </section>
      </div>
    </div>
  );
}

const ASKED = "Has the UV resin yellowed, cracked or lifted?";
const HALF_A_YEAR_DAYS = 183;

/** A resin that is unproven on a heavy rod is asked about again. */
function OnTrial({ product }: { product: string }) {
  const { plan } = useShown();
  const id = useRod((s) => s.id);
  const asked = plan.cards.find((c) => c.kind === "follow_up" && c.title === ASKED);
  const ask = () => {
    const day = new Date(Date.now() + HALF_A_YEAR_DAYS * 86_400_000).toISOString().slice(0, 10);
    const follow_up = { id: freshRowId(), of: "", product, ask: ASKED, due_on: day };
    if (id) void sayOf(id, { follow_up });
  };
  return (
    <p className="mt-3 flex flex-wrap items-center gap-3">
      UV resin on a heavy rod is a trial.
      {asked ? (
        <span className="font-semibold">It is asked about again: {asked.figure}.</span>
      ) : (
        <Button onClick={ask}>Ask about it again in half a year</Button>
      )}
    </p>
  );
}

function useSchools(build: Build): SchoolTried[] | undefined {
  const key = JSON.stringify([
    build.finish,
    build.wraps,
    build.guides,
    build.blank,
    build.handle.parts,
  ]);
  return useQuery({
    queryKey: ["schools", key],
    queryFn: () => take(api.POST("/api/plan/schools", { body: build })),
    placeholderData: (before) => before,
  }).data;
}

function Schools({ all, laid }: { all: SchoolTried[]; laid: boolean }) {
  const { build } = useShown();
  const edit = useRod((s) => s.edit);
  const takeUp = (s: SchoolTried) =>
    edit(`finish it: ${s.words}`, (b) => {
      const { method, product, coats, film_first_mm, loss_factor, under } = s;
      Object.assign(b.finish, { method, product, coats, film_first_mm, loss_factor, under });
    });
  return (
    <ul
      aria-label="Schools of finishing"
      className="grid grid-cols-3 gap-x-5 gap-y-3 max-[1000px]:grid-cols-2"
    >
      {all.map((s) => (
        <li
          key={s.name}
          className={`grid content-start gap-1 border-t-2 pt-2 ${s.taken ? "border-tape" : "border-line"}`}
        >
          <div className="flex min-h-8 items-center justify-between gap-2">
            <h3 className={s.taken ? "font-bold" : ""}>{s.words}</h3>
            {s.taken ? (
              <span className="text-small font-semibold">this rod</span>
            ) : (
              <Button
                look="quiet"
                disabled={laid}
                aria-label={`Finish it by ${s.words}`}
                onClick={() => takeUp(s)}
              >
                finish it so
              </Button>
            )}
          </div>
          <p className="text-small text-soft">{s.says}</p>
          <p className="text-small">
            <span className="fig">{s.coats_in_all}</span> {s.coats_in_all === 1 ? "coat" : "coats"},{" "}
            <span className="fig">{hours(s.ready_min)}</span> until handled,{" "}
            <span className="fig">{hours(s.hands_min)}</span> for the hands
          </p>
          <p className="text-small">
            <span className="fig">{volume(s.volume_ml, build.units)}</span> mixed,{" "}
            <span className="fig">{weight(s.mass_g, build.units)}</span> on the rod
          </p>
        </li>
      ))}
    </ul>
  );
}

/** What preserved wraps get before the first coat; shown once a wrap is preserved. */
function Preserver() {
  const { build, plan } = useShown();
  const area = plan.finish.areas_own.find((a) => a.id === "preserver");
  const p = build.finish.preserver;
  if (!area)
    return (
      <p className="text-small text-soft">
        Bare thread: no wrap is preserved. A wrap is, under Wraps.
      </p>
    );
  return (
    <div className="grid gap-2 border-t border-line pt-2">
      <h3>Colour preserver first</h3>
      <p className="text-small">
        {area.coats.length} coats on what is preserved, dry right through before the finish.
      </p>
      <div className="grid grid-cols-3 items-start gap-3">
        <WordsField
          path="finish.preserver.product.name"
          label="Preserver"
          value={p.product.name}
          keep={(v) => (b) => void (b.finish.preserver.product.name = v)}
        />
        <NumberField
          path="finish.preserver.coats"
          label="Coats of it"
          digits={0}
          value={p.coats}
          keep={(v) => (b) => void (b.finish.preserver.coats = v ?? 1)}
        />
        <NumberField
          path="finish.preserver.product.recoat_opens_min"
          label="Dry after"
          suffix="min"
          digits={0}
          value={p.product.recoat_opens_min}
          keep={(v) => (b) => void (b.finish.preserver.product.recoat_opens_min = v ?? 60)}
        />
      </div>
      <OnSoFar area={area} />
    </div>
  );
}

const COVERS = asOptions(COVERS_WORDS);
type Covers = Area["covers"];
const PAINTED: Covers[] = ["seat", "stretch"];

function AddArea() {
  const { build } = useShown();
  const edit = useRod((s) => s.edit);
  const taken = new Set(build.finish.areas.map((a) => a.covers));
  const add = (covers: Covers) =>
    edit(`coats of its own: ${COVERS_WORDS[covers]}`, (b) => {
      const seat = b.handle.parts.find((p) => p.kind === "reel_seat") ?? b.handle.parts[0];
      const area: Area = {
        id: freshRowId(),
        covers,
        name: "",
        part_id: covers === "seat" ? (seat?.id ?? "") : "",
        from_mm: null,
        to_mm: null,
        layers: PAINTED.includes(covers)
          ? [freshLayer("primer"), freshLayer("paint"), freshLayer("varnish", 1)]
          : [freshLayer("varnish")],
        loose: true,
        masked: "",
      };
      b.finish.areas.push(area);
    });
  return (
    <div className="flex flex-wrap gap-2">
      {COVERS.filter((c) => PAINTED.includes(c.value) || !taken.has(c.value)).map((c) => (
        <Button
          key={c.value}
          disabled={build.finish.areas.length >= 12}
          onClick={() => add(c.value)}
        >
          {PAINTED.includes(c.value) ? `Paint ${c.label}` : `Coat ${c.label} apart`}
        </Button>
      ))}
    </div>
  );
}

function OneArea({ plan: area }: { plan: AreaPlan }) {
  const { build } = useShown();
  const edit = useRod((s) => s.edit);
  const said = build.finish.areas.find((a) => a.id === area.id);
  if (!said) return null;
  const path = `finish.areas.${said.id}`;
  const mine = (b: Build) => rowOf(b.finish.areas, said.id);
  const where =
    area.start_mm !== null && area.end_mm !== null
      ? `${length(area.start_mm, build.rule)} to ${length(area.end_mm, build.rule)} from the butt`
      : "";
  return (
    <section
      aria-label={area.name}
      data-path={path}
      className="grid gap-2 border-t-2 border-line pt-2"
    >
      <div className="flex items-baseline justify-between gap-3">
        <h3 className="font-semibold">{area.name}</h3>
        <Button
          look="quiet"
          aria-label={`Take out ${area.name}`}
          onClick={() =>
            edit(`${area.name} as the rest`, (b) => {
              b.finish.areas = b.finish.areas.filter((a) => a.id !== said.id);
            })
          }
        >
          take out
        </Button>
      </div>
      {area.trouble ? (
        <p className="text-small text-check">{area.trouble}</p>
      ) : (
        <p className="text-small text-soft">{where}</p>
      )}
      <div className="grid grid-cols-2 items-start gap-3">
        {PAINTED.includes(said.covers) && (
          <WordsField
            path={`${path}.name`}
            label="What it is"
            value={said.name}
            keep={(v) => (b) => void (mine(b).name = v)}
          />
        )}
        {said.covers === "seat" && (
          <>
            <Pick
              label="Which part"
              value={said.part_id}
              options={build.handle.parts.map((p) => ({
                value: p.id,
                label: p.name || p.kind.replaceAll("_", " "),
              }))}
              onChange={(v) => edit("which part is painted", (b) => void (mine(b).part_id = v))}
            />
            <Choice
              label="Painted"
              value={said.loose ? "loose" : "on"}
              options={[
                { value: "loose", label: "before it is glued on" },
                { value: "on", label: "on the rod" },
              ]}
              onChange={(v) =>
                edit("when it is painted", (b) => void (mine(b).loose = v === "loose"))
              }
            />
          </>
        )}
        {said.covers === "stretch" && (
          <>
            <MeasureField
              path={`${path}.from_mm`}
              label="From the butt"
              optional
              mm={said.from_mm}
              keep={(v) => (b) => void (mine(b).from_mm = v)}
            />
            <MeasureField
              path={`${path}.to_mm`}
              label="to"
              optional
              mm={said.to_mm}
              keep={(v) => (b) => void (mine(b).to_mm = v)}
            />
          </>
        )}
        {PAINTED.includes(said.covers) && (
          <WordsField
            path={`${path}.masked`}
            label="Masked"
            value={said.masked}
            keep={(v) => (b) => void (mine(b).masked = v)}
          />
        )}
      </div>
      <LayerRows
        path={`${path}.layers`}
        layers={said.layers}
        of={(b) => mine(b).layers}
        kinds={["primer", "paint", "varnish", "sealer", "regular", "high_build"]}
        most={6}
        none="Nothing yet."
        add="One more tin"
        fresh="varnish"
        locked={area.on > 0}
      />
      <OnSoFar area={area} />
    </section>
  );
}

/** How many coats of an area are on, when the last went on, and the next one. */
function OnSoFar({ area }: { area: AreaPlan }) {
  const { build } = useShown();
  const edit = useRod((s) => s.edit);
  const next = area.coats.find((c) => !c.laid);
  const card = (n: number) => `layer:${area.id}:${n}`;
  if (!area.coats.length) return null;
  return (
    <div className="flex flex-wrap items-center gap-3">
      <p className="text-small">
        <span className="fig text-lead">{area.on}</span> of{" "}
        <span className="fig text-lead">{area.coats.length}</span> coats on
        {area.last_at && <>, the last {due(area.last_at)}</>}
        {next && (
          <>
            ; next {next.words || `coat ${next.number}`},{" "}
            <span className="fig">{volume(next.volume_ml, build.units)}</span>
          </>
        )}
      </p>
      {next && (
        <Button
          onClick={() => edit(`${area.name}, coat ${next.number}`, layerMixed(card(next.number)))}
        >
          It goes on now
        </Button>
      )}
      {area.on > 0 && (
        <Button
          look="quiet"
          onClick={() => edit(`${area.name}, one coat less`, layerNotMixed(card(area.on)))}
        >
          take back
        </Button>
      )}
    </div>
  );
}
