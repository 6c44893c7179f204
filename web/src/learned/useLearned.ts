import { useQuery } from "@tanstack/react-query";

import { api, take } from "../api/client";
import type { Learned } from "../api/types";

/** Everything the shop has learned of itself. */
export const useAllLearned = () =>
  useQuery({
    queryKey: ["learned"],
    queryFn: () => take(api.GET("/api/learned")),
    retry: false,
    staleTime: 10_000,
  });

/** What was learned of one habit; null while nothing was. */
export function useLearned(habit: string): Learned | null {
  const { data } = useAllLearned();
  return (habit && data?.find((q) => q.habit === habit)) || null;
}
