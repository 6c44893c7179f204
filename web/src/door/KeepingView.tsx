import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Download } from "lucide-react";
import { useEffect, useState } from "react";

import { api, Refused, saidAgainst, take } from "../api/client";
import type { KeptSafe } from "../api/types";
import { PageHead } from "../shell/PageHead";
import { Answer } from "../stages/Answer";
import { Button } from "../ui/controls";
import { anew } from "./anew";
import { ago } from "./moments";
import { titled } from "../shell/title";

const megabytes = (bytes: number) => `${(bytes / 1e6).toFixed(bytes < 1e6 ? 2 : 1)} MB`;
const rods = (n: number | null) =>
  n === null ? "nobody noted what is in it" : n === 1 ? "1 rod" : `${n} rods`;
const A_DAY_MS = 36 * 3_600_000;

/** Backups: how safe the shop is now, where they go, and putting one back. */
export function KeepingView() {
  useEffect(() => {
    titled("Kept safe");
  }, []);
  const client = useQueryClient();
  const kept = useQuery({ queryKey: ["keeping"], queryFn: () => take(api.GET("/api/keeping")) });
  const [busy, setBusy] = useState("");
  const [problem, setProblem] = useState("");
  const [said, setSaid] = useState("");
  const act = async (what: string, doing: () => Promise<KeptSafe>, then = "") => {
    setBusy(what);
    setProblem("");
    setSaid("");
    anew.mine = what === "back" || what === "aside";
    try {
      const now = await doing();
      if (anew.mine) {
        anew.past = now.past;
        client.clear();
      }
      client.setQueryData(["keeping"], now);
      setSaid(then);
    } catch (error) {
      setProblem(saidAgainst(error));
    }
    anew.mine = false;
    setBusy("");
  };
  return (
    <div className="bench flex h-full flex-col">
      <PageHead title="Kept safe" />
      <main className="flex-1 overflow-auto px-6 py-5" tabIndex={0} aria-label="Kept safe">
        {kept.isError && <p className="text-ruin">{kept.error.message}</p>}
        {kept.data && (
          <>
            <HowSafe
              kept={kept.data}
              busy={busy}
              onMake={() =>
                void act("make", () => take(api.POST("/api/keeping/backups")), "Backed up.")
              }
            />
            {problem && (
              <p role="alert" className="mt-3 text-ruin">
                {problem}
              </p>
            )}
            <p role="status" className="mt-2 min-h-6 text-good">
              {said}
            </p>
            <div className="mt-3 grid grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)] gap-10 max-[1000px]:grid-cols-1">
              <Backups kept={kept.data} busy={busy} act={act} />
              <div className="grid content-start gap-8">
                <Where key={kept.data.folder} kept={kept.data} onKept={() => void kept.refetch()} />
                <Aside kept={kept.data} busy={busy} act={act} />
                <section aria-labelledby="open-files">
                  <h2 id="open-files" className="text-lead font-bold">
                    Without Wise Spool
                  </h2>
                  <p className="mt-1">
                    <a
                      href="/api/keeping/everything.zip"
                      className="inline-flex min-h-8 items-center gap-1.5 underline"
                    >
                      <Download size={15} aria-hidden /> Everything as open files
                    </a>
                  </p>
                  <p className="label">
                    rods as JSON with their pictures and sheets, the shelf as CSV, papers as PDF,
                    the schedule as a calendar. People’s names are in it. Packing takes about a
                    second a rod.
                  </p>
                </section>
              </div>
            </div>
          </>
        )}
      </main>
    </div>
  );
}

function HowSafe(props: { kept: KeptSafe; busy: string; onMake: () => void }) {
  const { kept, busy, onMake } = props;
  const last = kept.backups[0];
  const old = last && Date.now() - Date.parse(last.made_at) > A_DAY_MS;
  const drill = kept.drill
    ? `${kept.drill.whole ? "Tried" : "Tried in vain"} ${ago(kept.drill.at)}: ${kept.drill.words}`
    : "No backup was ever tried by restoring it aside.";
  const says = kept.trouble ? `The last one could not be made: ${kept.trouble}` : drill;
  return (
    <Answer
      tone={kept.trouble || kept.drill?.whole === false ? "stop" : !last || old ? "look" : "plain"}
      says={says}
      act={
        <Button look="tape" className="px-4" disabled={!!busy} onClick={onMake}>
          {busy === "make" ? "Backing up…" : "Back up now"}
        </Button>
      }
    >
      {last ? `Backed up ${ago(last.made_at)}` : "There is no backup yet"}
    </Answer>
  );
}

type Act = (what: string, doing: () => Promise<KeptSafe>, then?: string) => Promise<void>;

function Backups({ kept, busy, act }: { kept: KeptSafe; busy: string; act: Act }) {
  const [asked, setAsked] = useState("");
  return (
    <section aria-labelledby="backups">
      <div className="flex items-baseline gap-4">
        <h2 id="backups" className="text-lead font-bold">
          Backups
        </h2>
        {kept.backups.length > 0 && (
          <Button
            look="quiet"
            disabled={!!busy}
            onClick={() =>
              void act("drill", () => take(api.POST("/api/keeping/drill")), "The newest was tried.")
            }
          >
            {busy === "drill" ? "Trying it…" : "Try the newest aside"}
          </Button>
        )}
      </div>
      {kept.backups.length === 0 && (
        <p className="text-soft">
          One is made every day the shop is open, and whenever you say so.
        </p>
      )}
      <ul className="divide-y divide-line">
        {kept.backups.map((b) => (
          <li key={b.file} className="py-2">
            <div className="flex flex-wrap items-center gap-x-4">
              <span className="flex-1">
                <span className="font-semibold">{ago(b.made_at)}</span>{" "}
                <span className="fig text-soft">
                  {new Date(b.made_at).toLocaleString("en-GB", {
                    dateStyle: "medium",
                    timeStyle: "short",
                  })}
                </span>
                <span className="fig block text-small text-soft">
                  {rods(b.rods)}
                  {b.things !== null && `, ${b.things} things on the shelf`}, {megabytes(b.size)}
                </span>
              </span>
              <Button
                aria-label={`Put back… ${b.file}`}
                disabled={!!busy}
                onClick={() => setAsked(asked === b.file ? "" : b.file)}
              >
                Put back…
              </Button>
            </div>
            {asked === b.file && (
              <div role="alert" className="mt-2 border-l-4 border-tape bg-raised px-4 py-3">
                <p>
                  The shop as it stands now is put aside, and this one takes its place, in every
                  window. Whoever came in from the network signs in anew.
                </p>
                <div className="mt-2 flex gap-2">
                  <Button
                    look="tape"
                    disabled={!!busy}
                    onClick={() =>
                      void act(
                        "back",
                        () =>
                          take(
                            api.POST("/api/keeping/backups/{file}/put-back", {
                              params: { path: { file: b.file } },
                            }),
                          ),
                        "It is the shop now. What was there is under “Put aside”.",
                      ).then(() => setAsked(""))
                    }
                  >
                    {busy === "back" ? "Putting it back…" : "Put it in the shop’s place"}
                  </Button>
                  <Button look="quiet" onClick={() => setAsked("")}>
                    Leave it
                  </Button>
                </div>
              </div>
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

function Aside({ kept, busy, act }: { kept: KeptSafe; busy: string; act: Act }) {
  if (!kept.put_aside.length) return null;
  return (
    <section aria-labelledby="aside">
      <h2 id="aside" className="text-lead font-bold">
        Put aside
      </h2>
      <ul className="divide-y divide-line">
        {kept.put_aside.map((a) => (
          <li key={a.name} className="flex flex-wrap items-center gap-x-4 py-2">
            <span className="flex-1">
              <span className="fig">{a.at}</span> <span className="text-soft">{rods(a.rods)}</span>
            </span>
            <Button
              aria-label={`Bring back: ${a.name}`}
              disabled={!!busy}
              onClick={() =>
                void act(
                  "aside",
                  () =>
                    take(
                      api.POST("/api/keeping/aside/{name}/bring-back", {
                        params: { path: { name: a.name } },
                      }),
                    ),
                  "It is the shop again.",
                )
              }
            >
              Bring back
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Where backups go, and how many stay. */
function Where({ kept, onKept }: { kept: KeptSafe; onKept: () => void }) {
  const [folder, setFolder] = useState(kept.folder);
  const [counts, setCounts] = useState({
    days: `${kept.schedule.days}`,
    weeks: `${kept.schedule.weeks}`,
    months: `${kept.schedule.months}`,
  });
  const [daily, setDaily] = useState(kept.schedule.daily);
  const [wrong, setWrong] = useState<{ field: string; says: string } | null>(null);
  const [said, setSaid] = useState("");
  const keep = async () => {
    setSaid("");
    try {
      await take(
        api.PUT("/api/keeping", {
          body: {
            folder: folder === kept.folder ? kept.schedule.folder : folder.trim(),
            daily,
            days: Number(counts.days),
            weeks: Number(counts.weeks),
            months: Number(counts.months),
          },
        }),
      );
      setWrong(null);
      setSaid("Kept so.");
      onKept();
    } catch (error) {
      const first = error instanceof Refused ? error.problem.errors?.[0] : undefined;
      setWrong({ field: first?.field ?? "", says: saidAgainst(error) });
    }
  };
  return (
    <section aria-labelledby="where">
      <h2 id="where" className="text-lead font-bold">
        Where, and how many
      </h2>
      <form
        className="mt-2 grid gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          void keep();
        }}
      >
        <label>
          <span className="label block">Into this folder; best on another disk</span>
          <input
            className="field"
            aria-invalid={wrong?.field === "folder"}
            value={folder}
            onChange={(e) => setFolder(e.target.value)}
          />
        </label>
        <div className="flex flex-wrap items-end gap-3">
          {(["days", "weeks", "months"] as const).map((span) => (
            <label key={span}>
              <span className="label block">Last {span}</span>
              <input
                className="field !w-20"
                inputMode="numeric"
                aria-invalid={wrong?.field === span}
                value={counts[span]}
                onChange={(e) => setCounts({ ...counts, [span]: e.target.value })}
              />
            </label>
          ))}
          <label className="flex min-h-8 items-center gap-2">
            <input type="checkbox" checked={daily} onChange={(e) => setDaily(e.target.checked)} />
            every day
          </label>
        </div>
        {wrong && (
          <p role="alert" className="text-ruin">
            {wrong.says}
          </p>
        )}
        <div className="flex items-center gap-3">
          <Button type="submit">Keep it so</Button>
          <span role="status" className="text-good">
            {said}
          </span>
        </div>
      </form>
    </section>
  );
}
