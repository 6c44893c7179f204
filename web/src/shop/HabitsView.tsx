import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { ArrowLeft } from "lucide-react";
import { useEffect, useState } from "react";
import { Link } from "wouter";

import { api, take } from "../api/client";
import type { Habit } from "../api/types";
import { ConflictOverlay } from "../rod/ConflictOverlay";
import { useRod } from "../rod/store";
import { HeadTools } from "../shell/HeadTools";
import { Button } from "../ui/controls";
import { titled } from "../shell/title";

/** Every number from habit: what it is, where it is from, what it moves; the shop's own, or one rod's. */
export function HabitsView({ id }: { id?: string }) {
  const queries = useQueryClient();
  const open = useRod((s) => s.open);
  const server = useRod((s) => s.server);
  const build = useRod((s) => s.build);
  const edit = useRod((s) => s.edit);
  const [find, setFind] = useState("");
  const list = useQuery({ queryKey: ["habits"], queryFn: () => take(api.GET("/api/habits")) });
  const settle = useMutation({
    mutationFn: ({ name, value }: { name: string; value: number | null }) =>
      take(api.PUT("/api/habits/{name}", { params: { path: { name } }, body: { value } })),
    onSuccess: (all) => queries.setQueryData(["habits"], all),
  });
  const reset = useMutation({
    mutationFn: () => take(api.DELETE("/api/habits")),
    onSuccess: (all) => queries.setQueryData(["habits"], all),
  });
  useEffect(() => {
    titled("Habits");
    if (id) void open(id);
  }, [id, open]);
  const rod = id && build && server ? build : null;
  const own: Record<string, number> = rod ? rod.habits : {};
  const sayForRod = (name: string, value: number | null) =>
    edit(value === null ? `${words(name)} as in the shop` : words(name), (b) => {
      const rest = Object.fromEntries(Object.entries(b.habits).filter(([n]) => n !== name));
      b.habits = value === null ? rest : { ...rest, [name]: value };
    });
  const shown = (list.data ?? []).filter((h) =>
    `${h.words} ${h.moves.join(" ")}`.toLowerCase().includes(find.toLowerCase()),
  );
  const changed = (list.data ?? []).some((h) => h.shop !== null);
  return (
    <div className="bench flex h-full flex-col">
      <header className="flex min-h-13 shrink-0 flex-wrap items-center gap-3 px-3">
        <Link
          href={id ? `/build/${id}` : "/"}
          className="flex items-center gap-1.5 rounded px-2 py-1 hover:bg-current/10"
        >
          <ArrowLeft size={16} aria-hidden />
          <span className="text-soft">{id ? "mat" : "rack"}</span>
        </Link>
        <h1 className="text-lead font-bold">
          {rod ? `Habits, for ${rod.name}` : "Habits of the shop"}
        </h1>
        <input
          className="field ml-4 max-w-64"
          aria-label="Find a habit"
          placeholder="find: glue, wall, spine…"
          value={find}
          onChange={(e) => setFind(e.target.value)}
        />
        <div className="ml-auto flex items-center gap-2">
          {!rod && <PracticeSwitch />}
          {!rod && (
            <Button disabled={!changed || reset.isPending} onClick={() => reset.mutate()}>
              All as shipped again
            </Button>
          )}
          <HeadTools />
        </div>
      </header>
      <main className="flex-1 overflow-auto px-6 pb-10" tabIndex={0} aria-label="Habits">
        <p className="mb-4 max-w-[46rem] text-soft">
          None of these is a law. They are numbers that builders use from habit or memory; set your
          own where your bench has taught you better.{" "}
          {rod
            ? "What you set here is for this rod alone and goes before the shop’s."
            : "What you set here holds for every rod that does not say otherwise."}
        </p>
        {list.isError && <p role="alert">{list.error.message}</p>}
        {list.isPending && <p className="text-soft">Fetching the habits…</p>}
        {(settle.isError || reset.isError) && (
          <p role="alert" className="mb-3 text-ruin">
            {(settle.error ?? reset.error)?.message}
          </p>
        )}
        <ul className="max-w-[64rem]">
          {shown.map((h) => (
            <Row
              key={h.name}
              habit={h}
              value={rod ? (own[h.name] ?? h.shop ?? h.value) : (h.shop ?? h.value)}
              own={rod ? h.name in own : h.shop !== null}
              under={rod ? (h.shop ?? h.value) : h.value}
              underWords={rod ? "in the shop" : "as shipped"}
              onSay={(value) =>
                rod ? sayForRod(h.name, value) : settle.mutate({ name: h.name, value })
              }
            />
          ))}
        </ul>
      </main>
      {id && <ConflictOverlay />}
    </div>
  );
}

interface RowProps {
  habit: Habit;
  value: number;
  /** Whether it is set here, rather than come from below. */
  own: boolean;
  under: number;
  underWords: string;
  onSay: (value: number | null) => void;
}

function Row({ habit, value, own, under, underWords, onSay }: RowProps) {
  const [text, setText] = useState<string | null>(null);
  const [why, setWhy] = useState("");
  const id = `habit-${habit.name}`;
  const finish = () => {
    if (text === null) return;
    const number = Number(text.replace(",", "."));
    if (!text.trim() || !Number.isFinite(number)) {
      setWhy(`“${text}” is not a number.`);
      return;
    }
    if (number < habit.low || number > habit.high) {
      setWhy(`“${text}” must be from ${habit.low} to ${habit.high} ${habit.unit}.`);
      return;
    }
    setWhy("");
    setText(null);
    if (number !== value) onSay(number === under ? null : number);
  };
  return (
    <li className="grid grid-cols-[minmax(0,1fr)_9rem_11rem] items-start gap-4 border-b border-line/60 py-2">
      <div>
        <label htmlFor={id}>{habit.words}</label>
        <p className="label">
          {habit.source.startsWith("the ")
            ? habit.source
            : `from ${habit.source}`.replace("from common", "common")}
          {habit.moves.length > 0 && ` · moves ${habit.moves.map(words).join(", ")}`}
        </p>
        {why && (
          <p role="alert" className="text-note text-ruin">
            {why}
          </p>
        )}
      </div>
      <div className="relative">
        <input
          id={id}
          className={`field fig ${own ? "font-semibold" : ""}`}
          inputMode="decimal"
          value={text ?? `${value}`}
          aria-invalid={why ? true : undefined}
          onChange={(e) => setText(e.target.value)}
          onBlur={finish}
          onKeyDown={(e) => {
            if (e.key === "Enter") e.currentTarget.blur();
            if (e.key === "Escape") {
              setText(null);
              setWhy("");
            }
          }}
        />
        <span className="fig pointer-events-none absolute top-1.5 right-2 text-small text-soft">
          {habit.unit}
        </span>
      </div>
      <div className="pt-1 text-note text-soft">
        {own ? (
          <Button look="quiet" onClick={() => onSay(null)}>
            back to {under} {underWords}
          </Button>
        ) : (
          `${underWords}; ${habit.low} to ${habit.high}`
        )}
      </div>
    </li>
  );
}

const words = (name: string) =>
  name.replace(/_(mm|deg|g|ml|min|c|n|mm2|p|q)$/, "").replace(/[-_]/g, " ");

/** Made-up instruments to practise with: there in the demo, elsewhere only when asked for. */
function PracticeSwitch() {
  const queries = useQueryClient();
  const bench = useQuery({ queryKey: ["devices"], queryFn: () => take(api.GET("/api/devices")) });
  const put = useMutation({
    mutationFn: (on: boolean) => take(api.PUT("/api/devices/practice", { body: { on } })),
    onSuccess: (devices) => queries.setQueryData(["devices"], devices),
  });
  const on = (bench.data?.length ?? 0) > 0;
  return (
    <label className="flex min-h-8 cursor-pointer items-center gap-2 text-small">
      <input
        type="checkbox"
        className="size-4 accent-[var(--accent)]"
        checked={on}
        disabled={bench.isPending || put.isPending}
        onChange={() => put.mutate(!on)}
      />
      practice instruments on the bench
    </label>
  );
}
