import type { StageName } from "../api/types";
import { useShown } from "../rod/store";
import { isAbout, jobIn } from "../stages/jobs";
import { HELP } from "../stages/help";
import { Button } from "../ui/controls";
import { useSettings } from "../ui/settings";
import { Item, keyOf } from "./Item";

/** What was concluded about the job in hand, worst first. Nothing to say: the room is given back. */
export function Findings(props: {
  stage: StageName;
  job: string | undefined;
  onSelect: (what: string | null) => void;
}) {
  const { plan } = useShown();
  const job = jobIn(props.stage, props.job).job;
  const here = plan.findings.filter((f) => f.stage === props.stage && isAbout(f.code, job));
  const key = `${props.stage}/${job}`;
  const { seen, set } = useSettings();
  const help = seen.includes(key) ? undefined : HELP[key];
  if (!here.length && !help) return null;
  const weighty = here.filter((f) => f.weight !== "note");
  const notes = here.filter((f) => f.weight === "note");
  return (
    <aside
      aria-label="Findings"
      tabIndex={0}
      className="w-[20rem] shrink-0 overflow-auto border-l border-line bg-deep px-4 pt-3 pb-8 max-[1150px]:w-[16.5rem] max-[760px]:w-full max-[760px]:border-l-0"
    >
      {help && (
        <section aria-label="What this is for" className="mb-3 border-l-4 border-tape pl-3">
          <p>{help.is}</p>
          <p className="text-soft">{help.measure}</p>
          <Button look="quiet" className="-ml-2" onClick={() => set({ seen: [...seen, key] })}>
            Read; ? brings it back
          </Button>
        </section>
      )}
      {here.length > 0 && <h2 className="mb-1">About this job</h2>}
      <ul>
        {weighty.map((f, n) => (
          <Item key={keyOf(f, n)} finding={f} beside={props.stage} onSelect={props.onSelect} />
        ))}
      </ul>
      {notes.length > 0 && (
        <details open className="mt-2 border-t border-line">
          <summary className="label min-h-8 cursor-pointer py-1.5">
            good to know, {notes.length}
          </summary>
          <ul>
            {notes.map((f, n) => (
              <Item key={keyOf(f, n)} finding={f} beside={props.stage} onSelect={props.onSelect} />
            ))}
          </ul>
        </details>
      )}
    </aside>
  );
}
