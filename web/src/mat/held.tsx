import type { ReactNode } from "react";

import type { GuidePlaced } from "../api/types";
import { freeGuide, guideName, moveGuide, movePart } from "../rod/moves";
import { useRod, useShown } from "../rod/store";
import { length, STEP_MM } from "../ui/measure";
import { useRows } from "../ui/rows";
import { Grip } from "./Grip";
import type { HeldProps, LayerProps } from "./layers";
import { drawnOd, GuideShape, PartShape } from "./Rod";
import { SawnPart } from "./Sawn";
import { LENS_H } from "./size";

/* What is taken hold of on the mat: handle parts and guides. */

export function Parts(props: HeldProps & { sawn: boolean }) {
  const { stage, selected, onSelect, scale, y, sawn } = props;
  const { plan } = useShown();
  const build = useRod((s) => s.build);
  const edit = useRod((s) => s.edit);
  const show = useRod((s) => s.show);
  const stopShowing = useRod((s) => s.stopShowing);
  if (!build) return null;
  const step = STEP_MM[build.rule];
  return (
    <Held>
      {plan.handle.parts.map((part) => {
        const path = `handle.parts.${part.id}`;
        const shape = (
          <>
            {sawn ? (
              <SawnPart part={part} chosen={selected === path} {...{ scale, y }} />
            ) : (
              <PartShape part={part} scale={scale} y={y} paint="mat" />
            )}
            {selected === path && !sawn && (
              <Halo
                a={part.start_mm}
                b={part.end_mm}
                r={Math.max(part.od_butt_mm, part.od_tip_mm) / 2}
                {...{ scale, y }}
              />
            )}
          </>
        );
        if (stage !== "handle") return <g key={part.id}>{shape}</g>;
        return (
          <Grip
            key={part.id}
            label={`${part.name}, slide along the blank`}
            valueText={`starts ${length(part.start_mm, build.rule)} from the butt`}
            now={part.start_mm}
            range={[0, plan.blank.length_mm ?? part.end_mm]}
            selected={selected === path}
            pxPerMm={scale.pxPerMm}
            flipped={scale.flipped}
            stepMm={step}
            onSelect={() => onSelect(path)}
            onMove={(mm) => show(movePart(part.id, mm, step))}
            onDrop={(mm) => edit(`move ${part.name}`, movePart(part.id, mm, step))}
            onCancel={stopShowing}
            onType={() => focusField(`handle.parts.${part.id}.gap_before_mm`)}
          >
            {shape}
          </Grip>
        );
      })}
    </Held>
  );
}

/** Everything to take hold of, one after another: one stop for the Tab key. */
export function Held({ children }: { children: ReactNode }) {
  return <g ref={useRows<SVGGElement>()}>{children}</g>;
}

/** Put the caret in the field for a document path, wherever it is on the page. */
function focusField(path: string) {
  document.querySelector<HTMLElement>(`[data-path="${path}"]`)?.focus();
}

function Halo({ a, b, r, scale, y }: { a: number; b: number; r: number } & LayerProps) {
  const x = Math.min(scale.x(a), scale.x(b));
  return (
    <rect
      x={x - 3}
      y={y - r * scale.k - 4}
      width={Math.abs(scale.x(b) - scale.x(a)) + 6}
      height={2 * r * scale.k + 8}
      rx={4}
      fill="none"
      stroke="var(--pencil)"
      strokeWidth="2"
      strokeDasharray="5 3"
    />
  );
}

export function GuideTrain({
  stage,
  selected,
  onSelect,
  scale,
  y,
  below,
}: HeldProps & { below: boolean }) {
  const { plan } = useShown();
  return (
    <Held>
      {plan.guides.placed.map((g) => {
        if (g.marked_mm === null) return null;
        const path = `guides.train.${g.id}`;
        const chosen = selected === path;
        const shape = (
          <>
            <GuideShape guide={g} odMm={drawnOd(plan.blank.taper, g.marked_mm)} {...{ scale, y }} />
            {chosen && (
              <line
                x1={scale.x(g.marked_mm)}
                x2={scale.x(g.marked_mm)}
                y1={44}
                y2={LENS_H - 50}
                stroke="var(--pencil)"
                strokeWidth="1.6"
                strokeDasharray="4 3"
              />
            )}
          </>
        );
        if (stage !== "guides") return <g key={g.id}>{shape}</g>;
        return (
          <HeldGuide
            key={g.id}
            guide={g}
            selected={chosen}
            pxPerMm={scale.pxPerMm}
            flipped={scale.flipped}
            onSelect={() => onSelect(path)}
          >
            <rect
              x={scale.x(g.marked_mm) - 9}
              y={y - 24}
              width={18}
              height={below ? 100 : 48}
              fill="transparent"
            />
            {shape}
          </HeldGuide>
        );
      })}
    </Held>
  );
}

/** A guide taken hold of, on the straight rod or the bent one: slid, nudged, typed, let go free. */
export function HeldGuide(props: {
  guide: GuidePlaced;
  selected: boolean;
  pxPerMm: number;
  flipped: boolean;
  along?: [number, number];
  onSelect: () => void;
  children: ReactNode;
}) {
  const { guide: g, children, ...held } = props;
  const { plan } = useShown();
  const build = useRod((s) => s.build);
  const edit = useRod((s) => s.edit);
  const show = useRod((s) => s.show);
  const stopShowing = useRod((s) => s.stopShowing);
  if (!build || g.marked_mm === null) return null;
  const step = STEP_MM[build.rule];
  const name = guideName(build, g.id);
  return (
    <Grip
      {...held}
      label={`${name}, ring ${g.ring_mm}`}
      valueText={`${length(g.from_tip_ring_mm ?? 0, build.rule)} from the tip-top ring`}
      now={g.marked_mm}
      range={[0, plan.blank.length_mm ?? g.marked_mm]}
      stepMm={step}
      onMove={(mm) => show(moveGuide(plannedGuide(g.id) ?? g, mm, step))}
      onDrop={(mm) => edit(`move ${name}`, moveGuide(plannedGuide(g.id) ?? g, mm, step))}
      onCancel={stopShowing}
      onType={() => focusField(`guides.train.${g.id}.at.distance_mm`)}
      onFree={() => edit(`free ${name}`, freeGuide(g.id))}
    >
      {children}
    </Grip>
  );
}

/** The guide as kept, not as it is being tried: moves are counted from there. */
const plannedGuide = (id: string) => useRod.getState().plan?.guides.placed.find((g) => g.id === id);
