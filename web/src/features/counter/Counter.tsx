import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { api, type Fish, type FishList, Refused } from "../../api";
import { asked, FOOD_SAFETY, isWhole, type Piece, target, which } from "../../piece";
import { useKeys, usePiece, useStored } from "../../shell";
import { Choice, Failure, FieldError, NumberField, type Problem, useUnits } from "../../ui";
import { clock, withUnit } from "../../units";
import { Buy } from "./Buy";
import { Doneness } from "./Doneness";
import { DrawnPiece } from "./DrawnPiece";
import { DrawnWhole } from "./DrawnWhole";
import { FishFinder } from "./FishFinder";
import { Fresh } from "./Fresh";
import { Kept } from "./Kept";
import { Mind } from "./Mind";
import { OwnFish } from "./OwnFish";
import { Portions } from "./Portions";
import { knownOf, NOTHING, type Record } from "./record";
import { Thaw } from "./Thaw";
import { useAnswer } from "./useAnswer";
import { useShelf } from "./useShelf";

const SKIN = [
  { key: "on", name: "skin" },
  { key: "off", name: "no skin" },
] as const;
const STATES = [
  { key: "fresh", name: "fresh" },
  { key: "thawed", name: "thawed" },
  { key: "frozen", name: "frozen" },
] as const;
const EATERS = [
  { key: "everyone", name: "everyone" },
  { key: "risk", name: "someone at risk" },
] as const;
const TABS = [
  { key: "piece", name: "The piece" },
  { key: "fresh", name: "Is it fresh" },
  { key: "portions", name: "Cut it up" },
  { key: "buy", name: "Buy" },
  { key: "thaw", name: "Thaw" },
  { key: "kept", name: "Kept" },
  { key: "own", name: "Own fish" },
] as const;
type Tab = (typeof TABS)[number]["key"];

/** What a cook takes back in a moment: fridge cold, out of a freezer, C. */
const FRIDGE_C = 8;
const FREEZER_C = -18;

export function Counter() {
  const { piece, change, query } = usePiece();
  const [tab, setTab] = useState<Tab>("piece");
  const [stored, setRecord] = useStored<Record>("cindo.record", NOTHING);
  const record = knownOf(stored, piece.fish);
  const shelf = useShelf();
  const list = useQuery({
    queryKey: ["fish"],
    queryFn: api.fish,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const ways = useQuery({
    queryKey: ["rank", query],
    queryFn: ({ signal }) => api.rank({ piece: asked(piece), target: target(piece) }, signal),
    placeholderData: keepPreviousData,
    retry: false,
  });
  const step = (by: number) => {
    const i = TABS.findIndex((t) => t.key === tab);
    setTab(TABS[(i + by + TABS.length) % TABS.length]?.key ?? "piece");
  };
  useKeys({ "[": () => step(-1), "]": () => step(1) });
  if (list.isError)
    return (
      <div className="p-8">
        <Failure message={list.error.message} retry={() => void list.refetch()} />
      </div>
    );
  if (!list.data) return <p className="p-8 quiet">One moment</p>;
  const own = shelf.items.flatMap((i) => (i.fish ? [i.fish] : []));
  const all = [...own, ...list.data.fish];
  const fish = piece.own
    ? own.find((f) => f.key === piece.fish)
    : list.data.fish.find((f) => f.key === piece.fish);
  const problem = ways.error instanceof Refused ? ways.error : null;
  const elsewhere = problem && !problem.field;
  const times = ways.data?.ways.flatMap((w) => (w.plan ? [w.plan.off_heat_s] : [])) ?? [];
  const level = piece.level ?? fish?.usual_level ?? "";
  const takeFish = (f: Fish) => {
    const kept = shelf.items.find((i) => i.fish?.key === f.key);
    const usual = f.thickness_mm[1] ?? piece.thicknessMm;
    const cut = f.cuts[0] ?? "fillet";
    change({
      fish: f.key,
      own: kept && "fish" in kept.body ? kept.body.fish : null,
      level: piece.atRisk ? FOOD_SAFETY : null,
      cut: f.cuts.includes(piece.cut) ? piece.cut : cut,
      skin: f.skin === "not_eaten" ? "off" : "on",
      thicknessMm: usual,
      thinEndMm: piece.thinEndMm === null ? null : Math.round(usual * 0.55),
    });
    setRecord({ ...NOTHING, of: f.key });
  };
  return (
    <div className="max-w-[1196px] px-4 md:px-8 pt-5 pb-8">
      <h1 className="sr-only">Counter: the fish in hand</h1>
      <div className="grid lg:grid-cols-[340px_1fr] gap-x-12 gap-y-6 items-start">
        <div className="grid gap-y-3">
          <FishFinder fish={all} value={fish} problem={problem} onChange={takeFish} />
          <Facts piece={piece} fish={fish} list={list.data} problem={problem} change={change} />
          <div className="hair-t pt-2 grid gap-y-2">
            <Choice
              label="Who eats"
              options={EATERS}
              value={piece.atRisk ? "risk" : "everyone"}
              onChange={(who) =>
                change({ atRisk: who === "risk", level: who === "risk" ? FOOD_SAFETY : null })
              }
            />
            {piece.atRisk && level === FOOD_SAFETY && (
              <p className="text-small quiet">
                Pregnant, very young, old or with weak immunity: the target is the food-safety
                figure now.
              </p>
            )}
            <Mind piece={piece} record={record} setRecord={setRecord} />
          </div>
        </div>
        <div className="grid gap-y-4 min-w-0">
          <Tabs tab={tab} setTab={setTab} />
          <div
            role="tabpanel"
            id={`panel-${tab}`}
            aria-labelledby={`tab-${tab}`}
            className="lg:min-h-[352px]"
          >
            <Panel tab={tab}>
              {{
                piece: () => (
                  <InHand
                    key={`${piece.fish} ${piece.cut}`}
                    piece={piece}
                    body={fish?.body ?? "round"}
                    change={change}
                    problem={problem}
                  />
                ),
                fresh: () => (
                  <Fresh
                    piece={piece}
                    forms={list.data.forms}
                    record={record}
                    setRecord={setRecord}
                  />
                ),
                portions: () => <Portions piece={piece} change={change} />,
                buy: () => <Buy piece={piece} />,
                thaw: () => <Thaw piece={piece} change={change} />,
                kept: () => (
                  <Kept
                    piece={piece}
                    fish={list.data.fish}
                    name={fish?.name ?? "Fish"}
                    change={change}
                    setRecord={setRecord}
                  />
                ),
                own: () => <OwnFish list={list.data} change={change} />,
              }}
            </Panel>
          </div>
          {fish && (
            <Doneness
              fish={fish}
              safety={list.data.food_code}
              level={level}
              problem={problem}
              onChange={(key) => change({ level: key })}
            />
          )}
          <div className="flex flex-wrap items-center gap-x-6 gap-y-2 hair-t pt-4">
            <Link
              to={{ pathname: "/ways", search: query }}
              className="btn btn-primary h-12 px-6 text-body font-bold"
              data-testid="see-ways"
            >
              See the ways to cook it
            </Link>
            <p className="quiet" aria-live="polite">
              {problem && !elsewhere
                ? "Something above does not do yet."
                : times.length > 0 &&
                  `${times.length === 1 ? "One way suits" : `${times.length} ways suit`}: ${clock(Math.min(...times))}${times.length > 1 ? ` to ${clock(Math.max(...times))}` : ""} on the heat.`}
            </p>
          </div>
          {elsewhere && <Failure message={problem.message} retry={() => void ways.refetch()} />}
        </div>
      </div>
    </div>
  );
}

function Panel({ tab, children }: { tab: Tab; children: { [key in Tab]: () => React.ReactNode } }) {
  return children[tab]();
}

/** Words in a row of which one is open, with the keys of tabs. */
function Tabs({ tab, setTab }: { tab: Tab; setTab: (tab: Tab) => void }) {
  const move = (by: number) => {
    const i = TABS.findIndex((t) => t.key === tab);
    const next = TABS[(i + by + TABS.length) % TABS.length];
    if (!next) return;
    setTab(next.key);
    document.getElementById(`tab-${next.key}`)?.focus();
  };
  return (
    <div role="tablist" aria-label="At the counter" className="flex flex-wrap gap-x-5 hair-b -mt-2">
      {TABS.map((t) => (
        <button
          key={t.key}
          id={`tab-${t.key}`}
          type="button"
          role="tab"
          aria-selected={t.key === tab}
          aria-controls={`panel-${t.key}`}
          tabIndex={t.key === tab ? 0 : -1}
          className="pick -mb-px"
          data-testid={`tab-${t.key}`}
          onClick={() => setTab(t.key)}
          onKeyDown={(e) => {
            if (e.key === "ArrowRight") move(1);
            else if (e.key === "ArrowLeft") move(-1);
            else return;
            e.preventDefault();
          }}
        >
          {t.name}
        </button>
      ))}
    </div>
  );
}

type FactsProps = {
  piece: Piece;
  fish: Fish | undefined;
  list: FishList;
  problem: Problem;
  change: (part: Partial<Piece>) => void;
};

function Facts({ piece, fish, list, problem, change }: FactsProps) {
  const [more, setMore] = useState(false);
  const usual = list.cuts.filter((c) => c.key === piece.cut || fish?.cuts.includes(c.key));
  const cuts = more || !fish ? list.cuts : usual;
  const flags = [
    { key: "bone" as const, name: "bone in" },
    { key: "scales" as const, name: "scales on" },
    { key: "scored" as const, name: "scored" },
  ];
  return (
    <>
      <div className="relative">
        <Choice
          label="Cut"
          columns={more || !fish}
          options={cuts}
          value={piece.cut}
          onChange={(cut) =>
            change({
              cut,
              ...(isWhole(cut) !== isWhole(piece.cut)
                ? {
                    bone: isWhole(cut),
                    scales: false,
                    thinEndMm: isWhole(cut) ? null : piece.thinEndMm,
                  }
                : {}),
            })
          }
        />
        {fish && (
          <button
            type="button"
            className="pick text-small absolute right-0 -top-3"
            aria-pressed={more}
            onClick={() => setMore(!more)}
          >
            {more ? "usual cuts only" : "other cuts"}
          </button>
        )}
      </div>
      <div>
        <Choice
          label="Condition"
          options={STATES}
          value={piece.state}
          onChange={(state) => {
            const hard = piece.startC < -1;
            change({
              state,
              ...(state === "frozen" && !hard ? { startC: FREEZER_C } : {}),
              ...(state !== "frozen" && hard ? { startC: FRIDGE_C } : {}),
            });
          }}
        />
        <div className="flex flex-wrap gap-x-4">
          <Choice
            label="Skin"
            hideLabel
            options={SKIN}
            value={piece.skin}
            onChange={(skin) => change({ skin })}
          />
          <span className="self-center w-px h-4 bg-base-300" aria-hidden="true" />
          {flags.map((f) => (
            <button
              key={f.key}
              type="button"
              className="pick"
              aria-pressed={piece[f.key]}
              onClick={() => change({ [f.key]: !piece[f.key] })}
            >
              {f.name}
            </button>
          ))}
        </div>
      </div>
      <div className="grid grid-cols-3 gap-x-5 gap-y-2">
        <NumberField
          label="Weight of one"
          quantity="gram"
          value={piece.massG}
          field="piece.mass_g"
          problem={problem}
          testId="mass"
          onChange={(massG) => change({ massG })}
        />
        <NumberField
          label="At once"
          quantity="plain"
          suffix=""
          value={piece.pieces}
          field="piece.pieces"
          problem={problem}
          onChange={(n) => change({ pieces: Math.round(n) })}
        />
        <NumberField
          label="Now at"
          quantity="celsius"
          value={piece.startC}
          field="piece.start_c"
          problem={problem}
          testId="start"
          onChange={(startC) => change({ startC })}
        />
      </div>
      <FieldError id="state-error" problem={problem} field="piece.state" />
    </>
  );
}

type InHandProps = {
  piece: Piece;
  body: string;
  problem: Problem;
  change: (part: Partial<Piece>) => void;
};

/** The drawn piece with its ruler, and the numbers that make it. */
function InHand({ piece, body, problem, change }: InHandProps) {
  const units = useUnits();
  const whole = isWhole(piece.cut);
  const [length, setLength] = useState<number | null>(null);
  const proposed = useAnswer(
    "whole",
    { which: which(piece), mass_g: piece.massG, cut: piece.cut },
    api.whole,
  );
  const measured = useAnswer(
    "whole-length",
    whole && length !== null ? { which: which(piece), length_mm: length, cut: piece.cut } : null,
    api.whole,
  );
  const fit = proposed.answer;
  const mm = fit ? Math.round(fit.thickness_mm) : null;
  return (
    <>
      {whole ? (
        <DrawnWhole piece={piece} body={body} change={change} height={272} />
      ) : (
        <DrawnPiece piece={piece} change={change} height={272} />
      )}
      <div className="flex flex-wrap gap-x-8 gap-y-2 items-start">
        <NumberField
          label={whole ? "Body, at its thickest" : "Thick end"}
          quantity="millimetre"
          value={piece.thicknessMm}
          field="piece.thickness_mm"
          problem={problem}
          testId="thickness"
          onChange={(thicknessMm) => change({ thicknessMm })}
        />
        {!whole && (
          <>
            <NumberField
              label="Thin end"
              quantity="millimetre"
              value={piece.thinEndMm ?? piece.thicknessMm}
              field="piece.thin_end_mm"
              problem={problem}
              testId="thin"
              onChange={(thinEndMm) => change({ thinEndMm })}
            />
            <NumberField
              label="Width"
              quantity="millimetre"
              value={piece.widthMm}
              field="piece.width_mm"
              problem={problem}
              testId="width"
              onChange={(widthMm) => change({ widthMm })}
            />
            <button
              type="button"
              className="pick mt-5"
              aria-pressed={piece.thinEndMm === null}
              onClick={() =>
                change({
                  thinEndMm: piece.thinEndMm === null ? Math.round(piece.thicknessMm * 0.55) : null,
                })
              }
            >
              even all along
            </button>
          </>
        )}
        {whole && (
          <>
            <NumberField
              label="Length, nose to tail"
              quantity="millimetre"
              value={length ?? Math.round(fit?.length_mm ?? 300)}
              field="length_mm"
              problem={measured.problem}
              testId="length"
              onChange={setLength}
            />
            {measured.answer && !measured.problem && length !== null && (
              <button
                type="button"
                className="pick mt-5"
                data-testid="from-length"
                onClick={() => {
                  const found = measured.answer;
                  if (!found) return;
                  change({
                    massG: Math.round(found.mass_g),
                    thicknessMm: Math.round(found.thickness_mm),
                  });
                  setLength(null);
                }}
              >
                so about {withUnit(measured.answer.mass_g, "gram", units)},{" "}
                {withUnit(measured.answer.thickness_mm, "millimetre", units)} thick
              </button>
            )}
          </>
        )}
        {mm !== null && mm !== Math.round(piece.thicknessMm) && length === null && (
          <button
            type="button"
            className="pick mt-5"
            data-testid="propose"
            onClick={() =>
              change({
                thicknessMm: mm,
                ...(piece.thinEndMm !== null ? { thinEndMm: Math.min(piece.thinEndMm, mm) } : {}),
              })
            }
          >
            by its weight about {withUnit(mm, "millimetre", units)}
          </button>
        )}
      </div>
    </>
  );
}
