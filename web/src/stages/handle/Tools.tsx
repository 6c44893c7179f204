import { X } from "lucide-react";

import { rowOf, takeOut } from "../../rod/rows";
import { useRod, useShown } from "../../rod/store";
import { FromShelf } from "../../shelf/FromShelf";
import { useShelved } from "../../shelf/useShelf";
import { Button, IconButton, Pick } from "../../ui/controls";
import { MeasureField, WordsField } from "../../ui/Field";
import { diameter } from "../../ui/measure";

/** The builder's own reamers and drills: what every pass is planned from. */
export function Tools() {
  return (
    <section className="border-t border-line pt-3">
      <h2 className="mb-2">Tools on the bench</h2>
      <div className="grid grid-cols-[minmax(0,1.3fr)_minmax(0,1fr)] gap-8">
        <Reamers />
        <Drills />
      </div>
    </section>
  );
}

function Reamers() {
  const { build } = useShown();
  const edit = useRod((s) => s.edit);
  const shelf = useShelved("reamer");
  const { reamers } = build.handle;
  const at = "handle.reamers";
  return (
    <div className="grid content-start gap-1.5">
      {reamers.length > 0 && (
        <div className="label grid grid-cols-[1.4fr_5.5rem_1fr_1fr_1fr_2rem] gap-1.5">
          <span>your reamer</span>
          <span>cuts</span>
          <span>small end</span>
          <span>large end</span>
          <span>length</span>
        </div>
      )}
      {reamers.map((r, i) => (
        <div
          key={r.id}
          className="grid grid-cols-[1.4fr_5.5rem_1fr_1fr_1fr_2rem] items-start gap-1.5"
        >
          <WordsField
            path={`${at}.${r.id}.name`}
            label={`Name of reamer ${i + 1}`}
            hideLabel
            value={r.name}
            keep={(v) => (b) => void (rowOf(b.handle.reamers, r.id).name = v)}
          />
          <Pick
            label={`How reamer ${i + 1} cuts`}
            hideLabel
            value={r.cut ?? "fine"}
            options={[
              { value: "rough", label: "rough" },
              { value: "fine", label: "fine" },
            ]}
            onChange={(v) =>
              edit("rough or fine", (b) => void (rowOf(b.handle.reamers, r.id).cut = v))
            }
          />
          <MeasureField
            path={`${at}.${r.id}.small_mm`}
            label={`Small end of reamer ${i + 1}`}
            hideLabel
            kind="diameter"
            mm={r.small_mm}
            keep={(mm) => (b) => void (rowOf(b.handle.reamers, r.id).small_mm = mm ?? 1)}
          />
          <MeasureField
            path={`${at}.${r.id}.large_mm`}
            label={`Large end of reamer ${i + 1}`}
            hideLabel
            kind="diameter"
            mm={r.large_mm}
            keep={(mm) => (b) => void (rowOf(b.handle.reamers, r.id).large_mm = mm ?? 1)}
          />
          <MeasureField
            path={`${at}.${r.id}.length_mm`}
            label={`Length of reamer ${i + 1}`}
            hideLabel
            mm={r.length_mm}
            keep={(mm) => (b) => void (rowOf(b.handle.reamers, r.id).length_mm = mm ?? 1)}
          />
          <IconButton
            name={`Put reamer ${i + 1} back`}
            onClick={() => edit("put a reamer back", (b) => void takeOut(b.handle.reamers, r.id))}
          >
            <X size={14} />
          </IconButton>
        </div>
      ))}
      <div className="flex gap-2">
        <FromShelf
          label="A reamer from the shelf"
          disabled={reamers.length >= 12}
          offers={shelf.map(({ item }) => ({
            item,
            name: item.name,
            says: `${diameter(item.small_mm, build.rule, false)} to ${diameter(item.large_mm, build.rule)}`,
          }))}
          onTake={(item) =>
            edit("a reamer", (b) => void b.handle.reamers.push({ ...item, id: "" }))
          }
        />
        <Button
          disabled={reamers.length >= 12}
          onClick={() =>
            edit("a reamer", (b) => {
              b.handle.reamers.push({
                id: "",
                name: "",
                cut: "fine",
                small_mm: 8,
                large_mm: 14,
                length_mm: 640,
              });
            })
          }
        >
          Add a reamer
        </Button>
      </div>
    </div>
  );
}

function Drills() {
  const { build } = useShown();
  const edit = useRod((s) => s.edit);
  const shelf = useShelved("drill");
  const { drills } = build.handle;
  const has = (mm: number) => drills.some((d) => d.diameter_mm === mm);
  return (
    <div>
      <div className="label">drills for pilot holes; none listed: every half millimetre</div>
      <ul className="my-1.5 flex flex-wrap gap-1.5">
        {drills.map((d, i) => (
          <li key={i} className="flex items-center rounded border border-line bg-field pl-2">
            <span className="fig">{d.name || diameter(d.diameter_mm, build.rule)}</span>
            <IconButton
              name={`Put drill ${d.name || i + 1} back`}
              className="size-7"
              onClick={() => edit("put a drill back", (b) => void b.handle.drills.splice(i, 1))}
            >
              <X size={12} />
            </IconButton>
          </li>
        ))}
      </ul>
      <FromShelf
        label="A drill from the shelf"
        offers={shelf
          .filter(({ item }) => !has(item.diameter_mm))
          .map(({ item }) => ({
            item,
            name: item.name,
            says: diameter(item.diameter_mm, build.rule),
          }))}
        onTake={(item) =>
          edit("a drill", (b) => {
            b.handle.drills.push({ ...item, id: "" });
            b.handle.drills.sort((p, q) => p.diameter_mm - q.diameter_mm);
          })
        }
      />
    </div>
  );
}
