// Every other way there is, a line each on one clock from a cold kitchen.
import { useMemo } from "react";
import { Link } from "react-router";
import type { Way } from "../../api";
import { NextStep } from "../../shell";
import { decode, Thumb, useWidth } from "../../slice";
import { useUnits } from "../../ui";
import { COMPARED, said } from "./compare";
import { cardWith } from "./fitted";
import { mainHeats } from "./heats";

const COLUMNS =
  "lg:grid-cols-[156px_124px_minmax(0,1fr)_180px_52px_46px_46px_38px_60px] xl:grid-cols-[166px_140px_minmax(0,1fr)_280px_56px_50px_50px_46px_62px]";
const CELLS = ["plate", "off", "hands", "past"];
const NAMES = ["plate", "heat", "hands", "over"];
const HIGH = 16;

type Props = { ways: Way[]; query: string; toFront: (kind: string) => void };

export function Behind({ ways, query, toFront }: Props) {
  const [box, width] = useWidth<HTMLDivElement>();
  if (ways.length === 0) return null;
  const ends = ways.flatMap((w) =>
    w.plan ? [w.plan.heat_up_s + Math.max(w.plan.eat_by_s, w.plan.party_s)] : [],
  );
  const longestS = Math.max(60, ...ends);
  const stepS = longestS > 2400 ? 1200 : longestS > 1200 ? 600 : 300;
  const ticks = Array.from({ length: Math.floor(longestS / stepS) + 1 }, (_, i) => i * stepS);
  return (
    <section aria-labelledby="behind-name" className="pt-4">
      <h2 id="behind-name" className="text-small quiet">
        and every other way, on one clock from a cold kitchen
      </h2>
      {/* biome-ignore lint/a11y/noRedundantRoles: laid out as a grid, it would be no table to who hears it */}
      <table className="block w-full" role="table" data-testid="behind">
        <thead className="block">
          <tr
            className={`max-lg:sr-only lg:grid ${COLUMNS} gap-x-4 items-end text-small quiet text-left`}
          >
            {["Way", "Set to", "Why"].map((name) => (
              <th key={name} scope="col" className="font-normal">
                <span className="sr-only">{name}</span>
              </th>
            ))}
            <th scope="col" className="font-normal">
              <span className="sr-only">Over time</span>
              <div ref={box} className="relative h-5" aria-hidden="true">
                {ticks.map((s) => (
                  <span
                    key={s}
                    className={`absolute figures ${s ? "-translate-x-1/2" : ""}`}
                    style={{ left: `${(100 * s) / longestS}%` }}
                  >
                    {s / 60}
                    {s === 0 && " min"}
                  </span>
                ))}
              </div>
            </th>
            {CELLS.map((key, i) => (
              <th key={key} scope="col" className="font-normal text-right">
                {NAMES[i]}
              </th>
            ))}
            <th scope="col">
              <span className="sr-only">Compare</span>
            </th>
          </tr>
        </thead>
        <tbody className="block">
          {ways.map((way) => (
            <Line
              key={way.kind}
              way={way}
              query={query}
              width={width}
              longestS={longestS}
              ticks={ticks}
              toFront={() => toFront(way.kind)}
            />
          ))}
        </tbody>
      </table>
    </section>
  );
}

type LineProps = {
  way: Way;
  query: string;
  width: number;
  longestS: number;
  ticks: number[];
  toFront: () => void;
};

function Line({ way, query, width, longestS, ticks, toFront }: LineProps) {
  const units = useUnits();
  const { plan } = way;
  const field = useMemo(() => (plan?.field ? decode(plan.field) : null), [plan?.field]);
  if (!plan) return null;
  const px = (s: number) => (s / longestS) * width;
  return (
    <tr
      data-travels={way.kind}
      className={`relative grid grid-cols-[1fr_auto] ${COLUMNS} gap-x-4 items-center hair-t min-h-11 hover:bg-base-200`}
    >
      <th scope="row" className="text-left">
        <Link
          to={cardWith(way.kind, query, plan.fitted)}
          data-way={way.kind}
          data-testid={`way-${way.kind}`}
          className="font-semibold after:absolute after:inset-0 whitespace-nowrap"
        >
          {way.name}
        </Link>
      </th>
      <td className="text-small figures whitespace-nowrap overflow-hidden text-ellipsis row-start-2 lg:row-start-auto">
        {mainHeats(plan, units)}
      </td>
      <td
        className="max-lg:sr-only text-small quiet whitespace-nowrap overflow-hidden text-ellipsis"
        title={said(way).why}
      >
        {said(way).why}
      </td>
      <td className="relative hidden lg:block" style={{ height: HIGH }} aria-hidden="true">
        {ticks.map((s) => (
          <span
            key={s}
            className="absolute -top-1.5 -bottom-1.5 border-l border-base-300"
            style={{ left: px(s) }}
          />
        ))}
        <span
          className="absolute left-0 border-t-2 border-dotted border-primary"
          style={{ top: HIGH / 2, width: px(plan.heat_up_s) }}
        />
        {plan.batches > 1 && (
          <span
            className="absolute border-t-2 border-dotted border-base-content/40"
            style={{ top: HIGH / 2, left: px(plan.heat_up_s), width: px(plan.party_s) }}
          />
        )}
        {field && width > 0 && (
          <div className="absolute top-0" style={{ left: px(plan.heat_up_s) }}>
            <Thumb
              field={field}
              width={Math.max(6, Math.round(px(field.endS)))}
              height={HIGH}
              offS={plan.off_heat_s}
              title={`Slice over time: ${way.name}`}
            />
          </div>
        )}
      </td>
      {CELLS.map((key, i) => {
        const of = COMPARED.find((one) => one.key === key);
        return of ? (
          <td
            key={key}
            data-testid={`${key}-${way.kind}`}
            className={`figures text-right whitespace-nowrap ${i === 0 ? "font-semibold col-start-2 row-start-1 lg:col-start-auto lg:row-start-auto" : "max-lg:sr-only lg:text-small"}`}
          >
            {of.text(plan, units)}
          </td>
        ) : null;
      })}
      <td className="row-start-2 col-start-2 lg:row-start-auto lg:col-start-auto text-right">
        <button
          type="button"
          className="relative z-10 text-small quiet underline underline-offset-4 min-h-11 min-w-11 pl-2"
          data-testid={`beside-${way.kind}`}
          aria-label={`Compare ${way.name} with the first ones`}
          onClick={toFront}
        >
          compare
        </button>
      </td>
    </tr>
  );
}

/** What cannot be done stays in reach, with the reason. */
export function Others({ ways }: { ways: Way[] }) {
  if (ways.length === 0) return null;
  return (
    <details className="pt-4" data-testid="others">
      <summary className="pick !whitespace-normal">
        Not for this piece tonight: {ways.map((w) => w.name.toLowerCase()).join(", ")}
      </summary>
      <ul>
        {ways.map((way) => (
          <li
            key={way.kind}
            data-testid={`not-${way.kind}`}
            className="grid sm:grid-cols-[168px_1fr] gap-x-4 py-1.5 hair-t text-small"
          >
            <span className="font-semibold">{way.name}</span>
            <span>
              {way.reasons
                .filter((r) => !r.good)
                .map((r) => r.message)
                .join(" ")}
            </span>
          </li>
        ))}
      </ul>
      <NextStep codes={ways.flatMap((w) => w.reasons.map((reason) => reason.code))} />
    </details>
  );
}
