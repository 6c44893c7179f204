import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { Link, useSearchParams } from "wouter";

import { api, saidAgainst, take } from "../api/client";
import type { AtTheDoor, DoorLink, Doors, LetIn } from "../api/types";
import { PageHead } from "../shell/PageHead";
import { Answer } from "../stages/Answer";
import { Button, Pick } from "../ui/controls";
import { due } from "../rack/clocks";
import { Accounts, PasswordForm } from "./Accounts";
import { ago } from "./moments";
import { titled } from "../shell/title";

const KIND_WORDS: Record<string, string> = {
  window: "signed in",
  phone: "phone",
  client: "client",
};

/** Who may come in from the shop's network, what is let in now, and who did what. */
export function DoorView() {
  useEffect(() => {
    titled("The door");
  }, []);
  const door = useQuery({ queryKey: ["door"], queryFn: () => take(api.GET("/api/door")) });
  const owns = door.data?.role === "owner";
  const all = useQuery({
    queryKey: ["door", "all"],
    queryFn: () => take(api.GET("/api/door/all")),
    enabled: owns,
    refetchInterval: 5000,
  });
  return (
    <div className="bench flex h-full flex-col">
      <PageHead title="The door">
        {door.data && !door.data.here && (
          <span className="text-soft">
            you are {door.data.who}, {door.data.role}
          </span>
        )}
      </PageHead>
      <main className="flex-1 overflow-auto px-6 py-5" tabIndex={0} aria-label="The door">
        {door.isError && <p className="text-ruin">{door.error.message}</p>}
        {door.data && <HowOpen door={door.data} />}
        {door.data && !door.data.here && <Mine door={door.data} />}
        {all.data && door.data && (
          <div className="mt-6 grid grid-cols-[minmax(0,1fr)_minmax(0,1fr)] gap-10 max-[1000px]:grid-cols-1">
            <div className="grid content-start gap-8">
              {door.data.owner_made && door.data.network && <MakeLink door={door.data} />}
              {!door.data.owner_made && <Accounts all={all.data} />}
              {door.data.owner_made && <Inside all={all.data} />}
            </div>
            <div className="grid content-start gap-8">
              {door.data.owner_made && <Accounts all={all.data} />}
              <Trail />
            </div>
          </div>
        )}
      </main>
    </div>
  );
}

function HowOpen({ door }: { door: AtTheDoor }) {
  if (!door.network)
    return (
      <Answer
        tone="wait"
        says={
          <>
            Nothing but this machine reaches the shop. To open it to the shop’s own network, for
            phones at the bench: stop it, and start it with{" "}
            <code className="fig">./wise-spool start --lan</code>. Whoever comes in then has an
            account or a link; what is sent is encrypted.{" "}
            {door.locked ? (
              <>
                On this machine it opens by an address that holds once;{" "}
                <code className="fig">./wise-spool let-in</code> prints another one.
              </>
            ) : (
              <>
                Everybody who has an account on this machine reaches it; with{" "}
                <code className="fig">--locked</code> they need an address that only you are told.
              </>
            )}
          </>
        }
      >
        {door.locked ? "The door is shut and locked" : "The door is shut"}
      </Answer>
    );
  if (!door.owner_made)
    return (
      <Answer
        tone="look"
        says="The first account is the owner’s. Until it is there nobody comes in from the network."
      >
        Make the owner’s account
      </Answer>
    );
  return (
    <Answer
      says={
        <>
          At <span className="fig">{door.network.address}</span>, for those with an account or a
          link, from the shop’s own network only.
        </>
      }
    >
      Open to the shop’s network
    </Answer>
  );
}

/** Whoever came in from the network: another password of their own, and out again. */
function Mine({ door }: { door: AtTheDoor }) {
  const [anew, setAnew] = useState(false);
  const out = async (everywhere: boolean) => {
    await take(api.POST("/api/door/sign-out", { params: { query: { everywhere } } }));
    location.assign("/");
  };
  const set = async ([old, password]: string[]) => {
    try {
      await take(api.PUT("/api/door/password", { body: { old: old!, password: password! } }));
      location.assign("/"); // every window is signed out, this one too
      return "";
    } catch (error) {
      return saidAgainst(error);
    }
  };
  return (
    <div className="mt-4">
      <p className="flex flex-wrap gap-2">
        <Button onClick={() => void out(false)}>Sign out</Button>
        <Button look="quiet" onClick={() => void out(true)}>
          Sign out everywhere
        </Button>
        {door.has_password && (
          <Button look="quiet" aria-expanded={anew} onClick={() => setAnew(!anew)}>
            Another password
          </Button>
        )}
      </p>
      {anew && (
        <>
          <PasswordForm
            asks={["The password as it is", "A new one, ten letters or more"]}
            onSaid={set}
          />
          <p className="text-soft">
            Every window signed in by the old one is signed out, this one too.
          </p>
        </>
      )}
    </div>
  );
}

/** A phone or a client is let in: the link as a picture to point the phone at, told once. */
function MakeLink({ door }: { door: AtTheDoor }) {
  const [params] = useSearchParams();
  const client = useQueryClient();
  const asked = params.get("rod");
  const [kind, setKind] = useState<"phone" | "client">(asked ? "client" : "phone");
  const [name, setName] = useState("");
  const [role, setRole] = useState<"builder" | "viewer">("builder");
  const [rod, setRod] = useState(asked ?? "");
  const [link, setLink] = useState<DoorLink | null>(null);
  const [problem, setProblem] = useState("");
  const rods = useQuery({
    queryKey: ["rack", "first"],
    queryFn: () => take(api.GET("/api/builds")),
    enabled: kind === "client",
  });
  const make = async () => {
    try {
      setLink(
        await take(
          api.POST("/api/door/links", {
            body: { kind, name: name.trim(), role, rod_id: kind === "client" ? rod || null : null },
          }),
        ),
      );
      setProblem("");
      await client.invalidateQueries({ queryKey: ["door"] });
    } catch (error) {
      setProblem(saidAgainst(error));
    }
  };
  return (
    <section aria-labelledby="let-in">
      <h2 id="let-in" className="text-lead font-bold">
        Let somebody in
      </h2>
      <form
        className="mt-2 flex flex-wrap items-end gap-3"
        onSubmit={(e) => {
          e.preventDefault();
          void make();
        }}
      >
        <Pick
          label="A link for"
          className="w-40"
          value={kind}
          options={[
            { value: "phone", label: "a phone of the shop" },
            { value: "client", label: "a client" },
          ]}
          onChange={(k) => {
            setKind(k);
            setLink(null);
          }}
        />
        <label>
          <span className="label block">
            {kind === "phone" ? "What to call it" : "Who it is for"}
          </span>
          <input className="field w-36" value={name} onChange={(e) => setName(e.target.value)} />
        </label>
        {kind === "phone" ? (
          <Pick
            label="It may"
            className="w-32"
            value={role}
            options={[
              { value: "builder", label: "work" },
              { value: "viewer", label: "look only" },
            ]}
            onChange={setRole}
          />
        ) : (
          <Pick
            label="Sees"
            className="w-32"
            value={rod || "none"}
            options={[
              { value: "none", label: "which rod?" },
              ...(rods.data ?? []).map((r) => ({ value: r.id, label: r.name })),
            ]}
            onChange={(r) => setRod(r === "none" ? "" : r)}
          />
        )}
        <Button type="submit" look="tape" disabled={!name.trim()}>
          Make its link
        </Button>
      </form>
      {problem && (
        <p role="alert" className="mt-2 text-ruin">
          {problem}
        </p>
      )}
      {link && (
        <div className="mt-4 flex gap-6 max-[520px]:flex-wrap" role="status">
          <img
            src={link.picture}
            alt="The link as a code to point a phone at"
            className="size-56 shrink-0 bg-white"
          />
          <ol className="min-w-0 flex-1 list-decimal pl-5">
            <li>
              Once a phone: open{" "}
              <span className="fig break-all">{door.network!.address}/api/door/authority.crt</span>{" "}
              on it, go on past its warning this one time, and install what it loads as a
              certificate to trust. It is right when its SHA-256 begins{" "}
              <span className="fig">{door.network!.fingerprint.slice(0, 23)}</span>.
            </li>
            <li className="mt-2">Point its camera at this code and open what it reads.</li>
            <li className="mt-2">
              {kind === "phone"
                ? `It holds once, until ${due(link.ends_at)}.`
                : "It opens as often as it is opened, ninety days long, until you take it away."}
            </li>
            <li className="mt-2">
              Or send it as words: <span className="fig break-all">{link.address}</span>
            </li>
          </ol>
        </div>
      )}
    </section>
  );
}

function Inside({ all }: { all: Doors }) {
  const client = useQueryClient();
  const [problem, setProblem] = useState("");
  const away = async (one: LetIn) => {
    try {
      await take(
        api.DELETE("/api/door/let-in/{pass_id}", { params: { path: { pass_id: one.id } } }),
      );
      setProblem("");
    } catch (error) {
      setProblem(saidAgainst(error));
    }
    await client.invalidateQueries({ queryKey: ["door"] });
  };
  return (
    <section aria-labelledby="inside">
      <h2 id="inside" className="text-lead font-bold">
        Let in now
      </h2>
      {problem && (
        <p role="alert" className="text-ruin">
          {problem}
        </p>
      )}
      {all.let_in.length === 0 && <p className="text-soft">Nobody.</p>}
      <ul className="mt-1 divide-y divide-line">
        {all.let_in.map((one) => (
          <li key={one.id} className="flex flex-wrap items-center gap-x-4 py-2">
            <span className="min-w-0 flex-1">
              <span className="font-semibold">{one.name}</span>{" "}
              <span className="text-soft">
                {one.is_link ? `a ${one.kind}’s link` : KIND_WORDS[one.kind]}
                {one.kind !== "client" && `, ${one.role}`}
              </span>
              <span className="fig block text-small text-soft">
                {one.is_link ? `until ${due(one.ends_at)}` : `seen ${ago(one.seen_at!)}`}
              </span>
            </span>
            <Button aria-label={`Take away: ${one.name}`} onClick={() => void away(one)}>
              Take away
            </Button>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Trail() {
  const steps = useQuery({
    queryKey: ["door", "trail"],
    queryFn: () => take(api.GET("/api/door/trail")),
    refetchInterval: 10_000,
  });
  return (
    <section aria-labelledby="trail">
      <h2 id="trail" className="text-lead font-bold">
        Who did what
      </h2>
      {steps.data?.length === 0 && (
        <p className="text-soft">Kept from the day the first account is made.</p>
      )}
      <ol className="mt-1 text-small">
        {(steps.data ?? []).slice(0, 40).map((s) => (
          <li key={s.id} className="flex gap-3 border-b border-line/60 py-1">
            <span className="fig w-28 shrink-0 text-soft">{ago(s.at)}</span>
            <span className="w-32 shrink-0 truncate font-semibold" title={s.who}>
              {s.who}
            </span>
            {s.rod_id ? (
              <Link href={`/build/${s.rod_id}`} className="min-w-0 underline">
                {s.did}
              </Link>
            ) : (
              <span className="min-w-0">{s.did}</span>
            )}
          </li>
        ))}
      </ol>
    </section>
  );
}
