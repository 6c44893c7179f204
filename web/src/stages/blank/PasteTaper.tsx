import { useState } from "react";

import { api, take } from "../../api/client";
import type { Build } from "../../api/types";
import { freshRowId } from "../../rod/changes";
import { useRod } from "../../rod/store";
import { Button, Overlay } from "../../ui/controls";
import { unitOf } from "../../ui/measure";

/** A taper copied from a page: stations and diameters, two numbers a line, become readings. */
export function PasteTaper({ build }: { build: Build }) {
  const edit = useRod((s) => s.edit);
  const [open, setOpen] = useState(false);
  const [text, setText] = useState("");
  const [problem, setProblem] = useState("");
  const lay = async () => {
    try {
      const { readings } = await take(
        api.POST("/api/tapers", { body: { text, unit: unitOf(build.rule) } }),
      );
      edit(`a taper of ${readings.length}`, (b) => {
        b.blank.readings.push(...readings.map((r) => ({ id: freshRowId(), ...r })));
      });
      setText("");
      setProblem("");
      setOpen(false);
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  return (
    <>
      <Button onClick={() => setOpen(true)}>Paste a taper</Button>
      <Overlay
        open={open}
        onOpenChange={setOpen}
        title="Paste a taper"
        says="Two numbers a line: the station from the butt, and the diameter there. They are added to the readings."
      >
        <label className="label block" htmlFor="taper">
          Stations and diameters
        </label>
        <textarea
          id="taper"
          className="field h-44"
          value={text}
          placeholder={unitOf(build.rule) === "in" ? "0; 0.55\n10; 0.5" : "0; 14.2\n300; 12.1"}
          aria-invalid={problem ? true : undefined}
          onChange={(e) => setText(e.target.value)}
        />
        <p role="alert" className="min-h-5 text-note text-ruin">
          {problem}
        </p>
        <div className="flex justify-end gap-2">
          <Button look="quiet" onClick={() => setOpen(false)}>
            Not now
          </Button>
          <Button look="tape" className="px-4" onClick={() => void lay()}>
            Add the readings
          </Button>
        </div>
      </Overlay>
    </>
  );
}
