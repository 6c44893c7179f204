import type { Build } from "../../api/types";
import { useClocks } from "../../bench/clocks";
import { useRod, useShown } from "../../rod/store";
import { Button, Choice } from "../../ui/controls";
import { NumberField, QuantityField } from "../../ui/Field";
import { volume } from "../../ui/units";
import { Answer, Fig } from "../Answer";
import { SharedCup } from "./SharedCup";

const HOW = [
  { value: "volume", label: "syringe", says: "both parts by volume" },
  { value: "mass", label: "scale", says: "both parts weighed; densities from the data sheet" },
  { value: "drops", label: "drops", says: "counted drops" },
  { value: "eye", label: "eye", says: "poured by eye" },
] as const;
const W = 560;
const H = 190;
const STIR_MIN = 5;

/** How the mix is measured, how far its ratio may be off, and how much of it is made. */
export function MixJob() {
  const { build, plan } = useShown();
  const edit = useRod((s) => s.edit);
  const id = useRod((s) => s.id);
  const { start } = useClocks();
  const { finish } = build;
  const next = plan.finish.coats.find((c) => !c.laid) ?? plan.finish.coats.at(-1);
  const mix = next?.mixes[0];
  if (!mix)
    return (
      <Answer tone="wait" says={plan.finish.nothing}>
        Nothing to mix
      </Answer>
    );
  const risky = mix.ratio_error_percent > finish.ratio_error_percent;
  const stir = () =>
    id &&
    start(id, build.name, [
      {
        id: crypto.randomUUID().replaceAll("-", ""),
        of: "",
        what: "stir slowly",
        then: "no streaks left: pour it into a shallow dish",
        minutes: STIR_MIN,
        product: "",
        at_c: null,
        started_at: new Date().toISOString(),
        stopped_at: null,
      },
    ]);
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4">
      <Answer
        tone={risky ? "look" : "plain"}
        says={`Coat ${next.number} takes ${volume(mix.needed_ml, build.units)} of it${next.mixes.length > 1 ? `, and ${next.mixes.length} such mixes, one after another` : ""}. ${
          mix.part_b_ml > 0
            ? `Measured so its ratio may be ${mix.ratio_error_percent.toFixed(1)} % off; ${finish.ratio_error_percent} % is wished.`
            : "One part: nothing to measure it against."
        }`}
        act={
          <Button look="tape" className="min-h-10" onClick={stir}>
            Stir for {STIR_MIN} min
          </Button>
        }
      >
        {mix.part_a_g != null && mix.part_b_g != null ? (
          <>
            Weigh <Fig>{mix.part_a_g.toFixed(2)} g</Fig> + <Fig>{mix.part_b_g.toFixed(2)} g</Fig>
          </>
        ) : (
          <>
            Mix <Fig>{volume(mix.part_a_ml, build.units)}</Fig>
            {mix.part_b_ml > 0 && (
              <>
                {" "}
                + <Fig>{volume(mix.part_b_ml, build.units)}</Fig>
              </>
            )}
          </>
        )}
      </Answer>
      <div className="flex flex-wrap items-end gap-4">
        <Choice
          label="Measured by"
          value={finish.measure_by}
          options={[...HOW]}
          onChange={(v) => edit("how it is measured", (b) => void (b.finish.measure_by = v))}
        />
        {finish.measure_by === "volume" && (
          <QuantityField
            className="w-32"
            path="finish.syringe_step_ml"
            label="Syringe step"
            kind="volume"
            value={finish.syringe_step_ml}
            keep={(v) => (b) => void (b.finish.syringe_step_ml = v ?? 0.1)}
          />
        )}
        {finish.measure_by === "mass" && <ByScale build={build} />}
        <NumberField
          className="w-36"
          path="finish.ratio_error_percent"
          label="Off ratio, at most"
          suffix="%"
          value={finish.ratio_error_percent}
          keep={(v) => (b) => void (b.finish.ratio_error_percent = v ?? 3)}
        />
        <QuantityField
          className="w-28"
          path="finish.cup_ml"
          label="The cup holds"
          kind="volume"
          value={finish.cup_ml}
          keep={(v) => (b) => void (b.finish.cup_ml = v ?? 30)}
        />
        <QuantityField
          className="w-36"
          path="finish.mix_ml"
          label="Mix at a time"
          kind="volume"
          optional
          value={finish.mix_ml}
          keep={(v) => (b) => void (b.finish.mix_ml = v)}
        />
        {finish.mix_ml !== null && (
          <Button
            look="quiet"
            onClick={() =>
              edit("the least that can be measured", (b) => void (b.finish.mix_ml = null))
            }
          >
            the least that can be measured
          </Button>
        )}
      </div>
      <Curve />
      <SharedCup />
      <p className="max-w-[70ch] text-soft">
        Stir slowly, so many turns each way, scraping the walls, until no streak is left; pour it
        into a shallow dish, where it sheds heat and lives longer. Nitrile gloves and moving air;
        the data sheet comes first.
      </p>
    </div>
  );
}

function ByScale({ build }: { build: Build }) {
  const { finish } = build;
  return (
    <>
      <NumberField
        className="w-28"
        path="finish.scale_step_g"
        label="Scale step"
        suffix="g"
        value={finish.scale_step_g}
        keep={(v) => (b) => void (b.finish.scale_step_g = v ?? 0.1)}
      />
      <NumberField
        className="w-32"
        path="finish.product.density_a_g_ml"
        label="Density of A"
        suffix="g/mL"
        optional
        value={finish.product.density_a_g_ml}
        keep={(v) => (b) => void (b.finish.product.density_a_g_ml = v)}
      />
      <NumberField
        className="w-32"
        path="finish.product.density_b_g_ml"
        label="Density of B"
        suffix="g/mL"
        optional
        value={finish.product.density_b_g_ml}
        keep={(v) => (b) => void (b.finish.product.density_b_g_ml = v)}
      />
    </>
  );
}

/** The ratio's error over the amount mixed; an amount is taken by pressing it. */
function Curve() {
  const { build, plan } = useShown();
  const edit = useRod((s) => s.edit);
  const { curve } = plan.finish;
  const next = plan.finish.coats.find((c) => !c.laid) ?? plan.finish.coats.at(-1);
  const mix = next?.mixes[0];
  if (!curve.length || !mix) return null;
  const allowed = build.finish.ratio_error_percent;
  const most = Math.max(...curve.map((p) => p.total_ml));
  const worst = Math.min(Math.max(...curve.map((p) => p.error_percent), allowed * 1.5), 40);
  const x = (ml: number) => 44 + ((W - 60) * Math.log(ml / 0.5)) / Math.log(most / 0.5);
  const y = (e: number) => 12 + (H - 46) * (1 - Math.min(e, worst) / worst);
  const now = mix.part_a_ml + mix.part_b_ml;
  return (
    <figure>
      <svg
        viewBox={`0 0 ${W} ${H}`}
        className="w-full max-w-[46rem]"
        role="group"
        aria-label="How far the ratio may be off, by the amount mixed"
      >
        <line
          x1={44}
          x2={W - 16}
          y1={y(allowed)}
          y2={y(allowed)}
          stroke="var(--accent)"
          strokeDasharray="6 4"
        />
        <text x={W - 16} y={y(allowed) - 5} fontSize="12" textAnchor="end" fill="var(--ink-soft)">
          wished: {allowed} %
        </text>
        <polyline
          points={curve.map((p) => `${x(p.total_ml)},${y(p.error_percent)}`).join(" ")}
          fill="none"
          stroke="var(--ink)"
          strokeWidth="2"
        />
        {curve.map((p) => (
          <g
            key={p.total_ml}
            role="button"
            tabIndex={0}
            aria-label={`${p.total_ml}: mix ${volume(p.total_ml, build.units)} at a time, ${p.error_percent.toFixed(1)} % off at most`}
            className="cursor-pointer"
            onClick={() => edit("mix at a time", (b) => void (b.finish.mix_ml = p.total_ml))}
            onKeyDown={(e) => {
              if (e.key === "Enter" || e.key === " ") {
                e.preventDefault();
                edit("mix at a time", (b) => void (b.finish.mix_ml = p.total_ml));
              }
            }}
          >
            <rect x={x(p.total_ml) - 12} y={4} width={24} height={H - 8} fill="transparent" />
            <circle cx={x(p.total_ml)} cy={y(p.error_percent)} r="4" fill="var(--ink)" />
            <text
              x={x(p.total_ml)}
              y={H - 14}
              fontSize="12"
              className="fig"
              textAnchor="middle"
              fill="var(--ink-soft)"
            >
              {p.total_ml}
            </text>
          </g>
        ))}
        <circle
          cx={x(Math.min(Math.max(now, 0.5), most))}
          cy={y(mix.ratio_error_percent)}
          r="8"
          fill="none"
          stroke="var(--pencil)"
          strokeWidth="3"
        />
        <text x={8} y={y(worst) + 4} fontSize="12" className="fig" fill="var(--ink-soft)">
          {worst.toFixed(0)} %
        </text>
        <text x={8} y={y(0)} fontSize="12" className="fig" fill="var(--ink-soft)">
          0 %
        </text>
      </svg>
      <figcaption className="text-note text-soft">
        mL mixed in all, pressed to take it; ringed: as it stands
      </figcaption>
    </figure>
  );
}
