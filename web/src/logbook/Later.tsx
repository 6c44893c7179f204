import { useState } from "react";

import { sayOf } from "../outbox/entries";
import { freshRowId } from "../rod/changes";
import { Button } from "../ui/controls";

const FIELD = "min-h-10 w-full rounded border border-line bg-raised px-2";

const inMonths = (months: number): string => {
  const day = new Date();
  day.setMonth(day.getMonth() + months);
  return day.toISOString().slice(0, 10);
};

/** What comes after the hand-over: a question for a later day, and how it went on the water. */
export function Later({ rod }: { rod: string }) {
  return (
    <section aria-label="Afterwards" className="grid gap-5 border-t-2 border-line pt-2">
      <FollowUpForm rod={rod} />
      <FieldForm rod={rod} />
    </section>
  );
}

function FollowUpForm({ rod }: { rod: string }) {
  const [ask, setAsk] = useState("");
  const [product, setProduct] = useState("");
  const [due, setDue] = useState(inMonths(6));
  const [kept, setKept] = useState(false);
  return (
    <form
      className="grid gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (!ask.trim()) return;
        const follow_up = { id: freshRowId(), of: "", product, ask: ask.trim(), due_on: due };
        void sayOf(rod, { follow_up });
        setAsk("");
        setKept(true);
      }}
    >
      <h2>Ask later</h2>
      <input
        aria-label="What to ask"
        placeholder="Does the joint still hold?"
        className={FIELD}
        maxLength={200}
        value={ask}
        onChange={(e) => setAsk(e.target.value)}
      />
      <input
        aria-label="Which product it is about"
        placeholder="product, if it is about one"
        className={FIELD}
        maxLength={120}
        value={product}
        onChange={(e) => setProduct(e.target.value)}
      />
      <div className="flex items-center gap-2">
        <input
          type="date"
          aria-label="When to ask"
          required
          className={FIELD}
          value={due}
          onChange={(e) => setDue(e.target.value)}
        />
        <Button type="submit" className="min-h-10 shrink-0" disabled={!ask.trim() || !due}>
          Ask then
        </Button>
      </div>
      {kept && (
        <p role="status" className="text-good">
          It will hang on the rack from that day on.
        </p>
      )}
    </form>
  );
}

function FieldForm({ rod }: { rod: string }) {
  const [said, setSaid] = useState({ where: "", used_for: "", words: "", could_not: "" });
  const [kept, setKept] = useState(false);
  const empty = !Object.values(said).some((v) => v.trim());
  const field = (name: keyof typeof said, label: string, example: string) => (
    <input
      aria-label={label}
      placeholder={example}
      className={FIELD}
      maxLength={120}
      value={said[name]}
      onChange={(e) => setSaid({ ...said, [name]: e.target.value })}
    />
  );
  return (
    <form
      className="grid gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        if (empty) return;
        void sayOf(rod, { field_note: { id: freshRowId(), ...said } });
        setSaid({ where: "", used_for: "", words: "", could_not: "" });
        setKept(true);
      }}
    >
      <h2>On the water</h2>
      {field("where", "Where it fished", "where it fished")}
      {field("used_for", "For what", "for what, with what")}
      {field("words", "How it went", "how it went")}
      {field("could_not", "What it could not do", "what it could not do")}
      <Button type="submit" className="min-h-10 justify-self-end" disabled={empty}>
        Note the day
      </Button>
      {kept && (
        <p role="status" className="text-good">
          Noted: the next rod for the same use is told.
        </p>
      )}
    </form>
  );
}
