import { useQuery } from "@tanstack/react-query";
import { useSearchParams } from "wouter";

import { api, take } from "../api/client";
import type { SizeChoice } from "../api/types";
import { Pick } from "../ui/controls";
import { length } from "../ui/measure";
import { useSettings } from "../ui/settings";
import { PART_WORDS } from "../words/shapes";
import type { Lit } from "./OnBoards";

const NONE = "none";
const placeOf = (c: SizeChoice) => `${c.kind} ${c.part_id ?? ""}`;

/** What fits a rod, at one of its places or at any: the parts by what was found of them. */
export function useLights(rod: string | null) {
  const [params] = useSearchParams();
  const tried = useQuery({
    queryKey: ["shelf", "fitting", rod],
    queryFn: () =>
      take(api.GET("/api/builds/{build_id}/fitting", { params: { path: { build_id: rod! } } })),
    enabled: !!rod,
    refetchOnMount: "always",
  });
  const place = params.get("place");
  const places = tried.data ?? [];
  const asked = places.filter((c) => !place || placeOf(c) === place);
  if (!rod || !tried.data)
    return { rod, places, place, lit: null, problem: tried.error?.message ?? "" };
  const lit = new Map<string, Lit>();
  for (const choice of asked)
    choice.judged.forEach((judged, n) => {
      const rank = judged.fits ? n : 10_000 + n;
      if (rank < (lit.get(judged.part_id)?.rank ?? Infinity))
        lit.set(judged.part_id, { judged, rank });
    });
  return { rod, places, place, lit, problem: "" };
}

/** For which rod, and which place on it, what fits is lit. */
export function LightFor({ lights }: { lights: ReturnType<typeof useLights> }) {
  const [, setParams] = useSearchParams();
  const rule = useSettings((x) => x.rule);
  const rods = useQuery({
    queryKey: ["rack", "names"],
    queryFn: () => take(api.GET("/api/builds", { params: { query: { most: 60 } } })),
  });
  const { rod, places, place, lit, problem } = lights;
  const fit = lit ? [...lit.values()].filter((l) => l.judged.fits).length : 0;
  const go = (next: Record<string, string>) => setParams(next, { replace: true });
  return (
    <>
      <Pick
        label="Light what fits"
        className="w-44"
        value={rod ?? NONE}
        options={[
          { value: NONE, label: "no rod" },
          ...(rods.data ?? []).map((r) => ({ value: r.id, label: r.name })),
        ]}
        onChange={(id) => go(id === NONE ? {} : { rod: id })}
      />
      {rod && places.length > 0 && (
        <Pick
          label="at"
          className="w-52"
          value={place ?? NONE}
          options={[
            { value: NONE, label: "every place of its kind" },
            ...places.map((c) => ({
              value: placeOf(c),
              label: `${PART_WORDS[c.kind]} at ${length(c.at_mm, rule)}`,
            })),
          ]}
          onChange={(at) => go(at === NONE ? { rod } : { rod, place: at })}
        />
      )}
      {rod && (
        <span role="status" className="text-small">
          {problem ||
            (lit === null
              ? ""
              : places.length === 0
                ? "The blank of this rod waits for two diameters."
                : `${fit} of ${lit.size} tried ${fit === 1 ? "fits" : "fit"}.`)}
        </span>
      )}
    </>
  );
}
