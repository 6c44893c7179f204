import type { ReactNode } from "react";

/** The one answer of a job, large, in the trade's words; why in a line; and what to do next. */
export function Answer(props: {
  children: ReactNode;
  says?: ReactNode;
  act?: ReactNode;
  tone?: "plain" | "look" | "stop" | "wait";
}) {
  const { children, says, act, tone = "plain" } = props;
  const colour = { plain: "", look: "text-check", stop: "text-ruin", wait: "text-soft" }[tone];
  return (
    <section aria-label="The answer" className="flex flex-wrap items-end gap-x-6 gap-y-2">
      <div className="min-w-0 flex-[1_1_20rem]">
        <p
          data-answer
          aria-live="polite"
          className={`text-[clamp(2.5rem,3.1vw,4rem)] leading-[1.18] font-semibold tracking-[-0.01em] ${colour}`}
        >
          {children}
        </p>
        {says && <p className="mt-1 max-w-[64ch] text-soft">{says}</p>}
      </div>
      {act && <div className="flex flex-wrap items-center gap-2 pb-1">{act}</div>}
    </section>
  );
}

/** A figure within the answer. */
export const Fig = ({ children }: { children: ReactNode }) => (
  <span className="fig whitespace-nowrap">{children}</span>
);
