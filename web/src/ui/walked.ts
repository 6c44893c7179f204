/* Whether the focus was walked to by keys. What is merely passed stays as it is shown: only a pointer, or a press on
   it, takes hold of something. */

let byKeys = false;
const WALKS = new Set(["Tab", "ArrowUp", "ArrowDown", ",", "."]);

window.addEventListener("keydown", (e) => void (byKeys ||= WALKS.has(e.key)), true);
window.addEventListener("pointerdown", () => void (byKeys = false), true);

export const walkedTo = (): boolean => byKeys;
