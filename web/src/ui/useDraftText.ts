import { useRod } from "../rod/store";

/** A text that is being typed and belongs to no field yet: kept from the first key, like any draft. */
export function useDraftText(path: string): [string, (text: string) => void] {
  const draft = useRod((s) => s.drafts[path]);
  const keep = useRod((s) => s.draft);
  return [draft?.text ?? "", (text) => keep(path, text ? { text, message: "" } : null)];
}
