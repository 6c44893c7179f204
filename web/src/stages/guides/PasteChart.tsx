import { useState } from "react";

import { api, take } from "../../api/client";
import type { Build, Datum } from "../../api/types";
import { changeRing, nextGuide } from "../../rod/moves";
import { useRod } from "../../rod/store";
import { datumWord } from "../../mat/datum";
import { DATUM_WORDS } from "../../words/shapes";
import { Button, Overlay, Pick } from "../../ui/controls";
import { unitOf } from "../../ui/measure";

/** What distances may be stated from on this kind of rod. */
export const datumsOf = (rodType: Build["brief"]["rod_type"]) =>
  (Object.keys(DATUM_WORDS) as Datum[]).map((d) => ({
    value: d,
    label: datumWord(d, rodType),
  }));

/** A supplier’s chart laid on the guides nearest the tip, or nearest the reel. */
export function PasteChart({
  open,
  onOpenChange,
  build,
}: {
  open: boolean;
  onOpenChange: (o: boolean) => void;
  build: Build;
}) {
  const edit = useRod((s) => s.edit);
  const [text, setText] = useState("");
  const [datum, setDatum] = useState<Datum>("tip_top_ring");
  const [problem, setProblem] = useState<string | null>(null);
  const fromTip = datum === "tip_top_ring" || datum === "bare_tip";
  const lay = async () => {
    try {
      const chart = await take(
        api.POST("/api/charts", { body: { text, unit: unitOf(build.rule) } }),
      );
      const rows = chart.guides.toSorted((a, b) =>
        fromTip ? a.distance_mm - b.distance_mm : b.distance_mm - a.distance_mm,
      );
      const assumed = useRod.getState().plan?.assumed ?? [];
      edit(`a chart of ${rows.length}`, (b) => {
        const { train } = b.guides;
        while (train.length < rows.length)
          train.push(nextGuide(train, rows[train.length]!.ring_mm ?? undefined));
        const first = fromTip ? 0 : train.length - rows.length;
        rows.forEach(({ distance_mm, ring_mm }, k) => {
          const guide = train[first + k]!;
          if (ring_mm !== null && ring_mm !== guide.ring_mm) changeRing(guide, ring_mm, assumed);
          guide.at = { datum, distance_mm };
        });
      });
      setText("");
      setProblem(null);
      onOpenChange(false);
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  return (
    <Overlay
      open={open}
      onOpenChange={onOpenChange}
      title="Paste a chart"
      says="One distance a line, or a row of them, or a table with the rings; fractions, decimals or millimetres."
    >
      <Pick
        label="Its distances count from"
        value={datum}
        options={datumsOf(build?.brief.rod_type ?? "spinning")}
        onChange={setDatum}
      />
      <label className="label mt-3 block" htmlFor="chart">
        Distances
      </label>
      <textarea
        id="chart"
        className="field h-44"
        value={text}
        placeholder={unitOf(build.rule) === "in" ? "4\n8 1/4\n12 7/8" : "100\n210\n330"}
        aria-invalid={problem ? true : undefined}
        onChange={(e) => setText(e.target.value)}
      />
      <p role="alert" className="min-h-5 text-note text-ruin">
        {problem}
      </p>
      <p className="label mb-3">
        {fromTip
          ? "They are laid on the guides nearest the tip."
          : "They are laid on the guides nearest the reel."}{" "}
        The rest stay as they are.
      </p>
      <div className="flex justify-end gap-2">
        <Button look="quiet" onClick={() => onOpenChange(false)}>
          Not now
        </Button>
        <Button look="tape" className="px-4" onClick={() => void lay()}>
          Lay it on the rod
        </Button>
      </div>
    </Overlay>
  );
}
