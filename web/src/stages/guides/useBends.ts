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

export const useLayouts = (build: Build) =>
  usePaced("layouts", key(build), asked(build), (body: Asked, signal) =>
    take(api.POST("/api/bends/layouts", { body, signal })),
  );
