import { useQuery } from "@tanstack/react-query";
import { Popover } from "radix-ui";
import { useState } from "react";

import { api, take } from "../api/client";
import { useRod } from "../rod/store";
import { Button, Pulldown } from "../ui/controls";
import { put } from "./useMend";

/** What this rod took off the shelf and the shelf says otherwise now: taken over, or left as the rod has it. */
export function SinceTaken({ id }: { id: string }) {
  const [open, setOpen] = useState(false);
  const version = useRod((s) => s.server?.version);
  const edit = useRod((s) => s.edit);
  const { data } = useQuery({
    queryKey: ["departed", id, version],
    queryFn: () =>
      take(api.GET("/api/builds/{build_id}/departed", { params: { path: { build_id: id } } })),
    placeholderData: (before) => before,
    refetchOnMount: "always",
  });
  if (!data?.length) return null;
  return (
    <Pulldown
      open={open}
      onOpenChange={setOpen}
      says="Changed on the shelf since"
      align="end"
      wide="w-[26rem]"
      trigger={
        <Popover.Trigger
          className="flex min-h-8 shrink-0 items-center gap-1.5 rounded px-2 text-small text-soft hover:bg-current/10"
          aria-label={`Shelf ${data.length} changed since it was taken: list them`}
        >
          Shelf <span className="fig">{data.length}</span>
        </Popover.Trigger>
      }
    >
      <ul>
        {data.map((d) => (
          <li
            key={d.path}
            className="flex items-center justify-between gap-3 border-t border-line px-2 py-1.5 first:border-t-0"
          >
            <span className="text-small">
              <span className="font-semibold">{d.name}</span>, {d.words}: here{" "}
              <span className="fig">{d.on_rod}</span>, on the shelf{" "}
              <span className="fig">{d.on_shelf}</span>
            </span>
            <Button
              aria-label={`Take over ${d.words} of ${d.name}`}
              onClick={() =>
                edit(`${d.words} of ${d.name}, as on the shelf`, (b) => put(b, d.path, d.to))
              }
            >
              Take over
            </Button>
          </li>
        ))}
      </ul>
    </Pulldown>
  );
}
