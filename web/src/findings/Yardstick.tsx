import { Popover } from "radix-ui";
import { useState } from "react";
import { Link } from "wouter";

import { useShown } from "../rod/store";
import { Pulldown } from "../ui/controls";

/** The rod laid against its brief, from every stage: how much of what was asked for it has. */
export function Yardstick({ id }: { id: string }) {
  const { plan } = useShown();
  const [open, setOpen] = useState(false);
  const { laid, met, known } = plan.brief;
  if (!laid.length) return null;
  return (
    <Pulldown
      open={open}
      onOpenChange={setOpen}
      says="The rod against its brief"
      align="end"
      wide="w-[26rem]"
      trigger={
        <Popover.Trigger
          className={`flex min-h-8 shrink-0 items-center gap-1.5 rounded px-2 text-small font-bold hover:bg-current/10 ${met < known ? "text-check" : "text-soft"}`}
          aria-label={`Brief ${known ? `${met}/${known}` : "–"} as asked: list them`}
        >
          Brief <span className="fig">{known ? `${met}/${known}` : "–"}</span>
        </Popover.Trigger>
      }
    >
      <ul>
        {laid.map((x) => (
          <li key={x.quantity} className="border-t border-line px-2 py-1.5 first:border-t-0">
            <div className="flex items-baseline justify-between gap-3">
              <span className="font-semibold">{x.words}</span>
              <span className={`text-small ${x.off ? "font-semibold text-check" : "text-soft"}`}>
                {x.says}
              </span>
            </div>
            <p className="text-small text-soft">
              <span className="fig">{x.has || "–"}</span>
              {x.has && !x.surely ? ", reckoned" : ""} where <span className="fig">{x.wants}</span>{" "}
              is asked for: {x.because}
            </p>
          </li>
        ))}
      </ul>
      <Link href={`/build/${id}/blank/purpose`} className="label block px-2 py-1.5 underline">
        To the brief
      </Link>
    </Pulldown>
  );
}
