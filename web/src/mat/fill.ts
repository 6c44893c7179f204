/** Colour of a part sawn open, by its material. */
export const FILL: Record<string, string> = {
  cork: "var(--cork)",
  wood: "var(--wood)",
  foam: "var(--foam)",
  rubber: "var(--rubber)",
  graphite: "var(--graphite)",
  metal: "var(--metal)",
};
