/** The row of this id in a list that is being edited. */
export function rowOf<T extends { id?: string }>(rows: T[], id: string | undefined): T {
  const row = rows.find((r) => r.id === id);
  if (!row) throw new Error("What you were changing has been taken out meanwhile.");
  return row;
}

/** Take the row of this id out of a list that is being edited. */
export function takeOut<T extends { id?: string }>(rows: T[], id: string | undefined): void {
  const at = rows.findIndex((r) => r.id === id);
  if (at >= 0) rows.splice(at, 1);
}
