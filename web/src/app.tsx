import { useEffect } from "react";
import { Link, Route, Switch } from "wouter";

import { STAGES } from "./api/types";
import type { StageName } from "./api/types";
import { BuildView } from "./rod/BuildView";
import { NewBuild } from "./rack/NewBuild";
import { Rack } from "./rack/Rack";
import { SheetView } from "./sheet/SheetView";
import { ShelfView } from "./shelf/ShelfView";
import { Palette } from "./shell/Palette";
import { Shortcuts } from "./shell/Shortcuts";
import { TrainerView } from "./trainer/TrainerView";
import { useSettings } from "./ui/settings";

export function App() {
  const light = useSettings((s) => s.light);
  useEffect(() => {
    document.documentElement.dataset.light = light;
  }, [light]);
  return (
    <>
      <Switch>
        <Route path="/">
          <Rack />
        </Route>
        <Route path="/build/:id/sheet">{({ id }) => <SheetView key={id} id={id} />}</Route>
        <Route path="/trainer">
          <TrainerView />
        </Route>
        <Route path="/shelf/:kind?">{({ kind }) => <ShelfView kind={kind} />}</Route>
        <Route<{ id: string; stage?: string; job?: string }> path="/build/:id/:stage?/:job?">
          {({ id, stage, job }) =>
            stage === undefined || STAGES.includes(stage as StageName) ? (
              <BuildView key={id} id={id} stage={(stage ?? "blank") as StageName} job={job} />
            ) : (
              <Nowhere />
            )
          }
        </Route>
        <Route>
          <Nowhere />
        </Route>
      </Switch>
      <Palette />
      <Shortcuts />
      <NewBuild />
    </>
  );
}

function Nowhere() {
  return (
    <main className="bench grid h-full place-items-center text-center">
      <div>
        <h1 className="text-2xl font-bold">Nothing hangs here</h1>
        <p className="my-2 text-soft">That address is no rod and no stage.</p>
        <Link href="/" className="underline">
          Back to the rack
        </Link>
      </div>
    </main>
  );
}
