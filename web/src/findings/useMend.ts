import type { Build, Finding } from "../api/types";
import { valueAt } from "../rod/changes";
import { useRod } from "../rod/store";

/** What would mend a finding, where the core knows it: one act that can be taken back. */
export function useMend(f: Finding): { words: string; act: () => void } | null {
  const edit = useRod((s) => s.edit);
  const { mend } = f;
  if (!mend) return null;
  return {
    words: mend.words,
    act: () => edit(mend.words, (b) => put(b, mend.path, mend.value)),
  };
}

/** Put a value at a document path; rows of lists are named by their ids. */
export function put(build: Build, path: string, value: unknown): void {
  const way = path.split(".");
  const at = valueAt(build, way.slice(0, -1)) as Record<string, unknown> | null | undefined;
  if (at === undefined || at === null)
    throw new Error("What was to be mended has been taken out meanwhile.");
  at[way.at(-1)!] = value;
}
