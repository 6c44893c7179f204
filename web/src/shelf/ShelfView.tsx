import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useVirtualizer } from "@tanstack/react-virtual";
import { ArrowLeft, Download, Upload, X } from "lucide-react";
import { useEffect, useRef, useState } from "react";
import { Link, useSearchParams } from "wouter";

import { api, take } from "../api/client";
import { once } from "../api/once";
import type { CsvLooked, Part, PartKind, Shelved, ShelfItem, ShelfKind } from "../api/types";
import { HeadTools } from "../shell/HeadTools";
import { newPart } from "../stages/handle/parts";
import { Button, IconButton, Pick } from "../ui/controls";
import { CsvLook } from "./CsvLook";
import { InDrawers } from "./InDrawers";
import { LightFor, useLights } from "./lights";
import { OnBoards } from "./OnBoards";
import { StockCard } from "./StockCard";
import { ToBuy } from "./ToBuy";
import { useShelf } from "./useShelf";
import { readMeasure } from "../ui/reading";
import { useSettings } from "../ui/settings";
import { inField, readQuantity } from "../ui/units";
import type { Quantity, Units } from "../ui/units";
import { THREAD_KINDS } from "../stages/wraps/words";
import { asOptions } from "../ui/options";
import {
  ADHESIVE_WORDS,
  FINISH_WORDS,
  FRESH_SHELVED,
  MATERIALS,
  PART_WORDS,
} from "../words/shapes";
import { titled } from "../shell/title";

const KIND_TABS: { kind: ShelfKind; word: string }[] = [
  { kind: "blank", word: "Blanks" },
  { kind: "part", word: "Parts" },
  { kind: "reamer", word: "Reamers" },
  { kind: "drill", word: "Drills" },
  { kind: "tape", word: "Tapes" },
  { kind: "adhesive", word: "Adhesives" },
  { kind: "finish", word: "Finishes" },
  { kind: "guide", word: "Guides" },
  { kind: "thread", word: "Thread" },
];

/** A column of the shelf: a measure in mm, a weight or warmth, a number, words, or one of a few. */
interface Column {
  key: string;
  label: string;
  kind: "words" | "mm" | "number" | "choice" | Quantity;
  options?: { value: string; label: string }[];
  optional?: boolean;
}

const COLUMNS: Record<ShelfKind, Column[]> = {
  blank: [
    { key: "name", label: "blank", kind: "words" },
    { key: "series", label: "series", kind: "words" },
    {
      key: "material",
      label: "made of",
      kind: "choice",
      options: ["carbon", "glass", "composite"].map((m) => ({ value: m, label: m })),
    },
    { key: "length_mm", label: "length", kind: "mm" },
    { key: "label_power", label: "power on it", kind: "words" },
    { key: "label_action", label: "action on it", kind: "words" },
    { key: "label_lure", label: "lure on it", kind: "words" },
    { key: "mass_g", label: "weight", kind: "weight", optional: true },
  ],
  reamer: [
    { key: "name", label: "reamer", kind: "words" },
    { key: "small_mm", label: "small end", kind: "mm" },
    { key: "large_mm", label: "large end", kind: "mm" },
    { key: "length_mm", label: "length", kind: "mm" },
  ],
  drill: [
    { key: "name", label: "drill", kind: "words" },
    { key: "diameter_mm", label: "diameter", kind: "mm" },
  ],
  tape: [
    { key: "name", label: "tape", kind: "words" },
    { key: "thickness_mm", label: "thickness", kind: "mm" },
    { key: "width_mm", label: "width", kind: "mm" },
  ],
  adhesive: [
    { key: "name", label: "adhesive", kind: "words" },
    { key: "kind", label: "kind", kind: "choice", options: asOptions(ADHESIVE_WORDS) },
    { key: "parts_a", label: "parts A", kind: "number" },
    { key: "parts_b", label: "parts B", kind: "number" },
    { key: "at_c", label: "at", kind: "warmth" },
    { key: "pot_life_min", label: "pot life, min", kind: "number" },
    { key: "set_min", label: "set, min", kind: "number" },
    { key: "handle_min", label: "handle, min", kind: "number" },
  ],
  finish: [
    { key: "name", label: "finish", kind: "words" },
    { key: "kind", label: "kind", kind: "choice", options: asOptions(FINISH_WORDS) },
    { key: "parts_a", label: "parts A", kind: "number" },
    { key: "parts_b", label: "parts B", kind: "number" },
    { key: "at_c", label: "at", kind: "warmth" },
    { key: "pot_life_min", label: "pot life, min", kind: "number" },
    { key: "rotate_min", label: "turn, min", kind: "number" },
    { key: "set_min", label: "set, min", kind: "number" },
    { key: "recoat_opens_min", label: "recoat from, min", kind: "number" },
    { key: "recoat_closes_min", label: "recoat until, min", kind: "number" },
    { key: "handle_min", label: "handle, min", kind: "number" },
  ],
  guide: [
    { key: "name", label: "guide", kind: "words" },
    { key: "ring_mm", label: "ring", kind: "mm" },
    {
      key: "feet",
      label: "feet",
      kind: "choice",
      options: [
        { value: "single", label: "one" },
        { value: "double", label: "two" },
      ],
    },
    { key: "foot_butt_mm", label: "foot toward the butt", kind: "mm" },
    { key: "foot_tip_mm", label: "foot toward the tip", kind: "mm" },
    { key: "height_mm", label: "ring height", kind: "mm" },
    { key: "mass_g", label: "weight", kind: "weight", optional: true },
  ],
  thread: [
    { key: "name", label: "thread", kind: "words" },
    {
      key: "size",
      label: "size",
      kind: "choice",
      options: ["A", "B", "D"].map((s) => ({ value: s, label: s })),
    },
    { key: "kind", label: "kind", kind: "choice", options: asOptions(THREAD_KINDS) },
    { key: "colour", label: "colour", kind: "words" },
    { key: "spool_m", label: "metres on a spool", kind: "number" },
    { key: "diameter_mm", label: "thickness", kind: "mm", optional: true },
  ],
  part: [
    { key: "name", label: "part", kind: "words" },
    {
      key: "kind",
      label: "kind",
      kind: "choice",
      options: asOptions(PART_WORDS),
    },
    {
      key: "material",
      label: "made of",
      kind: "choice",
      options: MATERIALS.map((m) => ({ value: m, label: m })),
    },
    { key: "length_mm", label: "length", kind: "mm" },
    { key: "bore", label: "bore", kind: "mm", optional: true },
    { key: "od_butt_mm", label: "outside, butt", kind: "mm" },
    { key: "od_tip_mm", label: "outside, tip", kind: "mm" },
    { key: "mass_g", label: "weight", kind: "weight", optional: true },
  ],
};

const isQuantity = (kind: Column["kind"]): kind is Quantity =>
  kind === "weight" || kind === "warmth" || kind === "volume";

/** The unit a column is written in: mm as kept, weight and warmth as this builder has them. */
const unitIn = (c: Column, units: Units): string =>
  c.kind === "mm" ? "mm" : isQuantity(c.kind) ? units[c.kind] : "";

type Values = Record<string, unknown>;
const valueOf = (shelved: Shelved, key: string): unknown => {
  if (key === "bore") {
    const part = shelved.item as Part;
    return part.seat ? part.seat.bore_mm : part.bore_butt_mm;
  }
  return (shelved.item as unknown as Values)[key];
};

/** The item with one value changed; a new kind of part brings that kind's own shape. */
function changed(shelved: Shelved, key: string, value: unknown): Shelved {
  if (shelved.kind === "part") {
    const part = shelved.item;
    if (key === "kind") {
      return { kind: "part", item: { ...newPart(value as PartKind, "shelf"), name: part.name } };
    }
    if (key === "bore") {
      const item = part.seat
        ? { ...part, seat: { ...part.seat, bore_mm: (value as number | null) ?? 0 } }
        : { ...part, bore_butt_mm: value as number | null };
      return { kind: "part", item };
    }
  }
  return { ...shelved, item: { ...shelved.item, [key]: value } } as Shelved;
}

/** Tools, tapes, adhesives and parts: typed in place, in and out as CSV, copied into builds. */
export function ShelfView({ kind: word }: { kind?: string }) {
  const kind = KIND_TABS.find((k) => k.kind === word)?.kind ?? "part";
  const buying = word === "buy";
  const shelf = useShelf();
  const units = useSettings((s) => s.units);
  const client = useQueryClient();
  const [params, setParams] = useSearchParams();
  const asList = params.has("list");
  const setAsList = (list: boolean) => setParams(list ? { list: "" } : {}, { replace: true });
  const lights = useLights(kind === "part" ? params.get("rod") : null);
  const [editing, setEditing] = useState("");
  useEffect(() => {
    if (asList && editing)
      document.querySelector<HTMLElement>(`[aria-label$=" of ${CSS.escape(editing)}"]`)?.focus();
  }, [asList, editing]);
  const [problem, setProblem] = useState<string | null>(null);
  const again = () => client.invalidateQueries({ queryKey: ["shelf"] });
  const said = (error: unknown) => setProblem((error as Error).message);
  const add = useMutation({
    mutationFn: (shelved: Shelved) =>
      once(`shelve ${shelved.kind}`, (as_id) =>
        take(api.POST("/api/shelf", { params: { query: { as_id } }, body: { shelved, stock: 1 } })),
      ),
    onSuccess: again,
    onError: said,
  });
  const off = useMutation({
    mutationFn: (id: string) =>
      take(api.DELETE("/api/shelf/{item_id}", { params: { path: { item_id: id } } })),
    onSuccess: again,
    onError: said,
  });
  const file = useRef<HTMLInputElement>(null);
  useEffect(() => {
    titled("The shelf");
  }, []);
  const [words, setWords] = useState("");
  const found = useQuery({
    queryKey: ["shelf", "found", kind, words],
    queryFn: () => take(api.GET("/api/shelf", { params: { query: { kind, words } } })),
    enabled: !!words.trim(),
    placeholderData: (before) => before,
  });
  const ofKind = (shelf.data ?? []).filter((s) => s.shelved.kind === kind);
  const items = words.trim() ? (found.data ?? []) : ofKind;
  const stock = useQuery({
    queryKey: ["stock"],
    queryFn: () => take(api.GET("/api/stock")),
    refetchOnMount: "always",
  });
  const lines = new Map((stock.data?.lines ?? []).map((l) => [l.id, l]));
  const [card, setCard] = useState<string | null>(null);
  const carded = card === null ? undefined : items.find((i) => i.id === card);
  const [looking, setLooking] = useState<{ text: string; looked: CsvLooked } | null>(null);
  const load = async (chosen: File) => {
    setProblem(null);
    try {
      const text = await chosen.text();
      const looked = await take(
        api.POST("/api/shelf/{kind}/csv/look", { params: { path: { kind } }, body: { text } }),
      );
      setLooking({ text, looked });
    } catch (error) {
      setProblem((error as Error).message);
    }
  };
  return (
    <div className="bench flex h-full flex-col">
      <header className="flex min-h-11 shrink-0 flex-wrap items-center gap-3 px-3">
        <Link href="/" className="flex items-center gap-1.5 rounded px-2 py-1 hover:bg-current/10">
          <ArrowLeft size={16} aria-hidden /> <span className="text-soft">rack</span>
        </Link>
        <h1 className="text-lead font-bold">The shelf</h1>
        <span className="text-soft">what is taken from here is copied into a build</span>
        <span className="ml-auto" />
        <HeadTools />
      </header>
      <nav
        aria-label="Kinds"
        className="flex shrink-0 gap-1 overflow-x-auto bg-mat-deep px-5 pt-0.5"
      >
        {KIND_TABS.map((t) => (
          <Link
            key={t.kind}
            href={`/shelf/${t.kind}`}
            aria-current={!buying && t.kind === kind ? "page" : undefined}
            className={`min-h-9 px-4 py-1.5 text-act font-semibold ${!buying && t.kind === kind ? "bg-bench text-ink" : "text-mat-ink hover:bg-white/10"}`}
            style={
              !buying && t.kind === kind ? { boxShadow: "inset 0 5px 0 var(--tape)" } : undefined
            }
          >
            {t.word}
          </Link>
        ))}
        <Link
          href="/shelf/buy"
          aria-current={buying ? "page" : undefined}
          className={`ml-auto min-h-9 px-4 py-1.5 text-act font-semibold ${buying ? "bg-bench text-ink" : "text-mat-ink hover:bg-white/10"}`}
          style={buying ? { boxShadow: "inset 0 5px 0 var(--tape)" } : undefined}
        >
          To buy
        </Link>
      </nav>
      {problem && (
        <p role="alert" className="flex items-center gap-3 bg-raised px-5 py-2 text-ruin">
          {problem}
          <Button look="quiet" onClick={() => setProblem(null)}>
            All right
          </Button>
        </p>
      )}
      <main
        className="relative flex-1 overflow-auto px-6 py-4"
        tabIndex={0}
        aria-label="What lies on the shelf"
      >
        {buying ? (
          <ToBuy />
        ) : (
          <>
            {shelf.isError && <p className="text-ruin">{shelf.error.message}</p>}
            {looking && (
              <CsvLook
                kind={kind}
                text={looking.text}
                looked={looking.looked}
                onClose={() => setLooking(null)}
              />
            )}
            {carded && (
              <StockCard
                key={carded.id}
                item={carded}
                line={lines.get(carded.id)}
                onClose={() => setCard(null)}
                onEdit={() => {
                  setCard(null);
                  setEditing(carded.shelved.item.name || carded.shelved.kind);
                  setAsList(true);
                }}
              />
            )}
            <div className="mb-3 flex flex-wrap items-center gap-2">
              <Button
                look="tape"
                onClick={() => {
                  setAsList(true);
                  add.mutate(structuredClone(FRESH_SHELVED[kind]));
                }}
              >
                Put one on
              </Button>
              <Button onClick={() => file.current?.click()}>
                <Upload size={14} aria-hidden /> Read a CSV
              </Button>
              <input
                ref={file}
                type="file"
                accept=".csv,text/csv"
                className="hidden"
                aria-label="CSV file"
                onChange={(e) => {
                  const chosen = e.target.files?.[0];
                  e.target.value = "";
                  if (chosen) void load(chosen);
                }}
              />
              <a
                href={`/api/shelf/${kind}/csv`}
                className="inline-flex items-center gap-1.5 rounded border border-line bg-raised px-2.5 py-1 text-small hover:border-soft"
              >
                <Download size={14} aria-hidden /> Save as CSV
              </a>
              <Button look="quiet" aria-pressed={asList} onClick={() => setAsList(!asList)}>
                {asList ? "On the boards" : "Edit as a list"}
              </Button>
              <input
                type="search"
                aria-label="Find on this board"
                placeholder="Find"
                className="field w-52"
                value={words}
                onChange={(e) => setWords(e.target.value)}
              />
              {kind === "part" && !asList && <LightFor lights={lights} />}
              <span className={asList ? "label ml-2" : "hidden"}>
                measures may be typed in inches or millimetres; they are kept in mm
              </span>
            </div>
            {items.length === 0 && shelf.isSuccess ? (
              <p className="py-6 text-soft">
                {words.trim()
                  ? `Nothing here is called “${words.trim()}”.`
                  : "Nothing of this kind on the shelf yet."}
              </p>
            ) : (
              <>
                {!asList &&
                  (kind === "drill" || kind === "reamer" ? (
                    <InDrawers items={items} onTake={setCard} />
                  ) : (
                    <OnBoards items={items} lines={lines} lit={lights.lit} onTake={setCard} />
                  ))}
                {asList && (
                  <AsList
                    items={items}
                    columns={COLUMNS[kind]}
                    units={units}
                    onTakeOff={(id) => off.mutate(id)}
                  />
                )}
              </>
            )}
          </>
        )}
      </main>
    </div>
  );
}

const ROW_PX = 44;

/** Every item as a row; of thousands only those in sight are there. */
function AsList(props: {
  items: ShelfItem[];
  columns: Column[];
  units: Units;
  onTakeOff: (id: string) => void;
}) {
  const { items, columns, units, onTakeOff } = props;
  const table = useRef<HTMLTableElement>(null);
  const rows = useVirtualizer({
    count: items.length,
    getScrollElement: () => table.current?.closest("main") ?? null,
    estimateSize: () => ROW_PX,
    overscan: 20,
    scrollMargin: table.current?.offsetTop ?? 0,
    getItemKey: (n) => items[n]!.id,
  });
  const shown = rows.getVirtualItems();
  const before = (shown[0]?.start ?? 0) - rows.options.scrollMargin;
  const after = rows.getTotalSize() - ((shown.at(-1)?.end ?? 0) - rows.options.scrollMargin);
  return (
    <table ref={table} className="w-full" aria-rowcount={items.length + 1}>
      <thead>
        <tr className="label border-b border-line text-left [&_th]:pr-2 [&_th]:font-normal">
          {columns.map((c) => (
            <th key={c.key}>{[c.label, unitIn(c, units)].filter(Boolean).join(", ")}</th>
          ))}
          <th>on hand</th>
          <th>
            <span className="sr-only">take off</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {before > 0 && (
          <tr aria-hidden style={{ height: before }}>
            <td />
          </tr>
        )}
        {shown.map((v) => (
          <Row
            key={v.key}
            item={items[v.index]!}
            columns={columns}
            onTakeOff={() => onTakeOff(items[v.index]!.id)}
          />
        ))}
        {after > 0 && (
          <tr aria-hidden style={{ height: after }}>
            <td />
          </tr>
        )}
      </tbody>
    </table>
  );
}

function Row({
  item,
  columns,
  onTakeOff,
}: {
  item: ShelfItem;
  columns: Column[];
  onTakeOff: () => void;
}) {
  const client = useQueryClient();
  const name = item.shelved.item.name || item.shelved.kind;
  const save = async (shelved: Shelved, stock: number) => {
    const sent = take(
      api.PATCH("/api/shelf/{item_id}", {
        params: { path: { item_id: item.id } },
        body: { was: { shelved: item.shelved, stock: item.stock }, said: { shelved, stock } },
      }),
    );
    sent.catch(() => client.invalidateQueries({ queryKey: ["shelf"] }));
    const fresh = await sent;
    client.setQueryData<ShelfItem[]>(["shelf"], (all) =>
      (all ?? []).map((s) => (s.id === fresh.id ? fresh : s)),
    );
  };
  return (
    <tr className="border-b border-line/60 align-top">
      {columns.map((c) => (
        <td key={c.key} className="py-1 pr-2">
          {c.kind === "choice" ? (
            <Pick
              label={`${c.label} of ${name}`}
              hideLabel
              value={String(valueOf(item.shelved, c.key))}
              options={c.options!}
              onChange={(v) => void save(changed(item.shelved, c.key, v), item.stock)}
            />
          ) : (
            <Cell
              label={`${c.label} of ${name}`}
              column={c}
              value={valueOf(item.shelved, c.key)}
              onKeep={(v) => save(changed(item.shelved, c.key, v), item.stock)}
            />
          )}
        </td>
      ))}
      <td className="w-20 py-1 pr-2">
        <Cell
          label={`How many of ${name}`}
          column={{ key: "stock", label: "on hand", kind: "number" }}
          value={item.stock}
          onKeep={(v) => save(item.shelved, v as number)}
        />
      </td>
      <td className="w-9 py-1">
        <IconButton name={`Take ${name} off the shelf`} onClick={onTakeOff}>
          <X size={14} />
        </IconButton>
      </td>
    </tr>
  );
}

/** One value of the shelf; what cannot be kept stays in the field with the reason under it. */
function Cell({
  label,
  column,
  value,
  onKeep,
}: {
  label: string;
  column: Column;
  value: unknown;
  onKeep: (v: unknown) => Promise<void>;
}) {
  const units = useSettings((s) => s.units);
  const shown =
    value === null || value === undefined
      ? ""
      : isQuantity(column.kind)
        ? inField(value as number, column.kind, units)
        : typeof value === "number"
          ? `${Number(value.toFixed(3))}`
          : String(value);
  const [text, setText] = useState<string | null>(null);
  const [why, setWhy] = useState("");
  const finish = async () => {
    if (text === null || (text === shown && !why)) {
      setText(null);
      return;
    }
    try {
      const typed = text.trim();
      let next: unknown = typed;
      if (column.kind !== "words") {
        if (!typed && column.optional) next = null;
        else if (!typed) throw new Error("This cannot be left empty.");
        else if (column.kind === "mm") next = readMeasure(typed, "mm", "diameter");
        else if (isQuantity(column.kind)) next = readQuantity(typed, column.kind, units);
        else {
          next = Number(typed.replace(",", "."));
          if (!Number.isFinite(next as number)) throw new Error(`“${typed}” is not a number.`);
        }
      }
      await onKeep(next);
      setText(null);
      setWhy("");
    } catch (error) {
      setWhy((error as Error).message);
    }
  };
  return (
    <>
      <input
        className="field"
        aria-label={label}
        value={text ?? shown}
        autoComplete="off"
        aria-invalid={why ? true : undefined}
        onFocus={(e) => e.target.select()}
        onChange={(e) => setText(e.target.value)}
        onBlur={() => void finish()}
        onKeyDown={(e) => {
          if (e.key === "Enter") e.currentTarget.blur();
          if (e.key === "Escape") {
            setText(null);
            setWhy("");
          }
        }}
      />
      {why && (
        <p
          role="alert"
          className={`mt-0.5 text-note text-ruin ${column.key === "stock" ? "-ml-[19rem] w-[23rem] text-right" : ""}`}
        >
          {why}
        </p>
      )}
    </>
  );
}
