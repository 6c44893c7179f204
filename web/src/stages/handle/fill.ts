/** Colour of a part sawn open, by its material. */
export const FILL: Record<string, string> = {
  cork: "#c99f66",
  wood: "#d8b683",
  foam: "#4a5154",
  rubber: "#3a3f41",
  graphite: "#56636a",
  metal: "#aab4b7",
};
