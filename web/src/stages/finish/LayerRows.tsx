import type { Build, FinishProduct, Layer } from "../../api/types";
import { freshRowId } from "../../rod/changes";
import { rowOf } from "../../rod/rows";
import { useRod } from "../../rod/store";
import { FromShelf } from "../../shelf/FromShelf";
import { useShelved } from "../../shelf/useShelf";
import { Button, Pick } from "../../ui/controls";
import { NumberField, WordsField } from "../../ui/Field";
import { FINISH_WORDS, FRESH_FINISHES, USUAL_COATS, USUAL_FILM_MM } from "../../words/shapes";

type Kind = FinishProduct["kind"];

/** Coats of a kind as they usually go on. */
export const freshLayer = (kind: Kind, coats?: number): Layer => ({
  id: freshRowId(),
  product: { ...FRESH_FINISHES[kind], name: FINISH_WORDS[kind] },
  coats: coats ?? USUAL_COATS[kind]!,
  film_mm: USUAL_FILM_MM[kind]!,
});

/** Tins one on another, the lowest first: what kind, how many coats, when the next may go on. */
export function LayerRows(props: {
  path: string;
  layers: Layer[];
  of: (b: Build) => Layer[];
  kinds: Kind[];
  most: number;
  none: string;
  add: string;
  fresh: Kind;
  /** Coats are on: a tin more or less would make others of them. */
  locked?: boolean;
}) {
  const { path, layers, of, kinds, most, none, add, fresh, locked = false } = props;
  const edit = useRod((s) => s.edit);
  const shelf = useShelved("finish");
  return (
    <div className="grid gap-2">
      {!layers.length && <p className="text-soft">{none}</p>}
      {layers.map((y, n) => (
        <div
          key={y.id}
          className="grid grid-cols-[minmax(5.5rem,1.1fr)_minmax(6rem,1.4fr)_4rem_6rem_auto] items-start gap-2"
        >
          <Pick
            label={`Kind, tin ${n + 1}`}
            value={y.product.kind}
            options={[...new Set([...kinds, y.product.kind])].map((k) => ({
              value: k,
              label: FINISH_WORDS[k],
            }))}
            onChange={(k) =>
              edit("another kind of tin", (b) => {
                const row = rowOf(of(b), y.id);
                Object.assign(row, { ...freshLayer(k), id: row.id });
              })
            }
          />
          <WordsField
            path={`${path}.${y.id}.product.name`}
            label={`Name, tin ${n + 1}`}
            value={y.product.name}
            keep={(v) => (b) => void (rowOf(of(b), y.id).product.name = v)}
          />
          <NumberField
            path={`${path}.${y.id}.coats`}
            label="Coats"
            digits={0}
            value={y.coats}
            keep={(v) => (b) => void (rowOf(of(b), y.id).coats = v ?? 1)}
          />
          <NumberField
            path={`${path}.${y.id}.product.recoat_opens_min`}
            label="Next after"
            suffix="min"
            hint={
              y.product.recoat_opens_min === FRESH_FINISHES[y.product.kind].recoat_opens_min
                ? "usual"
                : undefined
            }
            digits={0}
            value={y.product.recoat_opens_min}
            keep={(v) => (b) => void (rowOf(of(b), y.id).product.recoat_opens_min = v ?? 0)}
          />
          <Button
            look="quiet"
            className="mt-5"
            aria-label={`Leave tin ${n + 1} out`}
            disabled={locked}
            onClick={() =>
              edit("one tin less", (b) => {
                const rows = of(b);
                rows.splice(
                  rows.findIndex((x) => x.id === y.id),
                  1,
                );
              })
            }
          >
            out
          </Button>
        </div>
      ))}
      <div className="flex flex-wrap items-center gap-2">
        <Button
          disabled={locked || layers.length >= most}
          onClick={() => edit("one more tin", (b) => void of(b).push(freshLayer(fresh)))}
        >
          {add}
        </Button>
        <FromShelf
          label="From the shelf"
          disabled={locked || layers.length >= most}
          offers={shelf
            .filter(({ item }) => kinds.includes(item.kind))
            .map(({ item }) => ({ item, name: item.name, says: FINISH_WORDS[item.kind] }))}
          onTake={(item) =>
            edit(`${item.name} from the shelf`, (b) => {
              of(b).push({ ...freshLayer(item.kind), product: { ...item } });
            })
          }
        />
      </div>
    </div>
  );
}
