import type { Finding } from "../api/types";

export const WORDS = { ruins: "Stop", check: "Look", note: "Know" } as const;

const COLOURS = { ruins: "text-ruin", check: "text-check", note: "text-good" };
const ON_MAT = {
  ruins: "text-[var(--mat-ruin)]",
  check: "text-[var(--pencil)]",
  note: "text-[var(--mat-accent)]",
};

/** Stop is a block with a bar across it, look a ring to sight through, know a dot: told apart by shape and word. */
export function Mark(props: { weight: Finding["weight"]; size?: number; onMat?: boolean }) {
  const { weight, size = 16, onMat = false } = props;
  return (
    <svg
      viewBox="0 0 16 16"
      width={size}
      height={size}
      aria-hidden
      className={`shrink-0 ${(onMat ? ON_MAT : COLOURS)[weight]}`}
    >
      {weight === "ruins" && (
        <>
          <rect x="1" y="1" width="14" height="14" rx="1.5" fill="currentColor" />
          <rect
            x="3.5"
            y="6.5"
            width="9"
            height="3"
            fill={onMat ? "var(--mat)" : "var(--bench-deep)"}
          />
        </>
      )}
      {weight === "check" && (
        <circle cx="8" cy="8" r="5.5" fill="none" stroke="currentColor" strokeWidth="3" />
      )}
      {weight === "note" && <circle cx="8" cy="8" r="3" fill="currentColor" />}
    </svg>
  );
}
