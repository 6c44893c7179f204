import { useQuery } from "@tanstack/react-query";

import { api, take } from "../api/client";
import { amount } from "../counter/amount";
import { Answer, Fig } from "../stages/Answer";

/** What open rods are short of, a basket for each seller. */
export function ToBuy() {
  const shopping = useQuery({
    queryKey: ["shopping"],
    queryFn: () => take(api.GET("/api/shopping")),
    refetchOnMount: "always",
  });
  if (shopping.isError) return <p className="text-ruin">{shopping.error.message}</p>;
  if (!shopping.data) return <p className="text-soft">Counting…</p>;
  const baskets = shopping.data;
  const things = baskets.reduce((n, b) => n + b.things.length, 0);
  return (
    <div className="grid gap-6">
      <Answer
        says={
          things
            ? "Short for the rods on the rack, or fewer than you keep. What is on order counts as there."
            : "Everything the rods on the rack take is here or on order."
        }
      >
        {things ? (
          <>
            <Fig>{things}</Fig> {things === 1 ? "thing" : "things"} to buy
          </>
        ) : (
          "Nothing to buy"
        )}
      </Answer>
      {baskets.map((b) => (
        <section key={b.seller} aria-label={`From ${b.seller}`}>
          <h2 className="flex flex-wrap items-baseline gap-x-4">
            {b.seller === "nobody yet" ? "Sold by nobody you know yet" : b.seller}
            {Number(b.comes_to) > 0 && (
              <span className="fig text-body font-normal">{amount(b.comes_to)}</span>
            )}
            {b.unpriced > 0 && (
              <span className="text-small font-normal text-soft">{b.unpriced} without a price</span>
            )}
          </h2>
          <ul>
            {b.things.map((t) => (
              <li
                key={`${t.kind}${t.name}`}
                className="grid grid-cols-[3.5rem_minmax(0,1fr)_minmax(0,1.4fr)_7rem_6rem] items-baseline gap-x-4 border-t border-line py-1.5 max-[760px]:grid-cols-[3.5rem_minmax(0,1fr)]"
              >
                <span className="fig text-right text-lead font-bold">{t.pieces}</span>
                <span className="font-semibold">
                  {t.name} <span className="font-normal text-soft">{t.kind}</span>
                </span>
                <span className="text-small text-soft">
                  {t.why}
                  {t.rods.length > 0 && ` (${t.rods.join(", ")})`}
                </span>
                <span className="fig text-small text-soft">
                  {t.here_on ? `here ${t.here_on}` : ""}
                </span>
                <span className="fig text-right">{t.comes_to ? amount(t.comes_to) : ""}</span>
              </li>
            ))}
          </ul>
        </section>
      ))}
    </div>
  );
}
