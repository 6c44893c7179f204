import { useRod, useShown } from "../rod/store";
import { moveWrapEnd } from "../rod/wraps";
import { length, STEP_MM } from "../ui/measure";
import { useSettings } from "../ui/settings";
import { Grip } from "./Grip";
import type { LayerProps } from "./layers";
import { drawnOd, WrapShape } from "./Rod";
import { useThreadColours } from "./threads";

/* Thread and letters on the mat. */

/** Every wrap; one is held by pressing it, and its ends are slid, nudged and typed. */
export function Wraps(
  props: LayerProps & {
    held: string | undefined;
    onSelect?: (what: string | null) => void;
    coated: boolean;
  },
) {
  const { held, onSelect, coated, scale, y } = props;
  const { plan } = useShown();
  const shown = useSettings((s) => s.threadLook);
  const wet = useThreadColours(coated && shown === "dry" ? "wet" : shown);
  const preserved = useThreadColours("preserved");
  return plan.wraps.laid.map((w) => {
    const path = `wraps.wraps.${w.id}`;
    const chosen = held === w.id;
    const [a, b] = [scale.x(w.over_from_mm), scale.x(w.over_to_mm)];
    const half = (w.round_mm / 2) * scale.k;
    const colour = coated && w.preserver ? preserved : wet;
    return (
      <g key={w.id}>
        <g
          onClick={onSelect && (() => onSelect(path))}
          className={onSelect ? "cursor-pointer" : undefined}
        >
          <WrapShape wrap={w} paint="mat" {...{ scale, y, coated, colour }} />
          {onSelect && (
            <rect
              x={Math.min(a, b) - 2}
              width={Math.abs(b - a) + 4}
              y={y - half - 8}
              height={2 * half + 16}
              fill="transparent"
              stroke={chosen ? "var(--pencil)" : "none"}
              strokeWidth="2"
              strokeDasharray="5 3"
              rx="4"
            />
          )}
        </g>
        {chosen && onSelect && (
          <>
            <WrapEnd id={w.id} end="butt" mm={w.start_mm} what={w.what} {...{ scale, y }} />
            <WrapEnd id={w.id} end="tip" mm={w.end_mm} what={w.what} {...{ scale, y }} />
          </>
        )}
      </g>
    );
  });
}

function WrapEnd(
  props: LayerProps & { id: string; end: "butt" | "tip"; mm: number; what: string },
) {
  const { id, end, mm, what, scale, y } = props;
  const build = useRod((s) => s.build);
  const edit = useRod((s) => s.edit);
  const show = useRod((s) => s.show);
  const stopShowing = useRod((s) => s.stopShowing);
  if (!build) return null;
  const step = Math.min(STEP_MM[build.rule], 0.5);
  const kept = () => useRod.getState().plan?.wraps.laid.find((w) => w.id === id);
  const moved = (by: number) => moveWrapEnd(kept(), end, by);
  const x = scale.x(mm);
  return (
    <Grip
      label={`${end} end of ${what}`}
      valueText={`${length(mm, build.rule)} from the butt`}
      now={mm}
      range={[0, mm + 300]}
      selected
      pxPerMm={scale.pxPerMm}
      flipped={scale.flipped}
      stepMm={step}
      onSelect={() => undefined}
      onMove={(by) => show(moved(by))}
      onDrop={(by) => edit(`${end} end of ${what}`, moved(by))}
      onCancel={stopShowing}
      onType={() =>
        document.querySelector<HTMLElement>(`[data-path="wraps.wraps.${id}.${end}"]`)?.focus()
      }
    >
      <rect x={x - 12} y={y - 34} width={24} height={68} fill="transparent" />
      <line x1={x} x2={x} y1={y - 32} y2={y + 32} stroke="var(--pencil)" strokeWidth="3" />
      <circle cx={x} cy={y + 34} r={5} fill="var(--pencil)" />
    </Grip>
  );
}

/** Where the labels lie, as bits of film on the blank. */
export function LabelsOnRod({ lit, scale, y }: LayerProps & { lit: boolean }) {
  const { plan } = useShown();
  return plan.wraps.labels.map((l) => {
    const [a, b] = [scale.x(l.start_mm), scale.x(l.end_mm)];
    const high = Math.min(l.tall_mm, l.od_tip_mm) * scale.k;
    return (
      <g key={l.id} opacity={lit ? 1 : 0.55}>
        <rect
          x={Math.min(a, b)}
          width={Math.abs(b - a)}
          y={y - high / 2}
          height={Math.max(high, 3)}
          rx="1.5"
          fill="var(--tape)"
          fillOpacity=".85"
          stroke={l.trouble ? "var(--mat-ruin)" : "var(--tape-edge)"}
          strokeWidth={lit ? 1.6 : 0.6}
        />
        <title>{l.what}</title>
      </g>
    );
  });
}

/** What is coated: over and under every place a line for each coat, drawn through where it is on. */
export function Coats({ scale, y }: LayerProps) {
  const { plan } = useShown();
  return plan.finish.spans.map((s) => {
    const [a, b] = [scale.x(s.start_mm), scale.x(s.end_mm)].sort((p, q) => p - q) as [
      number,
      number,
    ];
    const half = (drawnOd(plan.blank.taper, (s.start_mm + s.end_mm) / 2) / 2) * scale.k + 7;
    return (
      <g key={`${s.what} ${s.start_mm} ${s.of}`} strokeWidth="1.6">
        {Array.from({ length: Math.min(s.of, 8) }, (_, n) => {
          const off = half + n * 3.2;
          const on = n < s.on;
          return (
            <path
              key={n}
              d={`M${a},${y - off} H${b} M${a},${y + off} H${b}`}
              stroke={on ? "var(--mat-done)" : "var(--mat-ink)"}
              strokeOpacity={on ? 1 : 0.45}
              strokeDasharray={on ? undefined : "2 3"}
            />
          );
        })}
        <title>{`${s.what}: ${s.on} of ${s.of} coats on`}</title>
      </g>
    );
  });
}

/** Where something is wrong with a coat: a ring while it waits to be cut back, a tick once it is. */
export function Defects({ scale, y }: LayerProps) {
  const { plan } = useShown();
  return plan.finish.defects.map((d) => {
    if (d.place_mm === null) return null;
    const x = scale.x(d.place_mm);
    return (
      <g key={d.id} fill="none" strokeWidth="3">
        {d.open ? (
          <circle cx={x} cy={y} r="11" stroke="var(--mat-ruin)" />
        ) : (
          <path d={`M${x - 7},${y} l5,6 l9,-12`} stroke="var(--mat-done)" />
        )}
        <title>{d.words}</title>
      </g>
    );
  });
}
