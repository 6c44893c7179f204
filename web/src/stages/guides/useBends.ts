import { api, take } from "../../api/client";
import { usePaced } from "../../api/pace";
import type { BendSetup, Build } from "../../api/types";

/** What of a build the bend depends on: two builds alike in this bend alike. */
const key = (b: Build) => JSON.stringify([b.blank, b.handle.parts, b.guides, b.brief.rod_type]);

const asked = (build: Build, setups: BendSetup[] = [], ghosts = false) => ({
  build,
  setups,
  ghosts,
});
type Asked = ReturnType<typeof asked>;

/** The rod under these loads, as shown on screen, dragged guides included. */
export const useBends = (build: Build, setups: BendSetup[], ghosts = false) =>
  usePaced(
    "bends",
    key(build) + JSON.stringify(setups) + ghosts,
    asked(build, setups, ghosts),
    (body: Asked, signal) => take(api.POST("/api/bends", { body, signal })),
  );

/** Guides on top, winding and below, under the build's own load. */
export const useTwist = (build: Build, setup: BendSetup) =>
  usePaced(
    "twist",
    key(build) + JSON.stringify(setup),
    asked(build, [setup]),
    (body: Asked, signal) => take(api.POST("/api/bends/twist", { body, signal })),
  );

/** What to move after a static test that failed. */
export const useMoves = (build: Build, failed: boolean) =>
  usePaced(
    "moves",
    key(build),
    asked(build),
    (body: Asked, signal) => take(api.POST("/api/bends/moves", { body, signal })),
    failed,
  );

/** A layout part of the way from one to another, judged as they are. */
export const useBlend = (build: Build, one_mm: number[], other_mm: number[], toward: number) =>
  usePaced(
    "blend",
    key(build) + JSON.stringify([one_mm, other_mm, toward]),
    { build, one_mm, other_mm, toward },
    (body, signal) => take(api.POST("/api/bends/blend", { body, signal })),
    one_mm.length === other_mm.length,
  );

export const useLayouts = (build: Build) =>
  usePaced("layouts", key(build), asked(build), (body: Asked, signal) =>
    take(api.POST("/api/bends/layouts", { body, signal })),
  );
