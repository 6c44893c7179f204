import { useQuery, useQueryClient } from "@tanstack/react-query";

import { api, take } from "../../api/client";
import { Button, Pick } from "../../ui/controls";
import { useInstruments } from "../../ui/instruments";

const FAULTS = [
  { value: "none", label: "in order" },
  { value: "noisy", label: "noisy" },
  { value: "drop_out", label: "drops out" },
  { value: "inches", label: "set to inches" },
  { value: "dead", label: "flat battery" },
] as const;

/** The bench instruments: press one, and its reading goes into the field that was held. */
export function InstrumentBar() {
  const client = useQueryClient();
  const { press, said, failed, busy } = useInstruments();
  const bench = useQuery({ queryKey: ["devices"], queryFn: () => take(api.GET("/api/devices")) });
  const indicator = bench.data?.find((d) => d.id === "indicator");
  const scale = bench.data?.find((d) => d.id === "scale");
  if (!indicator) return null;
  return (
    <div className="flex items-end gap-2 border-l border-line pl-3">
      <Button
        disabled={busy}
        onMouseDown={(e) => e.preventDefault()}
        onClick={() => void press("indicator")}
      >
        Press the {indicator.name}
      </Button>
      {scale && (
        <Button
          disabled={busy}
          onMouseDown={(e) => e.preventDefault()}
          onClick={() => void press("scale")}
        >
          Press the {scale.name}
        </Button>
      )}
      {indicator.simulated && (
        <Pick
          label="Simulated, and"
          className="w-36"
          value={indicator.fault}
          options={[...FAULTS]}
          onChange={(fault) =>
            void take(
              api.PUT("/api/devices/{device_id}", {
                params: { path: { device_id: "indicator" } },
                body: { fault },
              }),
            ).then(() => client.invalidateQueries({ queryKey: ["devices"] }))
          }
        />
      )}
      {said && (
        <p
          role={failed ? "alert" : "status"}
          className={`mb-1.5 max-w-56 text-note ${failed ? "text-ruin" : "text-soft"}`}
        >
          {said}
        </p>
      )}
    </div>
  );
}
