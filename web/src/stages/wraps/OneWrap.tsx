import type { Plan, Wrap } from "../../api/types";
import { THREAD_NAMES, useThreadColours } from "../../mat/threads";
import { freshRowId } from "../../rod/changes";
import { rowOf } from "../../rod/rows";
import { useRod, useShown } from "../../rod/store";
import { allLike, moveWrapEnd, sayOfWrap, wrapRow } from "../../rod/wraps";
import { FRESH_ROWS } from "../../words/shapes";
import { Button, Choice, Pick } from "../../ui/controls";
import { MeasureField, NumberField, WordsField } from "../../ui/Field";

type Laid = Plan["wraps"]["laid"][number];

/** One wrap opened: its ends, thread, layers and trim, what happens at which turn; and all others like it. */
export function OneWrap({
  laid,
  onSelect,
}: {
  laid: Laid;
  onSelect: (what: string | null) => void;
}) {
  const { build, plan } = useShown();
  const edit = useRod((s) => s.edit);
  const row: Wrap = build.wraps.wraps.find((w) => w.id === laid.id) ?? {
    ...FRESH_ROWS.wrap,
    id: laid.id,
  };
  const at = `wraps.wraps.${laid.id}`;
  const say = (what: string, recipe: (w: Wrap) => void) =>
    edit(`${what} of ${laid.what}`, sayOfWrap(laid.id, recipe));
  const alike = plan.wraps.laid.filter((w) => w.duty === laid.duty).length - 1;
  return (
    <section aria-label={laid.what} className="grid content-start gap-3">
      <div className="flex flex-wrap items-center gap-2">
        <h2 className="mr-auto first-letter:uppercase">{laid.what}</h2>
        {alike > 0 && (
          <Button
            look="tape"
            onClick={() =>
              edit(`all ${laid.duty} wraps like ${laid.what}`, allLike(laid, plan.wraps.laid))
            }
          >
            All {alike} others like this
          </Button>
        )}
        {row.kind ? (
          <Button
            onClick={() => {
              edit(`take ${laid.what} out`, (b) => {
                b.wraps.wraps = b.wraps.wraps.filter((w) => w.id !== laid.id);
              });
              onSelect(null);
            }}
          >
            Take it out
          </Button>
        ) : (
          <Button onClick={() => say("no thread", (w) => void (w.left_out = true))}>
            Leave it out
          </Button>
        )}
        {laid.settled && !row.kind && (
          <Button
            look="quiet"
            onClick={() =>
              edit(`${laid.what} by duty`, (b) => {
                b.wraps.wraps = b.wraps.wraps.filter((w) => w.id !== laid.id);
              })
            }
          >
            back to duty
          </Button>
        )}
      </div>
      <div className="grid grid-cols-4 items-start gap-3 max-[1100px]:grid-cols-3">
        <MeasureField
          path={`${at}.butt`}
          label="Butt end, from the butt"
          exact
          mm={laid.start_mm}
          keep={(mm) => moveWrapEnd(laid, "butt", (mm ?? 0) - laid.start_mm)}
        />
        <MeasureField
          path={`${at}.tip`}
          label="Tip end, from the butt"
          exact
          mm={laid.end_mm}
          keep={(mm) => moveWrapEnd(laid, "tip", (mm ?? 0) - laid.end_mm)}
        />
        <NumberField
          path={`${at}.turns`}
          label="Turns"
          digits={0}
          value={laid.turns}
          keep={(v) => sayOfWrap(laid.id, (w) => void (w.turns = v))}
        />
        <ThreadPick
          label="Thread"
          value={laid.thread}
          onKeep={(v) => say("thread", (w) => void (w.thread = v))}
        />
        <Choice
          label="Layers"
          value={`${laid.layers}`}
          options={["1", "2", "3"].map((n) => ({ value: n, label: n }))}
          onChange={(v) => say("layers", (w) => void (w.layers = Number(v)))}
        />
        <Choice
          label="Begun at"
          value={laid.starts}
          options={[
            { value: "butt", label: "butt end" },
            { value: "tip", label: "tip end" },
          ]}
          onChange={(v) => say("start", (w) => void (w.starts = v))}
        />
        <Choice
          label="Under the finish"
          value={row.preserver ? "yes" : "no"}
          options={[
            { value: "no", label: "bare" },
            { value: "yes", label: "preserver" },
          ]}
          onChange={(v) => say("preserver", (w) => void (w.preserver = v === "yes"))}
        />
        {laid.duty === "foot" && (
          <NumberField
            path={`${at}.lock_turns`}
            label="Locking turns"
            digits={0}
            value={laid.lock_turns}
            keep={(v) => sayOfWrap(laid.id, (w) => void (w.lock_turns = v ?? 0))}
          />
        )}
        <Choice
          label="Underwrap"
          value={row.under ? "yes" : "no"}
          options={[
            { value: "no", label: "none" },
            { value: "yes", label: "first" },
          ]}
          onChange={(v) =>
            say(
              "underwrap",
              (w) => void (w.under = v === "yes" ? { thread: "", beyond_mm: 2 } : null),
            )
          }
        />
        {row.under && (
          <>
            <ThreadPick
              label="Thread under"
              value={row.under.thread || laid.thread}
              onKeep={(v) =>
                say(
                  "underwrap",
                  (w) => void (w.under = { beyond_mm: w.under?.beyond_mm ?? 2, thread: v }),
                )
              }
            />
            <NumberField
              path={`${at}.under.beyond_mm`}
              label="Shows beyond"
              suffix="mm"
              value={row.under.beyond_mm}
              keep={(v) =>
                sayOfWrap(
                  laid.id,
                  (w) => void (w.under = { thread: w.under?.thread ?? "", beyond_mm: v ?? 0 }),
                )
              }
            />
          </>
        )}
      </div>
      <UnderIt laid={laid} />
      <Trim row={row} laid={laid} />
      <Cues laid={laid} />
    </section>
  );
}

/** One of the threads of the rod or of the rack. */
export function ThreadPick(props: {
  label: string;
  value: string;
  onKeep: (name: string) => void;
  className?: string;
}) {
  const { plan } = useShown();
  const names = [...new Set([...plan.wraps.threads.map((t) => t.name), ...THREAD_NAMES])];
  return (
    <Pick
      label={props.label}
      className={props.className}
      value={props.value}
      options={names.map((n) => ({ value: n, label: n }))}
      onChange={props.onKeep}
    />
  );
}

/** What lies under the thread: a foot as it was measured, the tip-top's tube, a ferrule's socket. */
function UnderIt({ laid }: { laid: Laid }) {
  const { build, plan } = useShown();
  const edit = useRod((s) => s.edit);
  const socket = plan.wraps.sockets[laid.id];
  const guide = build.guides.train.find((g) => g.id === laid.guide_id);
  if (guide)
    return (
      <div className="grid grid-cols-4 items-start gap-3 border-t border-line pt-2">
        <NumberField
          path={`guides.train.${guide.id}.foot_wide_mm`}
          label="Foot, how wide"
          suffix="mm"
          optional
          placeholder={`${laid.foot_wide_mm}, usual`}
          value={guide.foot_wide_mm}
          keep={(v) => (b) => void (rowOf(b.guides.train, guide.id).foot_wide_mm = v)}
        />
        <NumberField
          path={`guides.train.${guide.id}.foot_high_mm`}
          label="Foot, how thick"
          suffix="mm"
          optional
          placeholder={`${laid.foot_high_mm}, usual`}
          value={guide.foot_high_mm}
          keep={(v) => (b) => void (rowOf(b.guides.train, guide.id).foot_high_mm = v)}
        />
      </div>
    );
  if (laid.duty === "tip_top")
    return (
      <div className="flex flex-wrap items-end gap-3 border-t border-line pt-2">
        <NumberField
          className="w-28"
          path="guides.tip_top.tube_mm"
          label="Tube, how long"
          suffix="mm"
          value={build.guides.tip_top.tube_mm}
          keep={(v) => (b) => void (b.guides.tip_top.tube_mm = v ?? 0)}
        />
        <Choice
          label="Held by"
          value={build.guides.tip_top.held}
          options={[
            { value: "hot_melt", label: "hot-melt", says: "turns again with a little heat" },
            {
              value: "epoxy",
              label: "epoxy",
              says: "stays; heat that softens it endangers the blank",
            },
          ]}
          onChange={(v) => edit("how the tip-top is held", (b) => void (b.guides.tip_top.held = v))}
        />
        <Choice
          label="Set"
          value={build.guides.tip_top.when}
          options={[
            { value: "before_finish", label: "before the finish" },
            { value: "between_coats", label: "between the first two coats" },
          ]}
          onChange={(v) => edit("when the tip-top is set", (b) => void (b.guides.tip_top.when = v))}
        />
        <p className="basis-full text-soft">
          Tube {plan.blank.tube_chosen_64ths ?? plan.blank.tip_tube_64ths ?? "?"} by this tip. File
          its edge to a ramp.{" "}
          {build.guides.tip_top.held === "hot_melt"
            ? "To take it off: warm the tube, not the blank, twist and pull."
            : "To take it off later its glue has to be heated: guard the blank."}
          {build.guides.tip_top.when === "between_coats" && " Run the second coat over its edge."}
        </p>
      </div>
    );
  if (socket)
    return (
      <p className="border-t border-line pt-2 text-soft">
        Estimated at the load that drops the tip a third: at most{" "}
        <span className="fig">{socket.moment_nm.toFixed(1)} N·m</span> at this joint, about{" "}
        <span className="fig">{socket.hoop_mpa.toFixed(0)} MPa</span> round the socket’s mouth;
        thread carries some <span className="fig">{(100 * socket.thread_share).toFixed(0)} %</span>{" "}
        of it by its stiffness. Wall and stiffness are from memory; the length is common practice.
      </p>
    );
  return null;
}

/** Trim bands and inlays. */
function Trim({ row, laid }: { row: Wrap; laid: Laid }) {
  const edit = useRod((s) => s.edit);
  const colour = useThreadColours();
  const at = `wraps.wraps.${laid.id}`;
  const say = (what: string, recipe: (w: Wrap) => void) =>
    edit(`${what} of ${laid.what}`, sayOfWrap(laid.id, recipe));
  const outer = laid.starts;
  return (
    <div className="grid gap-2 border-t border-line pt-2">
      <div className="flex flex-wrap gap-2">
        <Button
          disabled={row.bands.length >= 8}
          onClick={() =>
            say(
              "trim band",
              (w) => void w.bands.push({ id: freshRowId(), end: outer, turns: 6, thread: "amber" }),
            )
          }
        >
          Add a trim band
        </Button>
        <Button
          disabled={row.inlays.length >= 12}
          onClick={() =>
            say(
              "inlay",
              (w) =>
                void w.inlays.push({
                  id: freshRowId(),
                  after: Math.max(Math.floor(laid.turns / 2), 1),
                  turns: 4,
                  thread: "amber",
                }),
            )
          }
        >
          Add an inlay
        </Button>
      </div>
      {row.bands.map((band, n) => (
        <div key={band.id} className="flex flex-wrap items-end gap-3">
          <span
            className="mb-1.5 size-5 rounded-sm"
            style={{ background: colour(band.thread || laid.thread) }}
            aria-hidden
          />
          <Choice
            label={`Band ${n + 1} at the`}
            value={band.end}
            options={[
              { value: "butt", label: "butt end" },
              { value: "tip", label: "tip end" },
            ]}
            onChange={(v) => say("trim band", (w) => void (rowOf(w.bands, band.id).end = v))}
          />
          <NumberField
            className="w-20"
            path={`${at}.bands.${band.id}.turns`}
            label="Turns"
            digits={0}
            value={band.turns}
            keep={(v) => (b) => void (rowOf(wrapRow(b, laid.id).bands, band.id).turns = v ?? 1)}
          />
          <ThreadPick
            label="Thread"
            className="w-40"
            value={band.thread || laid.thread}
            onKeep={(v) => say("trim band", (w) => void (rowOf(w.bands, band.id).thread = v))}
          />
          <Button
            look="quiet"
            onClick={() =>
              say("no trim band", (w) => void (w.bands = w.bands.filter((x) => x.id !== band.id)))
            }
          >
            take out
          </Button>
        </div>
      ))}
      {row.inlays.map((inlay, n) => (
        <div key={inlay.id} className="flex flex-wrap items-end gap-3">
          <span
            className="mb-1.5 size-5 rounded-sm"
            style={{ background: colour(inlay.thread || laid.thread) }}
            aria-hidden
          />
          <NumberField
            className="w-32"
            path={`${at}.inlays.${inlay.id}.after`}
            label={`Inlay ${n + 1} after turn`}
            digits={0}
            value={inlay.after}
            keep={(v) => (b) => void (rowOf(wrapRow(b, laid.id).inlays, inlay.id).after = v ?? 1)}
          />
          <NumberField
            className="w-20"
            path={`${at}.inlays.${inlay.id}.turns`}
            label="Turns"
            digits={0}
            value={inlay.turns}
            keep={(v) => (b) => void (rowOf(wrapRow(b, laid.id).inlays, inlay.id).turns = v ?? 1)}
          />
          <ThreadPick
            label="Thread"
            className="w-40"
            value={inlay.thread || laid.thread}
            onKeep={(v) => say("inlay", (w) => void (rowOf(w.inlays, inlay.id).thread = v))}
          />
          <Button
            look="quiet"
            onClick={() =>
              say("no inlay", (w) => void (w.inlays = w.inlays.filter((x) => x.id !== inlay.id)))
            }
          >
            take out
          </Button>
        </div>
      ))}
      {row.kind && (
        <WordsField
          className="w-72"
          path={`${at}.name`}
          label="Name"
          value={row.name}
          keep={(v) => sayOfWrap(laid.id, (w) => void (w.name = v))}
        />
      )}
    </div>
  );
}

function Cues({ laid }: { laid: Laid }) {
  return (
    <div className="border-t border-line pt-2">
      <div className="label mb-1">
        What happens at which turn · {laid.metres.toFixed(1)} m ·{" "}
        {laid.void_ml > 0 && `${(laid.void_ml * 1000).toFixed(0)} µL stay open beside the foot`}
      </div>
      <ol className="grid gap-1">
        {laid.cues.map((c, n) => (
          <li key={n} className="grid grid-cols-[3.2rem_minmax(0,1fr)] gap-2">
            <span className="fig text-right text-lead leading-tight">{c.turn || "first"}</span>
            <span>{c.words}</span>
          </li>
        ))}
      </ol>
    </div>
  );
}
