import { BellRing, ChevronLeft, ChevronRight, Ear, Hand, Volume2, VolumeX, X } from "lucide-react";
import { useCallback, useEffect, useRef, useState } from "react";
import { Link } from "wouter";
import { create } from "zustand";
import { persist } from "zustand/middleware";

import type { Card, CardAsk, LogEntry, Rule } from "../api/types";
import { Strip } from "../mat/Strip";
import {
  coatMixed,
  layerMixed,
  layerNotMixed,
  coatNotMixed,
  stepDone,
  stepsDone,
} from "../rod/moves";
import { useLearned } from "../learned/useLearned";
import { sayOf, useEntries } from "../outbox/entries";
import type { Said } from "../outbox/entries";
import { freshRowId } from "../rod/changes";
import { useRod, useShown } from "../rod/store";
import type { Recipe } from "../rod/store";
import { Button, IconButton } from "../ui/controls";
import { length } from "../ui/measure";
import { heldTogether } from "../words/Spoken";
import { AlarmPanel } from "./AlarmPanel";
import { Beside } from "./Beside";
import { clocksOf, useClocks } from "./clocks";
import { useHeard, useKnocks } from "./ear";
import { begin, HOLD_MS, minutesAt, useOneKey, useSpeech, useWakeLock } from "./hands";
import { Pad } from "./Pad";
import { titled } from "../shell/title";

interface HandSettings {
  left: boolean;
  speaks: boolean;
}

const useHand = create<HandSettings>()(
  persist((): HandSettings => ({ left: false, speaks: false }), { name: "wise-spool:bench" }),
);

/** The bench: one card over the whole window, one key or one thumb to work it. */
export function BenchView({ id }: { id: string }) {
  const open = useRod((s) => s.open);
  const build = useRod((s) => s.build);
  const plan = useRod((s) => s.plan);
  const problem = useRod((s) => s.problem);
  useEffect(() => void open(id), [id, open]);
  useWakeLock();
  if (problem)
    return (
      <main className="bench grid h-full place-items-center px-6 text-center" role="alert">
        <p>{problem}</p>
      </main>
    );
  if (!build || !plan)
    return (
      <main className="bench h-full" aria-busy="true">
        <p className="p-8 text-soft">Clearing the bench…</p>
      </main>
    );
  return <Cards key={id} />;
}

type CardMix = Card["mixes"][number];

function Cards() {
  const { build, plan } = useShown();
  const { cards } = plan;
  const id = useRod((s) => s.id);
  const edit = useRod((s) => s.edit);
  const saving = useRod((s) => s.saving);
  const { left, speaks } = useHand();
  const { running, start } = useClocks();
  const [at, setAt] = useState(() => {
    const open = cards.findIndex((c) => !c.done && !c.skipped);
    return open < 0 ? Math.max(cards.length - 1, 0) : open;
  });
  const [line, setLine] = useState(0);
  const [alarm, setAlarm] = useState(false);
  const card = cards[Math.min(at, cards.length - 1)];
  useEffect(() => {
    titled(`${build.name}, at the bench`);
  }, [build.name]);

  const turn = useCallback(
    (by: number) => {
      setAt((n) => Math.min(Math.max(n + by, 0), cards.length - 1));
      setLine(0);
    },
    [cards.length],
  );
  /* Done at another screen while it lay open here: this one goes on with it. */
  const openHere = useRef("");
  useEffect(() => {
    if (!card) return;
    if (card.done && openHere.current === card.id) turn(1);
    openHere.current = card.done ? "" : card.id;
  }, [card, turn]);
  const startMix = useCallback(
    (mix: CardMix) => start(id!, build.name, clocksOf(mix)),
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [id, build.name],
  );
  const waiting = useEntries((s) => s.waiting);
  const mine = waiting.filter((w) => w.rod === id);
  const skipped =
    card &&
    (mine.findLast((w) => w.entry.skipped?.id === card.id)?.entry.skipped!.why ?? card.skipped);
  /* What is done here counts before the server has said so: with none at hand, the next card is not held up. */
  const doneHere = (step: string) =>
    build.handle.steps_done.includes(step) || cards.some((c) => c.id === step && c.done);
  const open = card?.waits_on.find((step) => !doneHere(step));
  const waitsFor =
    open === undefined ? "" : (cards.find((c) => c.id === open)?.title ?? card!.waits_for);
  const finish = useCallback(() => {
    if (!card || card.done || waitsFor || !id) return;
    const mix = isCoat(card) ? card.mixes[0] : undefined;
    if (mix) startMix(mix);
    edit(card.title, mark(card, true));
    const minutes = minutesAt(id, card.id, card.minutes);
    if (minutes !== null)
      void sayOf(id, {
        worked: { id: card.id, kind: card.kind, tool: card.tool, minutes, planned: card.planned },
      });
    turn(1);
  }, [card, waitsFor, edit, turn, id, startMix]);
  const undo = useCallback(() => {
    if (card?.done) edit(`not done after all: ${card.title}`, mark(card, false));
  }, [card, edit]);
  /* One key goes all the way: through the lines, done, on to the next card. */
  const step = useCallback(() => {
    if (!card) return;
    if (id && !card.done && !waitsFor) begin(id, card.id);
    if (line < card.cues.length - 1) setLine(line + 1);
    else if (card.done || waitsFor || skipped) turn(1);
    else finish();
  }, [card, waitsFor, line, finish, turn, id, skipped]);
  const back = useCallback(() => (line > 0 ? setLine(line - 1) : turn(-1)), [line, turn]);
  useOneKey(step, back, undo);
  useKnocks();
  useSpeech(speaks, card, line);

  if (!card)
    return (
      <main className="bench grid h-full place-items-center px-6 text-center">
        <div>
          <p className="mb-3 text-answer">Nothing is planned yet.</p>
          <Link href={`/build/${id}/blank`} className="underline">
            Begin with the blank
          </Link>
        </div>
      </main>
    );
  return (
    <main className="bench flex h-full flex-col">
      <header className="flex items-center gap-2 px-4 pt-2">
        <Link
          href={`/build/${id}/${card.stage}`}
          aria-label="Leave the bench"
          className="grid size-11 place-items-center rounded hover:bg-current/10"
        >
          <X size={22} />
        </Link>
        <h1 className="truncate text-lead font-bold">{build.name}</h1>
        <span className="fig ml-auto text-head whitespace-nowrap text-soft">
          {Math.min(at, cards.length - 1) + 1} of {cards.length}
        </span>
        <Listening />
        <IconButton name="Alarm and knocks" className="size-11" onClick={() => setAlarm(!alarm)}>
          <BellRing size={20} />
        </IconButton>
        <IconButton
          name={speaks ? "Silent cards" : "Spoken cards"}
          className="size-11"
          onClick={() => useHand.setState({ speaks: !speaks })}
        >
          {speaks ? <Volume2 size={20} /> : <VolumeX size={20} />}
        </IconButton>
        <IconButton
          name={left ? "For the right hand" : "For the left hand"}
          className="size-11"
          onClick={() => useHand.setState({ left: !left })}
        >
          <Hand size={20} className={left ? "-scale-x-100" : ""} />
        </IconButton>
      </header>
      {alarm && <AlarmPanel />}
      <Strip place={card.place} />
      <section
        aria-live="polite"
        aria-label="The card"
        className="flex min-h-0 flex-1 flex-col gap-3 overflow-auto px-5 py-4"
      >
        <h2 className="text-[clamp(1.5rem,3vw,2.6rem)] leading-tight font-bold">{card.title}</h2>
        {card.figure && (
          <p>
            <span className="fig block text-[clamp(2.6rem,11vw,6rem)] leading-none font-semibold">
              {heldTogether(card.figure)}
            </span>
            <span className="text-soft">{card.figure_says}</span>
          </p>
        )}
        {skipped && <p className="text-lead text-soft">Left out: {skipped}.</p>}
        {waitsFor && !skipped && <p className="text-lead text-check">First: {waitsFor}.</p>}
        {card.done && (
          <p className="text-lead text-good">Done. Hold the key or the button to undo.</p>
        )}
        {card.needs.length > 0 && (
          <p className="text-soft">
            At hand: {card.needs.map((n) => `${n.what}${n.amount && ` (${n.amount})`}`).join(", ")}
          </p>
        )}
        {card.cues.length > 0 && (
          <ol className="grid gap-1">
            {card.cues.map((cue, n) => (
              <li
                key={n}
                aria-current={n === line ? "step" : undefined}
                className={
                  n === line
                    ? "border-l-4 border-tape py-1 pl-3 text-[clamp(1.3rem,2.4vw,2rem)] leading-snug"
                    : "pl-4 text-soft"
                }
              >
                {heldTogether(cue)}
              </li>
            ))}
          </ol>
        )}
        {!skipped &&
          card.asks.map((ask) => (
            <Asked key={ask.words} ask={ask} rod={id!} fresh={mine} rule={build.rule} />
          ))}
        <Beside key={card.id} rod={id!} card={card} skipped={skipped ?? ""} />
        {card.minutes && !card.done && <Minutes card={card} />}
        {card.caution && <p className="mt-auto text-small text-soft">{card.caution}</p>}
      </section>
      {saving !== "saved" && saving !== "saving" && (
        <p role="status" className="px-5 pb-1 text-check">
          The server is away. What you tap is kept here and sent when it answers.
        </p>
      )}
      {!card.done &&
        !isCoat(card) &&
        card.mixes.map((mix) => (
          <div key={mix.mix} className="px-4 pb-2">
            {running.some((r) => r.rod_id === id && r.clock.of === mix.mix) ? (
              <p className="text-good">Mixed; its clocks run above.</p>
            ) : (
              <Button
                look="tape"
                className="min-h-14 w-full justify-center !text-lead"
                onClick={() => {
                  begin(id!, card.id);
                  startMix(mix);
                }}
              >
                {card.mixes.length > 1
                  ? `Mix ${mix.number}, ${mix.adhesive}, is mixed now`
                  : "It is mixed now"}
              </Button>
            )}
          </div>
        ))}
      <nav
        aria-label="Work the card"
        className={`flex gap-2 px-4 pb-4 ${left ? "flex-row-reverse" : ""}`}
      >
        <IconButton name="Back" className="!h-20 w-20 border border-line" onClick={back}>
          <ChevronLeft size={30} />
        </IconButton>
        <BigButton
          card={card}
          passes={!!card.done || !!waitsFor || !!skipped}
          waits={!!waitsFor}
          last={line >= card.cues.length - 1}
          onStep={step}
          onUndo={undo}
        />
        <IconButton
          name="Next card"
          className="!h-20 w-20 border border-line"
          onClick={() => turn(1)}
        >
          <ChevronRight size={30} />
        </IconButton>
      </nav>
    </main>
  );
}

/** A sign while the microphone is open. */
function Listening() {
  const { open, trouble } = useHeard();
  if (!open && !trouble) return null;
  return (
    <span className={`flex items-center gap-1 text-small ${open ? "text-good" : "text-ruin"}`}>
      <Ear size={18} aria-hidden />
      <span className="sr-only sm:not-sr-only">{open ? "listens" : "cannot hear"}</span>
    </span>
  );
}

/** A measure the card asks for: what was said, or the pad to say it. */
function Asked(props: { ask: CardAsk; rod: string; fresh: Said[]; rule: Rule }) {
  const { ask, rod, fresh, rule } = props;
  const [open, setOpen] = useState(false);
  const same = (w: Said) => {
    const said = w.entry[ask.kind as keyof LogEntry] as Record<string, unknown> | null | undefined;
    const alike = (k: string, v: unknown) => JSON.stringify(said?.[k]) === JSON.stringify(v);
    return said && Object.entries(ask.about).every(([k, v]) => alike(k, v)) ? said : null;
  };
  const mine = fresh.map(same).findLast((s) => s);
  const value = (mine?.[ask.field] as number | undefined) ?? ask.said ?? null;
  const shown = value === null ? null : shownAsked(ask, value, rule);
  const say = (number: number) => {
    const about = { id: freshRowId(), ...ask.about, [ask.field]: number };
    void sayOf(rod, { [ask.kind]: about } as never);
    setOpen(false);
  };
  if (open) return <Pad ask={ask} rule={rule} onSay={say} />;
  return (
    <p className="flex flex-wrap items-baseline gap-3 rounded bg-raised px-3 py-2">
      <span>{ask.words}</span>
      {shown !== null && <span className="fig text-figure">{shown}</span>}
      <Button className="ml-auto min-h-11" onClick={() => setOpen(true)}>
        {shown === null ? "Enter it" : "Enter it again"}
      </Button>
    </p>
  );
}

const shownAsked = (ask: CardAsk, value: number, rule: Rule): string => {
  if (ask.home && Math.abs(value) < (ask.kind === "dry_fit" ? 1 : 0.01)) return ask.home;
  if (ask.unit !== "mm") return `${Math.round(value * 10) / 10} ${ask.unit}`;
  return value < 0 ? `past it by ${length(-value, rule)}` : length(value, rule);
};

/** How long it takes, and how that is known. */
function Minutes({ card }: { card: Card }) {
  const learned = useLearned(card.minutes_by);
  return (
    <p className="text-small text-soft">
      Takes about {Math.round(card.minutes!)} min
      {learned
        ? `: ${learned.words}`
        : card.minutes_by
          ? ", by habit: yours are not known yet"
          : ", by the plan"}
      .
    </p>
  );
}

/** The one big target: the next line, then done; held, it takes done back. */
function BigButton(props: {
  card: Card;
  passes: boolean;
  waits: boolean;
  last: boolean;
  onStep: () => void;
  onUndo: () => void;
}) {
  const { card, passes, waits, last, onStep, onUndo } = props;
  const held = useRef<ReturnType<typeof setTimeout>>(undefined);
  const undone = useRef(false);
  const does = isCoat(card) ? "It is mixed now" : "Done";
  const word = !last ? "Next line" : !passes ? does : waits ? "Later" : "Next card";
  return (
    <button
      type="button"
      className={`min-h-20 flex-1 rounded text-figure font-bold ${last && !passes ? "bg-tape text-tape-ink" : "border border-line bg-raised"}`}
      onPointerDown={() => {
        undone.current = false;
        held.current = setTimeout(() => {
          undone.current = true;
          onUndo();
        }, HOLD_MS);
      }}
      onPointerUp={() => clearTimeout(held.current)}
      onPointerLeave={() => clearTimeout(held.current)}
      onClick={() => !undone.current && onStep()}
    >
      {word}
    </button>
  );
}

const isCoat = (card: Card) => card.kind === "coat" || card.kind === "layer";

const mark = (card: Card, done: boolean): Recipe => {
  if (card.ticks?.length) return stepsDone(card.ticks, done);
  if (card.kind === "layer") return done ? layerMixed(card.id) : layerNotMixed(card.id);
  if (card.kind !== "coat") return stepDone(card.id, done);
  return done ? coatMixed : coatNotMixed;
};
