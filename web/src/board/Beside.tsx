import { useQuery } from "@tanstack/react-query";
import { Pin, PinOff } from "lucide-react";
import { Link } from "wouter";

import { api, take } from "../api/client";
import type { BoardState, SittingPlaced } from "../api/types";
import { Button } from "../ui/controls";
import { clock, dayWords, when } from "./when";

/** One sitting: when, who, why there, and what would make it earlier. */
export function OneSitting(props: {
  state: BoardState;
  s: SittingPlaced;
  onPin: () => void;
  onLetGo: () => void;
  onSelect: (id: string) => void;
}) {
  const { state, s, onPin, onLetGo, onSelect } = props;
  const zone = state.board.zone ?? "UTC";
  const who = state.board.people?.find((p) => p.id === s.person)?.name;
  const why = useQuery({
    queryKey: ["board", "why", s.id, state.made_at],
    queryFn: () => take(api.GET("/api/board/why", { params: { query: { sitting: s.id } } })),
    retry: false,
  });
  const minutes = Math.round((Date.parse(s.end) - Date.parse(s.start)) / 60_000);
  return (
    <section aria-label="This sitting" className="grid gap-3">
      <div>
        <Link href={`/build/${s.rod}`} className="label hover:underline">
          {s.rod_name}
        </Link>
        <h2 className="!text-lead leading-snug">{s.words}</h2>
      </div>
      <p>
        <span className="fig block text-[2rem] leading-none">{clock(s.start, zone)}</span>
        <span className="text-soft">
          {dayWords(s.start, zone)}, {minutes} min{who ? `, ${who}` : ""}
          {s.follows ? ", on the same set-up as the one before" : ""}
        </span>
      </p>
      {s.ready_at && <p>What it leaves behind is ready {when(s.ready_at, zone)}.</p>}
      {why.data && (
        <div>
          <h3 className="label">why here</h3>
          <p>{sentence(why.data.words)}</p>
          {why.data.earlier && <p className="text-soft">Earlier: {why.data.earlier}.</p>}
          {why.data.other && (
            <button type="button" className="underline" onClick={() => onSelect(why.data.other)}>
              Show what it waits for
            </button>
          )}
        </div>
      )}
      <div className="flex flex-wrap gap-2">
        {s.pinned ? (
          <Button onClick={onLetGo}>
            <PinOff size={15} /> Let it go
          </Button>
        ) : (
          <Button onClick={onPin}>
            <Pin size={15} /> Pin it here
          </Button>
        )}
        <Link
          href={`/build/${s.rod}/bench`}
          className="min-h-8 rounded border border-line px-2.5 py-1 text-small hover:bg-current/10"
        >
          At the bench
        </Link>
      </div>
    </section>
  );
}

const sentence = (words: string) => `${words.charAt(0).toUpperCase()}${words.slice(1)}.`;

/** What is next, day by day. */
export function Next({ state, onSelect }: { state: BoardState; onSelect: (id: string) => void }) {
  const zone = state.board.zone ?? "UTC";
  const now = Date.parse(state.now);
  const first = state.sittings.find((s) => Date.parse(s.end) > now);
  if (!first) return <p className="text-soft">Nothing is left to do on any rod.</p>;
  const day = dayWords(first.start, zone);
  const mine = state.sittings.filter(
    (s) => dayWords(s.start, zone) === day && Date.parse(s.end) > now,
  );
  const people = Object.fromEntries((state.board.people ?? []).map((p) => [p.id, p.name]));
  return (
    <section aria-label="Next at the bench">
      <h2 className="mb-1">{day}</h2>
      <ol>
        {mine.map((s) => (
          <li key={s.id} className="border-b border-line/60 py-1.5">
            <button
              type="button"
              className="grid w-full grid-cols-[3.2rem_minmax(0,1fr)] gap-x-2 text-left hover:underline"
              onClick={() => onSelect(s.id)}
            >
              <span className="fig">{clock(s.start, zone)}</span>
              <span className="truncate font-semibold">{s.rod_name}</span>
              <span className="text-note text-soft">{people[s.person] ?? ""}</span>
              <span className="truncate text-note">{s.words}</span>
            </button>
          </li>
        ))}
      </ol>
    </section>
  );
}
