import { useState } from "react";

import type { Witness as Look } from "../../api/types";
import { benchNow } from "../../bench/clocks";
import { sayOf } from "../../outbox/entries";
import { freshRowId } from "../../rod/changes";
import { useRod, useShown } from "../../rod/store";
import { Button } from "../../ui/controls";
import { hours } from "../../ui/measure";
import { asOptions } from "../../ui/options";
import { warmth } from "../../ui/units";
import { SEEN_WORDS } from "../../words/shapes";

const SEEN = asOptions(SEEN_WORDS);

/** The leftover blob: looked at with times it tells set and cure before the rod is touched, and the shop learns the tin. */
export function Witness() {
  const { build, plan } = useShown();
  const id = useRod((s) => s.id);
  const [said, setSaid] = useState("");
  const laid = plan.finish.coats.filter((c) => c.laid);
  const coat = laid.at(-1);
  const told = plan.finish.told.filter((t) => t.product === (coat?.product ?? ""));
  const see = (seen: Look["seen"]) => {
    if (!id || !coat?.starts_at) return;
    const minutes = (benchNow() - Date.parse(coat.starts_at)) / 60_000;
    if (minutes < 0.5) {
      setSaid("It has only just been mixed: look again in a while.");
      return;
    }
    const row: Look = {
      id: freshRowId(),
      product: coat.product,
      blob: `coat ${coat.number}`,
      minutes: Math.round(minutes * 10) / 10,
      temperature_c: build.finish.temperature_c,
      seen,
    };
    void sayOf(id, { witness: row });
    setSaid(`Noted, ${hours(minutes)} after mixing.`);
  };
  return (
    <section aria-label="The witness" className="grid gap-2">
      <h2>The witness</h2>
      {coat ? (
        <>
          <p className="text-soft">
            A blob from the cup of coat {coat.number}, on scrap, in the same room at{" "}
            {warmth(build.finish.temperature_c, build.units)}. What is it now?
          </p>
          <div className="flex flex-wrap gap-2">
            {SEEN.map((s) => (
              <Button key={s.value} onClick={() => see(s.value)}>
                {s.label}
              </Button>
            ))}
          </div>
        </>
      ) : (
        <p className="text-soft">
          Keep a blob of the first coat on scrap: what it says here comes before the rod is touched.
        </p>
      )}
      {said && (
        <p role="status" className="text-note text-soft">
          {said}
        </p>
      )}
      {told.map((t) => (
        <p key={`${t.blob} ${t.what}`}>
          {t.what}:{" "}
          {t.over_min !== null && (
            <>
              after more than <span className="fig">{hours(t.over_min)}</span>
            </>
          )}
          {t.over_min !== null && t.by_min !== null && ", "}
          {t.by_min !== null && (
            <>
              by <span className="fig">{hours(t.by_min)}</span>
            </>
          )}{" "}
          at {warmth(25, build.units)}, by the blob of {t.blob}
          {t.seen_min !== null
            ? `; taken as ${hours(t.seen_min)}.`
            : "; looked at too seldom to learn from."}
        </p>
      ))}
    </section>
  );
}
