import type { Judged, Part, Shelved, ShelfItem, ShelvedBlank, StockLine } from "../api/types";
import { FILL } from "../mat/fill";
import { diameter, length } from "../ui/measure";
import { useSettings } from "../ui/settings";

/** What lies on the shelf, each kind to one scale, on boards; the bore of a part as the hole in its end. Where a
 * rod is chosen, what fits it comes first and stays lit. */
export function OnBoards(props: {
  items: ShelfItem[];
  lines: Map<string, StockLine>;
  lit: Map<string, Lit> | null;
  onTake: (id: string) => void;
}) {
  const { items: all, lines, lit, onTake } = props;
  const rank = (i: ShelfItem) => lit?.get(i.id)?.rank ?? Infinity;
  const items = lit ? [...all].sort((a, b) => rank(a) - rank(b) || 0) : all;
  const longest = Math.max(60, ...items.map((i) => sizeOf(i.shelved).long_mm));
  const widest = Math.max(14, ...items.map((i) => sizeOf(i.shelved).across_mm));
  const long = items.some((i) => i.shelved.kind === "blank");
  const k = Math.min((long ? 560 : 300) / longest, 96 / widest, 4);
  const tallest = Math.max(...items.map((i) => sizeOf(i.shelved).across_mm)) * k;
  return (
    <ul
      aria-label="On the boards"
      className={`grid items-start gap-x-0 ${long ? "grid-cols-[repeat(auto-fill,minmax(36rem,1fr))]" : "grid-cols-[repeat(auto-fill,minmax(13rem,1fr))]"}`}
    >
      {items.map((item) => {
        const { shelved } = item;
        const name = shelved.item.name || shelved.kind;
        const tried = lit?.get(item.id)?.judged;
        const faded = lit !== null && !tried?.fits;
        return (
          <li
            key={item.id}
            className="pt-5 [contain-intrinsic-size:auto_9rem] [content-visibility:auto]"
          >
            <button
              type="button"
              aria-label={`${name}, ${item.stock} on hand: its card`}
              className="block w-full px-3 text-left hover:bg-current/5"
              onClick={() => onTake(item.id)}
            >
              <span
                className={`flex items-end ${long ? "" : "justify-center"} ${faded ? "opacity-25" : ""}`}
                style={{ height: Math.max(tallest, 40) }}
              >
                <Drawn shelved={shelved} k={k} tried={tried} />
              </span>
            </button>
            <div
              aria-hidden
              className="h-2.5 border-t-2 border-t-[var(--ply)] bg-[var(--ply-dark)]"
            />
            <p className="px-3 pt-1 text-small leading-tight">
              <span className="font-semibold">{name}</span>{" "}
              <span className="fig text-soft">×{item.stock}</span>
              <Says shelved={shelved} />
              {lit && (
                <span
                  className={`block text-note ${tried?.fits ? "font-semibold text-good" : "text-soft"}`}
                >
                  {!tried
                    ? "no place for its kind on this rod"
                    : tried.fits
                      ? tried.reason
                      : `does not fit: ${tried.reason}`}
                </span>
              )}
              <Counted line={lines.get(item.id)} />
            </p>
          </li>
        );
      })}
    </ul>
  );
}

/** How a part does on the rod that is chosen: what fits best comes first. */
export interface Lit {
  judged: Judged;
  rank: number;
}

/** How thick a blank is drawn against its length: true to scale it would be a hair. */
const BLANK_DRAWN_MM = 70;

/** What open rods leave of it. */
function Counted({ line }: { line: StockLine | undefined }) {
  if (!line || (!line.spoken_in_all && !line.buy && !line.past_best && !line.used)) return null;
  const unit = line.unit === "piece" ? "" : ` ${line.unit}`;
  const said = [
    line.used > 0 && `${line.used}${unit} used`,
    line.spoken_in_all > 0 && `${line.spoken_in_all}${unit} spoken for`,
    line.short > 0 && `${line.short}${unit} short`,
    line.past_best && "past its best",
  ].filter(Boolean);
  return (
    <span
      className={`fig block text-note ${line.buy || line.past_best ? "text-check" : "text-soft"}`}
    >
      {said.join(", ") || line.buy}
    </span>
  );
}

const boreOf = (part: Part): number | null =>
  (part.seat ? part.seat.bore_mm : part.bore_butt_mm) ?? null;

/** How long and how thick it is drawn, mm. */
function sizeOf(s: Shelved): { long_mm: number; across_mm: number } {
  switch (s.kind) {
    case "blank":
      return { long_mm: (s.item.length_mm ?? 2000) + 40, across_mm: BLANK_DRAWN_MM };
    case "part": {
      const across = Math.max(s.item.od_butt_mm, s.item.od_tip_mm);
      return { long_mm: s.item.length_mm + across * 1.4, across_mm: across };
    }
    case "guide":
      return {
        long_mm: s.item.foot_butt_mm + s.item.foot_tip_mm + s.item.ring_mm,
        across_mm: s.item.height_mm + s.item.ring_mm,
      };
    case "reamer":
      return { long_mm: s.item.length_mm + 40, across_mm: s.item.large_mm };
    case "drill":
      return { long_mm: 90, across_mm: s.item.diameter_mm };
    case "tape":
      return { long_mm: 70, across_mm: 70 };
    case "adhesive":
    case "finish":
      return { long_mm: 40, across_mm: 60 };
    case "thread":
      return { long_mm: 34, across_mm: 44 };
  }
}

export function Drawn(props: { shelved: Shelved; k: number; tried?: Judged }) {
  const { shelved: s, k, tried } = props;
  const { long_mm, across_mm } = sizeOf(s);
  const [w, h] = [Math.max(long_mm * k, 20), Math.max(across_mm * k, 12)];
  return (
    <svg width={w} height={h} viewBox={`0 0 ${w} ${h}`} className="max-w-full" aria-hidden>
      {s.kind === "blank" && <BlankDrawn blank={s.item} w={w} h={h} />}
      {s.kind === "part" && <PartDrawn part={s.item} k={k} h={h} tried={tried} />}
      {s.kind === "guide" && (
        <g fill="none" stroke="var(--steel)" strokeWidth="2">
          <path
            d={`M2,${h - 2} H${(s.item.foot_butt_mm + s.item.foot_tip_mm) * k} M${s.item.foot_butt_mm * k},${h - 2} V${(s.item.ring_mm / 2) * k}`}
          />
          <ellipse
            cx={s.item.foot_butt_mm * k}
            cy={(s.item.ring_mm / 2) * k + 2}
            rx={Math.max(s.item.ring_mm * k * 0.25, 3)}
            ry={Math.max((s.item.ring_mm / 2) * k, 4)}
            strokeWidth="3"
          />
        </g>
      )}
      {s.kind === "reamer" && (
        <>
          <polygon
            points={`0,${h / 2 - (s.item.small_mm * k) / 2} ${s.item.length_mm * k},0 ${s.item.length_mm * k},${h} 0,${h / 2 + (s.item.small_mm * k) / 2}`}
            fill="var(--steel)"
          />
          <rect
            x={s.item.length_mm * k}
            y={h * 0.3}
            width={40 * k}
            height={h * 0.4}
            fill="var(--wood)"
          />
        </>
      )}
      {s.kind === "drill" && (
        <path
          d={`M0,${h / 2} L8,0 H${w} V${h} H8 Z M14,0 l12,${h} M34,0 l12,${h} M54,0 l12,${h}`}
          fill="var(--steel)"
          stroke="var(--graphite)"
        />
      )}
      {s.kind === "tape" && (
        <>
          <circle
            cx={w / 2}
            cy={h / 2}
            r={h / 2 - 1}
            fill="var(--tape)"
            stroke="var(--tape-edge)"
          />
          <circle cx={w / 2} cy={h / 2} r={h / 4} fill="var(--bench)" stroke="var(--tape-edge)" />
        </>
      )}
      {s.kind === "thread" && (
        <>
          <rect width={w} height={h * 0.12} rx="2" fill="var(--wood)" />
          <rect x={w * 0.14} y={h * 0.12} width={w * 0.72} height={h * 0.76} fill={s.item.colour} />
          <path
            d={Array.from(
              { length: 9 },
              (_, n) => `M${w * 0.14},${h * (0.2 + n * 0.075)} l${w * 0.72},${h * 0.03}`,
            ).join(" ")}
            stroke="var(--thread-gap)"
            strokeOpacity=".4"
            fill="none"
          />
          <rect y={h * 0.88} width={w} height={h * 0.12} rx="2" fill="var(--wood)" />
        </>
      )}
      {(s.kind === "adhesive" || s.kind === "finish") && (
        <>
          <rect x={w * 0.25} y={0} width={w * 0.5} height={h * 0.2} fill="var(--graphite)" />
          <rect y={h * 0.2} width={w} height={h * 0.8} rx="4" fill="var(--steel)" />
          <rect
            y={h * 0.42}
            width={w}
            height={h * 0.36}
            fill={s.kind === "finish" ? "var(--cork)" : "var(--tape)"}
          />
        </>
      )}
    </svg>
  );
}

/** A blank with its joints, thickness exaggerated. */
function BlankDrawn({ blank, w, h }: { blank: ShelvedBlank; w: number; h: number }) {
  const long = blank.length_mm ?? 2000;
  return (
    <g stroke="var(--blank-edge)" strokeWidth=".8">
      <polygon
        points={`0,${h * 0.25} ${w},${h * 0.47} ${w},${h * 0.53} 0,${h * 0.75}`}
        fill={
          blank.material === "glass"
            ? "var(--glass-body)"
            : blank.material === "carbon"
              ? "var(--blank-carbon)"
              : "var(--composite-body)"
        }
      />
      {blank.joints.map((j) => (
        <path
          key={j.id}
          d={`M${(j.station_mm / long) * w},${h * 0.2} v${h * 0.6}`}
          stroke="var(--tape)"
          strokeWidth="2"
        />
      ))}
    </g>
  );
}

/** A part from the side, and its end with the bore in it; in the bore the blank that is chosen, where it is tightest. */
function PartDrawn(props: { part: Part; k: number; h: number; tried?: Judged }) {
  const { part, k, h, tried } = props;
  const long = part.length_mm * k;
  const [a, b] = [part.od_butt_mm * k, part.od_tip_mm * k];
  const r = h / 2;
  const bore = boreOf(part);
  const fill = FILL[part.material];
  return (
    <g stroke="var(--outline)" strokeWidth=".8">
      <polygon
        points={`0,${r - a / 2} ${long},${r - b / 2} ${long},${r + b / 2} 0,${r + a / 2}`}
        fill={fill}
      />
      <circle cx={long + r * 1.35} cy={r} r={Math.max(a / 2 - 0.5, 2)} fill={fill} />
      {bore !== null && bore > 0 && (
        <circle cx={long + r * 1.35} cy={r} r={(bore * k) / 2} fill="var(--blank-bore)" />
      )}
      {bore !== null && tried?.room_per_side_mm != null && (
        <circle
          cx={long + r * 1.35}
          cy={r}
          r={Math.max((bore / 2 - tried.room_per_side_mm) * k, 1)}
          fill="var(--blank-carbon)"
          stroke="var(--tape)"
          strokeDasharray={tried.fits ? undefined : "2 2"}
          strokeWidth="1.2"
        />
      )}
    </g>
  );
}

export function Says({ shelved: s }: { shelved: Shelved }) {
  const rule = useSettings((x) => x.rule);
  const says = () => {
    switch (s.kind) {
      case "blank":
        return [
          s.item.length_mm && length(s.item.length_mm, rule),
          s.item.label_power,
          s.item.static.length ? `${s.item.static.length} weights hung` : "nothing hung",
        ]
          .filter(Boolean)
          .join(", ");
      case "part": {
        const bore = boreOf(s.item);
        return `${length(s.item.length_mm, rule)}, ${bore === null ? "bore not measured" : `bored ${diameter(bore, rule)}`}`;
      }
      case "guide":
        return `ring ${s.item.ring_mm}, ${s.item.feet} foot`;
      case "reamer":
        return `${diameter(s.item.small_mm, rule)} to ${diameter(s.item.large_mm, rule)}`;
      case "drill":
        return diameter(s.item.diameter_mm, rule);
      case "tape":
        return `${diameter(s.item.thickness_mm, rule)} thick`;
      case "adhesive":
      case "finish":
        return `lives ${s.item.pot_life_min} min`;
      case "thread":
        return `size ${s.item.size}, ${s.item.spool_m} m`;
    }
  };
  return <span className="fig block text-note text-soft">{says()}</span>;
}
