import { Link } from "wouter";

import type { BoardState } from "../api/types";
import { clock, dayWords } from "../board/when";
import { Answer, Fig } from "../stages/Answer";

/** What to do next at the bench: the answer of the rack. */
export function NextAtTheBench({ state }: { state: BoardState | undefined }) {
  const next = state?.sittings.find((s) => s.end > state.now);
  if (!state || !next) return null;
  const { zone } = state.board;
  const today = dayWords(state.now, zone) === dayWords(next.start, zone);
  const runs = next.start <= state.now;
  return (
    <div className="px-5 pt-2 pb-3">
      <Answer
        says={
          <>
            {next.rod_name},{" "}
            {runs ? "now" : today ? "today at " : `${dayWords(next.start, zone)} at `}
            {!runs && <Fig>{clock(next.start, zone)}</Fig>}.
          </>
        }
        act={
          <Link
            href={`/build/${next.rod}/bench`}
            className="torn flex min-h-11 items-center px-4 py-1.5 font-semibold"
          >
            To the bench
          </Link>
        }
      >
        {next.words}
      </Answer>
    </div>
  );
}
