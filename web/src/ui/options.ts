/** Choices of a list out of a table of words. */
export const asOptions = <K extends string>(
  words: Record<K, string>,
): { value: K; label: string }[] =>
  Object.entries<string>(words).map(([value, label]) => ({ value: value as K, label }));
