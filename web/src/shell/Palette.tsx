import { useQuery } from "@tanstack/react-query";
import { Command } from "cmdk";
import { Dialog } from "radix-ui";
import { useState } from "react";
import { useLocation } from "wouter";

import { api, take } from "../api/client";
import { once } from "../api/once";
import { STAGES } from "../api/types";
import { useRod } from "../rod/store";
import { useFirstRod } from "../rack/useFirstRod";
import { JOBS_OF } from "../stages/jobs";
import { useSettings } from "../ui/settings";
import { TRADE_WORDS } from "../words/trade";
import { useShell } from "./ui";

const ITEM =
  "flex cursor-pointer justify-between rounded px-3 py-2 data-[selected=true]:bg-tape data-[selected=true]:text-tape-ink";

/** Find a rod, a stage or a command by typing. */
export function Palette() {
  const { palette, set } = useShell();
  const [where, go] = useLocation();
  const { light, flipped, set: setSettings } = useSettings();
  const learn = useFirstRod();
  const undo = useRod((s) => s.undo);
  const redo = useRod((s) => s.redo);
  const rods = useQuery({
    queryKey: ["rack", "first"],
    queryFn: () => take(api.GET("/api/builds")),
    enabled: palette,
  });
  const id = /^\/build\/([^/]+)/.exec(where)?.[1];
  const path = (build_id: string) => ({ params: { path: { build_id } } });
  const copy = async (from: string) => {
    const fresh = await once(`copy ${from}`, (as_id) =>
      take(
        api.POST("/api/builds/{build_id}/copy", {
          params: { ...path(from).params, query: { as_id } },
        }),
      ),
    );
    go(`/build/${fresh.id}/blank`);
  };
  const putAway = async (which: string) => {
    await take(api.POST("/api/builds/{build_id}/put-away", path(which)));
    go("/");
  };
  const [typed, setTyped] = useState("");
  const run = (act: () => unknown) => () => {
    set({ palette: false });
    setTyped("");
    act();
  };
  return (
    <Command.Dialog
      open={palette}
      onOpenChange={(open) => set({ palette: open })}
      label="Find a rod, a stage or a command"
      overlayClassName="fixed inset-0 z-40 bg-black/60"
      contentClassName="fixed top-[14vh] left-1/2 z-40 w-[34rem] max-w-[94vw] -translate-x-1/2 rounded border-t-8 border-tape bg-raised p-2 text-ink shadow-2xl"
    >
      <Dialog.Title className="sr-only">Find</Dialog.Title>
      <Dialog.Description className="sr-only">
        Type to find a rod, a stage or a command
      </Dialog.Description>
      <Command.Input
        className="field mb-2 text-lead"
        placeholder="Find a rod, a stage, a command or a word of the trade"
        value={typed}
        onValueChange={setTyped}
        aria-label="Find a rod, a stage or a command"
      />
      <Command.List className="max-h-80 overflow-auto">
        <Command.Empty className="px-3 py-4 text-soft">Nothing of that name.</Command.Empty>
        {id && (
          <Command.Group heading={<span className="label px-3">This rod</span>}>
            {STAGES.map((stage, i) => (
              <Command.Item
                key={stage}
                className={ITEM}
                onSelect={run(() => go(`/build/${id}/${stage}`))}
              >
                <span className="capitalize">{stage}</span>
                <span className="fig">{i + 1}</span>
              </Command.Item>
            ))}
            {STAGES.flatMap((stage) =>
              JOBS_OF[stage].map(({ job, word, says }) => (
                <Command.Item
                  key={`${stage}/${job}`}
                  className={ITEM}
                  value={`${stage} ${word} ${says}`}
                  onSelect={run(() => go(`/build/${id}/${stage}/${job}`))}
                >
                  <span>
                    <span className="capitalize">{stage}</span>: {word}
                  </span>{" "}
                  <span className="label">{says}</span>
                </Command.Item>
              )),
            )}
            <Command.Item className={ITEM} onSelect={run(() => go(`/build/${id}/sheet`))}>
              Build sheet and story stick <span className="fig">P</span>
            </Command.Item>
            <Command.Item className={ITEM} onSelect={run(() => copy(id))}>
              Copy this rod
            </Command.Item>
            <Command.Item className={ITEM} onSelect={run(() => putAway(id))}>
              Put this rod away
            </Command.Item>
            <Command.Item className={ITEM} onSelect={run(undo)}>
              Undo
            </Command.Item>
            <Command.Item className={ITEM} onSelect={run(redo)}>
              Redo
            </Command.Item>
          </Command.Group>
        )}
        <Command.Group heading={<span className="label px-3">Rods</span>}>
          {(rods.data ?? []).map((rod) => (
            <Command.Item
              key={rod.id}
              value={`${rod.name} ${rod.number} ${rod.client}`}
              className={ITEM}
              onSelect={run(() => go(`/build/${rod.id}`))}
            >
              {rod.name} <span className="fig">{rod.number}</span>
            </Command.Item>
          ))}
        </Command.Group>
        <Command.Group heading={<span className="label px-3">Shop</span>}>
          <Command.Item className={ITEM} onSelect={run(() => go("/"))}>
            The rack <span className="fig">R</span>
          </Command.Item>
          <Command.Item
            className={ITEM}
            value="Words of the trade help glossary meaning"
            onSelect={run(() => go("/words"))}
          >
            Words of the trade <span className="label">what they mean, and where on the rod</span>
          </Command.Item>
          <Command.Item className={ITEM} onSelect={run(() => go("/board"))}>
            The board
          </Command.Item>
          <Command.Item className={ITEM} onSelect={run(() => go("/logbook"))}>
            The logbook
          </Command.Item>
          <Command.Item className={ITEM} onSelect={run(() => go("/shelf"))}>
            The shelf
          </Command.Item>
          <Command.Item className={ITEM} onSelect={run(() => go("/shelf/buy"))}>
            What to buy
          </Command.Item>
          <Command.Item className={ITEM} onSelect={run(() => go("/kept-safe"))}>
            Kept safe <span className="label">backups, putting one back, open files</span>
          </Command.Item>
          <Command.Item className={ITEM} onSelect={run(() => go("/door"))}>
            The door <span className="label">phones, accounts, who did what</span>
          </Command.Item>
          <Command.Item className={ITEM} onSelect={run(() => go("/people"))}>
            People
          </Command.Item>
          {id && (
            <Command.Item className={ITEM} onSelect={run(() => go(`/build/${id}/price`))}>
              The price of this rod
            </Command.Item>
          )}
          {id && (
            <Command.Item className={ITEM} onSelect={run(() => go(`/build/${id}/habits`))}>
              Habits, for this rod
            </Command.Item>
          )}
          <Command.Item className={ITEM} onSelect={run(() => go("/habits"))}>
            Habits of the shop
          </Command.Item>
          <Command.Item className={ITEM} onSelect={run(() => go("/trainer"))}>
            Find the spine: the trainer
          </Command.Item>
          <Command.Item
            className={ITEM}
            onSelect={run(() => set({ newBuild: true, palette: false }))}
          >
            Start a rod
          </Command.Item>
          <Command.Item
            className={ITEM}
            onSelect={run(() => setSettings({ light: light === "lamp" ? "day" : "lamp" }))}
          >
            {light === "lamp" ? "Daylight" : "Lamplight"}
          </Command.Item>
          <Command.Item className={ITEM} onSelect={run(() => setSettings({ flipped: !flipped }))}>
            Turn the mat round: butt {flipped ? "left" : "right"}
          </Command.Item>
          <Command.Item className={ITEM} onSelect={run(learn)}>
            Learn on a pretend blank
          </Command.Item>
          <Command.Item
            className={ITEM}
            onSelect={run(() => set({ shortcuts: true, palette: false }))}
          >
            Keys
          </Command.Item>
        </Command.Group>
        {typed.trim().length > 1 && (
          <Command.Group heading={<span className="label px-3">Words</span>}>
            {TRADE_WORDS.map((m) => (
              <Command.Item
                key={m.word}
                value={`word ${m.word} ${m.also.join(" ")}`}
                className={`${ITEM} gap-4`}
                onSelect={run(() => go(`/words?w=${encodeURIComponent(m.word)}`))}
              >
                {m.word} <span className="label truncate">{m.says}</span>
              </Command.Item>
            ))}
          </Command.Group>
        )}
      </Command.List>
    </Command.Dialog>
  );
}
