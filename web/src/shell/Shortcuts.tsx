import { Overlay } from "../ui/controls";
import { useShell } from "./ui";

const KEYS: [string, string][] = [
  ["1 – 5", "go to blank, spine, handle, guides, finish"],
  ["[  ]", "stage before, stage after"],
  ["← →", "nudge what is held on the mat by one step of your rule"],
  ["Shift + ← →", "nudge by ten steps"],
  ["Enter", "type the exact place of what is held"],
  ["Delete", "let a guide go free again, to be closed in"],
  ["Tab", "next guide, part or field"],
  ["F1", "in a field: what the word over it means"],
  ["Ctrl + Z", "undo"],
  ["Ctrl + Shift + Z", "redo"],
  ["Ctrl + K", "find a rod, a stage or a command"],
  ["P", "build sheet"],
  ["R", "the rack"],
  ["?", "this sheet"],
];

export function Shortcuts() {
  const { shortcuts, set } = useShell();
  return (
    <Overlay open={shortcuts} onOpenChange={(open) => set({ shortcuts: open })} title="Keys">
      <dl className="mt-3 grid grid-cols-[10rem_1fr] gap-y-1.5">
        {KEYS.map(([key, does]) => (
          <div key={key} className="contents">
            <dt className="fig text-accent">{key}</dt>
            <dd>{does}</dd>
          </div>
        ))}
      </dl>
    </Overlay>
  );
}
