import { Popover } from "radix-ui";
import { useState } from "react";
import { Link } from "wouter";

import type { Finding } from "../api/types";
import { useShown } from "../rod/store";
import { whereIs } from "../stages/jobs";
import { Button, Pulldown } from "../ui/controls";
import { heldTogether } from "../words/Spoken";
import { Item, keyOf } from "./Item";
import { Mark, WORDS } from "./Mark";
import { MeasureNext } from "./MeasureNext";
import { SinceTaken } from "./SinceTaken";
import { useMend } from "./useMend";
import { Yardstick } from "./Yardstick";

/** The whole rod in one line: what would ruin it first, how much there is to look at, where it is mended. */
export function RodLine({ id }: { id: string }) {
  const { plan, build } = useShown();
  const begun = new Set(plan.standing.filter((s) => s.state !== "empty").map((s) => s.stage));
  const of = (weight: Finding["weight"]) =>
    plan.findings.filter(
      (f) =>
        f.weight === weight &&
        begun.has(f.stage) &&
        (weight === "ruins" || !build.done.includes(f.stage)),
    );
  const stops = of("ruins");
  const looks = of("check");
  const notes = of("note");
  const first = stops[0] ?? looks[0];
  return (
    <section
      aria-label="The whole rod"
      className="flex min-h-10 shrink-0 items-center gap-2 border-y border-line bg-deep px-4 max-[760px]:flex-wrap"
    >
      <Count weight="ruins" found={stops} />
      <Count weight="check" found={looks} />
      {first ? (
        <First one={first} id={id} />
      ) : (
        <p className="min-w-0 flex-1 truncate text-small text-soft">
          Nothing stops this rod, nothing asks to be looked at.
        </p>
      )}
      <Count weight="note" found={notes} />
      <SinceTaken id={id} />
      <Yardstick id={id} />
      <MeasureNext id={id} />
    </section>
  );
}

function First({ one, id }: { one: Finding; id: string }) {
  const mend = useMend(one);
  return (
    <>
      <p className="min-w-0 flex-1 truncate text-small" title={one.sentence}>
        <span className="text-soft capitalize">{one.stage}: </span>
        {heldTogether(one.sentence)}
      </p>
      {mend && (
        <Button onClick={mend.act} title={mend.words} className="shrink-0">
          Do it: {mend.words}
        </Button>
      )}
      <Link
        href={whereIs(id, one.stage, one.field)}
        className="min-h-8 shrink-0 content-center rounded px-2 text-small underline hover:bg-current/10"
      >
        Take me there
      </Link>
    </>
  );
}

function Count({ weight, found }: { weight: Finding["weight"]; found: Finding[] }) {
  const [open, setOpen] = useState(false);
  const word = WORDS[weight];
  if (!found.length) return null;
  return (
    <Pulldown
      open={open}
      onOpenChange={setOpen}
      says={`${word}: the whole rod`}
      align="start"
      wide="w-[30rem]"
      trigger={
        <Popover.Trigger
          className={`flex min-h-8 shrink-0 items-center gap-1.5 rounded px-2 text-small font-bold hover:bg-current/10 ${weight === "ruins" ? "text-ruin" : weight === "check" ? "text-check" : "text-soft"}`}
          aria-label={`${word}, ${found.length}: list them`}
        >
          <Mark weight={weight} /> {word} <span className="fig">{found.length}</span>
        </Popover.Trigger>
      }
    >
      <ul>
        {found.map((f, n) => (
          <Item key={keyOf(f, n)} finding={f} onGone={() => setOpen(false)} />
        ))}
      </ul>
    </Pulldown>
  );
}
