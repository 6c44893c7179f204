import { useQueryClient } from "@tanstack/react-query";
import { Dialog } from "radix-ui";
import { useState } from "react";

import { api, Refused, take } from "../api/client";
import type { CsvColumn, CsvLooked, ShelfKind } from "../api/types";
import { Button, Pick } from "../ui/controls";

const UNITS: Record<string, string[]> = { mm: ["mm", "cm", "in"], g: ["g", "oz"] };
const unitsOf = (field: string) => UNITS[field.split("_").pop() ?? ""] ?? [];
const said = (field: string) =>
  field.replace(/_(mm|g|min|c|m|64ths)$/, "").replaceAll(/[_.]/g, " ");

/** A file before anything of it is taken: what each column is, how the first rows read, what is wrong. */
export function CsvLook(props: {
  kind: ShelfKind;
  text: string;
  looked: CsvLooked;
  onClose: () => void;
}) {
  const { kind, text, onClose } = props;
  const client = useQueryClient();
  const [looked, setLooked] = useState(props.looked);
  const [wrong, setWrong] = useState("");
  const again = async (taken_for: Record<string, CsvColumn>) => {
    setLooked({ ...looked, taken_for });
    try {
      setLooked(
        await take(
          api.POST("/api/shelf/{kind}/csv/look", {
            params: { path: { kind } },
            body: { text, taken_for },
          }),
        ),
      );
      setWrong("");
    } catch (error) {
      setWrong((error as Error).message);
    }
  };
  const put = async () => {
    try {
      await take(
        api.POST("/api/shelf/{kind}/csv", {
          params: { path: { kind } },
          body: { text, taken_for: looked.taken_for },
        }),
      );
      await client.invalidateQueries({ queryKey: ["shelf"] });
      await client.invalidateQueries({ queryKey: ["stock"] });
      onClose();
    } catch (error) {
      const more = error instanceof Refused ? (error.problem.errors ?? []).length - 1 : 0;
      setWrong(`${(error as Error).message}${more > 0 ? ` ${more} more of the kind.` : ""}`);
    }
  };
  const left = looked.columns.filter((c) => !looked.taken_for[c]?.field);
  const shown = [...new Set(Object.values(looked.taken_for).map((c) => c.field))].filter(Boolean);
  return (
    <Dialog.Root open onOpenChange={(open) => !open && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/50" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed top-1/2 left-1/2 z-50 flex max-h-[92vh] w-[62rem] max-w-[96vw] -translate-x-1/2 -translate-y-1/2 flex-col rounded border-t-8 border-tape bg-raised p-6 text-ink shadow-2xl"
        >
          <Dialog.Title className="text-figure font-bold">
            {looked.rows === 1 ? "One row can be read" : `${looked.rows} rows can be read`}
          </Dialog.Title>
          <p className="text-soft">
            Say what each column is. Nothing is put on the shelf before you say so
            {left.length > 0 &&
              `; left out: ${left.slice(0, 6).join(", ")}${left.length > 6 ? ` and ${left.length - 6} more` : ""}`}
            .
          </p>
          <div className="mt-3 min-h-0 flex-1 overflow-auto" role="group" aria-label="The file">
            <div className="flex flex-wrap gap-3">
              {looked.columns.map((heading) => {
                const column = looked.taken_for[heading] ?? { field: "", unit: "" };
                const units = unitsOf(column.field);
                return (
                  <div key={heading} className="min-w-36 border-l-4 border-line pl-2">
                    <Pick
                      label={heading}
                      value={column.field || "left out"}
                      options={[
                        { value: "left out", label: "leave it out" },
                        ...looked.fields.map((f) => ({ value: f, label: said(f) })),
                      ]}
                      onChange={(v) =>
                        void again({
                          ...looked.taken_for,
                          [heading]: { field: v === "left out" ? "" : v, unit: "" },
                        })
                      }
                    />
                    {units.length > 0 && (
                      <Pick
                        label={`${heading} is in`}
                        hideLabel
                        value={column.unit || units[0]!}
                        options={units.map((u) => ({ value: u, label: u }))}
                        onChange={(u) =>
                          void again({ ...looked.taken_for, [heading]: { ...column, unit: u } })
                        }
                      />
                    )}
                  </div>
                );
              })}
            </div>
            {looked.first.length > 0 && (
              <table className="mt-4 w-full text-small">
                <caption className="label text-left">
                  the first of them, as they would lie there
                </caption>
                <thead>
                  <tr className="border-b border-line text-left">
                    {shown.map((f) => (
                      <th key={f} className="pr-3 font-normal text-soft">
                        {said(f)}
                      </th>
                    ))}
                  </tr>
                </thead>
                <tbody>
                  {looked.first.map((row, n) => (
                    <tr key={n} className="border-b border-line/60">
                      {shown.map((f) => (
                        <td key={f} className="fig max-w-52 truncate py-1 pr-3">
                          {row[f] ?? ""}
                        </td>
                      ))}
                    </tr>
                  ))}
                </tbody>
              </table>
            )}
            {looked.problems.length > 0 && (
              <ul aria-label="What cannot be read" className="mt-3 text-small text-check">
                {looked.problems.slice(0, 8).map(({ row, column, what }) => (
                  <li key={`${row}${column}`}>
                    Row {row}, {column}: {what}
                  </li>
                ))}
              </ul>
            )}
          </div>
          {wrong && (
            <p role="alert" className="mt-2 text-ruin">
              {wrong}
            </p>
          )}
          <div className="mt-4 flex gap-2">
            <Button
              look="tape"
              disabled={!looked.rows || looked.problems.length > 0}
              onClick={() => void put()}
            >
              Put {looked.rows} on the shelf
            </Button>
            <Button look="quiet" onClick={onClose}>
              Leave it
            </Button>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
