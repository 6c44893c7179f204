import type { Build } from "../api/types";
import { useRod } from "../rod/store";
import { ASSUMED } from "../words/shapes";

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

/** Whether the number of this field is only a fresh rod's; `isSo` says that it is true all the same. */
export function useAssumed(path: string): { isSo: () => void } | null {
  const taken = ASSUMED[path.replace(/^handle\.parts\.[^.]+/, "handle.parts.*")];
  const assumed = useRod(
    (s) =>
      taken !== undefined &&
      s.build !== null &&
      numberAt(s.build, path) === taken &&
      s.build.sure[path] !== taken,
  );
  const edit = useRod((s) => s.edit);
  if (!assumed) return null;
  return { isSo: () => edit("it is so", (b) => void (b.sure[path] = taken!)) };
}
