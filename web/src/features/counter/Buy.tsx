// How much to buy for so many, in each form it is sold in, and what is left for stock.
import { useState } from "react";
import { api } from "../../api";
import { type Piece, which } from "../../card";
import { NumberField, useUnits } from "../../ui";
import { withUnit } from "../../units";
import { useAnswer } from "./useAnswer";

const SOLD: { [key: string]: string } = {
  whole: "whole",
  gutted: "gutted",
  head_off: "gutted, head off",
  fillet: "skinless fillet",
};

export function Buy({ piece }: { piece: Piece }) {
  const units = useUnits();
  const [people, setPeople] = useState(12);
  const [eachG, setEachG] = useState(170);
  const { answer, problem } = useAnswer(
    "shopping",
    { which: which(piece), people: Math.max(0, Math.round(people)), each_g: eachG },
    api.shopping,
  );
  const most = Math.max(1, ...(answer?.forms.map((f) => f.buy_g[1] ?? 0) ?? []));
  const weigh = (g: number) =>
    units.mass === "g" && g >= 1000 ? `${(g / 1000).toFixed(1)} kg` : withUnit(g, "gram", units);
  const range = (g: number[]) => {
    const [low = 0, high = 0] = g;
    return high - low < 1 ? weigh(high) : `${weigh(low)} to ${weigh(high)}`;
  };
  return (
    <section aria-label="Buying" className="grid gap-y-4">
      <div className="flex flex-wrap gap-x-10 gap-y-2">
        <NumberField
          label="How many eat"
          quantity="plain"
          suffix=""
          value={people}
          field="people"
          problem={problem}
          testId="people"
          onChange={setPeople}
        />
        <NumberField
          label="Fillet each"
          quantity="gram"
          value={eachG}
          field="each_g"
          problem={problem}
          onChange={setEachG}
        />
      </div>
      {answer && !problem && (
        <table className="text-left" data-testid="buy">
          <thead className="text-small quiet">
            <tr className="hair-b">
              <th className="font-normal py-1">Sold</th>
              <th className="font-normal w-full max-sm:hidden">
                <span className="sr-only">As a bar</span>
              </th>
              <th className="font-normal text-right">Buy</th>
              <th className="font-normal text-right pl-3 sm:pl-8">Left for stock</th>
            </tr>
          </thead>
          <tbody>
            {answer.forms.map((form) => {
              const [low = 0, high = 0] = form.buy_g;
              return (
                <tr key={form.sold} className="hair-b h-12">
                  <th scope="row" className="font-semibold pr-2 sm:pr-6">
                    {SOLD[form.sold] ?? form.sold}
                  </th>
                  <td className="relative max-sm:hidden" aria-hidden="true">
                    <span
                      className="absolute left-0 top-1/2 h-1.5 -mt-1 bg-base-content"
                      style={{ width: `${(100 * low) / most}%` }}
                    />
                    <span
                      className="absolute top-1/2 h-1.5 -mt-1 bg-base-content/35"
                      style={{
                        left: `${(100 * low) / most}%`,
                        width: `${(100 * (high - low)) / most}%`,
                      }}
                    />
                  </td>
                  <td className="figures text-right pl-3 sm:pl-6">{range(form.buy_g)}</td>
                  <td className="figures text-right quiet pl-3 sm:pl-8">
                    {(form.stock_g[1] ?? 0) < 1 ? "none" : range(form.stock_g)}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      )}
      <p className="text-small quiet max-w-[60ch]">
        Yields differ from fish to fish and from hand to hand: buy the high figure to be sure.
        Whether the catch is sustainable changes from place to place: ask for the local advice.
      </p>
    </section>
  );
}
