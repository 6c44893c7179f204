import { Link } from "wouter";

import type { StageName } from "../api/types";
import { useRod } from "../rod/store";

export interface JobWords<J extends string> {
  job: J;
  word: string;
  says: string;
  /** The job is a list: the mat folds to a strip unless it was unfolded here. */
  folds?: boolean;
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
    <nav
      aria-label={`Jobs: ${stage}`}
      className="flex gap-x-1 overflow-x-auto border-b border-line px-4"
    >
      {jobs.map(({ job, word, says }) => (
        <Link
          key={job}
          href={`/build/${id}/${stage}/${job}${selected ? `?at=${selected}` : ""}`}
          aria-current={job === here ? "page" : undefined}
          title={says}
          className={`flex min-h-9 items-center border-b-2 px-2.5 text-body whitespace-nowrap ${
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
