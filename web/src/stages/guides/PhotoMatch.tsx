import { useEffect, useMemo, useState } from "react";

import { api, take } from "../../api/client";
import type { PhotoFit } from "../../api/types";
import { useRod, useShown } from "../../rod/store";
import { useWidth } from "../../mat/scale";
import { Button, Term } from "../../ui/controls";
import { useBends } from "./useBends";

interface Dot {
  x: number;
  y: number;
}

const H = 380;

/**
 * A photograph laid behind the drawn bend: two clicks (front of the handle, tip) match it, further
 * clicks along the blank are read as millimetres and the stiffness follows. The picture stays here.
 */
export function PhotoMatch() {
  const { build, plan } = useShown();
  const edit = useRod((s) => s.edit);
  const [ref, width] = useWidth<HTMLDivElement>();
  const [picture, setPicture] = useState<{ url: string; wide: number; high: number } | null>(null);
  const [dots, setDots] = useState<Dot[]>([]);
  const [fit, setFit] = useState<PhotoFit | null>(null);
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
  const bends = useBends(build, [setup]);
  const loaded = bends.data?.loaded[0];
  useEffect(() => () => void (picture && URL.revokeObjectURL(picture.url)), [picture]);
  const bring = (file: File) => {
    const url = URL.createObjectURL(file);
    const image = new Image();
    image.onload = () => {
      setPicture({ url, wide: image.naturalWidth, high: image.naturalHeight });
      setDots([]);
      setFit(null);
      setWhy("");
    };
    image.onerror = () => setWhy("That file is no picture the browser can show.");
    image.src = url;
  };
  const k = picture ? Math.min(width / picture.wide, H / picture.high) : 1;
  const front = { x: plan.handle.front_mm, y: 0 };
  const tip = loaded?.curve.at(-1);
  // Turn, shift and scale that take the two matched picture points to the rod's frame.
  const match = (() => {
    const [a, b] = dots;
    if (!a || !b || !tip) return null;
    const [dx, dy] = [b.x - a.x, b.y - a.y];
    const [ux, uy] = [tip.x_mm - front.x, tip.y_mm - front.y];
    const size = dx * dx + dy * dy;
    if (size < 1) return null;
    const c = (ux * dx + uy * dy) / size;
    const s = (uy * dx - ux * dy) / size;
    return {
      toRod: (p: Dot) => ({
        x_mm: front.x + c * (p.x - a.x) - s * (p.y - a.y),
        y_mm: front.y + s * (p.x - a.x) + c * (p.y - a.y),
      }),
      toPicture: (p: { x_mm: number; y_mm: number }) => {
        const [rx, ry] = [p.x_mm - front.x, p.y_mm - front.y];
        const m = c * c + s * s;
        return { x: a.x + (c * rx + s * ry) / m, y: a.y + (c * ry - s * rx) / m };
      },
    };
  })();
  const refit = async () => {
    if (!match) return;
    setWhy("");
    try {
      setFit(
        await take(
          api.POST("/api/bends/photo", {
            body: { build, setup, points: dots.slice(2).map(match.toRod) },
          }),
        ),
      );
    } catch (error) {
      setFit(null);
      setWhy((error as Error).message);
    }
  };
  const next = [
    "Click where the blank leaves the handle.",
    "Click the bare tip.",
    "Now click along the blank, three points or more.",
  ][Math.min(dots.length, 2)];
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
        {picture && <span className="text-small">{next}</span>}
        {dots.length > 0 && (
          <Button look="quiet" onClick={() => setDots(dots.slice(0, -1))}>
            take the last click back
          </Button>
        )}
      </div>
      {why && (
        <p role="alert" className="text-ruin">
          {why}
        </p>
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
              setDots([...dots, { x: e.clientX - box.left, y: e.clientY - box.top }]);
              setFit(null);
            }}
          >
            <image href={picture.url} width={picture.wide * k} height={picture.high * k} />
            {match && loaded && (
              <polyline
                points={loaded.curve
                  .map((p) => match.toPicture(p))
                  .map((p) => `${p.x},${p.y}`)
                  .join(" ")}
                fill="none"
                stroke="var(--pencil)"
                strokeWidth="2.4"
                strokeDasharray="7 4"
              />
            )}
            {dots.map((d, n) => (
              <circle
                key={n}
                cx={d.x}
                cy={d.y}
                r="5"
                fill={n < 2 ? "var(--pencil)" : "var(--mat-ruin)"}
                stroke="var(--outline)"
              />
            ))}
          </svg>
        )}
      </div>
      {dots.length >= 5 && (
        <div className="mt-2 flex flex-wrap items-center gap-4">
          <Button look="tape" onClick={() => void refit()}>
            Fit the stiffness to it
          </Button>
          {fit && (
            <>
              <span>
                The photograph says{" "}
                <span className="fig text-lead">{Math.round(fit.power_g)} g</span>,{" "}
                {fit.factor >= 1 ? "stiffer" : "softer"} by{" "}
                {Math.abs(Math.round((fit.factor - 1) * 100))} %; worst point{" "}
                {fit.off_mm.toFixed(0)} mm off.
              </span>
              <Button
                onClick={() =>
                  edit(
                    "keep what the photograph says",
                    (b) => void b.blank.static.push(fit.reading),
                  )
                }
              >
                Keep it with the blank
              </Button>
            </>
          )}
        </div>
      )}
    </section>
  );
}
