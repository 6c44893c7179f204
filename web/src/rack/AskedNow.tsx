import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "wouter";

import { api, take } from "../api/client";
import type { Due } from "../api/types";
import { sayOf, useEntries } from "../outbox/entries";
import { Button } from "../ui/controls";

const today = () => new Date().toLocaleDateString("en-CA");

/** Follow-ups whose day has come: asked here, answered with one tap, kept with the rod and the product. */
export function AskedNow() {
  const waiting = useEntries((s) => s.waiting);
  const { data } = useQuery({
    queryKey: ["follow-ups", today(), waiting.length],
    queryFn: () => take(api.GET("/api/follow-ups", { params: { query: { today: today() } } })),
    placeholderData: (before) => before,
  });
  const answered = new Set(waiting.flatMap((w) => (w.entry.answer ? [w.entry.answer.id] : [])));
  const asked = (data ?? []).filter((d) => !answered.has(d.follow_up.id));
  if (!asked.length) return null;
  return (
    <section aria-label="To ask by now" className="mt-4 border-t-2 border-line pt-2">
      <div className="label mb-1">to ask by now</div>
      <ul className="grid gap-4">
        {asked.slice(0, 5).map((d) => (
          <Asked key={d.follow_up.id} one={d} />
        ))}
      </ul>
    </section>
  );
}

function Asked({ one: { rod, rod_id, follow_up } }: { one: Due }) {
  const queries = useQueryClient();
  const [words, setWords] = useState("");
  const answer = async (held: boolean | null) => {
    await sayOf(rod_id, { answer: { id: follow_up.id, held, words: words.trim() } });
    await queries.invalidateQueries({ queryKey: ["learned"] });
  };
  return (
    <li className="grid gap-1.5">
      <p>
        <Link href={`/build/${rod_id}/logbook`} className="font-semibold hover:underline">
          {rod}
        </Link>
        : {follow_up.ask}
        {follow_up.product && <span className="text-soft"> ({follow_up.product})</span>}
      </p>
      <input
        aria-label={`Answer of ${rod}`}
        placeholder="in words, if there are any"
        maxLength={400}
        className="min-h-9 rounded border border-line bg-raised px-2"
        value={words}
        onChange={(e) => setWords(e.target.value)}
      />
      <div className="flex gap-2">
        <Button className="min-h-11" onClick={() => void answer(true)}>
          It held
        </Button>
        <Button className="min-h-11" onClick={() => void answer(false)}>
          It did not
        </Button>
        <Button look="quiet" className="min-h-11" onClick={() => void answer(null)}>
          cannot say
        </Button>
      </div>
    </li>
  );
}
