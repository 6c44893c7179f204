import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "wouter";

import { api, take } from "../../api/client";
import { useRod, useShown } from "../../rod/store";
import { Button } from "../../ui/controls";
import { length } from "../../ui/measure";

/** Rods alike: one layout, one story stick, and how each rod came out. */
export function Batch() {
  const { build } = useShown();
  const id = useRod((s) => s.id);
  const open = useRod((s) => s.open);
  const client = useQueryClient();
  const [rods, setRods] = useState("2");
  const [why, setWhy] = useState("");
  const params = { path: { build_id: id! } };
  const found = useQuery({
    queryKey: ["batch", id, build.batch, JSON.stringify(build.guides.train)],
    queryFn: () => take(api.GET("/api/builds/{build_id}/batch", { params })),
  });
  const make = async () => {
    setWhy("");
    try {
      await take(
        api.POST("/api/builds/{build_id}/batch", { params, body: { rods: Number(rods) } }),
      );
      await client.invalidateQueries({ queryKey: ["batch"] });
      await open(id!);
    } catch (error) {
      setWhy((error as Error).message);
    }
  };
  const all = found.data ?? [];
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
            <p role="alert" className="mb-1.5 text-[13px] text-ruin">
              {why}
            </p>
          ) : (
            <span className="label mb-2">
              the same blank, handle and layout; each keeps its own record
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
            <tbody className="fig text-[16px]">
              {all.map((rod) => (
                <tr key={rod.id} className="border-b border-line/60 text-right [&_td]:px-2">
                  <td className="!pl-0 py-1 text-left font-sans text-[15px]">
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
          <Link
            href={`/build/${id}/sheet?show=story-stick`}
            className="mt-2 inline-block underline"
          >
            One story stick marks them all
          </Link>
        </>
      )}
    </section>
  );
}
