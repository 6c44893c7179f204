import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { api, take } from "../../api/client";
import { sayOf } from "../../outbox/entries";
import { freshRowId } from "../../rod/changes";
import { useRod } from "../../rod/store";
import { Button } from "../../ui/controls";

const DRYER_RPM = 6;

/** The room sensor and the dryer's motor, where they stand on the bench: a reading goes to the log, too. */
export function RoomInstruments() {
  const queries = useQueryClient();
  const id = useRod((s) => s.id);
  const edit = useRod((s) => s.edit);
  const [said, setSaid] = useState({ words: "", failed: false });
  const bench = useQuery({ queryKey: ["devices"], queryFn: () => take(api.GET("/api/devices")) });
  const stands = !!bench.data?.length;
  const dryer = useQuery({
    queryKey: ["dryer"],
    queryFn: () => take(api.GET("/api/devices/dryer")),
    enabled: stands,
    refetchInterval: 10_000,
  });
  if (!stands || !id) return null;
  const tell = async (work: () => Promise<string>) => {
    try {
      setSaid({ words: await work(), failed: false });
    } catch (error) {
      setSaid({ words: (error as Error).message, failed: true });
    }
  };
  const readAir = () =>
    tell(async () => {
      const air = await take(api.GET("/api/devices/air"));
      edit("the room, as its sensor says", (b) => {
        b.finish.temperature_c = air.temperature_c;
        if (air.humidity_percent) b.finish.humidity_percent = air.humidity_percent;
      });
      const { temperature_c, humidity_percent } = air;
      await sayOf(id, {
        air: { id: freshRowId(), temperature_c, humidity_percent, source: "room sensor" },
      });
      return `${air.text.trim()} taken`;
    });
  const turns = (dryer.data?.turning_rpm ?? 0) > 0;
  const turn = () =>
    tell(async () => {
      try {
        const body = { rpm: turns ? 0 : DRYER_RPM };
        queries.setQueryData(["dryer"], await take(api.PUT("/api/devices/dryer", { body })));
      } finally {
        await queries.invalidateQueries({ queryKey: ["dryer"] });
      }
      return turns ? "The dryer stands." : `The dryer turns, ${DRYER_RPM} times a minute.`;
    });
  return (
    <div className="mt-2 flex flex-wrap items-center gap-2">
      <Button onClick={() => void readAir()}>Read the room sensor</Button>
      <Button onClick={() => void turn()}>{turns ? "Stop the dryer" : "Turn the dryer"}</Button>
      {said.words && (
        <p
          role={said.failed ? "alert" : "status"}
          className={`text-note ${said.failed ? "text-ruin" : "text-soft"}`}
        >
          {said.words}
        </p>
      )}
    </div>
  );
}
