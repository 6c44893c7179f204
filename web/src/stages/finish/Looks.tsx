import { useShown } from "../../rod/store";
import { hours } from "../../ui/measure";
import { volume } from "../../ui/units";

/** What to look for at which minute, for the coat that turns or is next. */
export function Looks() {
  const { plan } = useShown();
  const { coats } = plan.finish;
  const coat = coats.find((c) => !c.laid) ?? coats.at(-1);
  if (!coat || !plan.finish.areas) return null;
  return (
    <section>
      <h2 className="mb-1">
        What to look for, coat {coat.number}
        {coat.words && `, ${coat.words}`}
      </h2>
      <table
        className="w-full border-collapse"
        aria-label={`What to look for, coat ${coat.number}`}
      >
        <tbody>
          {coat.looks.map((k) => (
            <tr key={k.words} className="border-b border-line align-baseline">
              <th scope="row" className="fig w-20 py-1 pr-3 text-right whitespace-nowrap">
                {k.minute ? hours(k.minute) : "mixed"}
              </th>
              <td className="py-1">{k.words}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </section>
  );
}

/** In which order the places of the next coat are brushed, and from which mix. */
export function OrderToCoat() {
  const { build, plan } = useShown();
  const { order } = plan.finish;
  if (!order.length) return null;
  return (
    <section>
      <h2 className="mb-1">In this order</h2>
      <p className="mb-1 text-soft">
        What must level first, then tip to butt: the big feet take a mix that has thickened.
      </p>
      <ol
        aria-label="The order to coat in"
        className="grid grid-cols-[repeat(auto-fill,minmax(15rem,1fr))] gap-x-6"
      >
        {order.map((o) => (
          <li
            key={`${o.mix} ${o.what}`}
            className="flex items-baseline gap-2 border-b border-line py-1"
          >
            <span className="fig w-16 text-soft">
              {plan.finish.order.some((x) => x.mix > 1) ? `${o.mix}. ` : ""}
              {o.minute.toFixed(0)} min
            </span>
            <span className="flex-1">{o.what}</span>
            <span className="fig text-small">{volume(o.ml, build.units)}</span>
          </li>
        ))}
      </ol>
    </section>
  );
}
