import type { DBSchema, IDBPDatabase, StoreNames, StoreValue } from "idb";

/** Put by so that it is there after the power went: left to itself, a browser says that it is kept while it is
    still only with the system. */
export async function putSafely<Kept extends DBSchema, Store extends StoreNames<Kept>>(
  db: IDBPDatabase<Kept>,
  store: Store,
  value: StoreValue<Kept, Store>,
): Promise<void> {
  const act = db.transaction(store, "readwrite", { durability: "strict" });
  await Promise.all([act.store.put(value), act.done]);
}
