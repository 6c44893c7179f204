import { useQueryClient } from "@tanstack/react-query";
import { Dialog } from "radix-ui";
import { useState } from "react";

import { api, Refused, take } from "../api/client";
import type { ShelfItem, StockCard as Card, StockLine } from "../api/types";
import { Button } from "../ui/controls";
import { useKept } from "../ui/useKept";

const FIELDS: [
  key: keyof Card,
  label: string,
  kind: "words" | "number" | "money" | "day" | "list",
][] = [
  ["price", "Costs, apiece", "money"],
  ["currency", "In another money", "words"],
  ["seller", "Sold by", "words"],
  ["lead_days", "Days until it is here", "number"],
  ["holds", "One holds (mL or m)", "number"],
  ["reorder_at", "Buy again at", "number"],
  ["on_order", "On order", "number"],
  ["due_on", "Due on", "day"],
  ["lot", "Lot", "words"],
  ["opened_on", "Opened on", "day"],
  ["best_before", "Best before", "day"],
  ["brings", "Brings with it, by name", "list"],
];

const shown = (value: Card[keyof Card]): string =>
  Array.isArray(value) ? value.join("; ") : `${value ?? ""}`;

/** What is known of one item beside what it is, and who has spoken for it. */
export function StockCard(props: {
  item: ShelfItem;
  line: StockLine | undefined;
  onClose: () => void;
  onEdit: () => void;
}) {
  const { item, line, onClose, onEdit } = props;
  const client = useQueryClient();
  const [kept, setKept] = useKept<{ typed: Record<string, string>; stock?: string }>(
    `card.${item.id}`,
  );
  const typed = kept?.typed ?? {};
  const stock = kept?.stock ?? `${item.stock}`;
  const setTyped = (next: Record<string, string>) => setKept({ ...kept, typed: next });
  const setStock = (next: string) => setKept({ typed, stock: next });
  const [wrong, setWrong] = useState("");
  const name = item.shelved.item.name || item.shelved.kind;
  const keep = async () => {
    const card: Record<string, unknown> = { ...item.card };
    for (const [key, , kind] of FIELDS) {
      const text = typed[key];
      if (text === undefined) continue;
      const tidy = text.trim();
      if (kind === "list")
        card[key] = tidy
          .split(";")
          .map((w) => w.trim())
          .filter(Boolean);
      else if (!tidy) card[key] = kind === "words" ? "" : key === "on_order" ? 0 : null;
      else
        card[key] =
          kind === "number"
            ? Number(tidy.replace(",", "."))
            : kind === "money"
              ? tidy.replace(",", ".")
              : tidy;
    }
    const on_hand = Number(stock);
    try {
      await take(
        api.PATCH("/api/shelf/{item_id}", {
          params: { path: { item_id: item.id } },
          body: {
            was: { shelved: item.shelved, stock: item.stock, card: item.card },
            said: { shelved: item.shelved, stock: on_hand, card: card as Card },
          },
        }),
      );
      await Promise.all(
        ["shelf", "stock", "shopping"].map((k) => client.invalidateQueries({ queryKey: [k] })),
      );
      setKept(undefined);
      onClose();
    } catch (error) {
      void client.invalidateQueries({ queryKey: ["shelf"] });
      const first = error instanceof Refused ? error.problem.errors?.[0] : undefined;
      setWrong(
        first
          ? `${first.field.split(".").pop()?.replaceAll("_", " ")}: ${first.message}`
          : (error as Error).message,
      );
    }
  };
  const unit = line && line.unit !== "piece" ? ` ${line.unit}` : "";
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/50" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-1/2 left-1/2 z-50 max-h-[92vh] w-[44rem] max-w-[96vw] -translate-x-1/2 -translate-y-1/2 overflow-auto rounded border-t-8 border-tape bg-raised p-6 text-ink shadow-2xl"
        >
          <Dialog.Title className="text-figure font-bold">{name}</Dialog.Title>
          {line && (
            <p className="mt-1">
              <span className="fig text-lead font-bold">
                {line.left}
                {unit}
              </span>{" "}
              here, <span className="fig">{line.free}</span> free
              {line.short > 0 && (
                <span className="text-check">
                  , <span className="fig">{line.short}</span>
                  {unit} short
                </span>
              )}
              {line.over_used > 0 && (
                <span className="text-check">
                  ; the record used {line.over_used} more than was counted: count again
                </span>
              )}
              {line.past_best && <span className="text-check">; past its best</span>}
            </p>
          )}
          {!!line?.spoken.length && (
            <p className="text-small text-soft">
              Spoken for: {line.spoken.map((s) => `${s.rod} ${s.amount}${unit}`).join(", ")}
            </p>
          )}
          <div className="mt-4 grid grid-cols-3 gap-x-4 gap-y-3 max-[600px]:grid-cols-1">
            <label>
              <span className="label block">Counted on hand</span>
              <input
                className="field"
                inputMode="numeric"
                value={stock}
                onChange={(e) => setStock(e.target.value)}
              />
            </label>
            {FIELDS.map(([key, label, kind]) => (
              <label key={key}>
                <span className="label block">{label}</span>
                <input
                  className="field"
                  type={kind === "day" ? "date" : "text"}
                  value={typed[key] ?? shown(item.card[key])}
                  onChange={(e) => setTyped({ ...typed, [key]: e.target.value })}
                />
              </label>
            ))}
          </div>
          {wrong && (
            <p role="alert" className="mt-3 text-ruin">
              {wrong}
            </p>
          )}
          <div className="mt-5 flex gap-2">
            <Button look="tape" onClick={() => void keep()}>
              Keep
            </Button>
            <Button onClick={onEdit}>Its measures</Button>
            <Button
              look="quiet"
              onClick={() => {
                setKept(undefined);
                onClose();
              }}
            >
              Leave it as it was
            </Button>
            {kept && (
              <p role="status" className="self-center text-small text-check">
                Typed, not kept yet.
              </p>
            )}
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
