import type { Build } from "../api/types";
import type { Waiting } from "../outbox/outbox";
import { Button, Overlay } from "../ui/controls";
import { valueAt } from "./changes";
import { useRod } from "./store";

/** An edit met another of the same place: both are shown, and the builder says which counts. */
export function ConflictOverlay() {
  const asked = useRod((s) => s.asked);
  const faults = useRod((s) => s.faults);
  const build = useRod((s) => s.build);
  const settle = useRod((s) => s.settle);
  const first = asked[0] ?? faults[0];
  const clash = first?.aside?.why === "asked";
  return (
    <Overlay
      open={first !== undefined}
      onOpenChange={(open) => !open && first && settle(first, "theirs")}
      title={clash ? "This was changed in another window" : "The server would not take this"}
      says={
        clash
          ? `Yours (${first.change.what}) is not kept yet. Which of the two counts?`
          : `Your edit (${first?.change.what ?? ""}) is not kept: ${first?.aside?.says ?? ""}`
      }
    >
      {first && clash && <Both edit={first} build={build} />}
      <div className="flex justify-end gap-2">
        <Button onClick={() => first && settle(first, "mine")}>
          {clash ? "Let mine count" : "Try again"}
        </Button>
        <Button look="tape" className="px-4" onClick={() => first && settle(first, "theirs")}>
          {clash ? "Go on from the other" : "Let it go"}
        </Button>
      </div>
    </Overlay>
  );
}

function Both({ edit, build }: { edit: Waiting; build: Build | null }) {
  return (
    <table className="mb-4 w-full text-left">
      <thead>
        <tr className="label [&_th]:font-normal">
          <th>place</th>
          <th>theirs</th>
          <th>yours</th>
        </tr>
      </thead>
      <tbody className="fig text-act">
        {(edit.aside?.asked ?? []).slice(0, 8).map(({ at, theirs }) => {
          const op = edit.change.ops.find((o) => o.at.join(".") === at.join("."));
          return (
            <tr key={at.join(".")} className="border-t border-line/60 align-baseline">
              <td className="py-1 pr-3 font-sans text-small">{placeWords(at, build)}</td>
              <td className="py-1 pr-3">{words(theirs)}</td>
              <td className="py-1">{op?.act === "remove" ? "taken out" : words(op?.to)}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

/** A place in words: names without their units, rows by what they are called. */
function placeWords(at: string[], build: Build | null): string {
  return at
    .map((name, n) => {
      const row = valueAt(build, at.slice(0, n + 1));
      const called =
        typeof row === "object" && row !== null && "name" in row ? String(row.name) : "";
      return called || name.replace(/_(mm|deg|g|ml|min|c|percent|64ths)$/, "").replaceAll("_", " ");
    })
    .join(", ");
}

function words(value: unknown): string {
  if (value === null || value === undefined) return "taken out";
  if (typeof value === "number") return `${Number(value.toFixed(3))}`;
  if (typeof value === "object") {
    return Object.values(value)
      .filter((v) => typeof v === "string" || typeof v === "number")
      .map((v) => (typeof v === "number" ? `${Number(v.toFixed(2))}` : v))
      .join(" ");
  }
  return String(value);
}
