import { keepPreviousData, useQuery } from "@tanstack/react-query";

import { api, take } from "../../api/client";
import type { BendSetup, Build } from "../../api/types";

/** What of a build the bend depends on: two builds alike in this bend alike. */
const key = (b: Build) => JSON.stringify([b.blank, b.handle.parts, b.guides, b.brief.rod_type]);

/** The rod under these loads, as shown on screen, dragged guides included. */
export const useBends = (build: Build, setups: BendSetup[], ghosts = false) =>
  useQuery({
    queryKey: ["bends", key(build), JSON.stringify(setups), ghosts],
    queryFn: ({ signal }) =>
      take(api.POST("/api/bends", { body: { build, setups, ghosts }, signal })),
    placeholderData: keepPreviousData,
    retry: false,
    staleTime: Infinity,
  });

/** Guides on top, winding and below, under the build's own load. */
export const useTwist = (build: Build, setup: BendSetup) =>
  useQuery({
    queryKey: ["twist", key(build), JSON.stringify(setup)],
    queryFn: ({ signal }) =>
      take(
        api.POST("/api/bends/twist", { body: { build, setups: [setup], ghosts: false }, signal }),
      ),
    placeholderData: keepPreviousData,
    retry: false,
    staleTime: Infinity,
  });

/** What to move after a static test that failed. */
export const useMoves = (build: Build, failed: boolean) =>
  useQuery({
    queryKey: ["moves", key(build)],
    queryFn: ({ signal }) =>
      take(api.POST("/api/bends/moves", { body: { build, setups: [], ghosts: false }, signal })),
    placeholderData: keepPreviousData,
    retry: false,
    staleTime: Infinity,
    enabled: failed,
  });

export const useLayouts = (build: Build) =>
  useQuery({
    queryKey: ["layouts", key(build)],
    queryFn: ({ signal }) =>
      take(api.POST("/api/bends/layouts", { body: { build, setups: [], ghosts: false }, signal })),
    placeholderData: keepPreviousData,
    retry: false,
    staleTime: Infinity,
  });
