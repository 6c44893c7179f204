import { useEffect, useMemo, useRef, useState } from "react";

import { api, take } from "../../api/client";
import type { Board, PhotoMatched, PicturePoint } from "../../api/types";
import { useRod, useShown } from "../../rod/store";
import { useWidth } from "../../mat/scale";
import { sayOf } from "../../outbox/entries";
import { asPicture, BringFile } from "../../ui/BringFile";
import type { BroughtPicture } from "../../ui/BringFile";
import { Button, Choice } from "../../ui/controls";
import { FieldShell } from "../../ui/Field";
import { length, unitOf } from "../../ui/measure";
import { readMeasure } from "../../ui/reading";
import { Term } from "../../words/Term";
import { weight } from "../../ui/units";

const H = 380;
const HANDLE_AND_TIP = 3;
const CORNERS = 4;
/** How far a click is off on the screen, px. From habit. */
const OFF_PX = 2;

/**
 * A photograph of the bent rod. Its handle's two ends, the bare tip and points along the blank are
 * clicked; the server lays the bend into the picture and says what stiffness it shows. The picture
 * stays here.
 */
export function PhotoMatch() {
  const { build } = useShown();
  const id = useRod((s) => s.id);
  const edit = useRod((s) => s.edit);
  const [ref, width] = useWidth<HTMLDivElement>();
  const [picture, setPicture] = useState<BroughtPicture | null>(null);
  const [clicks, setClicks] = useState<PicturePoint[]>([]);
  const [board, setBoard] = useState<Board | null>(null);
  const [nearer, setNearer] = useState(1);
  const [matched, setMatched] = useState<PhotoMatched | null>(null);
  const [why, setWhy] = useState("");
  const [cross, setCross] = useState<PicturePoint | null>(null);
  const setup = useMemo(
    () => ({
      ...build.guides.bend,
      load_g: build.guides.static_test?.load_g ?? build.guides.bend.load_g,
      friction: 0,
      own_weight: false,
    }),
    [build.guides.bend, build.guides.static_test?.load_g],
  );
  const k = (picture ? Math.min(width / picture.wide, H / picture.high) : 1) * nearer;
  const click_px = Math.min(OFF_PX / Math.max(k, 0.01), 200);
  useEffect(() => () => void (picture && URL.revokeObjectURL(picture.url)), [picture]);
  useEffect(() => {
    if (!picture) return;
    const asked = new AbortController();
    take(
      api.POST("/api/bends/photo", {
        body: { build, setup, clicks, click_px, board },
        signal: asked.signal,
      }),
    )
      .then((answer) => {
        setMatched(answer);
        setWhy("");
      })
      .catch((error: Error) => {
        if (asked.signal.aborted) return;
        setMatched(null);
        setWhy(error.message);
      });
    return () => asked.abort();
  }, [picture, build, setup, clicks, click_px, board]);
  const bring = (file: File) =>
    asPicture(file).then(
      (brought) => {
        setPicture(brought);
        setClicks([]);
        setCross(null);
        setBoard((b) => b && { ...b, corners: [] });
        setMatched(null);
        setWhy("");
      },
      (error: Error) => setWhy(error.message),
    );
  const fit = matched?.fit;
  const corners = board?.corners ?? [];
  const click = (here: PicturePoint) =>
    board && corners.length < CORNERS
      ? setBoard({ ...board, corners: [...corners, here] })
      : setClicks([...clicks, here]);
  const back = () =>
    clicks.length
      ? setClicks(clicks.slice(0, -1))
      : board && setBoard({ ...board, corners: corners.slice(0, -1) });
  return (
    <section className="border-t border-line pt-3">
      <div className="mb-1 flex flex-wrap items-baseline gap-4">
        <h2>
          <Term says="Taken square on, from as far as it goes, the handle level. The picture is not stored.">
            A photograph of the bend
          </Term>
        </h2>
        <BringFile
          says={picture ? "Another picture" : "Bring a picture"}
          label="Picture of the bent rod"
          accept="image/*"
          onBring={(file) => void bring(file)}
        />
        {picture && matched && (
          <span className="text-small">
            {matched.next} It hangs under {weight(setup.load_g, build.units)}.
          </span>
        )}
        {picture && (
          <ByKeys
            cross={cross ?? { x_px: picture.wide / 2, y_px: picture.high / 2 }}
            stepPx={1 / k}
            most={picture}
            onCross={setCross}
            onSet={click}
            onBack={back}
          />
        )}
        {picture && (
          <Button look="quiet" disabled={clicks.length + corners.length === 0} onClick={back}>
            take the last click back
          </Button>
        )}
      </div>
      {picture && (
        <div className="mb-2 flex flex-wrap items-end gap-5">
          <label className="block w-56">
            <span className="label flex items-baseline justify-between">
              Nearer <span className="fig">{nearer.toFixed(1)}×</span>
            </span>
            <input
              type="range"
              className="h-7 w-full accent-[var(--tape)]"
              min={1}
              max={8}
              step={0.5}
              value={nearer}
              onChange={(e) => setNearer(Number(e.target.value))}
            />
          </label>
          <Choice
            label="The picture was taken"
            value={board ? "aslant" : "square"}
            options={[
              { value: "square", label: "square on" },
              { value: "aslant", label: "aslant, with a board in it" },
            ]}
            onChange={(v) => {
              setClicks([]);
              setBoard(v === "aslant" ? { wide_mm: 600, high_mm: 450, corners: [] } : null);
            }}
          />
          {board && (
            <>
              <Size
                path="wide_mm"
                label="Board, first to second corner"
                mm={board.wide_mm}
                onKeep={(wide_mm) => setBoard({ ...board, wide_mm })}
              />
              <Size
                path="high_mm"
                label="Second to third corner"
                mm={board.high_mm}
                onKeep={(high_mm) => setBoard({ ...board, high_mm })}
              />
            </>
          )}
        </div>
      )}
      <div ref={ref} className="max-h-[26rem] overflow-auto">
        {picture && (
          <svg
            width={picture.wide * k}
            height={picture.high * k}
            className="block cursor-crosshair"
            role="group"
            aria-label="The photograph; click to match it and along the blank"
            onClick={(e) => {
              const box = e.currentTarget.getBoundingClientRect();
              click({ x_px: (e.clientX - box.left) / k, y_px: (e.clientY - box.top) / k });
            }}
          >
            <image href={picture.url} width={picture.wide * k} height={picture.high * k} />
            {matched && (
              <polyline
                points={(matched.curve ?? []).map((p) => `${p.x_px * k},${p.y_px * k}`).join(" ")}
                fill="none"
                stroke="var(--pencil)"
                strokeWidth="2.4"
                strokeDasharray="7 4"
              />
            )}
            {corners.length > 1 && (
              <polygon
                points={corners.map((p) => `${p.x_px * k},${p.y_px * k}`).join(" ")}
                fill="var(--tape)"
                fillOpacity=".15"
                stroke="var(--tape)"
                strokeWidth="1.6"
              />
            )}
            {cross && <Cross x={cross.x_px * k} y={cross.y_px * k} />}
            {[...corners, ...clicks]
              .map((c, m) => ({ ...c, n: m - corners.length }))
              .map((c) => (
                <circle
                  key={c.n}
                  cx={c.x_px * k}
                  cy={c.y_px * k}
                  r="5"
                  fill={c.n < HANDLE_AND_TIP ? "var(--pencil)" : "var(--mat-ruin)"}
                  stroke="var(--outline)"
                />
              ))}
          </svg>
        )}
      </div>
      {/* Below the picture, so that it stays where it is while answers come in. */}
      {why && (
        <p role="alert" className="text-ruin">
          {why}
        </p>
      )}
      {fit && (
        <div className="mb-2 flex flex-wrap items-center gap-4">
          <span>
            The photograph says{" "}
            <span className="fig text-lead">{weight(fit.power_g, build.units)}</span>,{" "}
            {fit.factor >= 1 ? "stiffer" : "softer"} by{" "}
            {Math.abs(Math.round((fit.factor - 1) * 100))} %, give or take{" "}
            {Math.ceil(fit.give_percent)} %; worst point {fit.off_mm.toFixed(0)} mm off.
          </span>
          <Button
            onClick={() => {
              edit("keep what the photograph says", (b) => void b.blank.static.push(fit.reading));
              if (!id || !picture || !matched) return;
              const words = `bent under ${weight(setup.load_g, build.units)}: says ${weight(fit.power_g, build.units)}`;
              void withItsBend(picture.url, matched.curve ?? []).then(
                (blob) => sayOf(id, { picture: { of: "bend", words } as never }, blob),
                (error: Error) => setWhy(error.message),
              );
            }}
          >
            Keep it with the blank
          </Button>
          {fit.doubt && <p className="basis-full text-check">{fit.doubt}</p>}
        </div>
      )}
    </section>
  );
}

interface ByKeysProps {
  cross: PicturePoint;
  /** One px of the screen, in px of the picture. */
  stepPx: number;
  most: { wide: number; high: number };
  onCross: (cross: PicturePoint | null) => void;
  onSet: (here: PicturePoint) => void;
  onBack: () => void;
}

const ARROWS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

/** The picture matched without a mouse: a cross that arrows move and Enter sets. */
function ByKeys({ cross, stepPx, most, onCross, onSet, onBack }: ByKeysProps) {
  const held = (at: number, end: number) => Math.min(Math.max(at, 0), end);
  const press = (e: React.KeyboardEvent) => {
    const way = ARROWS[e.key];
    if (way) {
      const by = stepPx * (e.shiftKey ? 25 : e.altKey ? 0.25 : 2);
      onCross({
        x_px: held(cross.x_px + way[0] * by, most.wide),
        y_px: held(cross.y_px + way[1] * by, most.high),
      });
    } else if (e.key === "Enter" || e.key === " ") onSet(cross);
    else if (e.key === "Backspace") onBack();
    else return;
    e.preventDefault();
  };
  return (
    <Button
      aria-describedby="by-keys"
      onKeyDown={press}
      onFocus={() => onCross(cross)}
      onBlur={() => onCross(null)}
    >
      Point by keys
      <span id="by-keys" className="sr-only">
        Arrows move the cross, with Shift far, with Alt a little; Enter sets it, Backspace takes the
        last one back. It is at {Math.round(cross.x_px)}, {Math.round(cross.y_px)}.
      </span>
    </Button>
  );
}

/** Where the keys point; it keeps itself in sight. */
function Cross({ x, y }: { x: number; y: number }) {
  const seen = useRef<SVGGElement>(null);
  useEffect(() => {
    void seen.current?.scrollIntoView({ block: "nearest", inline: "nearest" });
  }, [x, y]);
  const arms = `M${x - 14},${y} h10 M${x + 4},${y} h10 M${x},${y - 14} v10 M${x},${y + 4} v10`;
  return (
    <g ref={seen} pointerEvents="none" fill="none">
      <path d={arms} stroke="var(--outline)" strokeWidth="5" />
      <path d={arms} stroke="var(--pencil)" strokeWidth="2" />
    </g>
  );
}

/** The photograph with the bend drawn into it, as it is kept with the rod. */
async function withItsBend(url: string, curve: PicturePoint[]): Promise<Blob> {
  const image = new Image();
  image.src = url;
  await image.decode();
  const canvas = document.createElement("canvas");
  canvas.width = image.naturalWidth;
  canvas.height = image.naturalHeight;
  const paint = canvas.getContext("2d");
  if (!paint) throw new Error("This browser cannot draw the bend into the picture.");
  paint.drawImage(image, 0, 0);
  paint.strokeStyle = getComputedStyle(document.documentElement).getPropertyValue("--tape");
  paint.lineWidth = Math.max(canvas.width / 400, 2);
  paint.beginPath();
  curve.forEach((p, n) => (n ? paint.lineTo(p.x_px, p.y_px) : paint.moveTo(p.x_px, p.y_px)));
  paint.stroke();
  return new Promise((done, fail) =>
    canvas.toBlob(
      (blob) => (blob ? done(blob) : fail(new Error("The picture could not be kept."))),
      "image/jpeg",
      0.9,
    ),
  );
}

/** One side of the board; it belongs to the picture, not to the rod, and is not kept. */
function Size(props: { path: string; label: string; mm: number; onKeep: (mm: number) => void }) {
  const { build } = useShown();
  const { path, label, mm, onKeep } = props;
  return (
    <FieldShell
      path={`photo.${path}`}
      label={label}
      className="w-44"
      shown={length(mm, build.rule, false)}
      suffix={unitOf(build.rule)}
      commit={(text) => {
        const read = readMeasure(text, unitOf(build.rule));
        if (read < 20 || read > 5000) throw new Error("A board is between 20 mm and 5 m long.");
        onKeep(read);
      }}
    />
  );
}
