import { Camera, NotebookPen, SkipForward } from "lucide-react";
import { useState } from "react";

import type { Card } from "../api/types";
import { api, take } from "../api/client";
import { dropSaid, sayOf, useEntries } from "../outbox/entries";
import { freshRowId } from "../rod/changes";
import { Button } from "../ui/controls";

const REASONS = ["not on this rod", "done another way", "done before it came here"];

/** Beside the work of a card: a note, a picture, and leaving it out with a reason. */
export function Beside({ rod, card, skipped }: { rod: string; card: Card; skipped: string }) {
  const [open, setOpen] = useState<"note" | "skip" | null>(null);
  const [kept, setKept] = useState("");
  const place = card.place ? (card.place.start_mm + card.place.end_mm) / 2 : null;
  const say = (words: string) => {
    setKept(words);
    setOpen(null);
  };
  return (
    <div className="grid gap-2">
      <div className="flex flex-wrap gap-2">
        <Button
          className="min-h-11"
          aria-expanded={open === "note"}
          onClick={() => setOpen(open === "note" ? null : "note")}
        >
          <NotebookPen size={18} /> Note
        </Button>
        <label className="inline-flex min-h-11 cursor-pointer items-center gap-1.5 rounded border border-line bg-raised px-2.5 text-small focus-within:outline-2">
          <Camera size={18} /> Picture
          <input
            type="file"
            accept="image/*"
            capture="environment"
            className="sr-only"
            onChange={(e) => {
              const file = e.target.files?.[0];
              e.target.value = "";
              if (!file) return;
              void sayOf(
                rod,
                { picture: { of: card.id, words: "", place_mm: place } as never },
                file,
              );
              say("The picture is kept.");
            }}
          />
        </label>
        {skipped ? (
          <Button
            className="min-h-11"
            onClick={() =>
              void takeUp(rod, card.id).then(
                () => say("Taken up again."),
                (error: Error) => say(error.message),
              )
            }
          >
            Take it up again
          </Button>
        ) : (
          !card.done && (
            <Button
              className="min-h-11"
              aria-expanded={open === "skip"}
              onClick={() => setOpen(open === "skip" ? null : "skip")}
            >
              <SkipForward size={18} /> Leave it out
            </Button>
          )
        )}
        {kept && (
          <span role="status" className="self-center text-good">
            {kept}
          </span>
        )}
      </div>
      {open === "note" && (
        <NoteForm
          onSay={(words, wrong) => {
            const note = {
              id: freshRowId(),
              of: card.id,
              words,
              wrong,
              product: "",
              place_mm: place,
            };
            void sayOf(rod, { note });
            say("Noted.");
          }}
        />
      )}
      {open === "skip" && (
        <SkipForm
          onSay={(why) => {
            void sayOf(rod, { skipped: { id: card.id, why } });
            say("Left out.");
          }}
        />
      )}
    </div>
  );
}

/** Strike that it is left out; what was never sent is simply not sent. */
async function takeUp(rod: string, card: string): Promise<void> {
  const mine = useEntries
    .getState()
    .waiting.find((w) => w.rod === rod && w.entry.skipped?.id === card);
  if (mine) return dropSaid(mine.id);
  const query = { rod, kinds: "skipped", of: card };
  const page = await take(api.GET("/api/logbook", { params: { query } }));
  const standing = page.lines.filter((l) => !l.struck);
  for (const line of standing) await sayOf(rod, { strikes: line.entry.id });
}

function NoteForm({ onSay }: { onSay: (words: string, wrong: boolean) => void }) {
  const [words, setWords] = useState("");
  const [wrong, setWrong] = useState(false);
  return (
    <form
      className="grid gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (words.trim()) onSay(words.trim(), wrong);
      }}
    >
      <textarea
        aria-label="Note"
        rows={2}
        maxLength={4000}
        className="w-full rounded border border-line bg-raised p-2"
        value={words}
        onChange={(e) => setWords(e.target.value)}
      />
      <div className="flex gap-3">
        <label className="flex min-h-11 items-center gap-2">
          <input
            type="checkbox"
            className="size-6 accent-[var(--accent)]"
            checked={wrong}
            onChange={() => setWrong(!wrong)}
          />
          this went wrong
        </label>
        <Button type="submit" look="tape" className="ml-auto min-h-11" disabled={!words.trim()}>
          Keep the note
        </Button>
      </div>
    </form>
  );
}

function SkipForm({ onSay }: { onSay: (why: string) => void }) {
  const [why, setWhy] = useState("");
  return (
    <form
      className="grid gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (why.trim()) onSay(why.trim());
      }}
    >
      <div className="flex flex-wrap gap-2">
        {REASONS.map((r) => (
          <Button key={r} className="min-h-11" onClick={() => onSay(r)}>
            {r}
          </Button>
        ))}
      </div>
      <div className="flex gap-2">
        <input
          aria-label="Why it is left out"
          placeholder="or say why"
          maxLength={120}
          className="min-h-11 min-w-0 flex-1 rounded border border-line bg-raised px-2"
          value={why}
          onChange={(e) => setWhy(e.target.value)}
        />
        <Button type="submit" look="tape" className="min-h-11" disabled={!why.trim()}>
          Leave it out
        </Button>
      </div>
    </form>
  );
}
