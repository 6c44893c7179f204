import { useQuery } from "@tanstack/react-query";
import { Link } from "wouter";

import { api, take } from "../../api/client";
import { useRod, useShown } from "../../rod/store";
import { volume } from "../../ui/units";

/** Which other open rods could be coated from this cup while it still flows. */
export function SharedCup() {
  const { build, plan } = useShown();
  const id = useRod((s) => s.id);
  const revision = useRod((s) => s.server?.version);
  const cup = useQuery({
    queryKey: ["cup", id, revision],
    queryFn: () =>
      take(api.GET("/api/builds/{build_id}/cup", { params: { path: { build_id: id! } } })),
    enabled: !!id && plan.finish.coats.some((c) => !c.laid),
    placeholderData: (before) => before,
  }).data;
  if (!cup || (cup.coats.length < 2 && !cup.left.length)) return null;
  const others = cup.coats.slice(1);
  return (
    <section aria-label="One cup for several rods">
      <h2 className="mb-1">One cup for several rods</h2>
      {others.length ? (
        <p>
          <span className="fig">{volume(cup.mix.part_a_ml, build.units)}</span>
          {cup.mix.part_b_ml > 0 && (
            <>
              {" "}
              + <span className="fig">{volume(cup.mix.part_b_ml, build.units)}</span>
            </>
          )}{" "}
          reaches over this rod and {others.length} more, brushed out within{" "}
          <span className="fig">{cup.until_min.toFixed(0)} min</span>.
        </p>
      ) : (
        <p className="text-soft">
          Other rods wait for the same tin, and this cup is not brushed out in time for them.
        </p>
      )}
      <ol className="mt-1">
        {cup.coats.map((c) => (
          <li
            key={c.rod_id}
            className="flex flex-wrap items-baseline gap-3 border-b border-line py-1"
          >
            <span className="fig w-16 text-soft">{c.from_min.toFixed(0)} min</span>
            <Link href={`/build/${c.rod_id}/finish`} className="flex-1 underline">
              {c.name}, coat {c.number}
            </Link>
            <span className="fig">{volume(c.volume_ml, build.units)}</span>
          </li>
        ))}
      </ol>
      {cup.left.length > 0 && (
        <p className="text-small text-soft">Not in this cup: {cup.left.join(", ")}.</p>
      )}
    </section>
  );
}
