import { useQuery } from "@tanstack/react-query";

import { api, take } from "../api/client";
import type { ShelfItem, ShelfKind } from "../api/types";

export type OfKind<K extends ShelfKind> = Extract<ShelfItem["shelved"], { kind: K }>["item"];

/** What lies on the shelf, everything at once: it is short. */
export const useShelf = () =>
  useQuery({ queryKey: ["shelf"], queryFn: () => take(api.GET("/api/shelf")) });

/** Items of one kind, with how many there are. */
export function useShelved<K extends ShelfKind>(kind: K): { item: OfKind<K>; stock: number }[] {
  const shelf = useShelf();
  return (shelf.data ?? [])
    .filter((s) => s.shelved.kind === kind)
    .map((s) => ({ item: s.shelved.item as OfKind<K>, stock: s.stock }));
}
