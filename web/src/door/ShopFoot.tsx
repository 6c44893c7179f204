import { useQuery } from "@tanstack/react-query";
import { DoorClosed, DoorOpen, ShieldCheck, ShieldQuestion } from "lucide-react";
import { Link } from "wouter";

import { api, take } from "../api/client";
import { ago } from "./moments";

const LINK = "inline-flex min-h-8 items-center gap-1.5 rounded px-2 hover:bg-current/10";

/** At the rack's foot: when the shop was last backed up, and whether its door is open. */
export function ShopFoot() {
  const door = useQuery({ queryKey: ["door"], queryFn: () => take(api.GET("/api/door")) });
  const owns = door.data?.role === "owner";
  const kept = useQuery({
    queryKey: ["keeping"],
    queryFn: () => take(api.GET("/api/keeping")),
    enabled: owns,
    retry: false,
  });
  if (!door.data) return null;
  const last = kept.data?.backups[0];
  return (
    <p className="mx-5 mt-6 flex flex-wrap gap-x-4 border-t border-line pt-2 text-small text-soft">
      {kept.data && (
        <Link href="/kept-safe" className={LINK}>
          {last ? <ShieldCheck size={15} aria-hidden /> : <ShieldQuestion size={15} aria-hidden />}
          {last ? `backed up ${ago(last.made_at)}` : "no backup yet"}
        </Link>
      )}
      <Link href="/door" className={LINK}>
        {door.data.network ? (
          <DoorOpen size={15} aria-hidden />
        ) : (
          <DoorClosed size={15} aria-hidden />
        )}
        {door.data.here
          ? door.data.network
            ? "open to the shop’s network"
            : "the door is shut"
          : door.data.locked
            ? "locked on this machine"
            : `signed in: ${door.data.who}`}
      </Link>
    </p>
  );
}
