import {
  Dialog as RadixDialog,
  Popover as RadixPopover,
  Select as RadixSelect,
  ToggleGroup,
  Tooltip,
} from "radix-ui";
import { useState } from "react";
import type { ComponentProps, ReactNode } from "react";
import { ChevronDown } from "lucide-react";

import { Spoken } from "../words/Spoken";

type Look = "plain" | "tape" | "quiet" | "mat";
const LOOKS: Record<Look, string> = {
  plain: "border border-line bg-raised text-ink hover:border-soft",
  tape: "torn font-semibold hover:brightness-105",
  quiet: "text-soft hover:text-ink",
  mat: "text-mat-ink hover:bg-white/10",
};

export function Button({
  look = "plain",
  className = "",
  ...rest
}: ComponentProps<"button"> & { look?: Look }) {
  return (
    <button
      type="button"
      className={`inline-flex min-h-8 items-center gap-1.5 rounded px-2.5 py-1 text-small ${LOOKS[look]} ${className}`}
      {...rest}
    />
  );
}

/** An icon with a name, shown on hover and read aloud. */
export function IconButton({
  name,
  children,
  className = "",
  ...rest
}: ComponentProps<"button"> & { name: string }) {
  return (
    <Hint text={name}>
      <button
        type="button"
        aria-label={name}
        className={`inline-grid size-8 shrink-0 place-items-center rounded hover:bg-current/10 ${className}`}
        {...rest}
      >
        {children}
      </button>
    </Hint>
  );
}

export function Hint({ text, children }: { text: ReactNode; children: ReactNode }) {
  const [open, setOpen] = useState(false);
  // A finger does not hover: a tap opens it, the next tap anywhere closes it.
  const tapped = () => setTimeout(() => setOpen(true), 0);
  return (
    <Tooltip.Root open={open} onOpenChange={setOpen}>
      <Tooltip.Trigger asChild onTouchEnd={tapped}>
        {children}
      </Tooltip.Trigger>
      <Tooltip.Portal>
        <Tooltip.Content
          sideOffset={6}
          collisionPadding={8}
          className="z-50 max-w-72 rounded bg-tape px-2.5 py-1.5 text-note text-tape-ink shadow-lg"
        >
          {text}
        </Tooltip.Content>
      </Tooltip.Portal>
    </Tooltip.Root>
  );
}

interface ChoiceProps<T extends string> {
  label: string;
  value: T;
  options: { value: T; label: string; says?: string }[];
  onChange: (value: T) => void;
  hideLabel?: boolean;
}

/** A few options side by side; exactly one is taken. */
export function Choice<T extends string>({
  label,
  value,
  options,
  onChange,
  hideLabel,
}: ChoiceProps<T>) {
  return (
    <div>
      {!hideLabel && (
        <div className="label">
          <Spoken text={label} />
        </div>
      )}
      <ToggleGroup.Root
        type="single"
        value={value}
        aria-label={label}
        onValueChange={(v) => v && onChange(v as T)}
        className="inline-flex flex-wrap overflow-hidden rounded border border-line bg-field"
      >
        {options.map((o) => (
          <ToggleGroup.Item
            key={o.value}
            value={o.value}
            title={o.says}
            className="min-h-8 border-r border-line px-2.5 py-1 text-small text-soft last:border-r-0 hover:text-ink data-[state=on]:bg-tape data-[state=on]:font-semibold data-[state=on]:text-tape-ink"
          >
            {o.label}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
    </div>
  );
}

interface PickProps<T extends string> {
  label: string;
  value: T;
  options: { value: T; label: string }[];
  onChange: (value: T) => void;
  hideLabel?: boolean;
  className?: string;
}

/** One of many. */
export function Pick<T extends string>(props: PickProps<T>) {
  const { label, value, options, onChange, hideLabel, className = "" } = props;
  return (
    <div className={className}>
      {!hideLabel && (
        <div className="label">
          <Spoken text={label} />
        </div>
      )}
      <RadixSelect.Root value={value} onValueChange={(v) => onChange(v as T)}>
        <RadixSelect.Trigger
          aria-label={label}
          className="field inline-flex items-center justify-between gap-2 text-left whitespace-nowrap"
        >
          <RadixSelect.Value />
          <ChevronDown size={14} aria-hidden />
        </RadixSelect.Trigger>
        <RadixSelect.Portal>
          <RadixSelect.Content
            position="popper"
            sideOffset={4}
            className="z-50 max-h-80 overflow-auto rounded border border-line bg-raised text-ink shadow-xl"
          >
            <RadixSelect.Viewport>
              {options.map((o) => (
                <RadixSelect.Item
                  key={o.value}
                  value={o.value}
                  className="fig cursor-pointer px-3 py-1.5 text-body outline-none data-[highlighted]:bg-tape data-[highlighted]:text-tape-ink"
                >
                  <RadixSelect.ItemText>{o.label}</RadixSelect.ItemText>
                </RadixSelect.Item>
              ))}
            </RadixSelect.Viewport>
          </RadixSelect.Content>
        </RadixSelect.Portal>
      </RadixSelect.Root>
    </div>
  );
}

interface PulldownProps {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  says: string;
  align: "start" | "end";
  wide: string;
  trigger: ReactNode;
  children: ReactNode;
}

/** What hangs down from a word that is pressed. */
export function Pulldown(props: PulldownProps) {
  return (
    <RadixPopover.Root open={props.open} onOpenChange={props.onOpenChange}>
      {props.trigger}
      <RadixPopover.Portal>
        <RadixPopover.Content
          align={props.align}
          sideOffset={4}
          collisionPadding={12}
          aria-label={props.says}
          className={`z-40 max-h-[70vh] ${props.wide} max-w-[94vw] overflow-auto rounded border border-line border-t-4 border-t-tape bg-raised px-4 py-2 text-ink shadow-2xl`}
        >
          {props.children}
        </RadixPopover.Content>
      </RadixPopover.Portal>
    </RadixPopover.Root>
  );
}

interface SheetProps {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  title: string;
  says?: string;
  wide?: boolean;
  children: ReactNode;
}

/** Something laid over the bench until it is settled. */
export function Overlay({ open, onOpenChange, title, says, wide, children }: SheetProps) {
  return (
    <RadixDialog.Root open={open} onOpenChange={onOpenChange}>
      <RadixDialog.Portal>
        <RadixDialog.Overlay className="fixed inset-0 z-40 bg-black/60" />
        <RadixDialog.Content
          className={`fixed top-[12vh] left-1/2 z-40 max-h-[76vh] ${wide ? "w-[46rem]" : "w-[30rem]"} max-w-[94vw] -translate-x-1/2 overflow-auto rounded border-t-8 border-tape bg-raised p-5 text-ink shadow-2xl`}
        >
          <RadixDialog.Title className="text-lead font-bold">{title}</RadixDialog.Title>
          <RadixDialog.Description className={says ? "mt-1 mb-3 text-soft" : "sr-only"}>
            {says ?? title}
          </RadixDialog.Description>
          {children}
        </RadixDialog.Content>
      </RadixDialog.Portal>
    </RadixDialog.Root>
  );
}
