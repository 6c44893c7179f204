import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";

import { api, Refused, saidAgainst, take } from "../api/client";
import type { PriceLine, RodPrice, Terms } from "../api/types";
import { sayOf, useEntries } from "../outbox/entries";
import { freshRowId } from "../rod/changes";
import { PageHead } from "../shell/PageHead";
import { Answer, Fig } from "../stages/Answer";
import { Button } from "../ui/controls";
import { useKept } from "../ui/useKept";
import { amount } from "./amount";
import { titled } from "../shell/title";

/** What one rod comes to: asked for, made of, and frozen when it is sent. */
export function PriceView({ id }: { id: string }) {
  const client = useQueryClient();
  const rod = useQuery({
    queryKey: ["rod-name", id],
    queryFn: () => take(api.GET("/api/builds/{build_id}", { params: { path: { build_id: id } } })),
  });
  const price = useQuery({
    queryKey: ["price", id],
    queryFn: () =>
      take(api.GET("/api/builds/{build_id}/price", { params: { path: { build_id: id } } })),
    refetchOnMount: "always",
  });
  const name = rod.data?.build.name ?? "";
  useEffect(() => {
    titled(name ? `${name}: the price` : "The price");
  }, [name]);
  const again = () => client.invalidateQueries({ queryKey: ["price", id] });
  return (
    <div className="bench flex h-full flex-col">
      <PageHead title="The price" href={`/build/${id}`} back={name || "the rod"} />
      <main className="min-h-0 flex-1 overflow-auto px-6 py-4" tabIndex={0} aria-label="The price">
        {price.isError && (
          <p role="alert" className="text-ruin">
            {price.error.message}
          </p>
        )}
        {price.isPending && <p className="text-soft">Adding up…</p>}
        {price.data && <Priced id={id} found={price.data} onChanged={() => void again()} />}
      </main>
    </div>
  );
}

function Priced(props: { id: string; found: RodPrice; onChanged: () => void }) {
  const { id, found, onChanged } = props;
  const { priced, terms, budget } = found;
  const over = budget !== null && Number(priced.total) > Number(budget);
  return (
    <div className="mx-auto grid max-w-[82rem] gap-5">
      <Answer
        tone={priced.unpriced.length || over ? "look" : "plain"}
        says={
          <>
            {found.low !== found.high && (
              <>
                Between <Fig>{amount(found.low)}</Fig> and <Fig>{amount(found.high)}</Fig>, as hands
                scatter from step to step.{" "}
              </>
            )}
            {priced.hour_earns !== null && (
              <>
                An hour at the bench earns <Fig>{amount(priced.hour_earns)}</Fig> of it, over{" "}
                {(priced.hands_min / 60).toFixed(1)} h.{" "}
              </>
            )}
            {budget !== null &&
              (over
                ? `The brief allows ${amount(budget)}. `
                : `Within the ${amount(budget)} the brief allows. `)}
            {priced.unpriced.length > 0 &&
              `Nobody gave a price for ${priced.unpriced.slice(0, 3).join(", ")}${priced.unpriced.length > 3 ? ` and ${priced.unpriced.length - 3} more` : ""}: they count nothing yet.`}
          </>
        }
      >
        <Fig>{amount(priced.total)}</Fig> {priced.currency}
      </Answer>
      <Dresses found={found} />
      <div className="grid grid-cols-[minmax(0,1fr)_24rem] items-start gap-8 max-[1050px]:grid-cols-1">
        <div>
          <Lines lines={priced.lines} total={priced.total} />
          {found.learned.length > 0 && (
            <p className="mt-2 text-small text-soft">
              {found.learned.length === 1
                ? "One step’s minutes are"
                : `Minutes of ${found.learned.length} steps are`}{" "}
              learned from your own rods; the rest are from habit.
            </p>
          )}
        </div>
        <div className="grid gap-6">
          <CameIn id={id} found={found} onChanged={onChanged} />
          <Papers id={id} />
          <Odds found={found} />
          <TermsOf terms={terms} onChanged={onChanged} />
        </div>
      </div>
    </div>
  );
}

/** Three dresses of the same rod as tags on a cord, and what other margins would ask. */
function Dresses({ found }: { found: RodPrice }) {
  return (
    <section
      aria-label="Three dresses"
      className="flex flex-wrap gap-x-5 gap-y-3 border-t border-line pt-4"
    >
      {found.variants.map((v) => (
        <div
          key={v.name}
          className={`min-w-44 rounded-r-full border border-l-4 py-2 pr-8 pl-4 ${v.name === "planned" ? "border-line border-l-pencil bg-raised" : "border-line border-l-line"}`}
        >
          <p className="text-small text-soft">{v.words}</p>
          {v.priced ? (
            <>
              <p className="fig text-lead font-bold">{amount(v.priced.total)}</p>
              <p className="fig text-small text-soft">{(v.priced.hands_min / 60).toFixed(1)} h</p>
            </>
          ) : (
            <p className="text-small text-soft">cannot be planned so</p>
          )}
        </div>
      ))}
      <table className="ml-auto text-small">
        <caption className="label text-left">at another margin</caption>
        <tbody>
          {found.at.map((a) => (
            <tr key={a.margin_percent}>
              <th scope="row" className="fig pr-4 text-left font-normal text-soft">
                {amount(a.margin_percent)} %
              </th>
              <td className="fig pr-4 text-right">{amount(a.total)}</td>
              <td className="fig text-right text-soft">
                {a.hour_earns !== null && `${amount(a.hour_earns)} an hour`}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

const HEADS: [kinds: string[], word: string][] = [
  [["goods", "small"], "Goods"],
  [["hands"], "Hands"],
  [["overhead", "margin", "tax", "rounding"], "On top"],
];

function Lines({ lines, total }: { lines: PriceLine[]; total: string }) {
  return (
    <table className="w-full">
      <caption className="sr-only">What the price is made of</caption>
      {HEADS.map(([kinds, word]) => (
        <tbody key={word}>
          <tr>
            <th colSpan={4} scope="rowgroup" className="label pt-3 text-left font-normal">
              {word}
            </th>
          </tr>
          {lines
            .filter((x) => kinds.includes(x.kind))
            .map((x, n) => (
              <tr key={n} className="border-b border-line/60">
                <td className="py-1 pr-3">{x.words}</td>
                <td className="fig w-28 py-1 pr-3 text-right text-soft">
                  {x.amount !== null && x.amount !== undefined
                    ? x.unit === "min"
                      ? `${(x.amount / 60).toFixed(1)} h`
                      : `${x.amount}${x.unit ? ` ${x.unit}` : ""}`
                    : ""}
                </td>
                <td className="fig w-28 py-1 pr-3 text-right text-soft">
                  {x.each ? `at ${amount(x.each)}` : x.kind === "goods" ? "no price" : ""}
                </td>
                <td className="fig w-28 py-1 text-right">{amount(x.comes_to)}</td>
              </tr>
            ))}
        </tbody>
      ))}
      <tfoot>
        <tr>
          <th scope="row" colSpan={3} className="py-2 text-left">
            Asked for
          </th>
          <td className="fig py-2 text-right text-lead font-bold">{amount(total)}</td>
        </tr>
      </tfoot>
    </table>
  );
}

/** Money that came in: entries of the rod's record like any other, off the next invoice. */
function CameIn(props: { id: string; found: RodPrice; onChanged: () => void }) {
  const { id, found, onChanged } = props;
  const [{ much, words } = { much: "", words: "" }, setTyped] = useKept<{
    much: string;
    words: string;
  }>(`paid.${id}`);
  const [wrong, setWrong] = useState("");
  const waiting = useEntries((s) => s.waiting.filter((w) => w.rod === id && w.entry.paid).length);
  // eslint-disable-next-line react-hooks/exhaustive-deps
  useEffect(onChanged, [waiting]);
  const book = async () => {
    const typed = much.trim().replace(",", ".");
    if (!/^\d{1,8}([.]\d{1,2})?$/.test(typed) || Number(typed) <= 0) {
      setWrong(`“${much.trim()}” is no amount: 400, or 399.50.`);
      return;
    }
    await sayOf(id, { paid: { id: freshRowId(), amount: typed, words: words.trim() } });
    setTyped(undefined);
    setWrong("");
  };
  return (
    <section aria-label="Paid">
      <h2>Paid</h2>
      {found.paid.length > 0 && (
        <ul>
          {found.paid.map((p, n) => (
            <li key={n} className="flex justify-between gap-3 border-t border-line py-1">
              <span>{p.words}</span>
              <span className="fig">{amount(p.comes_to)}</span>
            </li>
          ))}
          <li className="flex justify-between gap-3 border-t border-line py-1 font-semibold">
            <span>{Number(found.left) < 0 ? "to give back" : "left to pay"}</span>
            <span className="fig text-lead">{amount(found.left.replace("-", ""))}</span>
          </li>
        </ul>
      )}
      {waiting > 0 && (
        <p className="text-small text-check">Kept here, sent when the server answers.</p>
      )}
      <form
        className="mt-1 grid grid-cols-[7rem_minmax(0,1fr)_auto] items-end gap-2"
        onSubmit={(e) => {
          e.preventDefault();
          void book();
        }}
      >
        <label>
          <span className="label block">How much</span>
          <input
            className="field"
            value={much}
            inputMode="decimal"
            autoComplete="off"
            aria-invalid={wrong ? true : undefined}
            onChange={(e) => setTyped({ much: e.target.value, words })}
          />
        </label>
        <label>
          <span className="label block">For what</span>
          <input
            className="field"
            value={words}
            placeholder="deposit"
            maxLength={120}
            autoComplete="off"
            onChange={(e) => setTyped({ much, words: e.target.value })}
          />
        </label>
        <Button type="submit" disabled={!much.trim()}>
          It came in
        </Button>
      </form>
      {wrong && (
        <p role="alert" className="text-note text-ruin">
          {wrong}
        </p>
      )}
    </section>
  );
}

function Papers({ id }: { id: string }) {
  const client = useQueryClient();
  const [problem, setProblem] = useState("");
  const papers = useQuery({
    queryKey: ["papers", id],
    queryFn: () =>
      take(api.GET("/api/builds/{build_id}/papers", { params: { path: { build_id: id } } })),
  });
  const send = useMutation({
    mutationFn: (kind: "quote" | "invoice") =>
      take(
        api.POST("/api/builds/{build_id}/papers", {
          params: { path: { build_id: id } },
          body: { id: crypto.randomUUID(), kind },
        }),
      ),
    onSuccess: () => {
      setProblem("");
      void client.invalidateQueries({ queryKey: ["papers", id] });
    },
    onError: (e) =>
      setProblem(e instanceof Refused ? e.message : "It could not be sent: the server is away."),
  });
  return (
    <section aria-label="Papers">
      <h2>Papers</h2>
      <div className="my-2 flex gap-2">
        <Button look="tape" disabled={send.isPending} onClick={() => send.mutate("quote")}>
          Freeze a quote
        </Button>
        <Button disabled={send.isPending} onClick={() => send.mutate("invoice")}>
          Freeze an invoice
        </Button>
      </div>
      {problem && (
        <p role="alert" className="text-small text-ruin">
          {problem}
        </p>
      )}
      <ul>
        {(papers.data ?? []).map((p) => (
          <li
            key={p.id}
            className="flex items-baseline justify-between gap-3 border-t border-line py-1.5"
          >
            <a href={`/api/builds/${id}/papers/${p.id}.pdf`} className="underline">
              {p.paper.kind === "quote" ? "Quote" : "Invoice"} {p.paper.number}
              {p.paper.revision > 1 && `, revision ${p.paper.revision}`}
            </a>
            <span className="fig">{amount(p.paper.total)}</span>
            <span className="fig text-small text-soft">{p.paper.day}</span>
          </li>
        ))}
      </ul>
      {papers.data?.length === 0 && (
        <p className="text-small text-soft">
          Nothing was sent yet. A frozen paper stays as it is, whatever becomes of the rod or the
          shelf.
        </p>
      )}
    </section>
  );
}

function Odds({ found }: { found: RodPrice }) {
  if (!found.odd.length) return null;
  return (
    <section aria-label="Missing, double, wrong together">
      <h2>Before you buy</h2>
      <ul>
        {found.odd.map((o) => (
          <li key={o.words} className="border-t border-line py-1.5 text-small">
            <span className="font-semibold capitalize">{o.sort}: </span>
            {o.words}
          </li>
        ))}
      </ul>
    </section>
  );
}

const TERM_FIELDS: [key: keyof Terms, label: string, unit: string][] = [
  ["hour", "An hour of hands", ""],
  ["small_stuff", "Abrasives and towels, a rod", ""],
  ["waste_percent", "Waste of measured goods", "%"],
  ["overhead_percent", "Rent, power, tools", "%"],
  ["margin_percent", "Margin", "%"],
  ["tax_percent", "Tax", "%"],
  ["deposit_percent", "Deposit", "%"],
  ["step", "Asked prices end on", ""],
  ["currency", "Money", ""],
  ["rates", "Other money, one in ours", ""],
];

/** Terms as they are typed, and back: rates stand as `crown 0.94; dollar 10.5`. */
const typedOf = (terms: Terms, key: keyof Terms): string =>
  key === "rates"
    ? Object.entries(terms.rates ?? {})
        .map(([money, worth]) => `${money} ${worth}`)
        .join("; ")
    : String(terms[key]);
const point = (text: string) => text.trim().replace(",", ".");
const ratesOf = (text: string): [money: string, worth: string][] =>
  text
    .split(";")
    .filter((row) => row.trim())
    .map((row) => {
      const [, money, worth] = /^(.*?)[\s=]*([-+\d.,]*)$/.exec(row.trim())!;
      return [money!.trim() || worth!, point(worth!)];
    });

type Typed = Partial<Record<keyof Terms, string>>;
const without = (said: Typed, key: keyof Terms): Typed =>
  Object.fromEntries(Object.entries(said).filter(([k]) => k !== key));

/** How the shop reckons: kept as they are left, refused at their field. */
function TermsOf({ terms, onChanged }: { terms: Terms; onChanged: () => void }) {
  const [kept, setTyped] = useKept<Typed>("terms");
  const typed = kept ?? {};
  const [wrong, setWrong] = useState<Typed>({});
  const keep = async (key: keyof Terms) => {
    const text = typed[key];
    if (text === undefined) return;
    if (text === typedOf(terms, key)) return setTyped(without(typed, key));
    const rates = key === "rates" ? ratesOf(text) : [];
    const twice = rates.find(([money], n) => rates.some(([one], k) => k < n && one === money));
    if (twice) return setWrong({ ...wrong, rates: `${twice[0]} is said twice.` });
    const said = key === "rates" ? Object.fromEntries(rates) : point(text);
    try {
      const body = { was: terms, said: { ...terms, [key]: said } };
      await take(api.PATCH("/api/terms", { body }));
      setTyped(without(typed, key));
      setWrong(without(wrong, key));
      onChanged();
    } catch (error) {
      setWrong({ ...wrong, [key]: saidAgainst(error) });
      onChanged();
    }
  };
  return (
    <section aria-label="How the shop reckons">
      <h2>How the shop reckons</h2>
      <div className="grid grid-cols-2 gap-x-4 gap-y-2">
        {TERM_FIELDS.map(([key, label, unit]) => (
          <label key={key}>
            <span className="label block">
              {label}
              {unit && `, ${unit}`}
            </span>
            <input
              className="field"
              value={typed[key] ?? typedOf(terms, key)}
              aria-invalid={wrong[key] ? true : undefined}
              onChange={(e) => setTyped({ ...typed, [key]: e.target.value })}
              onBlur={() => void keep(key)}
              onKeyDown={(e) => {
                if (e.key === "Enter") e.currentTarget.blur();
              }}
            />
            {typed[key] !== undefined && typed[key] !== typedOf(terms, key) && !wrong[key] && (
              <span className="text-note text-check">typed, not kept yet: Enter keeps it</span>
            )}
            {wrong[key] && (
              <span role="alert" className="text-note text-ruin">
                {wrong[key]}
              </span>
            )}
          </label>
        ))}
      </div>
      <p className="mt-2 text-note text-soft">
        Numbers of the shop, not law: what taxes apply is for your own country’s rules to say.
      </p>
    </section>
  );
}
