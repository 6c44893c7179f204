import { useState } from "react";

import type { ShopBoard } from "../api/types";
import { Button } from "../ui/controls";
import { SaidRow } from "./SaidRow";

/** How warm the bench is expected to be, left alone, on days that differ. */
export function ForecastRows(props: {
  rows: ShopBoard["forecast"];
  keep: (rows: ShopBoard["forecast"]) => void;
}) {
  const { rows, keep } = props;
  const [day, setDay] = useState("");
  const [low, setLow] = useState("");
  const [high, setHigh] = useState("");
  const number = (text: string) => Number(text.replace(",", "."));
  const whole =
    day &&
    low.trim() &&
    high.trim() &&
    Number.isFinite(number(low)) &&
    Number.isFinite(number(high));
  const field = "field min-h-8 min-w-0";
  return (
    <div role="group" aria-label="What is forecast for the bench">
      <span className="label">forecast, left alone</span>
      {[...rows]
        .sort((a, b) => a.day.localeCompare(b.day))
        .map((r) => (
          <SaidRow
            key={r.id}
            back={`No forecast for ${r.day}`}
            onBack={() => keep(rows.filter((o) => o.id !== r.id))}
          >
            <span>
              {r.day}: {r.low_c} °C before dawn, {r.high_c} °C in the afternoon
            </span>
          </SaidRow>
        ))}
      <div className="grid grid-cols-[1fr_3.5rem_3.5rem_auto] gap-1.5">
        <input
          type="date"
          aria-label="Day of the forecast"
          className={field}
          value={day}
          onChange={(e) => setDay(e.target.value)}
        />
        <input
          aria-label="Before dawn, °C"
          inputMode="decimal"
          placeholder="low"
          className={`${field} fig`}
          value={low}
          onChange={(e) => setLow(e.target.value)}
        />
        <input
          aria-label="In the afternoon, °C"
          inputMode="decimal"
          placeholder="high"
          className={`${field} fig`}
          value={high}
          onChange={(e) => setHigh(e.target.value)}
        />
        <Button
          disabled={!whole}
          onClick={() => {
            const row = { id: "", day, low_c: number(low), high_c: number(high) };
            keep([...rows.filter((r) => r.day !== day), row]);
            setDay("");
          }}
        >
          Add
        </Button>
      </div>
    </div>
  );
}
