import { useEffect, useMemo, useState } from "react";

import { api, take } from "../../api/client";
import type { PhotoMatched, PicturePoint } from "../../api/types";
import { useRod, useShown } from "../../rod/store";
import { useWidth } from "../../mat/scale";
import { Button } from "../../ui/controls";
import { Term } from "../../words/Term";
import { weight } from "../../ui/units";

const H = 380;
const HANDLE_AND_TIP = 3;

/**
 * A photograph of the bent rod. Its handle's two ends, the bare tip and points along the blank are
 * clicked; the server lays the bend into the picture and says what stiffness it shows. The picture
 * stays here.
 */
export function PhotoMatch() {
  const { build } = useShown();
  const edit = useRod((s) => s.edit);
  const [ref, width] = useWidth<HTMLDivElement>();
  const [picture, setPicture] = useState<{ url: string; wide: number; high: number } | null>(null);
  const [clicks, setClicks] = useState<PicturePoint[]>([]);
  const [matched, setMatched] = useState<PhotoMatched | null>(null);
  const [why, setWhy] = useState("");
  const setup = useMemo(
    () => ({
      ...build.guides.bend,
      load_g: build.guides.static_test?.load_g ?? build.guides.bend.load_g,
      friction: 0,
      own_weight: false,
    }),
    [build.guides.bend, build.guides.static_test?.load_g],
  );
  useEffect(() => () => void (picture && URL.revokeObjectURL(picture.url)), [picture]);
  useEffect(() => {
    if (!picture) return;
    const asked = new AbortController();
    take(api.POST("/api/bends/photo", { body: { build, setup, clicks }, signal: asked.signal }))
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
  }, [picture, build, setup, clicks]);
  const bring = (file: File) => {
    const url = URL.createObjectURL(file);
    const image = new Image();
    image.onload = () => {
      setPicture({ url, wide: image.naturalWidth, high: image.naturalHeight });
      setClicks([]);
      setMatched(null);
      setWhy("");
    };
    image.onerror = () => setWhy("That file is no picture the browser can show.");
    image.src = url;
  };
  const k = picture ? Math.min(width / picture.wide, H / picture.high) : 1;
  const fit = matched?.fit;
  return (
    <section className="border-t border-line pt-3">
      <div className="mb-1 flex flex-wrap items-baseline gap-4">
        <h2>
          <Term says="Taken square on, from as far as it goes, the handle level. The picture is not stored.">
            A photograph of the bend
          </Term>
        </h2>
        <label className="cursor-pointer rounded border border-line bg-raised px-2.5 py-1 text-small focus-within:outline-3 hover:border-soft">
          {picture ? "Another picture" : "Bring a picture"}
          <input
            type="file"
            accept="image/*"
            className="sr-only"
            aria-label="Picture of the bent rod"
            onChange={(e) => {
              const file = e.target.files?.[0];
              e.target.value = "";
              if (file) bring(file);
            }}
          />
        </label>
        {picture && matched && (
          <span className="text-small">
            {matched.next} It hangs under {weight(setup.load_g, build.units)}.
          </span>
        )}
        {clicks.length > 0 && (
          <Button look="quiet" onClick={() => setClicks(clicks.slice(0, -1))}>
            take the last click back
          </Button>
        )}
      </div>
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
            onClick={() =>
              edit("keep what the photograph says", (b) => void b.blank.static.push(fit.reading))
            }
          >
            Keep it with the blank
          </Button>
        </div>
      )}
      <div ref={ref}>
        {picture && (
          <svg
            width={width}
            height={H}
            className="block cursor-crosshair"
            role="group"
            aria-label="The photograph; click to match it and along the blank"
            onClick={(e) => {
              const box = e.currentTarget.getBoundingClientRect();
              const here = { x_px: e.clientX - box.left, y_px: e.clientY - box.top };
              setClicks([...clicks, here]);
            }}
          >
            <image href={picture.url} width={picture.wide * k} height={picture.high * k} />
            {matched && (
              <polyline
                points={(matched.curve ?? []).map((p) => `${p.x_px},${p.y_px}`).join(" ")}
                fill="none"
                stroke="var(--pencil)"
                strokeWidth="2.4"
                strokeDasharray="7 4"
              />
            )}
            {clicks.map((c, n) => (
              <circle
                key={n}
                cx={c.x_px}
                cy={c.y_px}
                r="5"
                fill={n < HANDLE_AND_TIP ? "var(--pencil)" : "var(--mat-ruin)"}
                stroke="var(--outline)"
              />
            ))}
          </svg>
        )}
      </div>
    </section>
  );
}
