import { lazy, type ReactNode, Suspense, useEffect, useState } from "react";
import { Link } from "react-router";
import { type Fish, Refused } from "../../api";
import { EATERS, FOOD_SAFETY, HEATS, type Known, RULES, rulesOf, toQuery } from "../../card";
import {
  Elsewhere,
  IN_MY,
  KitchenLink,
  NextStep,
  NoWay,
  useFish,
  useKeys,
  useKitchen,
  usePiece,
  useSession,
  useTimes,
  useView,
} from "../../shell";
import { Choice, Failure, Refusal, useUnits } from "../../ui";
import { byHand } from "../../units";
import { beganWords } from "./beganWords";
import { Doneness } from "./Doneness";
import { Facts } from "./Facts";
import { InHand } from "./InHand";
import { Mind } from "./Mind";
import { Size } from "./Size";
import { TAB_KEYS, type TabKey, Tabs, tabFrom } from "./Tabs";
import { fishOf, useShelf } from "./useShelf";

// The list of all fish and the keys in it come a moment after the rest of the view.
const FishFinder = lazy(() => import("./FishFinder").then((m) => ({ default: m.FishFinder })));
const questions = () => import("./questions");
const Buy = lazy(() => questions().then((m) => ({ default: m.Buy })));
const Fresh = lazy(() => questions().then((m) => ({ default: m.Fresh })));
const Kept = lazy(() => questions().then((m) => ({ default: m.Kept })));
const Left = lazy(() => questions().then((m) => ({ default: m.Left })));
const OwnFish = lazy(() => questions().then((m) => ({ default: m.OwnFish })));
const Portions = lazy(() => questions().then((m) => ({ default: m.Portions })));
const Thaw = lazy(() => questions().then((m) => ({ default: m.Thaw })));

export function Counter() {
  const { piece, change, begin, before, undo, query, elsewhere: away } = usePiece();
  const units = useUnits();
  const [named, setNamed] = useState<string | null>(null);
  const [tab, setTab] = useView("tab", TAB_KEYS, true);
  const shelf = useShelf();
  const kitchen = useKitchen();
  const { owner } = useSession();
  const { list, fish, usual } = useFish(piece);
  const ways = useTimes(piece);
  const turning = "the questions of the counter, one after another";
  useKeys({
    "[": { does: () => setTab(tabFrom(tab, -1)), says: turning },
    "]": { does: () => setTab(tabFrom(tab, 1)), says: turning },
    u: { does: () => undo?.(), says: "take the last change back" },
  });
  /** Opens a question and brings it into sight. */
  const toTab = (key: TabKey) => {
    if (key !== tab) setTab(key);
    setTimeout(() => {
      const shown = document.querySelector<HTMLElement>(`[data-testid=tab-${key}]`);
      shown?.focus({ preventScroll: true });
      shown?.closest("[data-orientation]")?.scrollIntoView({ block: "start" });
    });
  };
  // A link to a question leads to it, not to the top of the page.
  const ready = list.data !== undefined;
  // biome-ignore lint/correctness/useExhaustiveDependencies: once, when there is something to lead to
  useEffect(() => {
    if (ready && tab !== "piece") toTab(tab);
  }, [ready]);
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
  const level = piece.level ?? usual;
  const refused = ways.data?.refused ?? [];
  const setKnown = (known: Known) => change({ known });
  const takeFish = (f: Fish) => {
    const kept = shelf.items.find((i) => i.fish?.key === f.key);
    begin(f, undefined, kept ? fishOf(kept) : null);
  };
  const writeDown = (name: string) => {
    setNamed(name);
    setTab("own");
  };
  // Only what the piece is asked of can be wrong in it; the rest is an answer that did not come.
  const refusedPiece = !problem && refused.length > 0;
  return (
    <div
      className={`max-w-[1196px] px-4 md:px-8 pt-5 pb-8 ${ABOUT_COOKING.has(tab) ? "max-md:pb-32" : ""}`}
    >
      <h1 className="sr-only">Counter: the fish in hand</h1>
      <div className="grid lg:grid-cols-[340px_1fr] gap-x-12 gap-y-6 items-start">
        <div className="grid gap-y-3">
          <Suspense fallback={<FinderToCome name={fish?.name} />}>
            <FishFinder
              fish={all}
              apart={list.data.apart}
              value={fish}
              unknown={fish || piece.own ? null : piece.fish}
              problem={problem}
              onChange={takeFish}
              askFresh={() => toTab("fresh")}
              writeDown={writeDown}
            />
          </Suspense>
          <Size piece={piece} problem={problem} change={change} />
          {before && undo && (
            <p role="status" className="text-small" data-testid="begun">
              {beganWords(before, piece, fish?.name ?? "this", units)}{" "}
              <button
                type="button"
                className="pick underline"
                data-testid="undo-begin"
                onClick={undo}
              >
                Undo
              </button>
            </p>
          )}
          <Facts
            piece={piece}
            fish={fish}
            list={list.data}
            problem={problem}
            change={change}
            begin={begin}
          />
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
            <Mind piece={piece} setKnown={setKnown} askKeeping={() => toTab("fresh")} />
            <div className="flex flex-wrap items-center gap-x-4 text-small">
              <span className="quiet" aria-hidden="true">
                Rules
              </span>
              <span inert={!owner}>
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
              </span>
              <Link to="/knows" className="quiet underline underline-offset-4 ml-auto">
                about these rules
              </Link>
            </div>
          </div>
        </div>
        <div className="grid gap-y-4 min-w-0">
          <Tabs tab={tab} setTab={setTab}>
            <Suspense fallback={<p className="quiet min-h-40">One moment</p>}>
              <Panel tab={tab}>
                {{
                  piece: () => (
                    <InHand
                      key={`${piece.fish} ${piece.cut}`}
                      piece={piece}
                      change={change}
                      problem={problem}
                    />
                  ),
                  fresh: () => <Fresh piece={piece} forms={list.data.forms} setKnown={setKnown} />,
                  portions: () => <Portions piece={piece} change={change} />,
                  buy: () => <Buy piece={piece} />,
                  thaw: () => <Thaw piece={piece} change={change} />,
                  left: () => <Left piece={piece} />,
                  kept: () => (
                    <Kept
                      piece={piece}
                      fish={list.data.fish}
                      name={fish?.name ?? "Fish"}
                      change={change}
                    />
                  ),
                  own: () => (
                    <OwnFish
                      key={named ?? ""}
                      list={list.data}
                      named={named}
                      begin={begin}
                      taken={() => {
                        setNamed(null);
                        setTab("piece");
                      }}
                    />
                  ),
                }}
              </Panel>
            </Suspense>
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
          {refusedPiece && (
            <Refusal notices={refused}>
              <NextStep codes={refused.map((n) => n.code)} />
            </Refusal>
          )}
          <div
            className={`hair-t pt-3 grid gap-y-1 ${ABOUT_COOKING.has(tab) ? "max-md:fixed max-md:bottom-16 max-md:inset-x-0 max-md:z-10 max-md:bg-base-100 max-md:py-1 max-md:px-4" : ""}`}
            hidden={refusedPiece}
            data-bar
          >
            <div className="flex flex-wrap items-center gap-x-6 gap-y-1">
              <Link
                to={{ pathname: "/ways", search: query }}
                className="btn btn-primary h-auto min-h-12 max-w-full px-6 text-body font-bold whitespace-normal"
                data-testid="see-ways"
              >
                See the ways to cook it
              </Link>
              <p className="quiet max-md:text-small" aria-live="polite" data-testid="how-many-ways">
                {problem && !elsewhere
                  ? "Something above cannot be right yet."
                  : ways.data && times.length === 0
                    ? "No way suits it as it is."
                    : ways.data &&
                      `${times.length === 1 ? "One way suits" : `${times.length} ways suit`}: ${byHand(Math.min(...times))}${times.length > 1 ? ` to ${byHand(Math.max(...times))}` : ""} on the heat.`}
              </p>
            </div>
            <nav aria-label="In my" className="flex flex-wrap items-center gap-x-4 text-small">
              <span className="quiet">Straight to</span>
              {HEATS.map((fire) => (
                <Link
                  key={fire}
                  to={{
                    pathname: "/ways",
                    search: toQuery({ ...piece, kitchen: null, fire }).toString(),
                  }}
                  className="pick inline-flex items-center"
                  data-testid={`in-my-${fire}`}
                >
                  {IN_MY[fire]}
                </Link>
              ))}
              <span className="ml-auto">
                {away ? <Elsewhere /> : <KitchenLink>my kitchen</KitchenLink>}
              </span>
            </nav>
          </div>
          {ways.data && times.length === 0 && !problem && refused.length === 0 && (
            <NoWay ways={ways.data.ways} />
          )}
          {elsewhere && <Failure message={problem.message} retry={() => void ways.refetch()} />}
        </div>
      </div>
    </div>
  );
}

/** Where how done it is to be has a say. */
const ABOUT_COOKING: ReadonlySet<TabKey> = new Set(["piece", "fresh", "portions", "thaw"]);

/** As high as the finder, so that nothing moves when it comes. */
function FinderToCome({ name }: { name: string | undefined }) {
  return (
    <div>
      <p className="text-small quiet">Fish</p>
      <p className="typed !text-left !font-sans text-title font-bold !min-h-12">{name ?? " "}</p>
      <p className="text-small min-h-11 pt-1"> </p>
    </div>
  );
}

function Panel({ tab, children }: { tab: TabKey; children: { [key in TabKey]: () => ReactNode } }) {
  return children[tab]();
}
