import {
  ArrowLeft,
  FileText,
  Hammer,
  Coins,
  NotebookText,
  Redo2,
  RotateCcw,
  Undo2,
} from "lucide-react";
import { lazy, Suspense, useEffect, useRef, useState } from "react";
import { Link, useLocation, useSearchParams } from "wouter";

import { STAGES } from "../api/types";
import type { StageName, StageStanding } from "../api/types";
import { Findings } from "../findings/Findings";
import { RodLine } from "../findings/RodLine";
import { Mat } from "../mat/Mat";
import { HeadTools } from "../shell/HeadTools";
import { JobNav } from "../stages/JobNav";
import { jobIn, JOBS_OF } from "../stages/jobs";
import { typing } from "../shell/ui";
import { Button, IconButton } from "../ui/controls";
import { Guard } from "../ui/Guard";
import { ConflictOverlay } from "./ConflictOverlay";
import { History } from "./History";
import { FirstRod } from "./FirstRod";
import { useRod } from "./store";
import { titled } from "../shell/title";

/* A stage's instrument comes when the stage is gone to. */
const STAGE_VIEWS = {
  blank: lazy(async () => ({ default: (await import("../stages/blank/BlankStage")).BlankStage })),
  spine: lazy(async () => ({ default: (await import("../stages/spine/SpineStage")).SpineStage })),
  handle: lazy(async () => ({
    default: (await import("../stages/handle/HandleStage")).HandleStage,
  })),
  guides: lazy(async () => ({
    default: (await import("../stages/guides/GuidesStage")).GuidesStage,
  })),
  wraps: lazy(async () => ({ default: (await import("../stages/wraps/WrapsStage")).WrapsStage })),
  finish: lazy(async () => ({
    default: (await import("../stages/finish/FinishStage")).FinishStage,
  })),
};

/** One rod: the mat on top, the stage's instrument below it, findings beside. */
export function BuildView({ id, stage, job }: { id: string; stage: StageName; job?: string }) {
  const open = useRod((s) => s.open);
  const build = useRod((s) => s.build);
  const plan = useRod((s) => s.plan);
  const server = useRod((s) => s.server);
  const problem = useRod((s) => s.problem);
  const notice = useRod((s) => s.notice);
  const say = useRod((s) => s.say);
  const [params, setParams] = useSearchParams();
  const [, go] = useLocation();
  const selected = params.get("at");
  const select = (what: string | null) => {
    if (what !== selected) setParams(what ? { at: what } : {}, { replace: true });
  };
  useEffect(() => void open(id), [id, open]);
  useEffect(() => {
    if (build) titled(`${build.name}, ${stage}`);
  }, [build, stage]);
  useKeys(id, stage, go);
  const heading = useHeading(stage, job);

  if (problem) {
    return (
      <main className="bench grid h-full place-items-center px-6 text-center">
        <div role="alert">
          <h1 className="mb-2 text-figure font-bold">This rod cannot be taken down</h1>
          <p className="mb-4 text-soft">{problem}</p>
          <Button onClick={() => void open(id)}>Try again</Button>{" "}
          <Link href="/" className="ml-3 underline">
            Back to the rack
          </Link>
        </div>
      </main>
    );
  }
  if (build && !plan && server?.problem) return <Unplanned id={id} says={server.problem} />;
  if (!build || !plan) {
    return (
      <main className="bench h-full" aria-busy="true">
        <div className="h-11" />
        <div className="bg-mat" style={{ height: 238 }} />
        <p className="p-8 text-soft">Laying the rod on the mat…</p>
      </main>
    );
  }
  const View = STAGE_VIEWS[stage];
  const one = jobIn(stage, job);
  return (
    <div className="bench flex h-full flex-col">
      <a
        href="#job"
        className="sr-only focus:not-sr-only focus:absolute focus:z-50 focus:bg-tape focus:p-2 focus:text-tape-ink"
      >
        To the job
      </a>
      <TopBar id={id} />
      <p className="hidden bg-raised px-3 py-1.5 text-note max-[760px]:block">
        Planning wants a wider screen; readings, sheets and the bench are good here.{" "}
        <Link href={`/build/${id}/bench`} className="underline">
          To the bench
        </Link>
      </p>
      <RodLine id={id} />
      <Mat stage={stage} job={job} selected={selected} onSelect={select} />
      <StageTabs id={id} stage={stage} job={job} selected={selected} standing={plan.standing} />
      {notice && (
        <p role="alert" className="flex items-center gap-3 bg-raised px-5 py-2 text-ruin">
          {notice}
          <Button look="quiet" onClick={() => say(null)}>
            All right
          </Button>
        </p>
      )}
      <div className="flex min-h-0 flex-1 max-[760px]:block max-[760px]:overflow-auto">
        <FirstRod id={id} stage={stage} {...(job ? { job } : {})} />
        <main
          id="job"
          key={`${stage}/${one.job}`}
          className="relative min-w-0 flex-1 overflow-auto px-6 pt-3 pb-6 max-[760px]:overflow-visible max-[760px]:px-3"
        >
          <h2 ref={heading} tabIndex={-1} className="sr-only">
            <span className="capitalize">{stage}</span>: {one.word}
          </h2>
          <Guard what={`The ${stage}`} of={`${id}/${stage}/${job ?? ""}`}>
            <Suspense fallback={<p className="py-8 text-soft">Laying it out…</p>}>
              <View selected={selected} onSelect={select} job={job} />
            </Suspense>
          </Guard>
          <StageFoot id={id} stage={stage} />
        </main>
        <Findings stage={stage} job={job} onSelect={select} />
      </div>
      <ConflictOverlay />
    </div>
  );
}

const SAVING = {
  saved: "kept",
  saving: "keeping…",
  offline: "server away: kept in this browser, sent when it answers",
  unkept: "not kept: this browser keeps nothing. Leave the window open until it is sent",
};

/** A rod that cannot be worked out still opens: what was last done can be taken back. */
function Unplanned({ id, says }: { id: string; says: string }) {
  return (
    <div className="bench flex h-full flex-col">
      <TopBar id={id} />
      <main className="grid flex-1 place-items-center px-6 text-center">
        <div role="alert">
          <h1 className="mb-2 text-figure font-bold">This rod cannot be worked out</h1>
          <p className="mb-2">
            Nothing of it is lost. Take back what was done last, or go back to an earlier revision.
          </p>
          <p className="text-soft">{says}</p>
        </div>
      </main>
      <ConflictOverlay />
    </div>
  );
}

function TopBar({ id }: { id: string }) {
  const build = useRod((s) => s.build);
  const saving = useRod((s) => s.saving);
  const canUndo = useRod((s) => s.server?.can_undo ?? false);
  const canRedo = useRod((s) => s.server?.can_redo ?? false);
  const undo = useRod((s) => s.undo);
  const redo = useRod((s) => s.redo);
  const [history, setHistory] = useState(false);
  return (
    <header className="flex min-h-11 shrink-0 flex-wrap items-center gap-x-3 px-3">
      <Link
        href="/"
        className="flex items-center gap-1.5 rounded px-2 py-1 hover:bg-current/10"
        aria-label="The rack"
      >
        <ArrowLeft size={16} aria-hidden /> <span className="text-soft">rack</span>
      </Link>
      <h1 className="truncate text-lead font-bold">{build?.name}</h1>
      <span className="fig truncate text-small text-soft">
        {[build?.number, build?.client && `for ${build.client}`].filter(Boolean).join(" · ")}
      </span>
      <span
        role="status"
        className={`ml-auto text-note ${saving === "offline" || saving === "unkept" ? "font-semibold text-ruin" : "text-soft"}`}
      >
        {SAVING[saving]}
      </span>
      <div className="flex items-center">
        <IconButton
          name="Undo (Ctrl Z)"
          disabled={!canUndo || saving !== "saved"}
          onClick={() => void undo()}
        >
          <Undo2 size={17} />
        </IconButton>
        <IconButton
          name="Redo (Ctrl Shift Z)"
          disabled={!canRedo || saving !== "saved"}
          onClick={() => void redo()}
        >
          <Redo2 size={17} />
        </IconButton>
        <IconButton name="What was changed" onClick={() => setHistory(true)}>
          <RotateCcw size={16} />
        </IconButton>
        <HeadTools />
        <Link
          href={`/build/${id}/bench`}
          className="flex min-h-8 items-center gap-1.5 rounded px-2.5 text-small hover:bg-current/10"
        >
          <Hammer size={16} aria-hidden /> <span className="max-[760px]:sr-only">Bench</span>
        </Link>
        <Link
          href={`/build/${id}/logbook`}
          className="flex min-h-8 items-center gap-1.5 rounded px-2.5 text-small hover:bg-current/10"
        >
          <NotebookText size={16} aria-hidden />{" "}
          <span className="max-[760px]:sr-only">Logbook</span>
        </Link>
        <Link
          href={`/build/${id}/price`}
          className="flex min-h-8 items-center gap-1.5 rounded px-2.5 text-small hover:bg-current/10"
        >
          <Coins size={16} aria-hidden /> <span className="max-[760px]:sr-only">Price</span>
        </Link>
        <Link
          href={`/build/${id}/sheet`}
          className="torn ml-2 flex items-center gap-1.5 px-3 py-1 text-small font-semibold"
        >
          <FileText size={15} aria-hidden />{" "}
          <span className="max-[760px]:sr-only">Build sheet</span>
        </Link>
      </div>
      <History open={history} onOpenChange={setHistory} />
    </header>
  );
}

const STATE_SAYS = { empty: "not begun", open: "to settle", ready: "ready to do", done: "done" };

/** The stages, as tape stuck along the mat's near edge, and the jobs of the one in hand beside them. */
function StageTabs({
  id,
  stage,
  job,
  selected,
  standing,
}: {
  id: string;
  stage: StageName;
  job: string | undefined;
  selected: string | null;
  standing: StageStanding[];
}) {
  return (
    <div className="shrink-0">
      <nav aria-label="Stages" className="flex gap-1 overflow-x-auto bg-mat-deep px-4 pt-0.5">
        {standing.map((s, i) => {
          const here = s.stage === stage;
          const says = s.state === "open" ? `${s.open_findings} to settle` : STATE_SAYS[s.state];
          return (
            <Link
              key={s.stage}
              href={`/build/${id}/${s.stage}`}
              aria-current={here ? "page" : undefined}
              className={`flex min-h-9 items-baseline gap-2 px-4 py-1.5 whitespace-nowrap ${
                here ? "bg-bench text-ink" : "text-mat-ink hover:bg-white/10"
              }`}
              style={here ? { boxShadow: "inset 0 5px 0 var(--tape)" } : undefined}
            >
              <span className="fig text-note opacity-80">{i + 1}</span>
              <span className="text-act font-semibold capitalize">{s.stage}</span>
              <span className="text-note opacity-85">
                {s.state === "done" ? "✓ " : ""}
                {says}
              </span>
            </Link>
          );
        })}
      </nav>
      <JobNav
        stage={stage}
        jobs={JOBS_OF[stage]}
        here={jobIn(stage, job).job}
        selected={selected}
      />
    </div>
  );
}

/** Moving on to another stage or job puts the focus on its heading; opening a rod does not. */
function useHeading(stage: StageName, job: string | undefined) {
  const heading = useRef<HTMLHeadingElement>(null);
  const was = useRef("");
  useEffect(() => {
    const now = `${stage}/${job ?? ""}`;
    const moved = was.current && was.current !== now;
    was.current = now;
    // Whoever walks along the jobs by keyboard stays on them.
    if (moved && !document.activeElement?.closest("nav")) heading.current?.focus();
  }, [stage, job]);
  return heading;
}

function StageFoot({ id, stage }: { id: string; stage: StageName }) {
  const build = useRod((s) => s.build);
  const edit = useRod((s) => s.edit);
  const next = STAGES[STAGES.indexOf(stage) + 1];
  const done = build!.done.includes(stage);
  return (
    <footer className="mt-7 flex items-center gap-3 border-t border-line pt-4">
      <label className="flex min-h-8 cursor-pointer items-center gap-2">
        <input
          type="checkbox"
          className="size-5 accent-[var(--accent)]"
          checked={done}
          onChange={() =>
            edit(done ? `reopen ${stage}` : `${stage} done`, (b) => {
              b.done = STAGES.filter((s) => (s === stage ? !done : b.done.includes(s)));
            })
          }
        />
        This stage is done at the bench
      </label>
      <Link
        href={next ? `/build/${id}/${next}` : `/build/${id}/sheet`}
        className="torn ml-auto px-4 py-1.5 font-semibold"
      >
        {next ? `On to the ${next}` : "On to the build sheet"}
      </Link>
    </footer>
  );
}

function useKeys(id: string, stage: StageName, go: (to: string) => void) {
  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      const { undo, redo } = useRod.getState();
      if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === "z" && !typing(e.target)) {
        e.preventDefault();
        void (e.shiftKey ? redo() : undo());
        return;
      }
      // Out of an empty field; one that holds something keeps it.
      if (e.key === "Escape" && e.target instanceof HTMLInputElement && !e.target.value)
        e.target.blur();
      if (e.ctrlKey || e.metaKey || e.altKey || typing(e.target)) return;
      const at = STAGES.indexOf(stage);
      const to =
        STAGES[Number(e.key) - 1] ??
        (e.key === "]" ? STAGES[at + 1] : e.key === "[" ? STAGES[at - 1] : undefined);
      if (to) go(`/build/${id}/${to}`);
      else if (e.key === "p") go(`/build/${id}/sheet`);
      else if (e.key === "r") go("/");
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [id, stage, go]);
}
