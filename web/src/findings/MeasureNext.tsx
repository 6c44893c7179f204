import { useQuery } from "@tanstack/react-query";
import { Ruler } from "lucide-react";
import { Popover } from "radix-ui";
import { useState } from "react";
import { useLocation } from "wouter";

import { api, take } from "../api/client";
import type { StageName } from "../api/types";
import { useRod } from "../rod/store";
import { whereIs } from "../stages/jobs";
import { Pulldown } from "../ui/controls";

const STAGE_OF: Record<string, StageName> = { brief: "blank" };

/** What was never measured, what moves the rod most first; worked out when it is asked for. */
export function MeasureNext({ id }: { id: string }) {
  const [open, setOpen] = useState(false);
  const version = useRod((s) => s.server?.version);
  const [, go] = useLocation();
  const asked = useQuery({
    queryKey: ["measure-next", id, version],
    queryFn: () =>
      take(api.GET("/api/builds/{build_id}/measure-next", { params: { path: { build_id: id } } })),
    enabled: open,
    placeholderData: (before) => before,
  });
  const show = (field: string) => {
    const room = field.split(".")[0]!;
    setOpen(false);
    go(whereIs(id, STAGE_OF[room] ?? (room as StageName), field));
  };
  return (
    <Pulldown
      open={open}
      onOpenChange={setOpen}
      says="Measure these next"
      align="end"
      wide="w-[26rem]"
      trigger={
        <Popover.Trigger className="flex min-h-8 shrink-0 items-center gap-1.5 rounded px-2 text-small hover:bg-current/10">
          <Ruler size={15} aria-hidden /> Measure these next
        </Popover.Trigger>
      }
    >
      {asked.isPending && <p className="py-1 text-small text-soft">Trying both ends of each…</p>}
      {asked.isError && (
        <p role="alert" className="py-1 text-small text-ruin">
          {asked.error.message}
        </p>
      )}
      {asked.data?.length === 0 && (
        <p className="py-1 text-small text-soft">
          Nothing that is assumed moves this rod by as much as you would notice.
        </p>
      )}
      <ol className="text-small">
        {asked.data?.map((m) => (
          <li key={m.field} className="border-t border-line/60 py-1.5 first:border-t-0">
            <button
              type="button"
              className="min-h-8 text-left font-semibold hover:underline"
              onClick={() => show(m.field)}
            >
              {m.words}
            </button>
            <div>
              {m.steps === null ? "settles" : "may move"} {m.moves}
            </div>
            <div className="text-note text-soft">{m.how}</div>
          </li>
        ))}
      </ol>
    </Pulldown>
  );
}
