import { useState } from "react";

import type { LookPlan } from "../../api/types";
import { OnMat } from "../../mat/OnMat";
import { useWidth } from "../../mat/scale";
import { sayOf } from "../../outbox/entries";
import { useRod, useShown } from "../../rod/store";
import { Button, Choice } from "../../ui/controls";
import { Answer } from "../Answer";
import type { StageProps } from "../stage";
import { AlongPicture } from "./AlongPicture";

const H = 230;
const STATE = {
  in: { says: "in line", colour: "var(--mat-done)" },
  out: { says: "out", colour: "var(--mat-ruin)" },
  accepted: { says: "accepted", colour: "var(--pencil)" },
  open: { says: "not seen yet", colour: "var(--mat-ink)" },
};

/** What a look along the rod says, and the fewest guides to turn. */
export function LineUpJob({ job }: StageProps) {
  const { plan } = useShown();
  const { line_up } = plan;
  const [how, setHow] = useState<"offset" | "angle">("offset");
  if (!line_up.looks.length)
    return (
      <Answer tone="wait" says="The guides are looked along once they stand on the blank.">
        Nothing to look along yet
      </Answer>
    );
  const [first, ...rest] = line_up.moves;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-3">
      <OnMat>
        <Sight />
      </OnMat>
      <Answer
        tone={line_up.open_gate ? "plain" : line_up.moves.length ? "stop" : "look"}
        says={line_up.told || "Sight from the seat like along a barrel, and note each ring."}
        act={
          <Choice
            label="I read"
            value={how}
            options={[
              { value: "offset", label: "mm to the side" },
              { value: "angle", label: "degrees" },
            ]}
            onChange={setHow}
          />
        }
      >
        {first ? first.replace(/\.$/, rest.length ? "…" : "") : line_up.says.replace(/\.$/, "")}
      </Answer>
      {rest.length > 0 && (
        <ol className="grid list-decimal gap-0.5 pl-6" start={2} aria-label="Then">
          {rest.map((m) => (
            <li key={m}>{m}</li>
          ))}
        </ol>
      )}
      <div className="grid grid-cols-[minmax(0,1.4fr)_minmax(0,1fr)] gap-6 max-[1000px]:grid-cols-1">
        <section>
          <h2 className="mb-1">Each ring, from the tip</h2>
          <ul aria-label="Looks" className="grid">
            {line_up.looks.map((k) => (
              <OneLook key={`${k.id}.${how}`} look={k} how={how} />
            ))}
          </ul>
        </section>
        <section className="grid content-start gap-2">
          <h2>How it is sighted</h2>
          {line_up.tricks.map((t) => (
            <p key={t}>{t}</p>
          ))}
          <p className="text-soft">
            The seat {line_up.seat_turns ? "is not glued and can still be turned" : "is glued"}; the
            tip-top{" "}
            {line_up.tip_top_turns
              ? "is on hot-melt and turns with a little heat"
              : "is set in epoxy"}
            .
          </p>
        </section>
      </div>
      <AlongPicture key={job} />
    </div>
  );
}

/** One ring's look: typed, kept in the record; or accepted as it is, with a reason. */
function OneLook({ look: k, how }: { look: LookPlan; how: "offset" | "angle" }) {
  const id = useRod((s) => s.id);
  const [text, setText] = useState("");
  const [side, setSide] = useState<"right" | "left">("right");
  const [why, setWhy] = useState("");
  const [reason, setReason] = useState<string | null>(null);
  const keep = (value: number, accepted = "") => {
    if (!id) return;
    const said = how === "offset" ? { offset_mm: value } : { angle_deg: value };
    void sayOf(id, { sighted: { id: k.id, ...said, accepted } as never });
  };
  const read = () => {
    if (!text.trim()) return;
    const value = Number(text.replace(",", ".").replace(/[^\d.+-]*$/, ""));
    const most = how === "offset" ? 200 : 90;
    if (!/\d/.test(text) || !Number.isFinite(value) || Math.abs(value) > most) {
      setWhy(
        `“${text}” is not a reading: type ${how === "offset" ? "mm" : "degrees"}, up to ${most}.`,
      );
      return;
    }
    setWhy("");
    setText("");
    keep(side === "left" ? -value : value);
  };
  const { says } = STATE[k.state];
  return (
    <li className="grid grid-cols-[5.5rem_auto_minmax(0,1fr)] items-center gap-x-3 border-b border-line py-1">
      <span>{k.name}</span>
      <form
        className="flex items-center gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          read();
        }}
      >
        <input
          className="field w-20"
          inputMode="decimal"
          aria-label={`${k.name}, ${how === "offset" ? "mm" : "degrees"} off the line`}
          placeholder={how === "offset" ? "mm" : "°"}
          value={text}
          onChange={(e) => setText(e.target.value)}
          onBlur={read}
        />
        <Choice
          label={`${k.name} stands`}
          hideLabel
          value={side}
          options={[
            { value: "left", label: "left" },
            { value: "right", label: "right" },
          ]}
          onChange={setSide}
        />
        <Button look="quiet" onClick={() => keep(0)}>
          in line
        </Button>
      </form>
      <span className={k.state === "out" ? "text-ruin" : "text-soft"}>
        {k.angle_deg !== null && (
          <span className="fig">
            {Math.abs(k.angle_deg).toFixed(1)}°{" "}
            {k.angle_deg > 0 ? "right" : k.angle_deg < 0 ? "left" : ""} ± {k.off_deg.toFixed(1)}{" "}
            ·{" "}
          </span>
        )}
        {k.state === "accepted" ? `accepted: ${k.accepted}` : says}
        {k.state === "out" && reason === null && (
          <Button look="quiet" onClick={() => setReason("")}>
            let it stand…
          </Button>
        )}
      </span>
      {reason !== null && (
        <form
          className="col-span-3 flex items-center gap-2 py-1"
          onSubmit={(e) => {
            e.preventDefault();
            if (!reason.trim() || !id || k.angle_deg === null) return;
            void sayOf(id, {
              sighted: {
                id: k.id,
                angle_deg: k.angle_deg,
                off_deg: k.off_deg,
                accepted: reason.trim(),
              } as never,
            });
            setReason(null);
          }}
        >
          <input
            className="field grow"
            maxLength={120}
            aria-label={`Why ${k.name} may stay as it is`}
            placeholder="why it may stay as it is"
            value={reason}
            onChange={(e) => setReason(e.target.value)}
          />
          <Button type="submit">Accept it</Button>
        </form>
      )}
      {why && (
        <p role="alert" className="col-span-3 text-ruin">
          {why}
        </p>
      )}
    </li>
  );
}

/** The rings as the builder's eye has them from behind the seat, every turn so many times as large. */
function Sight() {
  const { plan } = useShown();
  const [ref, width] = useWidth<HTMLDivElement>();
  const { picture, times } = plan.line_up;
  const k = H * 0.5;
  const [x0, y0] = [width / 2, H - 40];
  const far = [...picture].sort((a, b) => a.radius - b.radius);
  const named = far.filter((r) => r.state === "out");
  return (
    <div ref={ref} className="relative" style={{ background: "var(--mat)" }}>
      <svg
        width={width}
        height={H}
        className="block"
        role="img"
        aria-label="The rings as seen from the seat"
      >
        <line
          x1={x0}
          x2={x0}
          y1={10}
          y2={H - 14}
          stroke="var(--mat-ink)"
          strokeOpacity=".5"
          strokeDasharray="3 5"
        />
        <path d={`M${x0 - 30},${H - 10} h60 l-9,-18 h-42 Z`} fill="var(--graphite)" />
        {far.map((r) => {
          const [x, y] = [x0 + r.right * k * 2.2, y0 - r.up * k];
          const colour = STATE[r.state].colour;
          const row = named.indexOf(r);
          const side = r.right < 0 ? -1 : 1;
          const [lx, ly] = [x0 + side * 300, 22 + row * 19];
          return (
            <g key={r.id}>
              <line x1={x0} y1={y0} x2={x} y2={y} stroke={colour} strokeOpacity=".5" />
              <circle
                cx={x}
                cy={y}
                r={Math.max(r.radius * k, 5)}
                fill="none"
                stroke={colour}
                strokeWidth={r.state === "out" ? 3.5 : 2}
                strokeDasharray={r.state === "open" ? "3 3" : undefined}
              />
              {row >= 0 && (
                <>
                  <path
                    d={`M${x + side * Math.max(r.radius * k, 5)},${y} L${lx - side * 8},${ly - 4}`}
                    stroke={colour}
                    strokeOpacity=".6"
                    fill="none"
                  />
                  <text
                    x={lx}
                    y={ly}
                    fontSize="13"
                    fill={colour}
                    textAnchor={side > 0 ? "start" : "end"}
                  >
                    {r.name}
                  </text>
                </>
              )}
            </g>
          );
        })}
      </svg>
      <span className="absolute bottom-1 left-2 text-note opacity-80">
        seen from the seat, turns drawn {times} times
      </span>
    </div>
  );
}
