import { BellOff } from "lucide-react";
import { useEffect } from "react";
import { Link } from "wouter";

import type { RunningClock } from "../api/types";
import { sayOf } from "../outbox/entries";
import { freshRowId } from "../rod/changes";
import { Button, IconButton } from "../ui/controls";
import { notify, sound } from "./alarm";
import { left, useBell, useClocks, useHeld, useNow, whereOf } from "./clocks";
import { calling } from "../shell/title";

const SHOWN = 4;

/** The bench's clocks over every view: what runs, what has run out and what is to be done now. */
export function ClockStrip() {
  useBell();
  const { running, stop } = useClocks();
  const { waiting, quiet, refused } = useHeld();
  const now = useNow();
  const out = running.filter((r) => Date.parse(r.ends_at) <= now);
  const loud = out.filter((r) => !quiet.includes(r.clock.id ?? ""));
  const ringing = loud.length > 0;
  useEffect(() => {
    if (!ringing) return;
    sound();
    for (const r of loud) notify(r.clock.then || r.clock.what, r.rod);
    const again = setInterval(sound, 12_000);
    return () => clearInterval(again);
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [ringing]);
  const first = loud[0] ? loud[0].clock.then || loud[0].clock.what : null;
  useEffect(() => {
    calling(first);
    return () => calling(null);
  }, [first]);
  if (!running.length && !refused) return null;
  const silence = () =>
    useHeld.setState((h) => ({
      quiet: [...h.quiet.slice(-40), ...loud.map((r) => r.clock.id ?? "")],
    }));
  return (
    <section
      aria-label="Clocks"
      className="flex shrink-0 items-stretch gap-px overflow-x-auto border-b border-line bg-bench-deep"
    >
      {refused && (
        <p role="alert" className="flex items-center gap-2 px-4 text-ruin">
          {refused}
          <Button look="quiet" onClick={() => useHeld.setState({ refused: "" })}>
            seen
          </Button>
        </p>
      )}
      {ringing && (
        <span className="sticky left-0 grid place-items-center bg-bench-deep px-2">
          <IconButton name="Quiet" onClick={silence}>
            <BellOff size={17} />
          </IconButton>
        </span>
      )}
      {running.slice(0, SHOWN).map((r) => (
        <One
          key={r.clock.id}
          one={r}
          now={now}
          onStop={() => stop(r)}
          onSeen={() => {
            seen(r, now);
            stop(r);
          }}
        />
      ))}
      {running.length > SHOWN && (
        <span className="label self-center px-3">and {running.length - SHOWN} more</span>
      )}
      <span className="ml-auto flex items-center gap-2 px-3">
        {waiting.length > 0 && (
          <span className="label">not at the server yet: {waiting.length}</span>
        )}
      </span>
    </section>
  );
}

/** What the clock is of was seen to end just now: so long it takes. */
function seen(r: RunningClock, now: number) {
  const minutes = Math.max((now - Date.parse(r.clock.started_at)) / 60_000, 0.1);
  const { product, what, at_c } = r.clock;
  const timed = { id: freshRowId(), product: product!, what, minutes, temperature_c: at_c! };
  void sayOf(r.rod_id, { timed: { ...timed, minutes: Math.round(minutes * 10) / 10 } });
}

interface OneProps {
  one: RunningClock;
  now: number;
  onStop: () => void;
  onSeen: () => void;
}

function One({ one: r, now, onStop, onSeen }: OneProps) {
  const ms = Date.parse(r.ends_at) - now;
  const over = ms <= 0;
  return (
    <div
      role="timer"
      aria-label={`${r.clock.what}, ${r.rod}`}
      className={`flex items-center gap-4 px-4 py-1.5 ${over ? "bg-tape text-tape-ink" : "bg-raised"}`}
    >
      <Link href={whereOf(r)} className="block leading-tight whitespace-nowrap">
        <span className="text-note">{r.rod}</span>
        <span className="block font-semibold">
          {over && r.clock.then ? r.clock.then : r.clock.what}
        </span>
      </Link>
      <span className="fig text-figure whitespace-nowrap tabular-nums">{left(ms)}</span>
      {r.clock.product && r.clock.at_c != null && (
        <Button
          look="quiet"
          title="The next plan reckons with what you saw, where it is the safer of it and the tin"
          aria-label={`It came to it just now: ${r.clock.what}, ${r.rod}`}
          onClick={onSeen}
        >
          it has, now
        </Button>
      )}
      <Button
        look={over ? "plain" : "quiet"}
        aria-label={`${over ? "Done" : "stop"}: ${r.clock.what}, ${r.rod}`}
        onClick={onStop}
      >
        {over ? "Done" : "stop"}
      </Button>
    </div>
  );
}
