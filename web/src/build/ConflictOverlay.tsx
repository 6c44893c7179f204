import { Button, Overlay } from "../ui/controls";
import { useBuild } from "./store";

/** An edit met a newer version: both are kept; the builder says which counts now. */
export function ConflictOverlay() {
  const { conflict, settle } = useBuild();
  return (
    <Overlay
      open={conflict !== null}
      onOpenChange={(open) => !open && settle("theirs")}
      title="This rod was changed in another window"
      says={`Both versions are kept. Yours (${conflict?.what ?? ""}) is revision ${conflict?.keptAs ?? ""}.`}
    >
      {conflict && conflict.changed.length > 0 && (
        <p className="mb-4">Changed elsewhere: {conflict.changed.slice(0, 6).join(", ")}.</p>
      )}
      <div className="flex justify-end gap-2">
        <Button onClick={() => settle("mine")}>Let mine count</Button>
        <Button look="tape" className="px-4" onClick={() => settle("theirs")}>
          Go on from the other
        </Button>
      </div>
    </Overlay>
  );
}
