import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Download } from "lucide-react";
import { useEffect, useState } from "react";
import { Link, useLocation } from "wouter";

import { api, saidAgainst, take } from "../api/client";
import type { OnePerson, Angler } from "../api/types";
import { PageHead } from "../shell/PageHead";
import { Button, Choice } from "../ui/controls";
import { useKept } from "../ui/useKept";
import { asOptions } from "../ui/options";
import { readMeasure } from "../ui/reading";
import { HAND_WORDS, HANDS_WORDS, SKILL_WORDS, SORE_WORDS } from "../words/shapes";
import { titled } from "../shell/title";

const NEW: Angler = {
  name: "",
  contact: "",
  skill: "",
  hand: "",
  hands: "",
  casts: "",
  forearm_mm: null,
  sore: "",
  likes: "",
  said: [],
};

/** Everybody the shop builds for: their hand and arm, what they said, their rods; taken out whole or deleted. */
export function PeopleView({ id }: { id?: string | undefined }) {
  const [, go] = useLocation();
  const client = useQueryClient();
  const people = useQuery({ queryKey: ["people"], queryFn: () => take(api.GET("/api/people")) });
  const chosen = people.data?.find((p) => p.id === id) ?? (id ? undefined : people.data?.[0]);
  useEffect(() => {
    titled("People");
  }, []);
  const [said, setName] = useKept<string>("person.new");
  const name = said ?? "";
  const [problem, setProblem] = useState("");
  const add = async () => {
    const fresh = crypto.randomUUID();
    try {
      await take(
        api.POST("/api/people", { body: { id: fresh, person: { ...NEW, name: name.trim() } } }),
      );
      setName(undefined);
      setProblem("");
      await client.invalidateQueries({ queryKey: ["people"] });
      go(`/people/${fresh}`);
    } catch (error) {
      setProblem(saidAgainst(error));
    }
  };
  return (
    <div className="bench flex h-full flex-col">
      <PageHead title="People" />
      <div className="grid min-h-0 flex-1 grid-cols-[18rem_minmax(0,1fr)] max-[760px]:grid-cols-1">
        <nav aria-label="Everybody" className="overflow-auto border-r border-line p-3">
          <ul>
            {(people.data ?? []).map((p) => (
              <li key={p.id}>
                <Link
                  href={`/people/${p.id}`}
                  aria-current={p.id === chosen?.id ? "page" : undefined}
                  className={`block rounded px-3 py-2 ${p.id === chosen?.id ? "bg-tape font-semibold text-tape-ink" : "hover:bg-current/10"}`}
                >
                  {p.person.name}
                  <span className="block text-small opacity-80">
                    {p.rods.length === 0
                      ? "no rod yet"
                      : p.rods.length === 1
                        ? p.rods[0]!.name
                        : `${p.rods.length} rods`}
                  </span>
                </Link>
              </li>
            ))}
          </ul>
          <form
            className="mt-4 grid gap-2 border-t border-line pt-3"
            onSubmit={(e) => {
              e.preventDefault();
              void add();
            }}
          >
            <label>
              <span className="label block">Somebody new</span>
              <input
                className="field"
                value={name}
                onChange={(e) => setName(e.target.value || undefined)}
              />
            </label>
            {problem && (
              <p role="alert" className="text-small text-ruin">
                {problem}
              </p>
            )}
            <Button type="submit" look="tape" disabled={!name.trim()}>
              Write them down
            </Button>
          </form>
        </nav>
        <main className="overflow-auto px-6 py-4" tabIndex={0} aria-label="One person">
          {people.isError && <p className="text-ruin">{people.error.message}</p>}
          {chosen ? (
            <One key={chosen.id} one={chosen} />
          ) : (
            people.isSuccess && <p className="text-soft">Nobody is written down yet.</p>
          )}
        </main>
      </div>
    </div>
  );
}

function One({ one }: { one: OnePerson }) {
  const client = useQueryClient();
  const [, go] = useLocation();
  const [kept, setKept] = useKept<Partial<Angler>>(`person.${one.id}`);
  const person = { ...one.person, ...kept };
  // Only what was typed waits here: the rest is as it stands, whoever says it.
  const setPerson = (next: Angler = one.person) => {
    const typed = Object.entries(next).filter(([k, v]) => v !== one.person[k as keyof Angler]);
    setKept(typed.length ? Object.fromEntries(typed) : undefined);
  };
  const [wrong, setWrong] = useState("");
  const [asks, setAsks] = useState("");
  const [forearm, setForearm] = useState(person.forearm_mm ? `${person.forearm_mm}` : "");
  const [word, setWord] = useState("");
  const keep = async (next: Angler) => {
    setPerson(next);
    try {
      await take(
        api.PATCH("/api/people/{person_id}", {
          params: { path: { person_id: one.id } },
          body: { was: one.person, said: next },
        }),
      );
      setWrong("");
      await client.invalidateQueries({ queryKey: ["people"] });
      setPerson(undefined);
    } catch (error) {
      void client.invalidateQueries({ queryKey: ["people"] });
      setWrong(
        saidAgainst(error, "Not kept: the server is away. It stays in this browser until it is."),
      );
    }
  };
  const remove = async (evenSo: boolean) => {
    try {
      await take(
        api.DELETE("/api/people/{person_id}", {
          params: { path: { person_id: one.id }, query: { even_so: evenSo } },
        }),
      );
      setPerson(undefined);
      void client.invalidateQueries();
      go("/people");
    } catch (error) {
      setAsks(error instanceof Error ? error.message : "Not deleted.");
    }
  };
  const typed = (field: "name" | "contact" | "casts" | "likes", label: string) => (
    <label className={field === "likes" ? "col-span-2" : ""}>
      <span className="label block">{label}</span>
      <input
        className="field"
        value={person[field]}
        onChange={(e) => setPerson({ ...person, [field]: e.target.value })}
        onBlur={() => person[field] !== one.person[field] && void keep(person)}
        onKeyDown={(e) => {
          if (e.key === "Enter") e.currentTarget.blur();
        }}
      />
    </label>
  );
  return (
    <div className="grid max-w-[62rem] gap-5">
      <h2 className="text-[clamp(2.5rem,3.1vw,4rem)] leading-[1.18] font-semibold">
        {one.person.name}
      </h2>
      {wrong && (
        <p role="alert" className="text-ruin">
          {wrong}
        </p>
      )}
      <div role="status" className="flex min-h-9 flex-wrap items-center gap-3 text-check">
        {kept && (
          <>
            Typed here and not kept yet.
            <Button onClick={() => void keep(person)}>Keep it</Button>
            <Button look="quiet" onClick={() => setPerson(undefined)}>
              Let it go
            </Button>
          </>
        )}
      </div>
      <div className="grid grid-cols-2 gap-x-6 gap-y-3">
        {typed("name", "Name")}
        {typed("contact", "How to reach them")}
        <Choice
          label="Skill"
          value={person.skill}
          options={[{ value: "", label: "not said" }, ...asOptions(SKILL_WORDS)]}
          onChange={(v) => void keep({ ...person, skill: v as Angler["skill"] })}
        />
        <Choice
          label="Hand"
          value={person.hand}
          options={[{ value: "", label: "not said" }, ...asOptions(HAND_WORDS)]}
          onChange={(v) => void keep({ ...person, hand: v as Angler["hand"] })}
        />
        <Choice
          label="Casts with"
          value={person.hands}
          options={[{ value: "", label: "not said" }, ...asOptions(HANDS_WORDS)]}
          onChange={(v) => void keep({ ...person, hands: v as Angler["hands"] })}
        />
        <Choice
          label="Sore"
          value={person.sore}
          options={[{ value: "", label: "nothing" }, ...asOptions(SORE_WORDS)]}
          onChange={(v) => void keep({ ...person, sore: v as Angler["sore"] })}
        />
        <label>
          <span className="label block">Forearm, elbow’s crease to the middle of the palm, mm</span>
          <input
            className="field"
            value={forearm}
            onChange={(e) => setForearm(e.target.value)}
            onBlur={() => {
              try {
                const mm = forearm.trim() ? readMeasure(forearm, "mm", "length") : null;
                if (mm !== person.forearm_mm) void keep({ ...person, forearm_mm: mm });
              } catch (error) {
                setWrong((error as Error).message);
              }
            }}
            onKeyDown={(e) => {
              if (e.key === "Enter") e.currentTarget.blur();
            }}
          />
        </label>
        {typed("casts", "Casting hand")}
        {typed("likes", "Likes")}
      </div>
      <section aria-label="Their rods">
        <h3>Their rods</h3>
        <ul>
          {one.rods.map((r) => (
            <li key={r.id} className="border-t border-line py-1.5">
              <Link href={`/build/${r.id}`} className="underline">
                {r.name}
              </Link>{" "}
              <span className="text-soft">{r.hangs ? "on the rack" : "put away"}</span>
            </li>
          ))}
          {!one.rods.length && (
            <li className="text-soft">None: write their name under “For” in a rod’s brief.</li>
          )}
        </ul>
      </section>
      <section aria-label="What was said">
        <h3>What was said</h3>
        <ul>
          {person.said.map((s) => (
            <li key={s.id} className="border-l-4 border-tape py-1 pl-3">
              {s.words} <span className="fig text-small text-soft">{s.at.slice(0, 10)}</span>
            </li>
          ))}
        </ul>
        <form
          className="mt-2 flex gap-2"
          onSubmit={(e) => {
            e.preventDefault();
            if (!word.trim()) return;
            const said = {
              id: `s${crypto.randomUUID().slice(0, 8)}`,
              at: new Date().toISOString(),
              words: word.trim(),
            };
            void keep({ ...person, said: [...person.said, said] });
            setWord("");
          }}
        >
          <input
            aria-label="Something they said"
            className="field flex-1"
            value={word}
            onChange={(e) => setWord(e.target.value)}
          />
          <Button type="submit">Note it</Button>
        </form>
      </section>
      <section
        aria-label="Their data"
        className="flex flex-wrap items-center gap-3 border-t border-line pt-3"
      >
        <a
          href={`/api/people/${one.id}/file`}
          className="inline-flex items-center gap-1.5 rounded border border-line bg-raised px-2.5 py-1 text-small hover:border-soft"
        >
          <Download size={14} aria-hidden /> All the shop keeps of them
        </a>
        {asks ? (
          <>
            <p role="alert" className="flex-1 text-check">
              {asks}
            </p>
            <Button onClick={() => void remove(true)}>Delete even so</Button>
            <Button look="quiet" onClick={() => setAsks("")}>
              Leave them
            </Button>
          </>
        ) : (
          <Button
            onClick={() =>
              setAsks(
                `${one.person.name} is struck out of every rod, note, log and paper. It cannot be undone; backups made before still hold the name until they are thrown away.`,
              )
            }
          >
            Delete this person
          </Button>
        )}
      </section>
    </div>
  );
}
