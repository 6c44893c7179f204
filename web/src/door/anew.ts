/** Which past of the shop this window shows, and whether it is itself putting another in its place. */
export const anew = { mine: false, past: "" };

/** So the server says: this past stands there. A window that shows another begins anew, but for the one that put it there,
 * which has still to be told how it went; where it is the one that is shown, what was missed is read again. */
export const stands = (past: string, readAgain: () => void = () => undefined): void => {
  if (anew.mine) return;
  if (anew.past && anew.past !== past) {
    location.reload();
    return;
  }
  anew.past = past;
  readAgain();
};
