/** Another past of the shop was put in its place: every window begins anew, but for the one that did it, which has still
 * to be told how it went. */
export const anew = { mine: false };

export const beginAnew = (): void => {
  if (!anew.mine) location.reload();
};
