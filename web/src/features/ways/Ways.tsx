import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useMemo, useRef } from "react";
import { Link } from "react-router";
import { api, type Plan, type Way } from "../../api";
import { FOOD_SAFETY, question, WISHES, type Wish, wishes } from "../../card";
import { useFish, useKeys, usePiece } from "../../shell";
import { decode, Thumb, useWidth } from "../../slice";
import { Failure, Fold, Notices, Refusal, useUnits } from "../../ui";
import { clock, figure, scale, span, withUnit } from "../../units";
import { cardWith } from "./fitted";

const WISH_NAMES: Record<Wish, string> = {
  crisp: "crisp skin",
  tender: "tender",
  quick: "quick",
  hands_off: "hands off",
  forgiving: "forgiving",
  little_smell: "little smell",
  little_fat: "little fat",
};

/** Strips are 44 px high, and higher while there are few. */
const strip = (rows: number) => (rows <= 4 ? 84 : 44);

export function Ways() {
  const { piece, query, change } = usePiece();
  const units = useUnits();
  const rows = useRef<HTMLOListElement>(null);
  const [clockBox, clockWidth] = useWidth<HTMLDivElement>();
  const ways = useQuery({
    queryKey: ["rank", query],
    queryFn: ({ signal }) =>
      api.rank(
        { ...question(piece), wishes: wishes(piece), field: { times: 120, depths: 24 } },
        signal,
      ),
    placeholderData: keepPreviousData,
    retry: false,
  });
  const { list, fish } = useFish(piece);
  const cut = list.data?.cuts.find((c) => c.key === piece.cut);
  const levels = cut?.levels ?? fish?.levels;
  const usual = cut?.usual_level ?? fish?.usual_level;
  const level = levels?.find((l) => l.key === (piece.level ?? usual));
  const move = (by: number) => {
    const all = [...(rows.current?.querySelectorAll<HTMLElement>("a[data-way]") ?? [])];
    const i = all.indexOf(document.activeElement as HTMLElement);
    all[Math.min(Math.max(i + by, 0), all.length - 1)]?.focus();
  };
  useKeys({
    ArrowUp: { does: () => move(-1), says: "up and down the ways" },
    ArrowDown: { does: () => move(1), says: "up and down the ways" },
  });

  const toggle = (wish: Wish) =>
    change({
      wishes: WISHES.filter((w) => piece.wishes.includes(w) !== (w === wish)),
    });

  const plans = ways.data?.ways.flatMap((w) => (w.plan ? [w.plan] : [])) ?? [];
  const longestS = Math.max(60, ...plans.map((p) => p.eat_by_s));
  // As many marks as have room for their figures.
  const most = clockWidth > 0 ? Math.min(7, Math.max(1, Math.floor(clockWidth / 64))) : 7;
  const stepS = [60, 120, 300, 600, 900, 1800].find((s) => longestS / s <= most) ?? 3600;
  const ticks = Array.from({ length: Math.floor(longestS / stepS) + 1 }, (_, i) => i * stepS);
  const at = scale("celsius", units);

  return (
    <div className="max-w-[1196px] px-4 md:px-8 pt-6 pb-8">
      <header className="flex flex-wrap items-end justify-between gap-x-8 gap-y-2 pb-3">
        <div>
          <h1 className="text-title font-bold">
            {piece.own?.name ?? fish?.name ?? "Fish"},{" "}
            {withUnit(piece.thicknessMm, "millimetre", units)}
          </h1>
          <p className="quiet">
            {piece.level === FOOD_SAFETY
              ? "to the food-safety figure"
              : level &&
                `${level.name}, ${figure(level.low_c, at)}–${withUnit(level.high_c, "celsius", units)} in the middle`}{" "}
            · from {withUnit(piece.startC, "celsius", units)} · {piece.pieces} ×{" "}
            {withUnit(piece.massG, "gram", units)} ·{" "}
            <Link to={{ pathname: "/", search: query }} className="underline underline-offset-4">
              change the piece
            </Link>
          </p>
        </div>
        <fieldset className="flex flex-wrap items-center gap-x-5">
          <legend className="text-small quiet">What matters tonight</legend>
          {WISHES.map((wish) => (
            <button
              key={wish}
              type="button"
              className="pick"
              aria-pressed={piece.wishes.includes(wish)}
              onClick={() => toggle(wish)}
              data-testid={`want-${wish}`}
            >
              {WISH_NAMES[wish]}
            </button>
          ))}
        </fieldset>
      </header>
      {ways.isError && (
        <div className="py-6">
          <Failure message={ways.error.message} retry={() => void ways.refetch()} />
          <p className="pt-3">
            <Link to={{ pathname: "/", search: query }} className="underline">
              Back to the counter
            </Link>
          </p>
        </div>
      )}
      {!ways.data && !ways.isError && <p className="quiet py-6">Cooking it every way there is</p>}
      {ways.data && ways.data.refused.length > 0 && (
        <div className="pt-4 grid gap-y-5 max-w-[70ch]">
          <Refusal notices={ways.data.refused}>
            {ways.data.refused.some((n) => n.code === "at_risk_below_code") && (
              <button
                type="button"
                className="btn h-12 px-6 justify-self-start font-semibold"
                data-testid="to-the-figure"
                onClick={() => change({ level: FOOD_SAFETY })}
              >
                Use the food-safety target
              </button>
            )}
            <Link to={{ pathname: "/", search: query }} className="underline underline-offset-4">
              Back to the counter
            </Link>
          </Refusal>
          <Notices notices={ways.data.notices} />
        </div>
      )}
      {ways.data && ways.data.refused.length === 0 && (
        <>
          {ways.data.notices.length > 0 && (
            <div className="hair-b pb-1 mb-1" data-testid="ways-notices">
              <Fold
                summary={
                  <>
                    <span className="text-warning font-bold" aria-hidden="true">
                      ▲{" "}
                    </span>
                    {ways.data.notices[0]?.message}
                    {ways.data.notices.length > 1 && ` And ${ways.data.notices.length - 1} more.`}
                  </>
                }
                wrong={false}
                testId="ways-know"
              >
                <Notices notices={ways.data.notices} />
              </Fold>
            </div>
          )}
          <div className="hidden lg:grid lg:grid-cols-[190px_1fr_56px_88px_68px_64px] xl:grid-cols-[250px_1fr_72px_100px_72px_80px] gap-x-4 xl:gap-x-6 items-end hair-b pb-1 text-small quiet">
            <span />
            <div className="relative h-5">
              {ticks.map((s) => (
                <span
                  key={s}
                  className={`absolute running ${s ? "-translate-x-1/2" : ""}`}
                  style={{ left: `${(100 * s) / longestS}%` }}
                >
                  {clock(s)}
                </span>
              ))}
            </div>
            <span className="text-right">off at</span>
            <span className="text-right">to the plate</span>
            <span className="text-right">overdone</span>
            <span className="text-right">forgives</span>
          </div>
          <ol ref={rows} data-testid="ways">
            {ways.data.ways
              .filter((way) => way.suits)
              .map((way, i) => (
                <Row
                  key={way.kind}
                  way={way}
                  rank={i + 1}
                  to={cardWith(way.kind, query, way.plan?.fitted ?? [])}
                  longestS={longestS}
                  ticks={ticks}
                  clockBox={i === 0 ? clockBox : undefined}
                  clockWidth={clockWidth}
                  high={strip(ways.data.ways.filter((w) => w.suits).length)}
                />
              ))}
          </ol>
          <Legend />
          <Others ways={ways.data.ways.filter((way) => !way.suits)} />
        </>
      )}
    </div>
  );
}

const HOT: { [what in Plan["heating"][number]["what"]]: string } = {
  pan: "pan",
  oven: "oven",
  oil: "oil",
  liquid: "pot",
  grill: "grill",
};

/** Nobody counts seconds before the fish is in: whole minutes. */
const about = (s: number) => `${Math.max(1, Math.round(s / 60))} min`;

function heats(plan: Plan): string {
  const all = plan.heating.map((h) => `${HOT[h.what]} ${about(h.s)}`);
  return all.length > 0 ? `Heat first: ${all.join(", ")}` : "";
}

/** What it is set to, in the words of its main settings. */
function MainHeat({ plan }: { plan: Plan }) {
  const units = useUnits();
  const set = plan.settings.flatMap((s) =>
    s.main && s.control.takes === "number"
      ? [`${s.name} ${withUnit(s.control.value, "celsius", units)}`]
      : [],
  );
  return set.length > 0 ? <p className="text-small figures">{set.join(", ")}</p> : null;
}

type RowProps = {
  way: Way;
  rank: number;
  to: string;
  longestS: number;
  ticks: number[];
  clockBox: React.RefCallback<HTMLDivElement> | undefined;
  clockWidth: number;
  high: number;
};

function Row({ way, rank, to, longestS, ticks, clockBox, clockWidth, high }: RowProps) {
  const { plan } = way;
  const field = useMemo(() => (plan?.field ? decode(plan.field) : null), [plan?.field]);
  const windowS = plan ? plan.window.early_s + plan.window.late_s : 0;
  const px = (s: number) => (s / longestS) * clockWidth;
  return (
    <li className="hair-b">
      <Link
        to={to}
        data-way={way.kind}
        data-testid={`way-${way.kind}`}
        className="grid lg:grid-cols-[190px_1fr_56px_88px_68px_64px] xl:grid-cols-[250px_1fr_72px_100px_72px_80px] gap-x-4 xl:gap-x-6 gap-y-1 py-2.5 items-center hover:bg-base-200 -mx-3 px-3"
      >
        <div>
          <span className="flex items-baseline gap-2">
            <span className="figures quiet">{rank}</span>
            <span className="text-lead font-bold">{way.name}</span>
          </span>
          <p className="text-small quiet">{way.summary}</p>
          {plan && <p className="text-small quiet">{heats(plan)}</p>}
          {plan && <MainHeat plan={plan} />}
        </div>
        <div ref={clockBox} className="relative" style={{ height: high + 18 }}>
          {ticks.map((s) => (
            <span
              key={s}
              className="absolute top-0 bottom-0 border-l border-base-300"
              style={{ left: `${(100 * s) / longestS}%` }}
              aria-hidden="true"
            />
          ))}
          {plan && field && clockWidth > 0 && (
            <>
              <div className="absolute left-0 top-2 border-b-2 border-base-content">
                <Thumb
                  field={field}
                  width={Math.max(8, Math.round(px(field.endS)))}
                  height={high}
                  offS={plan.off_heat_s}
                  title={`Slice over time: ${way.name}`}
                />
              </div>
              {plan.turns_s.map((s) => (
                <span
                  key={s}
                  className="absolute top-1 border-l border-dashed border-base-content"
                  style={{ left: px(s), height: high + 4 }}
                />
              ))}
              <span
                className="absolute top-0 border-l-3 border-primary"
                style={{ left: px(plan.off_heat_s) - 1, height: high + 12 }}
              />
              <span
                className="absolute border-success border-2 border-t-0"
                style={{
                  left: px(plan.off_heat_s - plan.window.early_s),
                  width: Math.max(3, px(windowS)),
                  top: high + 12,
                  height: 5,
                }}
              />
            </>
          )}
        </div>
        {plan ? (
          <>
            <Figure
              label="off at"
              value={clock(plan.off_heat_s)}
              strong
              testId={`off-${way.kind}`}
            />
            <Figure
              label="to the plate"
              value={about(plan.to_plate_s)}
              testId={`plate-${way.kind}`}
            />
            <Figure label="overdone" value={`${Math.round(100 * plan.overcooked_share)} %`} />
            <Figure label="forgives" value={span(windowS)} />
          </>
        ) : (
          <p className="lg:col-span-4 font-semibold text-right">not for this piece</p>
        )}
        <ul className="lg:col-span-6 text-small flex flex-wrap gap-x-5 gap-y-0.5">
          {way.reasons.map((reason) => (
            <li key={reason.code}>
              <span
                className={`figures font-bold pr-1 ${reason.good ? "text-success" : "text-error"}`}
                aria-hidden="true"
              >
                {reason.good ? "+" : "−"}
              </span>
              <span className="sr-only">{reason.good ? "For it: " : "Against it: "}</span>
              {reason.message}
            </li>
          ))}
        </ul>
      </Link>
    </li>
  );
}

function Figure({
  label,
  value,
  strong,
  testId,
}: {
  label: string;
  value: string;
  strong?: boolean;
  testId?: string;
}) {
  return (
    <p className="flex justify-between lg:block text-right" data-testid={testId}>
      <span className="lg:hidden text-small quiet">{label}</span>
      <span className={`figures ${strong ? "text-lead font-bold" : ""}`}>{value}</span>
    </p>
  );
}

/** What does not suit stays in sight, with the reason. */
function Others({ ways }: { ways: Way[] }) {
  if (ways.length === 0) return null;
  return (
    <section aria-label="Not for this piece" className="pt-6">
      <h2 className="text-small quiet hair-b pb-1">Not for this piece</h2>
      <ul>
        {ways.map((way) => (
          <li
            key={way.kind}
            data-testid={`not-${way.kind}`}
            className="grid sm:grid-cols-[250px_1fr] gap-x-6 py-2 hair-b text-small"
          >
            <span className="font-semibold">{way.name}</span>
            <span className="quiet">
              {way.reasons
                .filter((r) => !r.good)
                .map((r) => r.message)
                .join(" ")}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** What the marks on the strips mean; the states name themselves on the card. */
function Legend() {
  return (
    <p className="text-small quiet pt-3 flex flex-wrap gap-x-6">
      <span>
        <span className="inline-block h-3 border-l-3 border-primary pr-1.5" />
        off the heat, then the rest
      </span>
      <span>
        <span className="inline-block h-3 border-l border-dashed border-base-content pr-1.5" />
        turn
      </span>
      <span>
        <span className="inline-block w-6 h-1.5 border-2 border-t-0 border-success mr-1.5" />
        too soon to too late
      </span>
      <span>skin side below, the lightest green is your target</span>
    </p>
  );
}
