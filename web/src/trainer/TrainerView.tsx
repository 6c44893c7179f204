import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useDrag } from "@use-gesture/react";
import { ArrowLeft } from "lucide-react";
import { useCallback, useEffect, useRef, useState } from "react";
import { Link } from "wouter";

import { api, take } from "../api/client";
import type { BenchTest, Rolled, RollTrial, Round, Truth, ZoneReading } from "../api/types";
import { HeadTools } from "../shell/HeadTools";
import { typing } from "../shell/ui";
import { Dial } from "../stages/spine/Dial";
import { Button, Choice } from "../ui/controls";
import { useSettings } from "../ui/settings";
import { feltAs, hear, RESTED } from "./feel";
import { Hand } from "./Hand";
import { Landscape } from "./Landscape";
import { Scores } from "./Scores";
import { titled } from "../shell/title";

const KEY_DEG = 4;

/** A made-up blank with a hidden spine: roll it, feel it snap, say where its line is. */
export function TrainerView() {
  const client = useQueryClient();
  const [level, setLevel] = useState("1");
  const [round, setRound] = useState<Round | null>(null);
  const [rolled, setRolled] = useState<Rolled | null>(null);
  const [flash, setFlash] = useState("");
  const [trials, setTrials] = useState<RollTrial[]>([]);
  const [reading, setReading] = useState<ZoneReading | null>(null);
  const [tests, setTests] = useState<BenchTest | null>(null);
  const [truth, setTruth] = useState<Truth | null>(null);
  const [problem, setProblem] = useState("");
  /** Where the learner says the line is, before any line is reckoned. */
  const [pointed, setPointed] = useState<number | null>(null);
  const levels = useQuery({
    queryKey: ["trainer", "levels"],
    queryFn: () => take(api.GET("/api/trainer/levels")),
  });
  const heard = useSettings((x) => x.trainerHeard);
  const settle = useSettings((x) => x.set);
  const here = useRef<Rolled | null>(null);
  const owed = useRef(0);
  const busy = useRef(false);
  useEffect(() => {
    titled("Trainer");
  }, []);
  const start = useMutation({
    mutationFn: () => take(api.POST("/api/trainer/rounds", { body: { level: Number(level) } })),
    onSuccess: (fresh) => {
      setRound(fresh);
      setRolled(fresh.rolled);
      here.current = fresh.rolled;
      owed.current = 0;
      setTrials([]);
      setReading(null);
      setTests(null);
      setTruth(null);
      setPointed(null);
      setFlash("");
      setProblem("");
    },
    onError: (e) => setProblem(e.message),
  });
  const path = round && { params: { path: { round_id: round.id } } };

  /** Turn the hand; moves that come in while one is under way are added up. */
  const turn = useCallback(
    async (byDeg: number) => {
      if (!round || truth) return;
      owed.current = Math.max(-90, Math.min(90, owed.current + byDeg));
      if (busy.current) return;
      busy.current = true;
      while (owed.current !== 0 && here.current) {
        const by = owed.current;
        owed.current = 0;
        try {
          const next = await take(
            api.POST("/api/trainer/rounds/{round_id}/roll", {
              params: { path: { round_id: round.id } },
              body: {
                toward_deg: here.current.toward_deg,
                hand_deg: here.current.hand_deg,
                by_deg: by,
              },
            }),
          );
          here.current = next;
          setRolled(next);
          if (heard) hear(feltAs(next));
          if (next.snap_deg)
            setFlash(`It snapped round by ${Math.round(Math.abs(next.snap_deg))}°`);
        } catch (e) {
          setProblem((e as Error).message);
        }
      }
      busy.current = false;
    },
    [round, truth, heard],
  );

  const rest = useCallback(async () => {
    if (!round || truth || !here.current) return;
    const params = { path: { round_id: round.id } };
    try {
      const got = await take(
        api.POST("/api/trainer/rounds/{round_id}/rest", {
          params,
          body: { toward_deg: here.current.toward_deg, trial: trials.length },
        }),
      );
      const next = [...trials, got.trial];
      const settled = {
        ...here.current,
        toward_deg: got.toward_deg,
        hand_deg: got.toward_deg,
        torque_n_mm: 0,
      };
      here.current = settled;
      setRolled(settled);
      setTrials(next);
      if (heard) hear(RESTED);
      setFlash(`It rests: the tape reads ${Math.round(got.trial.angle_deg)}°`);
      setReading(
        await take(
          api.POST("/api/trainer/rounds/{round_id}/reading", { params, body: { trials: next } }),
        ),
      );
    } catch (e) {
      setProblem((e as Error).message);
    }
  }, [round, truth, trials, heard]);

  const answer = async (line_deg: number | null) => {
    if (!path) return;
    try {
      setTruth(
        await take(
          api.POST("/api/trainer/rounds/{round_id}/answer", { ...path, body: { line_deg } }),
        ),
      );
      void client.invalidateQueries({ queryKey: ["trainer", "scores"] });
    } catch (e) {
      setProblem((e as Error).message);
    }
  };

  useEffect(() => {
    const onKey = (e: KeyboardEvent) => {
      if (typing(e.target) || e.ctrlKey || e.metaKey || e.altKey || !round || truth) return;
      const way = { ArrowRight: -1, ArrowLeft: 1 }[e.key];
      const onButton = e.target instanceof HTMLElement && e.target.closest("button, a");
      if (way) {
        e.preventDefault();
        void turn(way * KEY_DEG * (e.shiftKey ? 5 : 1));
      } else if (e.key === " " && !onButton) {
        e.preventDefault();
        void rest();
      }
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [turn, rest, round, truth]);

  const bind = useDrag(({ delta: [dx] }) => void turn(-dx * 0.6), { pointer: { keys: false } });
  const line = reading?.lines[0];
  return (
    <div className="bench flex h-full flex-col">
      <header className="flex h-11 shrink-0 items-center gap-3 px-3">
        <Link href="/" className="flex items-center gap-1.5 rounded px-2 py-1 hover:bg-current/10">
          <ArrowLeft size={16} aria-hidden /> <span className="text-soft">rack</span>
        </Link>
        <h1 className="text-lead font-bold">Find the spine</h1>
        <span className="text-soft">a made-up blank; nothing here touches a rod</span>
        <span className="ml-auto" />
        <HeadTools />
      </header>
      <main className="flex-1 overflow-auto px-6 pt-2 pb-8">
        <div className="mb-3 flex flex-wrap items-end gap-4">
          <Choice
            label="Level"
            value={level}
            options={(levels.data ?? []).map((l) => ({ value: `${l.level}`, label: l.words }))}
            onChange={setLevel}
          />
          <Button
            look="tape"
            className="px-4"
            disabled={start.isPending}
            onClick={() => start.mutate()}
          >
            {round ? "Another blank" : "Hand me a blank"}
          </Button>
          <Button
            look="quiet"
            aria-pressed={heard}
            onClick={() => {
              settle({ trainerHeard: !heard });
              if (!heard) hear(RESTED);
            }}
          >
            {heard ? "Heard as well: on" : "Heard as well: off"}
          </Button>
        </div>
        {problem && (
          <p role="alert" className="mb-3 text-ruin">
            {problem}
          </p>
        )}
        <div className="grid grid-cols-[minmax(0,1.35fr)_22rem] gap-8 max-[900px]:grid-cols-1">
          <section>
            <div
              {...bind()}
              className="touch-none select-none"
              style={{ cursor: round && !truth ? "grab" : undefined }}
              onWheel={(e) => void turn(e.deltaY > 0 ? -KEY_DEG : KEY_DEG)}
            >
              <Hand rolled={rolled} truth={truth} />
            </div>
            <p role="status" className="mt-1 min-h-6 text-center text-act">
              {flash}
            </p>
            {round && !truth && (
              <div className="flex flex-wrap items-center justify-center gap-3">
                <Button onClick={() => void turn(KEY_DEG)}>◂ roll</Button>
                <Button look="tape" className="px-5" onClick={() => void rest()}>
                  Let it rest
                </Button>
                <Button onClick={() => void turn(-KEY_DEG)}>roll ▸</Button>
                <span className="label w-full text-center">
                  drag, wheel or arrow keys roll it, shift for more; space lets it rest and takes
                  the reading
                </span>
              </div>
            )}
            {!round && (
              <p className="mx-auto max-w-xl py-4 text-center text-soft">
                Bent under your hand, a blank turns easily, sticks, and snaps round. Roll it from
                all sides, let it rest, and say where its line is, or that there is none.
              </p>
            )}
            {truth && <Landscape truth={truth} />}
          </section>
          <section className="grid content-start gap-3">
            <Dial
              trials={trials}
              zone="whole"
              reading={truth ? (reading ?? undefined) : undefined}
              pointed={pointed}
              onAdd={truth ? () => undefined : setPointed}
              onMove={() => undefined}
            />
            {round && !truth && (
              <>
                <p className="text-center text-small">
                  {trials.length === 0
                    ? "No rest taken yet."
                    : reading?.more_trials
                      ? `${trials.length} rests; ${reading.more_trials} more would make it surer.`
                      : `${trials.length} rests are enough to say.`}
                </p>
                <div className="flex flex-wrap justify-center gap-2">
                  <label className="flex items-center gap-2">
                    <span className="label">You say: it is at</span>
                    <input
                      aria-label="Where you say its line is"
                      inputMode="numeric"
                      className="field !w-20"
                      placeholder="tap the ring"
                      value={pointed ?? ""}
                      onChange={(e) => {
                        const deg = Number(e.target.value);
                        setPointed(e.target.value.trim() && deg >= 0 && deg < 360 ? deg : null);
                      }}
                    />
                  </label>
                  <Button
                    look="tape"
                    disabled={pointed === null || !trials.length}
                    onClick={() => void answer(pointed)}
                  >
                    That is its line
                  </Button>
                  <Button onClick={() => void answer(null)}>None: that is bow</Button>
                </div>
                <div className="border-t border-line pt-2 text-center">
                  {tests ? (
                    <p className="text-small">
                      {
                        {
                          bow: `The drops show a bow of ${tests.read.bow?.size_mm.toFixed(1)} mm and no spine.`,
                          stiffness: `The drops show it ${tests.read.percent?.toFixed(0)} % stiffer across ${Math.round(tests.read.stiff_deg ?? 0)}°.`,
                          both: `The drops show a bow of ${tests.read.bow?.size_mm.toFixed(1)} mm, and it ${tests.read.percent?.toFixed(0)} % stiffer across ${Math.round(tests.read.stiff_deg ?? 0)}°.`,
                          neither: "The drops show neither bow nor spine.",
                          too_few: "",
                        }[tests.read.verdict]
                      }{" "}
                      On the flat: bow {tests.flat_read.bow_mm?.toFixed(1)} mm at the middle.
                    </p>
                  ) : (
                    <Button
                      look="quiet"
                      onClick={() =>
                        void take(api.POST("/api/trainer/rounds/{round_id}/bench-test", path!))
                          .then(setTests)
                          .catch((e: Error) => setProblem(e.message))
                      }
                    >
                      Clamp it and measure drops
                    </Button>
                  )}
                </div>
              </>
            )}
            {truth && (
              <div className="border-l-4 border-tape bg-raised px-4 py-3" role="status">
                <div className="fig text-great leading-9">{truth.points} points</div>
                <p>{truth.words}</p>
                {line && pointed !== null && (
                  <p>
                    You pointed at <span className="fig">{Math.round(pointed)}°</span>; your rests
                    say <span className="fig">{Math.round(line.angle_deg)}°</span>
                    {line.half_width_deg < 90 && (
                      <>
                        {" "}
                        <span className="fig">±{line.half_width_deg.toFixed(0)}°</span>
                      </>
                    )}
                    .
                  </p>
                )}
                <Link href="/" className="mt-1 inline-block min-h-8 content-center underline">
                  Now do it to yours
                </Link>
                <p className="label mt-1">
                  {truth.spined
                    ? `Lines at ${truth.lines_deg.map((d) => `${Math.round(d)}°`).join(" and ")}; ${truth.percent.toFixed(0)} % stiffer one way; `
                    : "Alike all round; "}
                  bow {truth.bow_mm.toFixed(1)} mm toward {Math.round(truth.bow_deg)}°.
                </p>
              </div>
            )}
            <Scores />
          </section>
        </div>
      </main>
    </div>
  );
}
