import { Popover } from "radix-ui";
import { useState } from "react";
import { Link } from "wouter";

import { Button } from "../ui/controls";

interface Offer<T> {
  item: T;
  name: string;
  says: string;
}

/** Take one thing off the shelf: a copy goes into the build. */
export function FromShelf<T>({
  label,
  offers,
  onTake,
  disabled,
  boards = "/shelf",
}: {
  label: string;
  offers: Offer<T>[];
  onTake: (item: T) => void;
  disabled?: boolean;
  /** Where the shelf opens at. */
  boards?: string;
}) {
  const [open, setOpen] = useState(false);
  return (
    <Popover.Root open={open} onOpenChange={setOpen}>
      <Popover.Trigger asChild>
        <Button disabled={disabled}>{label}</Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          sideOffset={6}
          collisionPadding={8}
          aria-label={label}
          className="z-50 max-h-80 w-80 overflow-auto rounded border border-line bg-raised p-1 text-ink shadow-xl"
        >
          {offers.map((o, n) => (
            <button
              key={n}
              type="button"
              className="flex w-full items-baseline justify-between gap-3 rounded px-2.5 py-1.5 text-left hover:bg-tape hover:text-tape-ink focus-visible:bg-tape focus-visible:text-tape-ink"
              onClick={() => {
                onTake(o.item);
                setOpen(false);
              }}
            >
              <span>{o.name}</span>
              <span className="fig text-small opacity-80">{o.says}</span>
            </button>
          ))}
          {!offers.length && <p className="px-2.5 py-2 text-soft">None on the shelf.</p>}
          <Link href={boards} className="label block px-2.5 py-1.5 underline">
            Open the shelf
          </Link>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
