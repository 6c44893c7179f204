import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useLocation } from "wouter";

import { api, take } from "../api/client";
import { once } from "../api/once";
import type { NewBuild as NewBuildBody, Rule } from "../api/types";
import { useShell } from "../shell/ui";
import { Button, Choice, Overlay, Pick } from "../ui/controls";
import { RULE_WORDS } from "../ui/measure";
import { useSettings } from "../ui/settings";

export const ROD_TYPES = [
  { value: "spinning", label: "Spinning", says: "reel and guides hang under the rod" },
  { value: "casting", label: "Casting", says: "reel and guides on top" },
  { value: "trolling", label: "Trolling", says: "reel and guides on top" },
  { value: "fly", label: "Fly", says: "reel behind the grip, guides under" },
] as const;

export const RULES = (Object.keys(RULE_WORDS) as Rule[]).map((r) => ({
  value: r,
  label: RULE_WORDS[r],
}));

/** A name and a kind are enough to start. */
export function NewBuild() {
  const { newBuild, set } = useShell();
  const { rule, units, set: setSettings } = useSettings();
  const [name, setName] = useState("");
  const [client, setClient] = useState("");
  const [type, setType] = useState<NonNullable<NewBuildBody["rod_type"]>>("spinning");
  const [problem, setProblem] = useState<string | null>(null);
  const [, go] = useLocation();
  const queries = useQueryClient();
  const begin = async () => {
    if (!name.trim()) {
      setProblem("Give the rod a name: you will look for it on the rack.");
      return;
    }
    try {
      const state = await once(`${name} ${client} ${type}`, (as_id) =>
        take(
          api.POST("/api/builds", {
            params: { query: { as_id } },
            body: { name: name.trim(), client, rod_type: type, pretend: false, rule, units },
          }),
        ),
      );
      await queries.invalidateQueries({ queryKey: ["rack"] });
      set({ newBuild: false });
      setName("");
      setClient("");
      setProblem(null);
      go(`/build/${state.id}/blank`);
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  return (
    <Overlay
      open={newBuild}
      onOpenChange={(open) => set({ newBuild: open })}
      title="Start a rod"
      says="The rest is asked where it is needed."
    >
      <form
        className="grid gap-4"
        onSubmit={(e) => {
          e.preventDefault();
          void begin();
        }}
      >
        <div>
          <label className="label block" htmlFor="new-name">
            What is it called?
          </label>
          <input
            id="new-name"
            className="field"
            value={name}
            maxLength={80}
            autoComplete="off"
            aria-invalid={problem && !name.trim() ? true : undefined}
            aria-describedby="new-problem"
            onChange={(e) => setName(e.target.value)}
          />
        </div>
        <Choice
          label="How is it fished?"
          value={type}
          options={[...ROD_TYPES]}
          onChange={setType}
        />
        <div className="grid grid-cols-2 gap-4">
          <div>
            <label className="label block" htmlFor="new-client">
              For (may be left out)
            </label>
            <input
              id="new-client"
              className="field"
              value={client}
              maxLength={120}
              autoComplete="off"
              onChange={(e) => setClient(e.target.value)}
            />
          </div>
          <Pick
            label="Your rule reads in"
            value={rule}
            options={RULES}
            onChange={(r) => setSettings({ rule: r })}
          />
        </div>
        <p id="new-problem" role="alert" className="min-h-5 text-ruin">
          {problem}
        </p>
        <div className="flex justify-end gap-2">
          <Button look="quiet" onClick={() => set({ newBuild: false })}>
            Not now
          </Button>
          <Button look="tape" type="submit" className="px-5">
            Lay it on the mat
          </Button>
        </div>
      </form>
    </Overlay>
  );
}
