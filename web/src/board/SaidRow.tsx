import { X } from "lucide-react";
import type { ReactNode } from "react";

import { IconButton } from "../ui/controls";

/** Something said of the shop's time, and taking it back. */
export function SaidRow(props: { children: ReactNode; back: string; onBack: () => void }) {
  return (
    <div className="flex items-center gap-2 text-note">
      {props.children}
      <IconButton name={props.back} className="ml-auto" onClick={props.onBack}>
        <X size={14} />
      </IconButton>
    </div>
  );
}
