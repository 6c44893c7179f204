import { useInfiniteQuery, useQueryClient } from "@tanstack/react-query";
import { ArrowLeft, Undo2 } from "lucide-react";
import { useDeferredValue, useEffect, useState } from "react";
import { Link } from "wouter";

import { api, take } from "../api/client";
import type { LogLine } from "../api/types";
import { useAllLearned } from "../learned/useLearned";
import { dropSaid, sayOf, sendSaid, useEntries } from "../outbox/entries";
import { useRod } from "../rod/store";
import { HeadTools } from "../shell/HeadTools";
import { Button, Choice, IconButton } from "../ui/controls";
import { useSettings } from "../ui/settings";
import { Later } from "./Later";
import { Pins } from "./Pins";
import { Slider } from "./Slider";
import { said, SORTS } from "./words";
import { titled } from "../shell/title";

/** What was done, seen and said: of one rod or of all, newest first. */
export function LogbookView({ id }: { id?: string }) {
  const open = useRod((s) => s.open);
  const build = useRod((s) => s.build);
  const plan = useRod((s) => s.plan);
  const [sort, setSort] = useState("all");
  const [find, setFind] = useState("");
  const text = useDeferredValue(find);
  const kinds = SORTS.find((s) => s.value === sort)!.kinds;
  const waiting = useEntries((s) => s.waiting);
  const pages = useInfiniteQuery({
    queryKey: ["logbook", id ?? "", kinds, text, waiting.length],
    initialPageParam: { at: undefined as string | undefined, id: "" },
    queryFn: ({ pageParam }) =>
      take(
        api.GET("/api/logbook", {
          params: {
            query: { rod: id, kinds, text, before_at: pageParam.at, before_id: pageParam.id },
          },
        }),
      ),
    getNextPageParam: (last) =>
      last.before_at ? { at: last.before_at, id: last.before_id } : undefined,
  });
  useEffect(() => {
    titled(id && build ? `${build.name}, logbook` : "Logbook");
  }, [id, build]);
  useEffect(() => {
    if (id) void open(id);
  }, [id, open]);
  const names = Object.fromEntries((id ? plan?.cards : [])?.map((c) => [c.id, c.title]) ?? []);
  const lines = pages.data?.pages.flatMap((p) => p.lines) ?? [];
  const pictures = lines.filter((l) => l.entry.picture && !l.struck);
  return (
    <main className="bench flex h-full flex-col">
      <header className="flex flex-wrap items-center gap-3 px-5 pt-3">
        <Link
          href={id ? `/build/${id}` : "/"}
          aria-label="Back"
          className="grid size-11 place-items-center rounded hover:bg-current/10"
        >
          <ArrowLeft size={20} />
        </Link>
        <h1 className="text-figure font-bold">Logbook{id && build ? `, ${build.name}` : ""}</h1>
        <input
          type="search"
          aria-label="Find in the logbook"
          placeholder="find words"
          className="ml-auto min-h-9 w-56 rounded border border-line bg-raised px-3"
          value={find}
          maxLength={200}
          onChange={(e) => setFind(e.target.value)}
        />
        {id && (
          <a
            href={`/api/builds/${id}/record.zip`}
            download
            className="min-h-9 rounded border border-line px-3 py-1.5 text-small hover:bg-current/10"
          >
            Take it along
          </a>
        )}
        <HeadTools />
      </header>
      {id && build && plan?.blank.length_mm != null && <Pins {...{ lines, names }} />}
      <div className="px-5 pt-2">
        <Choice label="Which lines" hideLabel value={sort} options={SORTS} onChange={setSort} />
      </div>
      <div className="grid min-h-0 flex-1 gap-6 overflow-auto px-5 py-4 lg:grid-cols-[minmax(0,1fr)_22rem]">
        <section aria-label="Lines">
          <NotSent />
          {pages.isError && <p role="alert">The logbook cannot be read just now.</p>}
          {!pages.isLoading && lines.length === 0 && (
            <p className="text-soft">
              Nothing here yet. What is done, noted and pictured at the bench is written here by
              itself.
            </p>
          )}
          {pictures.length > 1 && id && <Slider pictures={pictures} />}
          <ol>
            {lines.map((line) => (
              <Row key={`${line.rod_id}${line.entry.id}`} line={line} names={names} of={id} />
            ))}
          </ol>
          {pages.hasNextPage && (
            <Button className="mt-3" onClick={() => void pages.fetchNextPage()}>
              Turn the page
            </Button>
          )}
        </section>
        <aside className="grid content-start gap-6">
          {id && <Later rod={id} />}
          <LearnedList />
        </aside>
      </div>
    </main>
  );
}

/** What has not reached the server, and what it would not have. */
function NotSent() {
  const { waiting, unkept, away } = useEntries();
  if (!waiting.length) return null;
  const refused = waiting.filter((w) => w.refused);
  const rest = waiting.length - refused.length;
  return (
    <div className="mb-3 grid gap-1 border-l-4 border-check bg-raised px-3 py-2">
      {rest > 0 && (
        <p role="status">
          {rest} {rest === 1 ? "line is" : "lines are"} not at the server yet
          {away ? ": it is away. They are kept here and sent when it answers." : "."}{" "}
          {unkept && "This device’s storage is full: leave this window open until they are sent."}
        </p>
      )}
      {refused.map((w) => (
        <p key={w.id} role="alert" className="flex flex-wrap items-center gap-2 text-ruin">
          {w.refused}
          <Button onClick={() => retry(w.id)}>Send it again</Button>
          <Button look="quiet" onClick={() => dropSaid(w.id)}>
            Give it up
          </Button>
        </p>
      ))}
    </div>
  );
}

function retry(id: string) {
  useEntries.setState((s) => ({
    waiting: s.waiting.map((w) => (w.id === id ? { ...w, refused: undefined } : w)),
  }));
  void sendSaid();
}

function Row(props: { line: LogLine; names: Record<string, string>; of?: string }) {
  const { line, names, of } = props;
  const queries = useQueryClient();
  const rule = useSettings((s) => s.rule);
  const { what, says } = said(line.entry, names, rule);
  const at = new Date(line.entry.at);
  const { picture } = line.entry;
  const strike = async () => {
    await sayOf(line.rod_id, { strikes: line.entry.id });
    await queries.invalidateQueries({ queryKey: ["logbook"] });
  };
  return (
    <li
      id={`line-${line.entry.id}`}
      tabIndex={-1}
      className={`grid grid-cols-[7.5rem_7rem_minmax(0,1fr)_auto] items-baseline gap-3 border-b border-line/60 py-2 ${line.struck ? "text-soft line-through" : ""}`}
    >
      <time dateTime={line.entry.at} className="fig text-soft">
        {line.entry.at < "1971"
          ? "day not noted"
          : at.toLocaleString("en-GB", {
              day: "numeric",
              month: "short",
              hour: "2-digit",
              minute: "2-digit",
            })}
      </time>
      <span className={`label ${what === "went wrong" ? "text-ruin" : ""}`}>{what}</span>
      <span>
        {!of && (
          <Link
            href={`/build/${line.rod_id}/logbook`}
            className="mr-2 font-semibold hover:underline"
          >
            {line.rod}
          </Link>
        )}
        {says}
        {picture && (
          <a
            href={`/api/pictures/${picture.file}`}
            target="_blank"
            rel="noreferrer"
            className="mt-1 block"
          >
            <img
              src={`/api/pictures/${picture.file}?small=true`}
              alt={says || "from the bench"}
              loading="lazy"
              className="max-h-40 rounded border border-line"
            />
          </a>
        )}
      </span>
      {!line.struck && (
        <IconButton name="Strike this line" onClick={() => void strike()}>
          <Undo2 size={16} />
        </IconButton>
      )}
    </li>
  );
}

/** Whole numbers where they are large, three figures where they are small. */
const figure = (x: number): string =>
  Math.abs(x) >= 10 ? String(Math.round(x)) : String(Number(x.toPrecision(3)));

/** What the shop has learned of itself: how many, how surely, where it is used, and beginning anew. */
function LearnedList() {
  const queries = useQueryClient();
  const { data } = useAllLearned();
  const reset = async (name: string) => {
    const all = await take(api.DELETE("/api/learned/{name}", { params: { path: { name } } }));
    queries.setQueryData(["learned"], all);
  };
  return (
    <section aria-label="Learned" className="border-t-2 border-line pt-2">
      <h2 className="mb-1">Learned</h2>
      {!data?.length && (
        <p className="text-soft">
          Nothing yet: minutes are learned as cards are worked, the rest as cards ask for it.
        </p>
      )}
      <ul className="grid gap-3">
        {data?.map((q) => (
          <li key={q.name}>
            <div className="flex items-baseline gap-2">
              <span>{q.about}</span>
              <span className="fig ml-auto text-figure whitespace-nowrap">
                {figure(q.value)} {q.unit}
              </span>
            </div>
            <p className="text-note text-soft">
              {q.words}; from {q.n}, the middle lies between {figure(q.low)} and {figure(q.high)}{" "}
              with 95 %.
              {q.by_default !== null && ` Before: ${q.by_default} ${q.unit}, by habit.`} Used in:{" "}
              {q.used_in}.{" "}
              <button type="button" className="underline" onClick={() => void reset(q.name)}>
                Begin anew
              </button>
            </p>
          </li>
        ))}
      </ul>
    </section>
  );
}
