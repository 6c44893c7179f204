import type { Rule, ShelfItem } from "../api/types";
import { length } from "../ui/measure";
import { useSettings } from "../ui/settings";
import { Drawn, Says } from "./OnBoards";

/** How far each drawer goes, in sizes of the builder's rule: a drill by its width, a reamer by its wide end. */
const drawersOf = (rule: Rule): number[] => [
  ...(rule.startsWith("in")
    ? [3 / 16, 1 / 4, 3 / 8, 1 / 2, 5 / 8, 7 / 8].map((inch) => 25.4 * inch)
    : [5, 7, 9, 12, 16, 22]),
  Infinity,
];

const sizeOf = ({ shelved: s }: ShelfItem): number =>
  s.kind === "drill" ? s.item.diameter_mm : s.kind === "reamer" ? s.item.large_mm : 0;

/** Tools in drawers by size, each in its slot, all of one kind to one scale. */
export function InDrawers({ items, onTake }: { items: ShelfItem[]; onTake: (id: string) => void }) {
  const rule = useSettings((x) => x.rule);
  const sorted = [...items].sort((a, b) => sizeOf(a) - sizeOf(b));
  const widest = Math.max(6, ...items.map(sizeOf));
  const longest = Math.max(
    90,
    ...items.map((i) => (i.shelved.kind === "reamer" ? i.shelved.item.length_mm + 40 : 0)),
  );
  const k = Math.min(176 / longest, 56 / widest);
  const drawers = drawersOf(rule)
    .map((to, n, all) => {
      const from = all[n - 1] ?? 0;
      return { to, from, lie: sorted.filter((i) => sizeOf(i) > from && sizeOf(i) <= to) };
    })
    .filter((d) => d.lie.length > 0);
  return (
    <div className="grid grid-cols-[repeat(auto-fill,minmax(min(100%,36rem),1fr))] items-start gap-4">
      {drawers.map((d) => {
        const says =
          d.to === Infinity
            ? `over ${length(d.from, rule)}`
            : d.from
              ? `${length(d.from, rule)} to ${length(d.to, rule)}`
              : `up to ${length(d.to, rule)}`;
        return (
          <section key={d.to} aria-label={`The drawer ${says}`}>
            <ul className="flex flex-wrap gap-px rounded-t border-6 border-b-0 border-[var(--ply-dark)] bg-[var(--ply-dark)]">
              {d.lie.map((item) => {
                const name = item.shelved.item.name || item.shelved.kind;
                return (
                  <li
                    key={item.id}
                    className="min-w-44 flex-1 bg-bench shadow-[inset_0_6px_8px_-4px_#0007]"
                  >
                    <button
                      type="button"
                      aria-label={`${name}, ${item.stock} on hand: its card`}
                      className="block h-full w-full px-3 pt-3 pb-2 text-left hover:bg-current/5"
                      onClick={() => onTake(item.id)}
                    >
                      <span className="flex h-16 items-center">
                        <Drawn shelved={item.shelved} k={k} />
                      </span>
                      <span className="block text-small leading-tight">
                        <span className="font-semibold">{name}</span>{" "}
                        <span className="fig text-soft">×{item.stock}</span>
                        <Says shelved={item.shelved} />
                      </span>
                    </button>
                  </li>
                );
              })}
            </ul>
            <h2 className="flex min-h-9 items-center gap-3 rounded-b border-t-2 border-t-[var(--ply)] bg-[var(--ply-dark)] px-4">
              <span className="tape-flag fig bg-tape px-2 text-small text-tape-ink">{says}</span>
              <span
                aria-hidden
                className="mx-auto h-1.5 w-24 rounded-full bg-[var(--steel)] shadow"
              />
            </h2>
          </section>
        );
      })}
    </div>
  );
}
