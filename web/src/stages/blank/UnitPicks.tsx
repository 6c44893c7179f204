import { useRod, useShown } from "../../rod/store";
import { Choice } from "../../ui/controls";
import { useSettings } from "../../ui/settings";

/** What weight, warmth and volume are written in, for this rod and the next ones started here. */
export function UnitPicks() {
  const { units } = useShown().build;
  const edit = useRod((s) => s.edit);
  const set = useSettings((s) => s.set);
  const take = (change: Partial<typeof units>) => {
    set({ units: { ...units, ...change } });
    edit("units", (b) => void Object.assign(b.units, change));
  };
  return (
    <div className="col-span-full flex flex-wrap gap-x-4 gap-y-2">
      <Choice
        label="Weight in"
        value={units.weight}
        options={[
          { value: "g", label: "g" },
          { value: "oz", label: "oz" },
        ]}
        onChange={(weight) => take({ weight })}
      />
      <Choice
        label="Warmth in"
        value={units.warmth}
        options={[
          { value: "°C", label: "°C" },
          { value: "°F", label: "°F" },
        ]}
        onChange={(warmth) => take({ warmth })}
      />
      <Choice
        label="Volume in"
        value={units.volume}
        options={[
          { value: "mL", label: "mL" },
          { value: "fl oz", label: "fl oz" },
        ]}
        onChange={(volume) => take({ volume })}
      />
    </div>
  );
}
