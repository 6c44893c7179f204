import { ArrowLeft } from "lucide-react";
import type { ReactNode } from "react";
import { Link } from "wouter";

import { HeadTools } from "./HeadTools";

/** The head of a page beside the rods: back to where it was come from, what it is, and the tools of every head. */
export function PageHead({
  title,
  href = "/",
  back = "rack",
  children,
}: {
  title: string;
  href?: string;
  back?: string;
  children?: ReactNode;
}) {
  return (
    <header className="flex min-h-13 shrink-0 flex-wrap items-center gap-x-3 border-b border-line px-5">
      <Link href={href} className="inline-flex items-center gap-1 hover:underline">
        <ArrowLeft size={16} aria-hidden /> {back}
      </Link>
      <h1 className="text-lead font-bold">{title}</h1>
      {children}
      <div className="ml-auto flex items-center">
        <HeadTools />
      </div>
    </header>
  );
}
