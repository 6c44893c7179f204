import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";

import { api, take } from "../../api/client";
import type { Build, Thread, ThreadUsed } from "../../api/types";
import { freshRowId } from "../../rod/changes";
import { useRod, useShown } from "../../rod/store";
import { FromShelf } from "../../shelf/FromShelf";
import { useShelved } from "../../shelf/useShelf";
import { FRESH_ROWS } from "../../words/shapes";
import { BringFile } from "../../ui/BringFile";
import { Button, Choice, Pick } from "../../ui/controls";
import { NumberField } from "../../ui/Field";
import { asOptions } from "../../ui/options";
import { useSettings } from "../../ui/settings";
import { PITCH_FROM, THREAD_KINDS } from "./words";

/** The rod's thread: what a turn covers, what is on the spool, and its colour dry, wet and preserved. */
export function ThreadAndSpools() {
  const { build, plan } = useShown();
  const edit = useRod((s) => s.edit);
  const { threadLook, set } = useSettings();
  const offers = useShelved("thread").map(({ item }) => ({
    item,
    name: item.name,
    says: `${item.size}, ${item.spool_m} m`,
  }));
  return (
    <div className="grid gap-4">
      <ul className="grid gap-2" aria-label="Thread">
        {plan.wraps.threads.map((t) => (
          <OneThread key={t.id} used={t} row={build.wraps.threads.find((r) => r.id === t.id)} />
        ))}
      </ul>
      <div className="flex flex-wrap items-end gap-4">
        <Choice
          label="Thread on the mat looks"
          value={threadLook}
          options={[
            { value: "dry", label: "dry" },
            { value: "wet", label: "wet" },
            { value: "preserved", label: "preserved" },
          ]}
          onChange={(v) => set({ threadLook: v })}
        />
        <FromShelf
          label="Take a spool off the shelf"
          offers={offers}
          onTake={(item) =>
            edit(`${item.name} off the shelf`, (b) => {
              const row = listed(b, item.name);
              const { size, kind, colour, diameter_mm, spool_m } = item;
              Object.assign(row, { size, kind, colour, diameter_mm, spool_m });
            })
          }
        />
      </div>
      <Across />
    </div>
  );
}

/** The row of a thread, put there if it is only named so far. */
function listed(b: Build, name: string, used?: ThreadUsed): Thread {
  const there = b.wraps.threads.find((t) => t.name === name);
  if (there) return there;
  const fresh = { ...structuredClone(FRESH_ROWS.thread), id: used?.id ?? freshRowId(), name };
  if (used) Object.assign(fresh, { colour: used.colour, size: used.size, kind: used.kind });
  b.wraps.threads.push(fresh);
  return b.wraps.threads.at(-1)!;
}

function OneThread({ used: t, row }: { used: ThreadUsed; row: Thread | undefined }) {
  const { plan } = useShown();
  const edit = useRod((s) => s.edit);
  const at = `wraps.threads.${t.id}`;
  const say = (what: string, recipe: (r: Thread) => void) =>
    edit(`${what} of ${t.name}`, (b) => recipe(listed(b, t.name, t)));
  const spool = plan.wraps.spools.find((s) => s.thread === t.name);
  const colours = plan.wraps.colours.filter((c) => c.thread === t.name);
  return (
    <li className="grid gap-2 border-t border-line pt-2">
      <div className="flex flex-wrap items-end gap-3">
        <input
          type="color"
          aria-label={`Colour of ${t.name}, dry`}
          className="h-9 w-12 cursor-pointer rounded border border-edge bg-field"
          value={t.colour}
          onChange={(e) => say("colour", (r) => void (r.colour = e.target.value))}
        />
        <h3 className="w-32 pb-1 text-lead">{t.name}</h3>
        <Pick
          label="Size"
          className="w-20"
          value={t.size}
          options={["A", "B", "D"].map((s) => ({ value: s, label: s }))}
          onChange={(v) => say("size", (r) => void (r.size = v as Thread["size"]))}
        />
        <Pick
          label="Kind"
          className="w-36"
          value={t.kind}
          options={asOptions(THREAD_KINDS)}
          onChange={(v) => say("kind", (r) => void (r.kind = v))}
        />
        <NumberField
          className="w-28"
          path={`${at}.spool_m`}
          label="On the spool"
          suffix="m"
          digits={0}
          optional
          value={t.spool_m}
          keep={(v) => (b) => void (listed(b, t.name, t).spool_m = v)}
        />
        <span className="pb-1.5">
          takes <span className="fig text-lead">{(spool?.need_m ?? 0).toFixed(0)} m</span>
          {spool?.runs_out && <span className="text-ruin"> · runs out on {spool.runs_out}</span>}
        </span>
      </div>
      <div className="flex flex-wrap items-end gap-3">
        <span className="pb-1.5">
          a turn covers <span className="fig text-lead">{t.pitch_mm.toFixed(3)} mm</span>
          {t.spread_mm !== null && <span className="fig"> ± {t.spread_mm.toFixed(3)}</span>},{" "}
          <span className={t.pitch_from === "size" ? "italic opacity-75" : ""}>
            {PITCH_FROM[t.pitch_from]}
          </span>
        </span>
        <Count
          name={t.name}
          onKeep={(turns, over_mm) =>
            say("count", (r) => void r.counts.push({ id: freshRowId(), turns, over_mm }))
          }
        />
        {(row?.counts.length ?? 0) > 0 && (
          <Button look="quiet" onClick={() => say("last count", (r) => void r.counts.pop())}>
            take the last count back
          </Button>
        )}
      </div>
      {colours.map((c) => (
        <div key={c.over} className="flex flex-wrap items-end gap-4">
          {(["dry", "wet", "preserved"] as const).map((how) => (
            <figure key={how} className="grid gap-0.5">
              <svg
                width="120"
                height="30"
                role="img"
                aria-label={`${t.name}, ${how}, over ${c.over}`}
              >
                <rect width="120" height="30" rx="3" fill={c.ground} />
                <rect x="16" y="3" width="88" height="24" rx="2" fill={c[how]} />
              </svg>
              <figcaption className="text-note text-soft">
                {how}
                {how === "wet" && (c.measured ? ", as a test wrap showed" : ", by the model")}
              </figcaption>
            </figure>
          ))}
          <span className="pb-5 text-note text-soft">
            over {c.over === "blank" ? "this blank" : c.over}
          </span>
          {c.over === "blank" && (
            <FromPicture
              name={t.name}
              seen={row?.wet ?? null}
              onKeep={(wet) => say("wet colour", (r) => void (r.wet = wet))}
            />
          )}
        </div>
      ))}
    </li>
  );
}

/** A count of turns over a length, kept when both are there. */
function Count({
  name,
  onKeep,
}: {
  name: string;
  onKeep: (turns: number, over_mm: number) => void;
}) {
  const [turns, setTurns] = useState("");
  const [over, setOver] = useState("");
  const [why, setWhy] = useState("");
  const keep = () => {
    const [n, mm] = [Number(turns.replace(",", ".")), Number(over.replace(",", "."))];
    if (!(Number.isInteger(n) && n >= 2)) return setWhy("Count at least 2 whole turns.");
    if (!(mm / n >= 0.03 && mm / n <= 1.2))
      return setWhy("A turn of thread covers between 0.03 and 1.2 mm: check both.");
    setWhy("");
    setTurns("");
    setOver("");
    onKeep(n, mm);
  };
  return (
    <form
      className="flex flex-wrap items-end gap-2"
      onSubmit={(e) => {
        e.preventDefault();
        keep();
      }}
    >
      <label className="block">
        <span className="label block">I counted, turns</span>
        <input
          className="field w-20"
          inputMode="numeric"
          aria-label={`Turns of ${name} counted`}
          value={turns}
          onChange={(e) => setTurns(e.target.value)}
        />
      </label>
      <label className="block">
        <span className="label block">over, mm</span>
        <input
          className="field w-20"
          inputMode="decimal"
          aria-label={`Length they cover, ${name}`}
          value={over}
          onChange={(e) => setOver(e.target.value)}
        />
      </label>
      <Button type="submit">Keep the count</Button>
      {why && (
        <p role="alert" className="basis-full text-ruin">
          {why}
        </p>
      )}
    </form>
  );
}

/** The true wet colour, from a picture of a test wrap: press the wrap in it. The picture is not stored. */
function FromPicture({
  name,
  seen,
  onKeep,
}: {
  name: string;
  seen: string | null;
  onKeep: (colour: string | null) => void;
}) {
  const [url, setUrl] = useState<string | null>(null);
  const [why, setWhy] = useState("");
  useEffect(() => () => void (url && URL.revokeObjectURL(url)), [url]);
  return (
    <div className="grid gap-1 pb-4">
      <div className="flex items-center gap-2">
        <BringFile
          says="Pick it from a test wrap"
          label={`Picture of a test wrap of ${name}`}
          accept="image/*"
          onBring={(file) => {
            setWhy("");
            setUrl(URL.createObjectURL(file));
          }}
        />
        {seen && (
          <Button look="quiet" onClick={() => onKeep(null)}>
            back to the model
          </Button>
        )}
      </div>
      {why && (
        <p role="alert" className="text-ruin">
          {why}
        </p>
      )}
      {url && (
        <button
          type="button"
          className="cursor-crosshair justify-self-start"
          aria-label={`Test wrap of ${name}: press the wrapped thread; by key its middle is taken`}
          onClick={(e) => {
            const image = e.currentTarget.querySelector("img")!;
            const box = image.getBoundingClientRect();
            const byKey = e.detail === 0;
            const colour = colourAt(
              image,
              byKey ? box.left + box.width / 2 : e.clientX,
              byKey ? box.top + box.height / 2 : e.clientY,
            );
            if (!colour) return setWhy("The colour there cannot be read.");
            setUrl(null);
            onKeep(colour);
          }}
        >
          <img
            src={url}
            alt=""
            className="max-h-44 rounded"
            onError={() => {
              setUrl(null);
              setWhy("That file is no picture the browser can show.");
            }}
          />
        </button>
      )}
    </div>
  );
}

/** The mean of a few pixels where the picture was pressed. */
function colourAt(image: HTMLImageElement, x: number, y: number): string | null {
  const box = image.getBoundingClientRect();
  const canvas = document.createElement("canvas");
  canvas.width = image.naturalWidth;
  canvas.height = image.naturalHeight;
  const paint = canvas.getContext("2d");
  if (!paint || !canvas.width) return null;
  paint.drawImage(image, 0, 0);
  const px = Math.floor(((x - box.left) / box.width) * canvas.width);
  const py = Math.floor(((y - box.top) / box.height) * canvas.height);
  const { data } = paint.getImageData(Math.max(px - 3, 0), Math.max(py - 3, 0), 7, 7);
  const mean = [0, 1, 2].map((c) => {
    let sum = 0;
    for (let i = c; i < data.length; i += 4) sum += data[i]!;
    return Math.round(sum / (data.length / 4));
  });
  return `#${mean.map((v) => v.toString(16).padStart(2, "0")).join("")}`;
}

/** The same thread over all open rods against the shelf. */
function Across() {
  const all = useQuery({ queryKey: ["spools"], queryFn: () => take(api.GET("/api/spools")) });
  if (!all.data?.length) return null;
  return (
    <section className="border-t border-line pt-2">
      <h2 className="mb-1">All open rods against the shelf</h2>
      <ul className="grid gap-0.5">
        {all.data.map((s) => (
          <li key={s.thread} className="flex flex-wrap gap-x-4">
            <span className="w-28">{s.thread}</span>
            <span className="fig w-24">{s.need_m.toFixed(0)} m to lay</span>
            <span className="fig w-32 text-soft">
              {s.on_hand_m === null
                ? "none on the shelf"
                : `${s.on_hand_m.toFixed(0)} m on the shelf`}
            </span>
            {s.runs_out && <span className="text-ruin">runs out on {s.runs_out}</span>}
          </li>
        ))}
      </ul>
    </section>
  );
}
