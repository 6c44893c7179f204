import { Link } from "wouter";

import type { StageName } from "../api/types";
import { useRod } from "../rod/store";

export interface JobWords<J extends string> {
  job: J;
  word: string;
  says: string;
}

/** The jobs within a stage, in the order they are done; what is held stays held. */
export function JobNav<J extends string>(props: {
  stage: StageName;
  jobs: JobWords<J>[];
  here: J;
  selected: string | null;
}) {
  const id = useRod((s) => s.id);
  const { stage, jobs, here, selected } = props;
  return (
    <nav aria-label={`Jobs: ${stage}`} className="-mt-1 flex flex-wrap gap-x-5 gap-y-1">
      {jobs.map(({ job, word, says }) => (
        <Link
          key={job}
          href={`/build/${id}/${stage}/${job}${selected ? `?at=${selected}` : ""}`}
          aria-current={job === here ? "page" : undefined}
          title={says}
          className={`min-h-7 border-b-2 text-body ${
            job === here
              ? "border-pencil font-semibold text-ink"
              : "border-transparent text-soft hover:text-ink"
          }`}
        >
          {word}
        </Link>
      ))}
    </nav>
  );
}
