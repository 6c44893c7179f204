import { useState } from "react";

import { Button, Choice } from "../ui/controls";
import { sound, useAlarm, VOICES } from "./alarm";

/** How the alarm sounds and how loud, tried before it is needed. */
export function AlarmPanel() {
  const { voice, volume } = useAlarm();
  const [said, setSaid] = useState("");
  const [allowed, setAllowed] = useState(
    "Notification" in window ? Notification.permission : "denied",
  );
  return (
    <section aria-label="The alarm" className="grid gap-3 border-b border-line bg-raised px-5 py-3">
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
