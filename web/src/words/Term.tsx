import { Popover } from "radix-ui";
import { useId, useState } from "react";
import type { ReactNode } from "react";

import { Anatomy } from "./Anatomy";
import { DRAWN } from "./Drawn";
import type { Meaning } from "./trade";

interface TermProps {
  says: string;
  /** The word of the trade it is, where there is a drawing of it. */
  of?: Meaning;
  /** In a field's label: no stop of its own for Tab, F1 in the field opens it. */
  inLabel?: boolean;
  /** Opened from outside, by F1 in the field. */
  asked?: boolean;
  onAsked?: (asked: boolean) => void;
  children: ReactNode;
}

/** A word that explains itself by hover, by focus and by tap, with a drawing where it helps. */
export function Term({ says, of, inLabel, asked, onAsked, children }: TermProps) {
  const [held, setHeld] = useState(false);
  const id = useId();
  const open = held || (asked ?? false);
  const show = (now: boolean) => {
    setHeld(now);
    if (!now) onAsked?.(false);
  };
  const Drawing = of && DRAWN[of.word];
  return (
    <Popover.Root open={open} onOpenChange={show}>
      <Popover.Anchor asChild>
        <button
          type="button"
          tabIndex={inLabel ? -1 : undefined}
          aria-describedby={open ? id : undefined}
          className="cursor-help border-b border-dotted border-soft text-left"
          onPointerEnter={(e) => e.pointerType === "mouse" && show(true)}
          onPointerLeave={(e) => e.pointerType === "mouse" && show(false)}
          onFocus={(e) => e.currentTarget.matches(":focus-visible") && show(true)}
          onBlur={() => show(false)}
          onClick={(e) => {
            e.preventDefault();
            show(true);
          }}
        >
          {children}
        </button>
      </Popover.Anchor>
      <Popover.Portal>
        <Popover.Content
          id={id}
          role="tooltip"
          side="top"
          sideOffset={6}
          collisionPadding={8}
          onEscapeKeyDown={(e) => asked && e.preventDefault()}
          onOpenAutoFocus={(e) => e.preventDefault()}
          onCloseAutoFocus={(e) => e.preventDefault()}
          className="pointer-events-none z-50 w-72 overflow-hidden rounded bg-tape text-note text-tape-ink shadow-lg"
        >
          {Drawing ? <Drawing /> : of?.shown && <Anatomy shown={of.shown} />}
          <p className="px-2.5 py-1.5">{says}</p>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
