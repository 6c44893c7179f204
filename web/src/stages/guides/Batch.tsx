import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "wouter";

import { api, take } from "../../api/client";
import { once } from "../../api/once";
import { useRod, useShown } from "../../rod/store";
import { Button } from "../../ui/controls";
import { length } from "../../ui/measure";

/** Rods alike: one layout, one story stick, and how each rod came out. */
export function Batch() {
  const { build } = useShown();
  const id = useRod((s) => s.id);
  const open = useRod((s) => s.open);
  const version = useRod((s) => s.server?.version);
  const client = useQueryClient();
  const [rods, setRods] = useState("2");
  const [why, setWhy] = useState("");
  const params = { path: { build_id: id! } };
  const found = useQuery({
    queryKey: ["batch", id, build.batch, version],
    queryFn: () => take(api.GET("/api/builds/{build_id}/batch", { params })),
  });
  const make = async () => {
    setWhy("");
    try {
      await once(`batch ${id} ${rods}`, (as_id) =>
        take(
          api.POST("/api/builds/{build_id}/batch", {
            params: { ...params, query: { as_id } },
            body: { rods: Number(rods) },
          }),
        ),
      );
      await client.invalidateQueries({ queryKey: ["batch"] });
      await open(id!);
    } catch (error) {
      setWhy((error as Error).message);
    }
  };
  const follow = useMutation({
    mutationFn: () => take(api.POST("/api/builds/{build_id}/batch/follow", { params })),
    onSuccess: () => client.invalidateQueries({ queryKey: ["batch"] }),
  });
  const all = found.data ?? [];
  const others = all.filter((rod) => rod.id !== id);
  const departed = others.filter((rod) => rod.departs.length > 0);
  const untrue = others.filter((rod) => !rod.same_marks);
  return (
    <section className="border-t border-line pt-3">
      <h2 className="mb-1">Rods alike</h2>
      {all.length === 0 ? (
        <form
          className="flex items-end gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            void make();
          }}
        >
          <div className="w-24">
            <label className="label block" htmlFor="batch-rods">
              Rods in all
            </label>
            <input
              id="batch-rods"
              className="field"
              inputMode="numeric"
              value={rods}
              onChange={(e) => setRods(e.target.value)}
              aria-invalid={why ? true : undefined}
            />
          </div>
          <Button type="submit">Make the batch</Button>
          {why ? (
            <p role="alert" className="mb-1.5 text-note text-ruin">
              {why}
            </p>
          ) : (
            <span className="label mb-2">
              one design for all; each rod has its own blank to measure and its own record
            </span>
          )}
        </form>
      ) : (
        <>
          <table>
            <thead>
              <tr className="label border-b border-line text-right [&_th]:px-2 [&_th]:font-normal">
                <th className="!pl-0 text-left">off the layout, as built</th>
                {all[0]!.deviations.map((d) => (
                  <th key={d.guide_id}>{d.number}</th>
                ))}
              </tr>
            </thead>
            <tbody className="fig text-act">
              {all.map((rod) => (
                <tr key={rod.id} className="border-b border-line/60 text-right [&_td]:px-2">
                  <td className="!pl-0 py-1 text-left font-sans text-body">
                    {rod.id === id ? (
                      rod.name
                    ) : (
                      <Link href={`/build/${rod.id}/guides/test`} className="underline">
                        {rod.name}
                      </Link>
                    )}
                  </td>
                  {rod.deviations.map((d) => (
                    <td key={d.guide_id} className={d.off_mm === null ? "text-soft" : ""}>
                      {d.off_mm === null
                        ? "–"
                        : `${d.off_mm > 0 ? "+" : ""}${length(d.off_mm, build.rule, false)}`}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
          <ul className="mt-2 grid gap-0.5 text-small">
            {others.map((rod) => (
              <li key={rod.id}>
                <b className="font-semibold">{rod.name}</b>:{" "}
                {rod.departs.length
                  ? `departs from this design in ${rod.departs.join(", ")}; `
                  : "the same design; "}
                {rod.unmeasured.length
                  ? `not measured yet: ${rod.unmeasured.join(", ")}.`
                  : "measured."}
              </li>
            ))}
          </ul>
          <div className="mt-2 flex flex-wrap items-center gap-4">
            <Link href={`/build/${id}/sheet?show=story-stick`} className="underline">
              {untrue.length === 0
                ? "One story stick marks them all"
                : `This rod’s story stick is not true for ${untrue.map((r) => r.name).join(", ")}`}
            </Link>
            {departed.length > 0 && (
              <Button disabled={follow.isPending} onClick={() => follow.mutate()}>
                Bring this design to the others
              </Button>
            )}
            {follow.isError && <span role="alert">{follow.error.message}</span>}
          </div>
        </>
      )}
    </section>
  );
}
