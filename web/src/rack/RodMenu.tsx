import { useQueryClient } from "@tanstack/react-query";
import { MoreVertical } from "lucide-react";
import { DropdownMenu } from "radix-ui";
import { useLocation } from "wouter";

import { api, take } from "../api/client";
import { once } from "../api/once";
import type { RackRod } from "../api/types";

const ITEM =
  "cursor-pointer rounded px-3 py-2 outline-none data-[highlighted]:bg-tape data-[highlighted]:text-tape-ink";

/** What may be done with a rod that hangs on the rack. */
export function RodMenu({ rod }: { rod: RackRod }) {
  const [, go] = useLocation();
  const queries = useQueryClient();
  const path = { params: { path: { build_id: rod.id } } };
  const asked = (as_id: string) => ({ params: { ...path.params, query: { as_id } } });
  const fresh = () => queries.invalidateQueries({ queryKey: ["rack"] });
  const copy = async () => {
    const made = await once(`copy ${rod.id}`, (as_id) =>
      take(api.POST("/api/builds/{build_id}/copy", asked(as_id))),
    );
    await fresh();
    go(`/build/${made.id}/blank`);
  };
  const batch = async () => {
    await once(`batch ${rod.id}`, (as_id) =>
      take(api.POST("/api/builds/{build_id}/batch", { ...asked(as_id), body: { rods: 2 } })),
    );
    await fresh();
  };
  const start = async (how: "like-it" | "repair") => {
    const made = await once(`${how} ${rod.id}`, (as_id) =>
      take(
        how === "repair"
          ? api.POST("/api/builds/{build_id}/repair", asked(as_id))
          : api.POST("/api/builds/{build_id}/like-it", asked(as_id)),
      ),
    );
    await fresh();
    go(`/build/${made.id}/blank${how === "repair" ? "/mend" : ""}`);
  };
  const putAway = async () => {
    await take(api.POST("/api/builds/{build_id}/put-away", path));
    await fresh();
  };
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        aria-label={`What may be done with ${rod.name}`}
        className="absolute top-1 right-1 z-10 grid size-9 place-items-center rounded bg-mat/80 hover:bg-white/15"
      >
        <MoreVertical size={18} aria-hidden />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          className="z-40 min-w-48 rounded border border-line bg-raised p-1 text-ink shadow-xl"
        >
          <DropdownMenu.Item className={ITEM} onSelect={() => go(`/build/${rod.id}/bench`)}>
            To the bench with it
          </DropdownMenu.Item>
          <DropdownMenu.Item className={ITEM} onSelect={() => go(`/build/${rod.id}/sheet`)}>
            Its sheets
          </DropdownMenu.Item>
          <DropdownMenu.Item className={ITEM} onSelect={() => go(`/build/${rod.id}/price`)}>
            Its price
          </DropdownMenu.Item>
          <DropdownMenu.Item className={ITEM} onSelect={() => go(`/build/${rod.id}/logbook`)}>
            Its logbook
          </DropdownMenu.Item>
          <DropdownMenu.Item className={ITEM} onSelect={() => go(`/door?rod=${rod.id}`)}>
            Show it to its client
          </DropdownMenu.Item>
          <DropdownMenu.Separator className="my-1 h-px bg-line" />
          <DropdownMenu.Item className={ITEM} onSelect={() => void copy()}>
            Copy it
          </DropdownMenu.Item>
          <DropdownMenu.Item className={ITEM} onSelect={() => void batch()}>
            Another one like it
          </DropdownMenu.Item>
          <DropdownMenu.Item className={ITEM} onSelect={() => void start("like-it")}>
            Start from it, as built
          </DropdownMenu.Item>
          <DropdownMenu.Item className={ITEM} onSelect={() => void start("repair")}>
            It came back: mend it
          </DropdownMenu.Item>
          <DropdownMenu.Item className={ITEM} onSelect={() => void putAway()}>
            Put it away
          </DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
