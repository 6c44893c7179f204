import { useQueryClient } from "@tanstack/react-query";
import { useLocation } from "wouter";

import { api, take } from "../api/client";
import { once } from "../api/once";
import { useSettings } from "../ui/settings";

/** Lays a pretend blank on the mat, its slip beside it, to learn on. */
export function useFirstRod(): () => Promise<void> {
  const [, go] = useLocation();
  const queries = useQueryClient();
  const { rule, units } = useSettings();
  return async () => {
    const about = { name: "My first rod", client: "", rod_type: "spinning" } as const;
    const body = { ...about, pretend: true, rule, units };
    const made = await once("first rod", (as_id) =>
      take(api.POST("/api/builds", { body, params: { query: { as_id } } })),
    );
    await queries.invalidateQueries({ queryKey: ["rack"] });
    go(`/build/${made.id}/blank`);
  };
}
