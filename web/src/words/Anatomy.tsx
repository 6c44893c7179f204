import type { Region } from "./trade";

/* One rod drawn short, every part of it where it belongs; the one that is asked for in pencil. */

const PARTS: { at: Region[]; d: string; name: string; fill: string }[] = [
  { at: ["blank"], d: "M20,96 L880,110 L880,114 L20,124 Z", name: "blank", fill: "var(--steel)" },
  {
    at: ["butt_cap"],
    d: "M14,82 h18 v56 h-18 q-6,-28 0,-56 Z",
    name: "cap",
    fill: "var(--rubber-body)",
  },
  {
    at: ["rear_grip", "butt"],
    d: "M32,80 Q90,66 150,86 L150,134 Q90,154 32,140 Z",
    name: "rear grip",
    fill: "var(--cork)",
  },
  {
    at: ["reel_seat"],
    d: "M150,88 h106 v44 h-106 Z",
    name: "reel seat",
    fill: "var(--graphite-body)",
  },
  {
    at: ["foregrip"],
    d: "M256,84 Q290,84 316,98 L316,122 Q290,136 256,136 Z",
    name: "foregrip",
    fill: "var(--cork)",
  },
  {
    at: ["winding_check"],
    d: "M316,98 h7 v24 h-7 Z",
    name: "winding check",
    fill: "var(--metal-shine)",
  },
  { at: ["hook_keeper"], d: "M346,120 q8,14 16,0", name: "hook keeper", fill: "none" },
  {
    at: ["reel"],
    d: "M186,132 h34 l-6,12 v22 h-22 v-22 Z",
    name: "reel foot",
    fill: "var(--metal-body)",
  },
  { at: ["joint"], d: "M586,100 h44 v20 h-44 Z", name: "joint", fill: "var(--steel)" },
  {
    at: ["guide"],
    d: "M470,118 l10,26 a13,13 0 1,0 10,0 l10,-26 Z M720,115 l6,12 a7,7 0 1,0 6,0 l6,-12 Z",
    name: "guides",
    fill: "none",
  },
  {
    at: ["wrap"],
    d: "M458,102 h54 v17 h-54 Z M712,106 h32 v10 h-32 Z",
    name: "wraps",
    fill: "var(--mat-accent-dim)",
  },
  {
    at: ["tip_top", "tip"],
    d: "M872,108 h14 a8,8 0 1,1 0,8 h-14 Z",
    name: "tip-top",
    fill: "none",
  },
];

/** A rod with the asked-for part drawn in pencil; its inside or its end where the word lies there. */
export function Anatomy({ shown }: { shown: Region | null }) {
  const lit = (at: Region[]) => shown !== null && at.includes(shown);
  return (
    <svg viewBox="0 0 910 190" className="w-full bg-mat" role="img" aria-label={LABEL(shown)}>
      {PARTS.map((p) => (
        <path
          key={p.name}
          d={p.d}
          fill={lit(p.at) && p.fill !== "none" ? "var(--pencil)" : p.fill}
          stroke={
            lit(p.at) ? "var(--pencil)" : p.fill === "none" ? "var(--mat-ink)" : "var(--outline)"
          }
          strokeWidth={lit(p.at) ? 4 : p.fill === "none" ? 2.4 : 1}
        />
      ))}
      {shown === "arbor" && (
        <g fill="var(--pencil)" stroke="var(--outline)">
          {[160, 196, 232].map((x) => (
            <rect key={x} x={x} y={92} width={14} height={36} />
          ))}
        </g>
      )}
      {shown === "bore" && (
        <path
          d="M34,97 L150,99 M34,123 L150,121"
          stroke="var(--pencil)"
          strokeWidth="3"
          strokeDasharray="7 4"
        />
      )}
      {shown === "axis" && (
        <g transform="translate(800 52)" fill="none" stroke="var(--pencil)" strokeWidth="3">
          <circle r="30" stroke="var(--steel)" strokeWidth="9" />
          <path d="M0,-44 v16 M0,0 L26,-26" />
          <path d="M10,-42 A43,43 0 0,1 38,-20" markerEnd="" strokeDasharray="5 4" />
        </g>
      )}
    </svg>
  );
}

const LABEL = (shown: Region | null) =>
  shown === null ? "A rod" : `A rod, its ${shown.replace("_", " ")} marked`;
