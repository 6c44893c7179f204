import { ArrowLeft } from "lucide-react";
import { useEffect, useState } from "react";
import { Link, useSearchParams } from "wouter";

import { HeadTools } from "../shell/HeadTools";
import { Anatomy } from "./Anatomy";
import { DRAWN } from "./Drawn";
import { TRADE_WORDS } from "./trade";
import { titled } from "../shell/title";

/** The trade's words, each with its meaning and its place on a drawn rod. */
export function WordsView() {
  const [params, setParams] = useSearchParams();
  const [find, setFind] = useState("");
  const chosen = TRADE_WORDS.find((m) => m.word === params.get("w")) ?? TRADE_WORDS[0]!;
  const Drawing = DRAWN[chosen.word];
  const shown = TRADE_WORDS.filter((m) =>
    `${m.word} ${m.also.join(" ")} ${m.says}`.toLowerCase().includes(find.toLowerCase()),
  );
  useEffect(() => {
    titled("Words of the trade");
  }, []);
  return (
    <div className="bench flex h-full flex-col">
      <header className="flex h-13 shrink-0 items-center gap-3 px-3">
        <Link href="/" className="flex items-center gap-1.5 rounded px-2 py-1 hover:bg-current/10">
          <ArrowLeft size={16} aria-hidden />
          <span className="text-soft">rack</span>
        </Link>
        <h1 className="text-lead font-bold">Words of the trade</h1>
        <input
          className="field ml-4 max-w-64"
          aria-label="Find a word"
          placeholder="find: tenon, spine, coat…"
          value={find}
          onChange={(e) => setFind(e.target.value)}
        />
        <div className="ml-auto">
          <HeadTools />
        </div>
      </header>
      <Anatomy shown={chosen.shown} />
      <div
        className="grid grid-cols-[1fr_auto] items-center gap-6 border-b border-line px-6 py-4"
        aria-live="polite"
      >
        <div>
          <h2 className="text-great leading-tight font-bold">{chosen.word}</h2>
          <p className="max-w-3xl text-lead">{chosen.says}</p>
        </div>
        {Drawing && (
          <div className="w-96">
            <Drawing />
          </div>
        )}
      </div>
      <main className="flex-1 overflow-auto px-6 py-4" tabIndex={0} aria-label="Words">
        {shown.length === 0 && <p className="text-soft">No word like that is kept here.</p>}
        <ul className="columns-2 gap-8 min-[1000px]:columns-4">
          {shown.map((m) => (
            <li key={m.word}>
              <button
                type="button"
                aria-pressed={m === chosen}
                className={`min-h-7 text-left hover:underline ${m === chosen ? "font-bold" : "text-soft"}`}
                onClick={() => setParams({ w: m.word }, { replace: true })}
              >
                {m.word}
              </button>
            </li>
          ))}
        </ul>
      </main>
    </div>
  );
}
