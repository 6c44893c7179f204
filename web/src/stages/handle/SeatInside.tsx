import { X } from "lucide-react";

import type { Part, SeatBore } from "../../api/types";
import { rowOf, takeOut } from "../../rod/rows";
import { useRod } from "../../rod/store";
import { Button, Choice, IconButton } from "../../ui/controls";
import { Term } from "../../words/Term";
import { MeasureField } from "../../ui/Field";

/** The inside of a reel seat: where its bore can be used, its lips, cap, trigger and window. */
export function SeatInside({ part, seat }: { part: Part; seat: SeatBore }) {
  const edit = useRod((s) => s.edit);
  const at = `handle.parts.${part.id}.seat`;
  type Measure = "usable_from_mm" | "usable_to_mm" | "foot_centre_mm" | "end_cap_mm";
  type Optional = "trigger_mm" | "open_from_mm" | "open_to_mm";
  const field = (key: Measure, label: string) => (
    <MeasureField
      path={`${at}.${key}`}
      label={label}
      mm={seat[key]}
      keep={(mm) => (b) => void (rowOf(b.handle.parts, part.id).seat![key] = mm ?? 0)}
    />
  );
  const optional = (key: Optional, label: string) => (
    <MeasureField
      path={`${at}.${key}`}
      label={label}
      optional
      placeholder="none"
      mm={seat[key]}
      keep={(mm) => (b) => {
        const inside = rowOf(b.handle.parts, part.id).seat!;
        inside[key] = mm;
        // A window needs both ends: the other one starts beside the one typed.
        if (key === "open_from_mm")
          inside.open_to_mm = mm === null ? null : (inside.open_to_mm ?? mm + 20);
        if (key === "open_to_mm")
          inside.open_from_mm = mm === null ? null : (inside.open_from_mm ?? Math.max(mm - 20, 0));
      }}
    />
  );
  return (
    <fieldset className="col-span-full border-l-2 border-line pl-3">
      <legend className="label">
        <Term says="Everything is measured from the seat’s butt-side face.">Inside the seat</Term>
      </legend>
      <div className="grid grid-cols-7 gap-2">
        {field("usable_from_mm", "Bore from")}
        {field("usable_to_mm", "Bore to")}
        {field("foot_centre_mm", "Foot centre")}
        {optional("trigger_mm", "Trigger")}
        {field("end_cap_mm", "End cap enters")}
        {optional("open_from_mm", "Bare blank from")}
        {optional("open_to_mm", "Bare blank to")}
      </div>
      <div className="mt-2 flex flex-wrap items-end gap-3">
        <Choice
          label="Locks"
          value={seat.locks}
          options={[
            { value: "up", label: "toward the tip" },
            { value: "down", label: "toward the butt" },
          ]}
          onChange={(v) =>
            edit("seat locks", (b) => void (rowOf(b.handle.parts, part.id).seat!.locks = v))
          }
        />
        {seat.steps.map((step, n) => (
          <div key={n} className="flex items-end gap-1">
            {(["from_mm", "to_mm", "bore_mm"] as const).map((key) => (
              <MeasureField
                key={key}
                className="w-20"
                path={`${at}.steps.${step.id}.${key}`}
                label={{ from_mm: `Lip ${n + 1} from`, to_mm: "to", bore_mm: "bore" }[key]}
                kind={key === "bore_mm" ? "diameter" : "length"}
                mm={step[key]}
                keep={(mm) => (b) =>
                  void (rowOf(rowOf(b.handle.parts, part.id).seat!.steps, step.id)[key] = mm ?? 0)
                }
              />
            ))}
            <IconButton
              name={`No lip ${n + 1}`}
              onClick={() =>
                edit(
                  "no lip",
                  (b) => void takeOut(rowOf(b.handle.parts, part.id).seat!.steps, step.id),
                )
              }
            >
              <X size={14} />
            </IconButton>
          </div>
        ))}
        <Button
          disabled={seat.steps.length >= 8}
          onClick={() =>
            edit("a lip or step", (b) => {
              const inside = rowOf(b.handle.parts, part.id).seat!;
              const middle = (inside.usable_from_mm + inside.usable_to_mm) / 2;
              inside.steps.push({
                id: "",
                from_mm: middle,
                to_mm: middle + 4,
                bore_mm: Math.max(inside.bore_mm - 1, 1),
              });
            })
          }
        >
          Add a lip or step
        </Button>
      </div>
    </fieldset>
  );
}
