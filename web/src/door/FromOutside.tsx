import { useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";

import { api, saidAgainst, take } from "../api/client";
import { Button } from "../ui/controls";
import { askAtTheDoor, FROM_THE_NETWORK, useDoor } from "./who";
import { titled } from "../shell/title";

/** What stands at the door from outside: a link is taken in, somebody signs in, a client is shown their rod. */
export function FromOutside() {
  const { who, said } = useDoor();
  if (location.pathname === "/come-in" && who === undefined) return <ComeIn />;
  if (who === undefined) return <main className="bench h-full" aria-busy="true" />;
  return who?.role === "client" ? <Shown /> : <SignIn said={said} />;
}

function Outside({ title, children }: { title: string; children: React.ReactNode }) {
  useEffect(() => {
    titled(title);
  }, [title]);
  return (
    <main className="bench grid h-full place-items-center overflow-auto p-5">
      <div className="w-full max-w-[26rem] border-t-8 border-tape bg-raised p-6 shadow-xl">
        <img src="/spool.svg" alt="" className="mb-2 size-10" />
        <h1 className="text-figure font-bold">{title}</h1>
        {children}
      </div>
    </main>
  );
}

/** A link is opened: its token never leaves the address's last part but to the door. */
function ComeIn() {
  const [problem, setProblem] = useState("");
  useEffect(() => {
    const token = location.hash.slice(1);
    history.replaceState(null, "", "/come-in");
    void (async () => {
      try {
        await take(api.POST("/api/door/come-in", { body: { token } }));
        history.replaceState(null, "", "/");
        await askAtTheDoor();
      } catch (error) {
        setProblem(token ? saidAgainst(error) : "This link is not whole: open it once more.");
      }
    })();
  }, []);
  return (
    <Outside title={problem ? "Not let in" : "Coming in…"}>
      {problem && (
        <>
          <p role="alert" className="mt-3 text-ruin">
            {problem}
          </p>
          <p className="mt-4">
            <a href="/" className="underline">
              Sign in by name instead
            </a>
          </p>
        </>
      )}
    </Outside>
  );
}

function SignIn({ said }: { said: string }) {
  const [name, setName] = useState("");
  const [password, setPassword] = useState("");
  const [problem, setProblem] = useState("");
  const [busy, setBusy] = useState(false);
  const signIn = async () => {
    setBusy(true);
    try {
      await take(api.POST("/api/door/sign-in", { body: { name, password } }));
      setProblem("");
      await askAtTheDoor();
    } catch (error) {
      setProblem(saidAgainst(error));
    }
    setBusy(false);
  };
  return (
    <Outside title="Who is it?">
      {said && <p className="mt-2 text-check">{said}</p>}
      <form
        className="mt-4 grid gap-4"
        onSubmit={(e) => {
          e.preventDefault();
          void signIn();
        }}
      >
        <label>
          <span className="label block">Your name here</span>
          <input
            className="field !min-h-11"
            autoComplete="username"
            value={name}
            onChange={(e) => setName(e.target.value)}
          />
        </label>
        <label>
          <span className="label block">Password</span>
          <input
            className="field !min-h-11"
            type="password"
            autoComplete="current-password"
            aria-invalid={!!problem}
            value={password}
            onChange={(e) => setPassword(e.target.value)}
          />
        </label>
        {problem && (
          <p role="alert" className="text-ruin">
            {problem}
          </p>
        )}
        <Button
          type="submit"
          look="tape"
          className="min-h-11 justify-center"
          disabled={busy || !name.trim() || !password}
        >
          Come in
        </Button>
      </form>
      <p className="mt-4 text-small text-soft">
        {FROM_THE_NETWORK
          ? "A phone comes in without a password: let it in from the shop’s own machine, at “The door”."
          : "This machine is locked. The shop opens by the address that its start printed; ./wise-spool let-in prints another one."}
      </p>
    </Outside>
  );
}

/** What a client sees: their rod, and how far it is. */
function Shown() {
  const rod = useQuery({ queryKey: ["shown"], queryFn: () => take(api.GET("/api/shown")) });
  return (
    <main className="bench h-full overflow-auto p-5">
      <div className="mx-auto max-w-[60rem]">
        <h1 className="text-figure font-bold">{rod.data?.name ?? "Your rod"}</h1>
        {rod.isError && <p className="text-ruin">{rod.error.message}</p>}
        {rod.data && (
          <>
            <p className="text-lead">{rod.data.words.join(" ")}</p>
            {rod.data.steps > 0 && (
              <div
                role="img"
                aria-label={`${rod.data.done} of ${rod.data.steps} steps done`}
                className="mt-3 h-3 bg-current/15"
              >
                <div
                  className="h-3 bg-tape"
                  style={{ width: `${(100 * rod.data.done) / rod.data.steps}%` }}
                />
              </div>
            )}
            <img
              src="/api/shown/portrait.png"
              alt={`${rod.data.name}, drawn`}
              className="mt-5 w-full bg-white shadow-xl"
            />
          </>
        )}
      </div>
    </main>
  );
}
