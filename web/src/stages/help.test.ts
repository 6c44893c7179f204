import { expect, test } from "vitest";

import { HELP } from "./help";
import { isAbout, jobOfField, JOBS_OF, whereIs } from "./jobs";

test("every job says what it is for and what is measured, and nothing else does", () => {
  const jobs = Object.entries(JOBS_OF).flatMap(([stage, all]) =>
    all.map((j) => `${stage}/${j.job}`),
  );
  expect(Object.keys(HELP).sort()).toEqual(jobs.sort());
});

test("a field leads to the job it is changed in, and to its stage where any job will do", () => {
  expect(whereIs("x", "guides", "guides.reel.lip_ahead_mm")).toBe(
    "/build/x/guides/reel-side?at=guides.reel.lip_ahead_mm",
  );
  expect(whereIs("x", "handle", "handle.parts.p1")).toBe("/build/x/handle?at=handle.parts.p1");
  expect(whereIs("x", "finish", null)).toBe("/build/x/finish");
  expect(jobOfField("brief.who")).toBe("purpose");
});

test("a conclusion is shown beside the jobs it is about", () => {
  expect(isAbout("arbor-thick", "arbor")).toBe(true);
  expect(isAbout("arbor-thick", "turning")).toBe(false);
  expect(isAbout("what-nobody-named", "turning")).toBe(true);
});
