import { LENS_H, OVERVIEW_H } from "./size";

/** The mat before there is a blank: a ghost of the rod and what to do first. */
export function EmptyMat() {
  return (
    <div className="relative" style={{ height: LENS_H + OVERVIEW_H, background: "var(--mat)" }}>
      <svg
        viewBox="0 0 1280 238"
        preserveAspectRatio="none"
        className="absolute inset-0 size-full"
        aria-hidden
      >
        {Array.from({ length: 36 }, (_, i) => (
          <line
            key={i}
            x1={i * 36}
            x2={i * 36}
            y1="0"
            y2="238"
            stroke="var(--mat-rule)"
            strokeWidth={i % 4 ? 0.6 : 1.2}
          />
        ))}
        <path
          d="M60,98 L1220,117 L1220,121 L60,140 Z"
          fill="none"
          stroke="var(--mat-ink)"
          strokeOpacity=".55"
          strokeDasharray="7 6"
          strokeWidth="1.5"
        />
        <path
          d="M60,176 H1220 M60,168 v16 M1220,168 v16"
          stroke="var(--tape)"
          strokeWidth="1.5"
          fill="none"
        />
      </svg>
      <span className="torn absolute top-[42%] left-8 px-2 text-note font-semibold">butt</span>
      <span className="torn absolute top-[42%] right-8 px-2 text-note font-semibold">tip</span>
      <p className="absolute inset-x-0 top-6 text-center text-head font-semibold">
        The mat is clear.
      </p>
      <p className="absolute inset-x-0 bottom-3 text-center">
        Measure the bare blank from butt to tip, type its length below, and it is laid here to
        scale.
      </p>
    </div>
  );
}
