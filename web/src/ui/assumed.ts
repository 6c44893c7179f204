import type { Build } from "../api/types";
import { useRod } from "../rod/store";

const numberAt = (build: Build, path: string): unknown =>
  path
    .split(".")
    .reduce<unknown>(
      (at, name) =>
        Array.isArray(at)
          ? (at as { id?: string }[]).find((row) => row.id === name)
          : (at as Record<string, unknown> | null)?.[name],
      build,
    );

/** Whether the plan takes this field's number for assumed; `isSo` says that it is true all the same. */
export function useAssumed(path: string): { isSo: () => void } | null {
  const assumed = useRod((s) => s.plan?.assumed.includes(path) ?? false);
  const edit = useRod((s) => s.edit);
  if (!assumed) return null;
  return {
    isSo: () => edit("it is so", (b) => void (b.sure[path] = Number(numberAt(b, path)))),
  };
}
