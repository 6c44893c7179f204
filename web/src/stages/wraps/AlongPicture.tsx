import { useEffect, useState } from "react";

import { api, take } from "../../api/client";
import type { AlongPhoto, RingClicked } from "../../api/types";
import { useWidth } from "../../mat/scale";
import { sayOf } from "../../outbox/entries";
import { useRod, useShown } from "../../rod/store";
import { asPicture, BringFile } from "../../ui/BringFile";
import type { BroughtPicture } from "../../ui/BringFile";
import { Button } from "../../ui/controls";

const H = 420;
const BLANK_CLICKS = [
  { id: "seat", says: "Press the middle of the reel foot’s place in the seat." },
  { id: "front", says: "Press the blank where it leaves the handle." },
  { id: "tip", says: "Press the bare tip of the blank." },
];

/** A photograph taken along the rod from behind the butt: seat, blank and rings are pressed, the turns follow. The
 *  picture stays here. */
export function AlongPicture() {
  const { build, plan } = useShown();
  const id = useRod((s) => s.id);
  const [ref, width] = useWidth<HTMLDivElement>();
  const [picture, setPicture] = useState<BroughtPicture | null>(null);
  const [clicks, setClicks] = useState<RingClicked[]>([]);
  const [nearer, setNearer] = useState(1);
  const [behind, setBehind] = useState("400");
  const [seen, setSeen] = useState<AlongPhoto | null>(null);
  const [why, setWhy] = useState("");
  useEffect(() => () => void (picture && URL.revokeObjectURL(picture.url)), [picture]);
  const rings = plan.line_up.looks.filter((k) => k.id !== "tip-top");
  const order = [
    ...BLANK_CLICKS,
    ...[...rings]
      .reverse()
      .map((k) => ({ id: k.id, says: `Press the middle of ${k.name}’s ring, or pass it by.` })),
  ];
  const [at, setAt] = useState(0);
  const next = order[at];
  const k = (picture ? Math.min(width / picture.wide, H / picture.high) : 1) * nearer;
  const bring = (file: File) =>
    asPicture(file).then(
      (brought) => {
        setPicture(brought);
        setClicks([]);
        setAt(0);
        setSeen(null);
        setWhy("");
      },
      (error: Error) => setWhy(error.message),
    );
  const ask = async () => {
    const mm = Number(behind.replace(",", "."));
    if (!(mm > 50 && mm <= 10_000))
      return setWhy("The lens stood between 50 mm and 10 m behind the butt end: measure it.");
    try {
      const body = {
        build,
        behind_mm: mm,
        click_px: Math.min(Math.max(1.5 / Math.max(k, 0.05), 0.3), 40),
        clicks,
      };
      setSeen(await take(api.POST("/api/line-up/photo", { body })));
      setWhy("");
    } catch (error) {
      setSeen(null);
      setWhy((error as Error).message);
    }
  };
  const named = (ring: string) => rings.find((r) => r.id === ring)?.name ?? ring;
  return (
    <section className="border-t border-line pt-3">
      <div className="mb-2 flex flex-wrap items-end gap-4">
        <h2>A photograph along the rod</h2>
        <BringFile
          says={picture ? "Another picture" : "Bring a picture"}
          label="Picture along the rod"
          accept="image/*"
          onBring={(file) => void bring(file)}
        />
        {picture && (
          <>
            <label className="block">
              <span className="label block">The lens behind the butt end, mm</span>
              <input
                className="field w-28"
                inputMode="decimal"
                aria-label="The lens behind the butt end, mm"
                value={behind}
                onChange={(e) => setBehind(e.target.value)}
              />
            </label>
            <label className="block w-44">
              <span className="label block">Nearer</span>
              <input
                type="range"
                className="h-8 w-full accent-[var(--tape)]"
                min={1}
                max={10}
                step={0.5}
                value={nearer}
                onChange={(e) => setNearer(Number(e.target.value))}
              />
            </label>
            <Button disabled={!next || at < 3} onClick={() => setAt(at + 1)}>
              pass it by
            </Button>
            <Button
              look="quiet"
              disabled={at === 0}
              onClick={() => {
                setClicks(clicks.filter((c) => c.id !== order[at - 1]!.id));
                setAt(at - 1);
              }}
            >
              take the last press back
            </Button>
            <Button look="tape" disabled={clicks.length < 7} onClick={() => void ask()}>
              What does it say?
            </Button>
          </>
        )}
      </div>
      {picture && (
        <p className="mb-1" aria-live="polite">
          {next ? next.says : "All are pressed."}
        </p>
      )}
      <div ref={ref} className="max-h-[28rem] overflow-auto">
        {picture && (
          <svg
            width={picture.wide * k}
            height={picture.high * k}
            className="block cursor-crosshair"
            role="group"
            aria-label="The photograph along the rod; press seat, blank and rings"
            onClick={(e) => {
              if (!next) return;
              const box = e.currentTarget.getBoundingClientRect();
              setClicks([
                ...clicks,
                { id: next.id, x_px: (e.clientX - box.left) / k, y_px: (e.clientY - box.top) / k },
              ]);
              setAt(at + 1);
            }}
          >
            <image href={picture.url} width={picture.wide * k} height={picture.high * k} />
            {clicks.map((c) => (
              <circle
                key={c.id}
                cx={c.x_px * k}
                cy={c.y_px * k}
                r="5"
                fill="none"
                stroke="var(--mat-ruin)"
                strokeWidth="2.5"
              />
            ))}
          </svg>
        )}
      </div>
      {why && (
        <p role="alert" className="text-ruin">
          {why}
        </p>
      )}
      {seen && (
        <div className="mt-2 grid gap-2">
          {seen.doubt && <p className="text-check">{seen.doubt}</p>}
          <ul className="flex flex-wrap gap-x-5 gap-y-1" aria-label="Turns in the picture">
            {seen.turns.map((t) => (
              <li key={t.id}>
                {named(t.id)}{" "}
                <span className="fig">
                  {Math.abs(t.turn_deg).toFixed(1)}° {t.turn_deg > 0 ? "right" : "left"} ±{" "}
                  {t.off_deg.toFixed(1)}
                </span>
              </li>
            ))}
          </ul>
          {!seen.doubt && (
            <Button
              className="justify-self-start"
              onClick={() => {
                if (id)
                  for (const t of seen.turns)
                    void sayOf(id, {
                      sighted: {
                        id: t.id,
                        angle_deg: t.turn_deg,
                        off_deg: Math.max(t.off_deg, 0.01),
                        accepted: "",
                      } as never,
                    });
              }}
            >
              Keep these as looks
            </Button>
          )}
        </div>
      )}
    </section>
  );
}
