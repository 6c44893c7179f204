import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";

import { api, saidAgainst, take } from "../api/client";
import type { Doors } from "../api/types";
import { Button, Pick } from "../ui/controls";

type Account = Doors["accounts"][number];

/** Everybody who may sign in: another password, or an account let go; and a form for the next. */
export function Accounts({ all }: { all: Doors }) {
  const client = useQueryClient();
  const [problem, setProblem] = useState("");
  const [anew, setAnew] = useState<string | null>(null);
  const [said, setSaid] = useState("");
  /** What is said against it; nothing when it is done. */
  const act = async (doing: Promise<unknown>, then: string): Promise<string> => {
    let against = "";
    try {
      await doing;
      setSaid(then);
      setAnew(null);
    } catch (error) {
      setSaid("");
      against = saidAgainst(error);
    }
    await client.invalidateQueries({ queryKey: ["door"] });
    return against;
  };
  const at = (a: Account) => ({ params: { path: { account_id: a.id } } });
  return (
    <section aria-labelledby="accounts">
      <h2 id="accounts" className="text-lead font-bold">
        Accounts
      </h2>
      <ul className="divide-y divide-line">
        {all.accounts.map((a) => (
          <li key={a.id} className="flex flex-wrap items-center gap-x-3 py-2">
            <span className="flex-1">
              <span className="font-semibold">{a.name}</span>{" "}
              <span className="text-soft">{all.roles[a.role]}</span>
            </span>
            <Button
              look="quiet"
              aria-label={`Another password: ${a.name}`}
              aria-expanded={anew === a.id}
              onClick={() => setAnew(anew === a.id ? null : a.id)}
            >
              Another password
            </Button>
            <Button
              look="quiet"
              aria-label={`Close it: ${a.name}`}
              onClick={() =>
                void act(
                  take(api.DELETE("/api/door/accounts/{account_id}", at(a))),
                  `${a.name}’s account is closed.`,
                ).then(setProblem)
              }
            >
              Close it
            </Button>
            {anew === a.id && (
              <PasswordForm
                asks={[`A password for ${a.name}, ten letters or more`]}
                onSaid={([password]) =>
                  act(
                    take(
                      api.PUT("/api/door/accounts/{account_id}/password", {
                        ...at(a),
                        body: { password: password! },
                      }),
                    ),
                    `${a.name} has another password; every window signed in by the old one is out.`,
                  )
                }
              />
            )}
          </li>
        ))}
      </ul>
      <NewAccount first={all.accounts.length === 0} act={act} onProblem={setProblem} />
      {problem && (
        <p role="alert" className="mt-2 text-ruin">
          {problem}
        </p>
      )}
      {!problem && said && (
        <p role="status" className="mt-2 text-soft">
          {said}
        </p>
      )}
    </section>
  );
}

function NewAccount({
  first,
  act,
  onProblem,
}: {
  first: boolean;
  act: (doing: Promise<unknown>, then: string) => Promise<string>;
  onProblem: (against: string) => void;
}) {
  const [name, setName] = useState("");
  const [role, setRole] = useState<"owner" | "builder" | "viewer">("builder");
  const [password, setPassword] = useState("");
  const make = async () => {
    const body = { name: name.trim(), role: first ? ("owner" as const) : role, password };
    const made = take(api.POST("/api/door/accounts", { body }));
    const against = await act(made, `${body.name} may sign in.`);
    onProblem(against);
    if (!against) {
      setName("");
      setPassword("");
    }
  };
  return (
    <form
      className="mt-3 flex flex-wrap items-end gap-3"
      onSubmit={(e) => {
        e.preventDefault();
        void make();
      }}
    >
      <label>
        <span className="label block">{first ? "The owner’s name" : "Somebody’s name"}</span>
        <input
          className="field w-40"
          autoComplete="off"
          value={name}
          onChange={(e) => setName(e.target.value)}
        />
      </label>
      {!first && (
        <Pick
          label="They are"
          className="w-32"
          value={role}
          options={(["builder", "viewer", "owner"] as const).map((r) => ({ value: r, label: r }))}
          onChange={setRole}
        />
      )}
      <label>
        <span className="label block">Password, ten letters or more</span>
        <input
          className="field w-56"
          type="password"
          autoComplete="new-password"
          value={password}
          onChange={(e) => setPassword(e.target.value)}
        />
      </label>
      <Button type="submit" look={first ? "tape" : "plain"} disabled={!name.trim() || !password}>
        Make the account
      </Button>
    </form>
  );
}

/** One password, or the old and the new one; what is said against it stands below, and what was typed stays. */
export function PasswordForm({
  asks,
  onSaid,
}: {
  asks: string[];
  onSaid: (typed: string[]) => Promise<string>;
}) {
  const [typed, setTyped] = useState(asks.map(() => ""));
  const [against, setAgainst] = useState("");
  return (
    <form
      className="flex basis-full flex-wrap items-end gap-3 py-2"
      onSubmit={(e) => {
        e.preventDefault();
        void onSaid(typed).then(setAgainst);
      }}
    >
      {asks.map((ask, n) => (
        <label key={ask}>
          <span className="label block">{ask}</span>
          <input
            className="field w-56"
            type="password"
            autoComplete={n < asks.length - 1 ? "current-password" : "new-password"}
            value={typed[n]}
            onChange={(e) => setTyped(typed.map((t, m) => (m === n ? e.target.value : t)))}
          />
        </label>
      ))}
      <Button type="submit" disabled={typed.some((t) => !t)}>
        Set it
      </Button>
      {against && (
        <p role="alert" className="basis-full text-ruin">
          {against}
        </p>
      )}
    </form>
  );
}
