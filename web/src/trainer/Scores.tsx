import { useQuery } from "@tanstack/react-query";

import { api, take } from "../api/client";

/** Rounds played so far, oldest left. */
export function Scores() {
  const scores = useQuery({
    queryKey: ["trainer", "scores"],
    queryFn: () => take(api.GET("/api/trainer/scores")),
  });
  const all = scores.data ?? [];
  if (!all.length) return null;
  const last = all.slice(-10);
  const mean = last.reduce((sum, s) => sum + s.points, 0) / last.length;
  return (
    <section className="border-t border-line pt-2">
      <h2 className="flex items-baseline justify-between">
        So far
        <span className="label">
          last {last.length}: <span className="fig text-act">{mean.toFixed(0)}</span> points
        </span>
      </h2>
      <ol className="mt-1 flex h-16 items-end gap-1" aria-label="Scores over time">
        {all.slice(-30).map((s, n) => (
          <li
            key={n}
            className="w-2.5 bg-tape"
            style={{ height: `${Math.max(s.points, 4)}%` }}
            title={`level ${s.level}: ${s.points} points${s.error_deg === null ? "" : `, ${s.error_deg}° off`}`}
          />
        ))}
      </ol>
    </section>
  );
}
