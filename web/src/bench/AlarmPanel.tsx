import { useState } from "react";

import { Button, Choice } from "../ui/controls";
import { sound, useAlarm, VOICES } from "./alarm";
import { useEar, useHeard } from "./ear";
import { HARD } from "./knocks";

/** How the bench is heard, and how it hears; both tried before they are needed. */
export function AlarmPanel() {
  return (
    <div className="grid max-h-[60vh] [&_[role=group]_button]:min-h-11 overflow-auto border-b border-line bg-raised md:grid-cols-2">
      <Sounds />
      <Ear />
    </div>
  );
}

function Sounds() {
  const { voice, volume } = useAlarm();
  const [said, setSaid] = useState("");
  const [allowed, setAllowed] = useState(
    "Notification" in window ? Notification.permission : "denied",
  );
  return (
    <section aria-label="The alarm" className="grid content-start gap-3 px-5 py-3">
      <Choice
        label="It sounds as"
        value={voice}
        options={VOICES}
        onChange={(v) => useAlarm.setState({ voice: v })}
      />
      <label className="grid gap-1">
        <span className="label">how loud</span>
        <input
          type="range"
          min={0.05}
          max={1}
          step={0.05}
          value={volume}
          className="h-11 w-full max-w-96 accent-[var(--accent)]"
          onChange={(e) => useAlarm.setState({ volume: Number(e.target.value) })}
        />
      </label>
      <div className="flex flex-wrap items-center gap-3">
        <Button
          className="min-h-11"
          onClick={() =>
            setSaid(sound() ? "That is how it sounds. Louder?" : "This browser has no voice.")
          }
        >
          Try it
        </Button>
        {allowed === "default" && (
          <Button
            className="min-h-11"
            onClick={() => void Notification.requestPermission().then(setAllowed)}
          >
            Tell me in another window, too
          </Button>
        )}
        {allowed === "granted" && (
          <span className="text-soft">It is told in another window, too.</span>
        )}
        {said && <span role="status">{said}</span>}
      </div>
    </section>
  );
}

const HARDNESS = (Object.keys(HARD) as (keyof typeof HARD)[]).map((value) => ({
  value,
  label: `a ${value}`,
}));

/** Knocks on the bench as a switch for hands that are full. */
function Ear() {
  const { listens, hard } = useEar();
  const { open, trouble, last, times } = useHeard();
  return (
    <section aria-label="Knocks" className="grid content-start gap-3 px-5 py-3">
      <div className="flex flex-wrap items-center gap-3">
        <Button
          className="min-h-11"
          look={listens ? "tape" : undefined}
          aria-pressed={listens}
          onClick={() => useEar.setState({ listens: !listens })}
        >
          Listen for knocks
        </Button>
        <p className="min-w-52 flex-1">
          Two knocks on the bench go on, three go back. One is never taken.
        </p>
      </div>
      {listens && (
        <Choice
          label="A knock is as hard as"
          value={hard}
          options={HARDNESS}
          onChange={(v) => useEar.setState({ hard: v })}
        />
      )}
      {open && <Loudness least={HARD[hard]} />}
      <p role="status" className={trouble ? "text-ruin" : "text-soft"}>
        {listens && trouble}
        {open && !trouble && (times ? `${last} heard: ${DID[last]}.` : "Knock twice to try it.")}
      </p>
      <p className="text-small text-soft">
        What the microphone hears is measured on this device and thrown away. Somebody who hammers
        just two or three times is taken for you.
      </p>
    </section>
  );
}

const DID: Record<number, string> = { 2: "it went on", 3: "it went back" };

/** How loud it is now, against how loud a knock must be; on a scale of loudness, as ears have it. */
function Loudness({ least }: { least: number }) {
  const level = useHeard((h) => h.level);
  return (
    <div aria-hidden className="relative h-6 rounded bg-field">
      <div
        className="h-full rounded bg-[var(--accent)]"
        style={{ width: `${100 * onScale(level)}%` }}
      />
      <div
        className="absolute inset-y-0 w-0.5 bg-ink"
        style={{ left: `${100 * onScale(least)}%` }}
      />
    </div>
  );
}

const onScale = (level: number) =>
  Math.min(Math.max(1 + Math.log10(Math.max(level, 1e-3)) / 3, 0), 1);
