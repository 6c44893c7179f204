import { useState } from "react";

import { api, take } from "../api/client";
import { Button } from "../ui/controls";
import { readMeasure } from "../ui/reading";
import { useSettings } from "../ui/settings";

/** What was printed is measured on its check ruler; the next print is made larger or smaller by as much. */
export function TrueSize() {
  const { printScale, set } = useSettings();
  const [read, setRead] = useState("");
  const [said, setSaid] = useState<{ words: string; wrong: boolean } | null>(null);
  const check = async () => {
    try {
      const read_mm = readMeasure(read, "mm");
      const query = { read_mm, scale: printScale };
      const found = await take(api.GET("/api/print-check", { params: { query } }));
      set({ printScale: found.scale });
      setSaid({ words: found.says, wrong: false });
      setRead("");
    } catch (error) {
      setSaid({ words: (error as Error).message, wrong: true });
    }
  };
  const off = Math.abs(100 * (printScale - 1));
  return (
    <form
      className="mb-4 flex flex-wrap items-end gap-3 border-l-4 border-tape bg-raised px-4 py-3"
      aria-label="Is the print true?"
      onSubmit={(e) => {
        e.preventDefault();
        void check();
      }}
    >
      <div>
        <label className="label block" htmlFor="check-ruler">
          The check ruler of 100 mm measures, on your print
        </label>
        <input
          id="check-ruler"
          className="field w-32"
          value={read}
          placeholder="100 mm"
          autoComplete="off"
          aria-invalid={said?.wrong || undefined}
          aria-describedby="check-says"
          onChange={(e) => setRead(e.target.value)}
        />
      </div>
      <Button look="tape" type="submit" disabled={!read.trim()}>
        Check it
      </Button>
      <p
        id="check-says"
        role="status"
        className={`min-w-60 flex-1 ${said?.wrong ? "text-ruin" : ""}`}
      >
        {said?.words ?? "Measure it before you trust the print; it is mended from here."}
      </p>
      {printScale !== 1 && (
        <p className="flex items-center gap-2 text-soft">
          Made {off.toFixed(1)} % {printScale > 1 ? "larger" : "smaller"} for the printer of this
          device.
          <Button
            look="quiet"
            onClick={() => {
              set({ printScale: 1 });
              setSaid(null);
            }}
          >
            Forget that
          </Button>
        </p>
      )}
    </form>
  );
}
