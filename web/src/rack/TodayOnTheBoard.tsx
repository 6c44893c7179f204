import { Link } from "wouter";

import { useBoard } from "../board/useBoard";
import { clock, dayWords } from "../board/when";

const MOST = 5;

/** What the board has for the next day at the bench, and what will not be ready when it was promised. */
export function TodayOnTheBoard() {
  const { state } = useBoard({ calm: true });
  const next = state?.sittings.filter((s) => s.end > state.now) ?? [];
  if (!state || !next.length) return null;
  const { zone } = state.board;
  const day = dayWords(next[0]!.start, zone);
  const mine = next.filter((s) => dayWords(s.start, zone) === day);
  const late = state.rods.filter((r) => r.late_days > 0);
  const people = Object.fromEntries(state.board.people.map((p) => [p.id, p.name]));
  return (
    <section aria-label="On the board" className="mb-4 border-t-2 border-line pt-2">
      <Link href="/board" className="label mb-1 block hover:underline">
        on the board, {day}
      </Link>
      {late.map((r) => (
        <p key={r.id} role="status" className="mb-1 text-ruin">
          {r.name} will be {r.late_days} {r.late_days === 1 ? "day" : "days"} late by today’s plan.
        </p>
      ))}
      <ol>
        {mine.slice(0, MOST).map((s) => (
          <li key={s.id} className="mb-1.5">
            <Link href={`/build/${s.rod}/bench`} className="block hover:underline">
              <span className="fig">{clock(s.start, zone)}</span> {s.rod_name}
              <span className="block truncate text-note text-soft">
                {state.board.people.length > 1 && `${people[s.person] ?? ""}: `}
                {s.words}
              </span>
            </Link>
          </li>
        ))}
      </ol>
      {mine.length > MOST && (
        <Link href="/board" className="text-note text-soft hover:underline">
          and {mine.length - MOST} more
        </Link>
      )}
    </section>
  );
}
