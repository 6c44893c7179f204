import { X } from "lucide-react";
import { useState } from "react";

import type { BoardState, ShopBoard } from "../api/types";
import { Button, IconButton } from "../ui/controls";
import { SaidRow } from "./SaidRow";
import { ForecastRows } from "./ForecastRows";
import { said } from "./pins";
import type { UseBoard } from "./useBoard";

const DAYS = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"];
const FIELD = "field min-h-8";

const IN_HAND: readonly (readonly [number, string])[] = [
  [0, "nothing"],
  [0.1, "a tenth"],
  [0.2, "a fifth"],
  [0.33, "a third"],
];
const inHand = (share: number): string =>
  IN_HAND.find(([s]) => s === share)?.[1] ?? `${Math.round(share * 100)} %`;

/** What the shop says of its time: who is in when, what dries, how warm it is, what was promised. */
export function ShopTime({ board, state }: { board: UseBoard; state: BoardState }) {
  const b = state.board;
  const say = (what: string, change: Partial<ShopBoard>) =>
    board.say(what, (now) => ({ ...now, ...change }));
  return (
    <section aria-label="The shop’s time" className="grid gap-5 pb-6">
      <Rods board={board} state={state} />
      {b.people.map((p) => (
        <fieldset key={p.id} className="border-t-2 border-line pt-2">
          <legend className="font-semibold">{p.name}</legend>
          {DAYS.map((name, day) => {
            const mine = p.hours.find((h) => h.weekday === day);
            const put = (opens: string, closes: string) => {
              const rest = p.hours.filter((h) => h.weekday !== day);
              const hours =
                opens && closes ? [...rest, { id: "", weekday: day, opens, closes }] : rest;
              say(`${p.name}’s hours`, {
                people: b.people.map((o) => (o.id === p.id ? { ...o, hours } : o)),
              });
            };
            return (
              <DayHours
                key={`${name}${mine?.opens}${mine?.closes}`}
                {...{ name, mine, put }}
                who={p.name}
              />
            );
          })}
          <AwayRows
            what={`${p.name} is away`}
            rows={p.away}
            keep={(away) =>
              say("days away", {
                people: b.people.map((o) => (o.id === p.id ? { ...o, away } : o)),
              })
            }
          />
          {b.people.length > 1 && (
            <Button
              look="quiet"
              onClick={() =>
                say("one less at the bench", { people: b.people.filter((o) => o.id !== p.id) })
              }
            >
              {p.name} is not at the bench any more
            </Button>
          )}
        </fieldset>
      ))}
      <AddPerson
        onAdd={(name) =>
          say("another at the bench", {
            people: [...b.people, { id: "", name, hours: [], away: [] }],
          })
        }
      />
      <AwayRows
        what="Holidays"
        rows={b.holidays}
        keep={(holidays) => say("holidays", { holidays })}
      />
      <fieldset className="border-t-2 border-line pt-2">
        <legend className="font-semibold">Dryers and machines</legend>
        {b.dryers.map((d) => (
          <div
            key={d.id}
            className="mb-1 grid grid-cols-[minmax(0,1fr)_4rem_2rem] items-center gap-2"
          >
            <span className="truncate">{d.name}</span>
            <Count
              label={`Places on the ${d.name}`}
              value={d.slots}
              keep={(slots) =>
                say("a dryer", {
                  dryers: b.dryers.map((o) => (o.id === d.id ? { ...o, slots } : o)),
                })
              }
            />
            <IconButton
              name={`Take the ${d.name} away`}
              onClick={() => say("a dryer away", { dryers: b.dryers.filter((o) => o.id !== d.id) })}
            >
              <X size={14} />
            </IconButton>
          </div>
        ))}
        <Button
          look="quiet"
          onClick={() =>
            say("another dryer", {
              dryers: [...b.dryers, { id: "", name: `dryer ${b.dryers.length + 1}`, slots: 1 }],
            })
          }
        >
          Another dryer
        </Button>
        <Labelled label="Wrappers">
          <Count
            label="Wrappers"
            value={b.wrappers}
            keep={(wrappers) => say("wrappers", { wrappers })}
          />
        </Labelled>
        <Labelled label="Lathes">
          <Count label="Lathes" value={b.lathes} keep={(lathes) => say("lathes", { lathes })} />
        </Labelled>
        <Labelled label="Weeks looked ahead">
          <Count
            label="Weeks looked ahead"
            value={b.weeks}
            keep={(weeks) => say("the weeks looked ahead", { weeks })}
          />
        </Labelled>
        <Labelled label="Lamps for resin">
          <Count
            label="Lamps for resin"
            value={b.lamps}
            keep={(lamps) => say("lamps", { lamps })}
          />
        </Labelled>
      </fieldset>
      <fieldset className="border-t-2 border-line pt-2">
        <legend className="font-semibold">Sun and clock</legend>
        <div className="grid grid-cols-[2.6rem_1fr_1fr] items-center gap-1.5">
          <span className="text-soft">Sun</span>
          <input
            type="time"
            aria-label="The sun sets resin from"
            className={FIELD}
            value={b.sun_from.slice(0, 5)}
            onChange={(e) => e.target.value && say("the sun", { sun_from: e.target.value })}
          />
          <input
            type="time"
            aria-label="The sun sets resin until"
            className={FIELD}
            value={b.sun_to.slice(0, 5)}
            onChange={(e) => e.target.value && say("the sun", { sun_to: e.target.value })}
          />
        </div>
        <Zone zone={b.zone} keep={(zone) => say("the time zone", { zone })} />
      </fieldset>
      <fieldset className="border-t-2 border-line pt-2">
        <legend className="font-semibold">Warmth of the bench, °C</legend>
        <Labelled label="Left alone">
          <Count
            label="Room left alone, °C"
            value={b.room.cold_c}
            keep={(cold_c) => say("the room", { room: { ...b.room, cold_c } })}
          />
        </Labelled>
        <Labelled label="With the heater on">
          <Count
            label="Room heated, °C"
            value={b.room.warm_c}
            keep={(warm_c) => say("the room", { room: { ...b.room, warm_c } })}
          />
        </Labelled>
        <label className="flex min-h-8 items-center gap-2">
          <input
            type="checkbox"
            className="size-4 accent-[var(--accent)]"
            checked={b.room.in_hours}
            onChange={(e) => say("the heater", { room: { ...b.room, in_hours: e.target.checked } })}
          />
          the heater runs in bench hours
        </label>
        <HeatRows board={board} state={state} />
        <ForecastRows rows={b.forecast} keep={(forecast) => say("the forecast", { forecast })} />
      </fieldset>
      <fieldset className="border-t-2 border-line pt-2">
        <legend className="font-semibold">The calendar</legend>
        <p className="mb-1 text-note text-soft">
          A calendar that subscribes to this address follows the board. Whoever has the address can
          read it.
        </p>
        <input
          readOnly
          aria-label="Address of the calendar"
          className={`${FIELD} w-full`}
          value={new URL(state.feed, location.href).href}
          onFocus={(e) => e.target.select()}
        />
        <div className="mt-1 flex gap-2">
          <a
            href="/api/board/calendar.ics"
            download
            className="min-h-8 rounded border border-line px-2.5 py-1 text-small hover:bg-current/10"
          >
            As a file
          </a>
          <Button look="quiet" onClick={board.freshFeed}>
            Another address
          </Button>
        </div>
      </fieldset>
    </section>
  );
}

/** The shop's time zone, typed or picked from those this browser knows. */
function Zone({ zone, keep }: { zone: string; keep: (zone: string) => void }) {
  const [text, setText] = useState<string | null>(null);
  const end = () => {
    if (text?.trim() && text.trim() !== zone) keep(text.trim());
    setText(null);
  };
  return (
    <label className="mt-1 grid grid-cols-[2.6rem_1fr] items-center gap-1.5">
      <span className="text-soft">Zone</span>
      <input
        aria-label="Time zone of the shop"
        list="zones"
        className={FIELD}
        value={text ?? zone}
        onChange={(e) => setText(e.target.value)}
        onBlur={end}
        onKeyDown={(e) => e.key === "Enter" && end()}
      />
      <datalist id="zones">
        {Intl.supportedValuesOf("timeZone").map((z) => (
          <option key={z} value={z} />
        ))}
      </datalist>
    </label>
  );
}

function Labelled({ label, children }: { label: string; children: React.ReactNode }) {
  return (
    <div className="mb-1 grid grid-cols-[minmax(0,1fr)_4rem_2rem] items-center gap-2">
      <span>{label}</span>
      {children}
    </div>
  );
}

/** A number that is said when it is left or entered. */
function Count({
  label,
  value,
  keep,
}: {
  label: string;
  value: number;
  keep: (n: number) => void;
}) {
  const [text, setText] = useState<string | null>(null);
  const end = () => {
    const n = Number((text ?? "").replace(",", "."));
    if (text !== null && text.trim() && Number.isFinite(n) && n !== value) keep(n);
    setText(null);
  };
  return (
    <input
      aria-label={label}
      inputMode="decimal"
      className={`${FIELD} fig`}
      value={text ?? value}
      onChange={(e) => setText(e.target.value)}
      onBlur={end}
      onKeyDown={(e) => e.key === "Enter" && end()}
    />
  );
}

function DayHours(props: {
  name: string;
  who: string;
  mine: { opens: string; closes: string } | undefined;
  put: (opens: string, closes: string) => void;
}) {
  const { name, who, mine, put } = props;
  const [opens, setOpens] = useState(mine?.opens.slice(0, 5) ?? "");
  const [closes, setCloses] = useState(mine?.closes.slice(0, 5) ?? "");
  const end = () => {
    if (opens === (mine?.opens.slice(0, 5) ?? "") && closes === (mine?.closes.slice(0, 5) ?? ""))
      return;
    if (!!opens === !!closes) put(opens, closes);
  };
  return (
    <div
      className="grid grid-cols-[2.6rem_1fr_1fr] items-center gap-1.5"
      onBlur={(e) => !e.currentTarget.contains(e.relatedTarget) && end()}
    >
      <span className="text-soft">{name}</span>
      <input
        type="time"
        aria-label={`${who}, ${name}, from`}
        className={FIELD}
        value={opens}
        onChange={(e) => setOpens(e.target.value)}
      />
      <input
        type="time"
        aria-label={`${who}, ${name}, to`}
        className={FIELD}
        value={closes}
        onChange={(e) => setCloses(e.target.value)}
      />
    </div>
  );
}

type Away = ShopBoard["holidays"][number];

function AwayRows({
  what,
  rows,
  keep,
}: {
  what: string;
  rows: Away[];
  keep: (rows: Away[]) => void;
}) {
  const [first, setFirst] = useState("");
  const [last, setLast] = useState("");
  return (
    <div className="mt-2" role="group" aria-label={what}>
      <span className="label">{what}</span>
      {rows.map((r) => (
        <div key={r.id} className="flex items-center gap-2">
          <span className="fig">
            {r.first} to {r.last}
          </span>
          <span className="truncate text-soft">{r.why}</span>
          <IconButton
            name={`There after all, ${r.first}`}
            className="ml-auto"
            onClick={() => keep(rows.filter((o) => o.id !== r.id))}
          >
            <X size={14} />
          </IconButton>
        </div>
      ))}
      <div className="grid grid-cols-[1fr_1fr_auto] gap-1.5">
        <input
          type="date"
          aria-label={`${what}, first day`}
          className={FIELD}
          value={first}
          onChange={(e) => setFirst(e.target.value)}
        />
        <input
          type="date"
          aria-label={`${what}, last day`}
          className={FIELD}
          value={last}
          onChange={(e) => setLast(e.target.value)}
        />
        <Button
          disabled={!first}
          onClick={() => {
            keep([...rows, { id: "", first, last: last || first, why: "" }]);
            setFirst("");
            setLast("");
          }}
        >
          Add
        </Button>
      </div>
    </div>
  );
}

function AddPerson({ onAdd }: { onAdd: (name: string) => void }) {
  const [name, setName] = useState("");
  return (
    <form
      className="flex gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (name.trim()) onAdd(name.trim());
        setName("");
      }}
    >
      <input
        aria-label="Who else is at the bench"
        placeholder="another at the bench"
        maxLength={60}
        className={`${FIELD} min-w-0 flex-1`}
        value={name}
        onChange={(e) => setName(e.target.value)}
      />
      <Button type="submit" disabled={!name.trim()}>
        Add
      </Button>
    </form>
  );
}

function HeatRows({ board, state }: { board: UseBoard; state: BoardState }) {
  const b = state.board;
  const [start, setStart] = useState("");
  const [end, setEnd] = useState("");
  const keep = (heated: ShopBoard["heated"]) =>
    board.say("the heater", (now) => ({ ...now, heated }));
  const local = (at: string) =>
    new Date(at).toLocaleString("en-GB", {
      timeZone: b.zone,
      dateStyle: "medium",
      timeStyle: "short",
    });
  return (
    <div role="group" aria-label="The heater beside that">
      <span className="label">and beside that</span>
      {b.heated.map((h) => (
        <SaidRow
          key={h.id}
          back={`Heater off again, ${local(h.start)}`}
          onBack={() => keep(b.heated.filter((o) => o.id !== h.id))}
        >
          <span>
            {local(h.start)} to {local(h.end)}, {h.to_c} °C
          </span>
        </SaidRow>
      ))}
      <div className="grid gap-1.5">
        <input
          type="datetime-local"
          aria-label="Heater on"
          className={FIELD}
          value={start}
          onChange={(e) => setStart(e.target.value)}
        />
        <input
          type="datetime-local"
          aria-label="Heater off"
          className={FIELD}
          value={end}
          onChange={(e) => setEnd(e.target.value)}
        />
        <Button
          className="justify-self-start"
          disabled={!start || !end}
          onClick={() => {
            keep([
              ...b.heated,
              {
                id: "",
                start: new Date(start).toISOString(),
                end: new Date(end).toISOString(),
                to_c: b.room.warm_c,
              },
            ]);
            setStart("");
            setEnd("");
          }}
        >
          Heat then
        </Button>
      </div>
    </div>
  );
}

/** What was promised of each rod. */
function Rods({ board, state }: { board: UseBoard; state: BoardState }) {
  const b = state.board;
  const [late, setLate] = useState({ rod: "", what: "", on: "" });
  return (
    <fieldset>
      <legend className="font-semibold">Rods</legend>
      <Labelled label="The trip begins">
        <input
          type="date"
          aria-label="The trip begins"
          className={`${FIELD} col-span-2`}
          value={b.trip_on ?? ""}
          onChange={(e) =>
            board.say("the trip", (now) => ({ ...now, trip_on: e.target.value || null }))
          }
        />
      </Labelled>
      <Labelled label="Of the time until a promise, kept in hand">
        <select
          aria-label="Of the time until a promise, kept in hand"
          className={`${FIELD} col-span-2`}
          value={b.in_hand}
          onChange={(e) =>
            board.say("days in hand", (now) => ({ ...now, in_hand: Number(e.target.value) }))
          }
        >
          {[
            ...IN_HAND.filter(([share]) => share !== b.in_hand),
            [b.in_hand, inHand(b.in_hand)] as const,
          ]
            .sort(([one], [other]) => one - other)
            .map(([share, words]) => (
              <option key={share} value={share}>
                {words}
              </option>
            ))}
        </select>
        <p className="label col-span-full">
          From habit: with a third a simulated bench kept 99 of 100 promises.
        </p>
      </Labelled>
      {state.rods.map((r) => {
        const say = (what: string, change: Parameters<typeof said>[2]) =>
          board.say(what, (now) => said(now, r.id, change));
        const box = (name: "must" | "trip" | "aside", words: string) => (
          <label className="flex items-center gap-1 text-note">
            <input
              type="checkbox"
              className="size-4 accent-[var(--accent)]"
              checked={r.said[name]}
              aria-label={`${r.name}: ${words}`}
              onChange={(e) => say(words, { [name]: e.target.checked })}
            />
            {words}
          </label>
        );
        return (
          <div key={r.id} className="border-t border-line/60 py-1.5">
            <div className="grid grid-cols-[minmax(0,1fr)_9rem] items-center gap-2">
              <span className="truncate">{r.name}</span>
              <input
                type="date"
                aria-label={`${r.name} is promised for`}
                className={FIELD}
                value={r.said.promised_on ?? ""}
                onChange={(e) => say("a promise", { promised_on: e.target.value || null })}
              />
            </div>
            <div className="flex gap-3">
              {box("must", "must not slip")}
              {box("trip", "for the trip")}
              {box("aside", "set aside")}
            </div>
          </div>
        );
      })}
      <div className="mt-2" role="group" aria-label="Parts on order">
        <span className="label">parts on order</span>
        {b.on_order.map((o) => (
          <SaidRow
            key={o.id}
            back={`${o.what} is here`}
            onBack={() =>
              board.say("a part is here", (now) => ({
                ...now,
                on_order: now.on_order.filter((p) => p.id !== o.id),
              }))
            }
          >
            <span>
              {o.what}, {state.rods.find((r) => r.id === o.rod)?.name}, {o.arrives_on}
            </span>
          </SaidRow>
        ))}
        <div className="grid gap-1.5">
          <select
            aria-label="Rod that waits for a part"
            className={FIELD}
            value={late.rod}
            onChange={(e) => setLate({ ...late, rod: e.target.value })}
          >
            <option value="">which rod</option>
            {state.rods.map((r) => (
              <option key={r.id} value={r.id}>
                {r.name}
              </option>
            ))}
          </select>
          <div className="grid grid-cols-[1fr_9rem_auto] gap-1.5">
            <input
              aria-label="Part on order"
              placeholder="what"
              maxLength={120}
              className={FIELD}
              value={late.what}
              onChange={(e) => setLate({ ...late, what: e.target.value })}
            />
            <input
              type="date"
              aria-label="It arrives on"
              className={FIELD}
              value={late.on}
              onChange={(e) => setLate({ ...late, on: e.target.value })}
            />
            <Button
              disabled={!late.rod || !late.what.trim() || !late.on}
              onClick={() => {
                const row = {
                  id: "",
                  rod: late.rod,
                  what: late.what.trim(),
                  before: "handle",
                  arrives_on: late.on,
                };
                board.say("a part on order", (now) => ({
                  ...now,
                  on_order: [...now.on_order, row],
                }));
                setLate({ rod: "", what: "", on: "" });
              }}
            >
              Add
            </Button>
          </div>
        </div>
      </div>
    </fieldset>
  );
}
