import { type ReactNode, useRef } from "react";
import { Link } from "react-router";
import { type Fish, Refused } from "../../api";
import { EATERS, FOOD_SAFETY, type Known, ownKey, RULES, rulesOf } from "../../card";
import { useFish, useKeys, useKitchen, usePiece, useTimes, useView } from "../../shell";
import { Choice, Failure, Refusal } from "../../ui";
import { clock } from "../../units";
import { Buy } from "./Buy";
import { Doneness } from "./Doneness";
import { Facts } from "./Facts";
import { FishFinder } from "./FishFinder";
import { Fresh } from "./Fresh";
import { InHand } from "./InHand";
import { Kept } from "./Kept";
import { Mind } from "./Mind";
import { OwnFish } from "./OwnFish";
import { Portions } from "./Portions";
import { TAB_KEYS, type TabKey, Tabs, tabFrom } from "./Tabs";
import { Thaw } from "./Thaw";
import { fishOf, useShelf } from "./useShelf";

export function Counter() {
  const { piece, change, query } = usePiece();
  const [tab, setTab] = useView("tab", TAB_KEYS);
  const shelf = useShelf();
  const kitchen = useKitchen();
  const { list, fish } = useFish(piece);
  const ways = useTimes(piece);
  const turning = "the questions of the counter, one after another";
  useKeys({
    "[": { does: () => setTab(tabFrom(tab, -1)), says: turning },
    "]": { does: () => setTab(tabFrom(tab, 1)), says: turning },
  });
  // What was in hand before, as the piece below begins anew with another fish or cut.
  const wasInHand = useRef(`${piece.fish} ${piece.cut}`);
  if (list.isError)
    return (
      <div className="p-8">
        <Failure message={list.error.message} retry={() => void list.refetch()} />
      </div>
    );
  if (!list.data) return <p className="p-8 quiet">One moment</p>;
  const own = shelf.items.flatMap((i) => (i.fish ? [i.fish] : []));
  const all = [...own, ...list.data.fish];
  const problem = ways.error instanceof Refused ? ways.error : null;
  const elsewhere = problem && !problem.field;
  const times = ways.data?.ways.flatMap((w) => (w.plan ? [w.plan.off_heat_s] : [])) ?? [];
  // A cut that decides how it is done goes before the fish.
  const cut = list.data.cuts.find((c) => c.key === piece.cut);
  const levels = cut?.levels ?? fish?.levels ?? [];
  const usual = cut?.usual_level ?? fish?.usual_level ?? "";
  const level = piece.level ?? usual;
  const refused = ways.data?.refused ?? [];
  const setKnown = (known: Known) => change({ known });
  const takeFish = (f: Fish) => {
    const kept = shelf.items.find((i) => i.fish?.key === f.key);
    const usual = f.thickness_mm[1] ?? piece.thicknessMm;
    const cut = f.cuts[0] ?? "fillet";
    const ownFish = kept ? fishOf(kept) : null;
    const key = ownFish ? ownKey(ownFish) : f.key;
    change({
      fish: key,
      own: ownFish,
      level: piece.eaters === "everyone" ? null : FOOD_SAFETY,
      cut: f.cuts.includes(piece.cut) ? piece.cut : cut,
      skin: f.skin === "not_eaten" ? "off" : "on",
      thicknessMm: usual,
      thinEndMm: piece.thinEndMm === null ? null : Math.round(usual * 0.55),
    });
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
              value={piece.eaters}
              onChange={(eaters) =>
                change({ eaters, level: eaters === "everyone" ? null : FOOD_SAFETY })
              }
            />
            {piece.eaters !== "everyone" && level === FOOD_SAFETY && (
              <p className="text-small quiet">The target is the food-safety figure now.</p>
            )}
            <Mind piece={piece} setKnown={setKnown} askKeeping={() => setTab("fresh")} />
            <div className="flex flex-wrap items-center gap-x-4 text-small">
              <span className="quiet" aria-hidden="true">
                Rules
              </span>
              <Choice
                label="Whose rules"
                hideLabel
                options={RULES}
                value={rulesOf(piece)}
                onChange={(rules) => {
                  change({ kitchen: null });
                  kitchen.say({ ...kitchen.kitchen, rules });
                }}
              />
              <Link to="/knows" className="quiet underline underline-offset-4 ml-auto">
                local rules first
              </Link>
            </div>
          </div>
        </div>
        <div className="grid gap-y-4 min-w-0">
          <Tabs tab={tab} setTab={setTab}>
            <Panel tab={tab}>
              {{
                piece: () => (
                  <InHand
                    key={`${piece.fish} ${piece.cut}`}
                    was={wasInHand}
                    piece={piece}
                    change={change}
                    problem={problem}
                  />
                ),
                fresh: () => <Fresh piece={piece} forms={list.data.forms} setKnown={setKnown} />,
                portions: () => <Portions piece={piece} change={change} />,
                buy: () => <Buy piece={piece} />,
                thaw: () => <Thaw piece={piece} change={change} />,
                kept: () => (
                  <Kept
                    piece={piece}
                    fish={list.data.fish}
                    name={fish?.name ?? "Fish"}
                    change={change}
                  />
                ),
                own: () => <OwnFish list={list.data} change={change} />,
              }}
            </Panel>
          </Tabs>
          {fish && ABOUT_COOKING.has(tab) && (
            <Doneness
              levels={levels}
              usual={usual}
              safety={list.data.food_code}
              level={level}
              problem={problem}
              onChange={(key) => change({ level: key })}
            />
          )}
          {!problem && <Refusal notices={refused} />}
          <div
            className="flex flex-wrap items-center gap-x-6 gap-y-1 hair-t pt-4 max-md:sticky max-md:bottom-16 max-md:z-10 max-md:bg-base-100 max-md:py-2 max-md:-mx-4 max-md:px-4"
            hidden={!problem && refused.length > 0}
          >
            <Link
              to={{ pathname: "/ways", search: query }}
              className="btn btn-primary h-12 px-6 text-body font-bold"
              data-testid="see-ways"
            >
              See the ways to cook it
            </Link>
            <p className="quiet" aria-live="polite">
              {problem && !elsewhere
                ? "Something above cannot be right yet."
                : times.length === 0
                  ? ways.data && "No way suits it."
                  : `${times.length === 1 ? "One way suits" : `${times.length} ways suit`}: ${clock(Math.min(...times))}${times.length > 1 ? ` to ${clock(Math.max(...times))}` : ""} on the heat.`}
            </p>
          </div>
          {elsewhere && <Failure message={problem.message} retry={() => void ways.refetch()} />}
        </div>
      </div>
    </div>
  );
}

/** Where how done it is to be has a say. */
const ABOUT_COOKING: ReadonlySet<TabKey> = new Set(["piece", "fresh", "portions", "thaw"]);

function Panel({ tab, children }: { tab: TabKey; children: { [key in TabKey]: () => ReactNode } }) {
  return children[tab]();
}
