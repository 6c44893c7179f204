import type { BoardState, ShopBoard } from "../api/types";
import { Button } from "../ui/controls";

/** What cannot live together, and what would relieve it; the last good plan stays on the board. */
export function Clashes(props: {
  state: BoardState;
  onTake: (words: string, board: ShopBoard) => void;
}) {
  const { state, onTake } = props;
  if (!state.trouble && !state.clashes.length) return null;
  return (
    <section role="alert" className="mx-4 mb-2 border-l-4 border-ruin bg-raised px-4 py-3">
      <h2 className="text-ruin">
        {state.clashes.length > 1
          ? state.clashes_sure
            ? "These cannot live together; each by itself could give way:"
            : "Something among these must give way; which alone would do was not found in time:"
          : state.clashes.length
            ? "No plan can be made:"
            : state.solving
              ? "Not everything fits; looking for what stands in its way…"
              : "Not everything fits."}
      </h2>
      <ul className="mt-1 grid gap-1">
        {state.clashes.map((c) => (
          <li key={`${c.kind}${c.of}`} className="flex flex-wrap items-center gap-3">
            <span>{c.words}</span>
            {c.board && (
              <Button look="tape" onClick={() => onTake(c.relief, c.board!)}>
                {c.relief.charAt(0).toUpperCase() + c.relief.slice(1)}
              </Button>
            )}
          </li>
        ))}
      </ul>
      {state.sittings.length > 0 && (
        <p className="mt-1 text-note text-soft">
          What hangs on the board is the last plan that held.
        </p>
      )}
    </section>
  );
}
