import { useQuery } from "@tanstack/react-query";

import { api, take } from "../api/client";
import { Button, Overlay } from "../ui/controls";
import { useRod } from "./store";

/** Every revision, newest first; any of them can be made the one that counts. */
export function History({
  open,
  onOpenChange,
}: {
  open: boolean;
  onOpenChange: (o: boolean) => void;
}) {
  const id = useRod((s) => s.id);
  const server = useRod((s) => s.server);
  const backTo = useRod((s) => s.backTo);
  const path = { build_id: id ?? "" };
  const list = useQuery({
    queryKey: ["history", id, server?.version],
    queryFn: () => take(api.GET("/api/builds/{build_id}/revisions", { params: { path } })),
    enabled: open && id !== null,
  });
  const goBack = async (number: number) => {
    await backTo(number);
    onOpenChange(false);
  };
  return (
    <Overlay
      open={open}
      onOpenChange={onOpenChange}
      title="What was changed"
      says="Nothing is ever thrown away."
    >
      {list.isError && <p role="alert">{list.error.message}</p>}
      <ol className="divide-y divide-line">
        {(list.data ?? []).map((r) => (
          <li key={r.number} className="flex items-center gap-3 py-1.5">
            <span className="fig w-8 text-soft">{r.number}</span>
            <span className="min-w-0 flex-1 truncate">
              {r.what}
              {r.kept_aside && <span className="text-soft"> (kept aside)</span>}
            </span>
            <span className="fig text-note text-soft">
              {new Date(r.made_at).toLocaleString("en-GB", {
                dateStyle: "short",
                timeStyle: "short",
              })}
            </span>
            {r.number === server?.revision ? (
              <span className="w-20 text-center text-note">counts now</span>
            ) : (
              <Button className="w-20 justify-center" onClick={() => void goBack(r.number)}>
                Go back
              </Button>
            )}
          </li>
        ))}
      </ol>
    </Overlay>
  );
}
