import { useQuery } from "@tanstack/react-query";
import { ArrowLeft, Download } from "lucide-react";
import { useEffect } from "react";
import { Link, useSearchParams } from "wouter";

import { api, take } from "../api/client";
import { Choice } from "../ui/controls";
import { useSettings } from "../ui/settings";
import { TrueSize } from "./TrueSize";
import { titled } from "../shell/title";

const SHEETS = [
  { value: "all", label: "All of them" },
  { value: "portrait", label: "Portrait" },
  { value: "build-sheet", label: "Build sheet" },
  { value: "story-stick", label: "Story stick 1:1" },
  { value: "glue-up", label: "Glue-up" },
  { value: "turning", label: "Turning card 1:1" },
  { value: "protractor", label: "Wrap-round strips 1:1" },
  { value: "wraps", label: "Wraps" },
  { value: "figures", label: "Figures 1:1" },
  { value: "labels", label: "Labels 1:1" },
  { value: "finish", label: "Finish, for the wall" },
  { value: "as-built", label: "As built" },
  { value: "hand-over", label: "Hand-over" },
] as const;
type Sheet = (typeof SHEETS)[number]["value"];
const TRUE_SIZE = new Set<Sheet>([
  "all",
  "story-stick",
  "turning",
  "protractor",
  "figures",
  "labels",
]);

/** What prints, page by page, before it prints. */
export function SheetView({ id }: { id: string }) {
  const [params, setParams] = useSearchParams();
  const sheet = SHEETS.find((s) => s.value === params.get("show"))?.value ?? "build-sheet";
  const setSheet = (next: Sheet) => setParams({ show: next }, { replace: true });
  const { paper, printScale, set } = useSettings();
  const build = useQuery({
    queryKey: ["build", id],
    queryFn: () => take(api.GET("/api/builds/{build_id}", { params: { path: { build_id: id } } })),
    refetchOnMount: "always",
  });
  const revision = build.data?.version;
  const pages = useQuery({
    queryKey: ["pages", id, sheet, paper, revision],
    queryFn: () =>
      take(
        api.GET("/api/builds/{build_id}/{sheet}/pages", {
          params: { path: { build_id: id, sheet }, query: { paper } },
        }),
      ),
    enabled: revision !== undefined,
  });
  useEffect(() => {
    if (build.data) titled(`${build.data.build.name}, sheets`);
  }, [build.data]);
  const trueSize = TRUE_SIZE.has(sheet);
  const href = `/api/builds/${id}/${sheet}.pdf?paper=${paper}${trueSize ? `&scale=${printScale}` : ""}`;
  return (
    <div className="bench flex h-full flex-col">
      <header className="flex shrink-0 flex-wrap items-center gap-4 px-3 py-2">
        <Link
          href={`/build/${id}`}
          className="flex items-center gap-1.5 rounded px-2 py-1 hover:bg-current/10"
        >
          <ArrowLeft size={16} aria-hidden /> <span className="text-soft">mat</span>
        </Link>
        <h1 className="text-lead font-bold">{build.data?.build.name ?? "…"}</h1>
        <Choice label="Sheet" hideLabel value={sheet} onChange={setSheet} options={[...SHEETS]} />
        <Choice
          label="Paper"
          hideLabel
          value={paper}
          onChange={(p) => set({ paper: p })}
          options={[
            { value: "a4", label: "A4" },
            { value: "letter", label: "Letter" },
            { value: "a3", label: "A3" },
          ]}
        />
        <a href={href} className="torn ml-auto flex items-center gap-1.5 px-4 py-1.5 font-semibold">
          <Download size={15} aria-hidden /> Save the PDF
        </a>
        <a href={`/api/builds/${id}/file`} className="underline">
          Save the build file
        </a>
      </header>
      <main className="flex-1 overflow-auto px-6 pb-10" tabIndex={0} aria-label="Pages">
        {trueSize && <TrueSize />}
        {sheet === "story-stick" && (
          <p className="mb-3 text-soft">
            Print at 100 %, with no scaling. Cut the strips out and glue them on one another in the
            order of their letters, foot to the dashed line, arrow to arrow.
          </p>
        )}
        {sheet === "turning" && (
          <p className="mb-3 text-soft">
            Print at 100 %, with no scaling. Cut the notches out of card: where one slides over the
            turning, that diameter is reached.
          </p>
        )}
        {(build.isError || pages.isError) && (
          <p role="alert" className="text-ruin">
            {(build.error ?? pages.error)?.message}
          </p>
        )}
        {(build.isPending || pages.isPending) && !build.isError && (
          <p className="text-soft">Setting the pages…</p>
        )}
        <div className="flex flex-wrap gap-6">
          {Array.from({ length: pages.data?.pages ?? 0 }, (_, i) => (
            <img
              key={`${sheet}${paper}${revision}${i}`}
              src={`/api/builds/${id}/${sheet}/pages/${i + 1}.png?paper=${paper}&revision=${revision}`}
              alt={`Page ${i + 1} of the ${sheet.replace("-", " ")}`}
              className="w-[36rem] max-w-full bg-white shadow-xl"
            />
          ))}
        </div>
      </main>
    </div>
  );
}
