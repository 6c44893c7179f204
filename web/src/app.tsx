import { lazy, Suspense, useEffect } from "react";
import { Link, Route, Switch } from "wouter";

import { STAGES } from "./api/types";
import type { StageName } from "./api/types";
import { ClockStrip } from "./bench/ClockStrip";
import { useDoor } from "./door/who";
import { Rack } from "./rack/Rack";
import { Dialogs } from "./shell/Dialogs";
import { Guard } from "./ui/Guard";
import { useSettings } from "./ui/settings";

/* The rack comes at once; every other view when it is gone to. */
const BuildView = lazy(async () => ({ default: (await import("./rod/BuildView")).BuildView }));
const BenchView = lazy(async () => ({ default: (await import("./bench/BenchView")).BenchView }));
const SheetView = lazy(async () => ({ default: (await import("./sheet/SheetView")).SheetView }));
const ShelfView = lazy(async () => ({ default: (await import("./shelf/ShelfView")).ShelfView }));
const LogbookView = lazy(async () => ({
  default: (await import("./logbook/LogbookView")).LogbookView,
}));
const BoardView = lazy(async () => ({ default: (await import("./board/BoardView")).BoardView }));
const HabitsView = lazy(async () => ({ default: (await import("./shop/HabitsView")).HabitsView }));
const PriceView = lazy(async () => ({
  default: (await import("./counter/PriceView")).PriceView,
}));
const PeopleView = lazy(async () => ({
  default: (await import("./people/PeopleView")).PeopleView,
}));
const WordsView = lazy(async () => ({ default: (await import("./words/WordsView")).WordsView }));
const KeepingView = lazy(async () => ({
  default: (await import("./door/KeepingView")).KeepingView,
}));
const DoorView = lazy(async () => ({ default: (await import("./door/DoorView")).DoorView }));
const FromOutside = lazy(async () => ({
  default: (await import("./door/FromOutside")).FromOutside,
}));
const TrainerView = lazy(async () => ({
  default: (await import("./trainer/TrainerView")).TrainerView,
}));

export function App() {
  const light = useSettings((s) => s.light);
  const asks = useDoor((d) => d.asks);
  const letIn = useDoor((d) => d.who != null && d.who.role !== "client");
  useEffect(() => {
    document.documentElement.dataset.light = light;
  }, [light]);
  if (asks && !letIn)
    return (
      <Suspense fallback={<Fetching />}>
        <FromOutside />
      </Suspense>
    );
  return (
    <div className="flex h-full flex-col">
      <ClockStrip />
      <div className="min-h-0 flex-1">
        <Views />
      </div>
    </div>
  );
}

function Views() {
  return (
    <Suspense fallback={<Fetching />}>
      <Switch>
        <Route path="/">
          <Guard what="The rack">
            <Rack />
          </Guard>
        </Route>
        <Route path="/build/:id/sheet">
          {({ id }) => (
            <Guard what="The sheets" of={id}>
              <SheetView key={id} id={id} />
            </Guard>
          )}
        </Route>
        <Route path="/build/:id/bench">
          {({ id }) => (
            <Guard what="The bench" of={id}>
              <BenchView key={id} id={id} />
            </Guard>
          )}
        </Route>
        <Route path="/board">
          <Guard what="The board">
            <BoardView />
          </Guard>
        </Route>
        <Route path="/logbook">
          <Guard what="The logbook">
            <LogbookView />
          </Guard>
        </Route>
        <Route path="/build/:id/logbook">
          {({ id }) => (
            <Guard what="The logbook" of={id}>
              <LogbookView key={id} id={id} />
            </Guard>
          )}
        </Route>
        <Route path="/habits">
          <Guard what="The habits">
            <HabitsView />
          </Guard>
        </Route>
        <Route path="/build/:id/habits">
          {({ id }) => (
            <Guard what="The habits" of={id}>
              <HabitsView key={id} id={id} />
            </Guard>
          )}
        </Route>
        <Route path="/build/:id/price">
          {({ id }) => (
            <Guard what="The price" of={id}>
              <PriceView key={id} id={id} />
            </Guard>
          )}
        </Route>
        <Route path="/people/:id?">
          {({ id }) => (
            <Guard what="The people" of={id}>
              <PeopleView id={id} />
            </Guard>
          )}
        </Route>
        <Route path="/door">
          <Guard what="The door">
            <DoorView />
          </Guard>
        </Route>
        <Route path="/kept-safe">
          <Guard what="Kept safe">
            <KeepingView />
          </Guard>
        </Route>
        <Route path="/words">
          <Guard what="The words">
            <WordsView />
          </Guard>
        </Route>
        <Route path="/trainer">
          <Guard what="The trainer">
            <TrainerView />
          </Guard>
        </Route>
        <Route path="/shelf/:kind?">
          {({ kind }) => (
            <Guard what="The shelf" of={kind}>
              <ShelfView kind={kind} />
            </Guard>
          )}
        </Route>
        <Route<{ id: string; stage?: string; job?: string }> path="/build/:id/:stage?/:job?">
          {({ id, stage, job }) =>
            stage === undefined || STAGES.includes(stage as StageName) ? (
              <Guard what="This rod" of={id}>
                <BuildView key={id} id={id} stage={(stage ?? "blank") as StageName} job={job} />
              </Guard>
            ) : (
              <Nowhere />
            )
          }
        </Route>
        <Route>
          <Nowhere />
        </Route>
      </Switch>
      <Dialogs />
    </Suspense>
  );
}

function Fetching() {
  return (
    <main className="bench h-full" aria-busy="true">
      <p className="p-8 text-soft">Clearing the bench…</p>
    </main>
  );
}

function Nowhere() {
  return (
    <main className="bench grid h-full place-items-center text-center">
      <div>
        <h1 className="text-figure font-bold">Nothing hangs here</h1>
        <p className="my-2 text-soft">That address is no rod and no stage.</p>
        <Link href="/" className="underline">
          Back to the rack
        </Link>
      </div>
    </main>
  );
}
