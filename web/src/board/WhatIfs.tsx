import { useQuery } from "@tanstack/react-query";
import { useState } from "react";

import { api, take } from "../api/client";
import type { BoardCosts, BoardState } from "../api/types";
import { Button } from "../ui/controls";
import { asks, said } from "./pins";
import type { UseBoard } from "./useBoard";
import { dayOfMonth, dayWords } from "./when";

/** Another board tried beside this one; nothing changes until it is said. */
export function WhatIfs({ board, state }: { board: UseBoard; state: BoardState }) {
  const zone = state.board.zone;
  const rods = state.rods.filter((r) => !r.said.aside);
  return (
    <section aria-label="What if" className="grid gap-3">
      <div className="flex flex-wrap gap-1.5">
        {asks(state.board).map((a) => (
          <Button key={a.name} onClick={() => board.tryOut(a.name, a.board)}>
            {a.name}
          </Button>
        ))}
        {rods.length > 1 && (
          <select
            aria-label="Leave a rod out"
            className="field min-h-8 !w-auto"
            value=""
            onChange={(e) => {
              const rod = rods.find((r) => r.id === e.target.value);
              if (rod) board.tryOut(`without ${rod.name}`, state.board, rod.id);
            }}
          >
            <option value="">without a rod…</option>
            {rods.map((r) => (
              <option key={r.id} value={r.id}>
                {r.name}
              </option>
            ))}
          </select>
        )}
      </div>
      <Promised board={board} state={state} />
      <Offers board={board} state={state} />
      <table className="w-full text-note">
        <caption className="sr-only">Today’s plan and what was tried, side by side</caption>
        <thead>
          <tr className="text-left">
            <th scope="col" />
            <th scope="col">days late</th>
            <th scope="col">sessions</th>
            <th scope="col">last ready</th>
          </tr>
        </thead>
        <tbody>
          <Row
            name="as it is"
            costs={state.costs}
            last={lastOf(state.rods.map((r) => r.ready_at))}
            zone={zone}
          />
          {state.trying.map((t) => (
            <Row
              key={t.name}
              name={t.name}
              costs={t.costs}
              last={lastOf(Object.values(t.ready))}
              zone={zone}
              nowhere={t.nowhere}
            />
          ))}
        </tbody>
      </table>
      {state.trying.length > 0 && (
        <>
          <p className="text-note text-soft">
            Tried with a fifth of the work that today’s plan had: a little better may be possible.
          </p>
          <Button look="quiet" className="justify-self-start" onClick={board.putTrialsAway}>
            Put them away
          </Button>
        </>
      )}
    </section>
  );
}

/** A promise tried for a later day before anybody is told. */
function Promised({ board, state }: { board: UseBoard; state: BoardState }) {
  const promised = state.rods.filter((r) => r.said.promised_on && !r.said.aside);
  const [rod, setRod] = useState("");
  const [day, setDay] = useState("");
  const one = promised.find((r) => r.id === rod);
  if (!promised.length) return null;
  return (
    <div role="group" aria-label="Promise later" className="flex flex-wrap items-center gap-1.5">
      <select
        aria-label="Rod promised later"
        className="field min-h-8 !w-auto max-w-44"
        value={rod}
        onChange={(e) => {
          setRod(e.target.value);
          setDay(promised.find((r) => r.id === e.target.value)?.said.promised_on ?? "");
        }}
      >
        <option value="">promise later…</option>
        {promised.map((r) => (
          <option key={r.id} value={r.id}>
            {r.name}
          </option>
        ))}
      </select>
      {one && (
        <>
          <input
            type="date"
            aria-label="Promised for"
            className="field min-h-8 !w-auto"
            value={day}
            onChange={(e) => setDay(e.target.value)}
          />
          <Button
            disabled={!day || day === one.said.promised_on}
            onClick={() =>
              board.tryOut(
                `${one.name} by ${dayOfMonth(day)}`,
                said(state.board, one.id, { promised_on: day }),
              )
            }
          >
            Try it
          </Button>
        </>
      )}
    </div>
  );
}

/** Nights that are worth heating. */
function Offers({ board, state }: { board: UseBoard; state: BoardState }) {
  const zone = state.board.zone;
  const offers = useQuery({
    queryKey: ["offers", state.of],
    queryFn: () => take(api.GET("/api/board/offers")),
    retry: false,
  });
  if (offers.isPending) return <p className="text-note text-soft">Looking at warm nights…</p>;
  if (!offers.data?.length)
    return (
      <p className="text-note text-soft">
        {offers.data ? "No single warm night would make a rod ready a day sooner." : ""}
      </p>
    );
  return (
    <ul aria-label="Nights worth heating" className="grid gap-1.5">
      {offers.data.map((o) => {
        const night = dayWords(`${o.night}T20:00:00Z`, "UTC");
        return (
          <li key={o.night} className="border-l-2 border-line pl-2 text-small">
            Heat the night of {night} to <span className="fig">{o.to_c}</span> °C:{" "}
            {o.sooner
              .map(
                (s) =>
                  `${s.name} ready ${dayWords(s.warm_at, zone)} instead of ${dayWords(s.usual_at, zone)}`,
              )
              .join("; ")}
            , first come, first served.
            <span className="mt-1 flex gap-1.5">
              <Button onClick={() => board.tryOut(`${night} heated`, o.board)}>Try it</Button>
              <Button onClick={() => board.say("a warm night", () => o.board)}>Heat then</Button>
            </span>
          </li>
        );
      })}
    </ul>
  );
}

const lastOf = (ready: (string | null)[]): string | null =>
  ready.reduce<string | null>((a, b) => (b && (!a || b > a) ? b : a), null);

function Row(props: {
  name: string;
  costs: BoardCosts | null;
  last: string | null;
  zone: string;
  nowhere?: boolean;
}) {
  const { name, costs, last, zone, nowhere } = props;
  return (
    <tr className="border-t border-line/60">
      <th scope="row" className="py-1 text-left font-normal">
        {name}
      </th>
      {costs ? (
        <>
          <td className="fig">{costs.slipped_days + costs.trip_days}</td>
          <td className="fig">{costs.sessions}</td>
          <td className="fig">{last ? dayWords(last, zone) : "–"}</td>
        </>
      ) : (
        <td colSpan={3} className="text-soft">
          {nowhere ? "no plan holds" : "trying…"}
        </td>
      )}
    </tr>
  );
}
