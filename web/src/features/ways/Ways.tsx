import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { api } from "../../api";
import {
  clockIn,
  FOOD_SAFETY,
  HEATS,
  question,
  tonight,
  WISHES,
  type Wish,
  wishes,
} from "../../card";
import {
  Elsewhere,
  IN_MY,
  KitchenLink,
  NoWay,
  useFish,
  useKeys,
  useNow,
  usePiece,
  useViewList,
} from "../../shell";
import { Failure, Fold, Notices, Refusal, useUnits } from "../../ui";
import { figure, ofField, scale, withUnit } from "../../units";
import { Behind, Others } from "./Behind";
import { IN_FRONT, split } from "./compare";
import { Front } from "./Front";
import { Tonight } from "./Tonight";
import { useTravel } from "./useTravel";

const WISH_NAMES: Record<Wish, string> = {
  crisp: "crisp skin",
  tender: "tender",
  quick: "quick",
  hands_off: "hands off",
  forgiving: "forgiving",
  little_smell: "little smell",
  little_fat: "little fat",
};

/** "In 25 minutes": what a cook says who is asked when. */
const SOON_MIN = 25;

export function Ways() {
  const { piece, query, change, elsewhere } = usePiece();
  const units = useUnits();
  const [beside, setBeside] = useViewList("beside");
  const now = useNow(piece.readyBy !== null);
  const asked = { ...question(piece), wishes: wishes(piece), tonight: tonight(piece, now) };
  const ways = useQuery({
    queryKey: ["rank", asked],
    queryFn: ({ signal }) => api.rank({ ...asked, field: { times: 120, depths: 24 } }, signal),
    placeholderData: keepPreviousData,
    retry: false,
  });
  const { list, fish, usual } = useFish(piece);
  const cut = list.data?.cuts.find((c) => c.key === piece.cut);
  const levels = cut?.levels ?? fish?.levels;
  const level = levels?.find((l) => l.key === (piece.level ?? usual));
  const move = (by: number) => {
    const all = [...(travels.current?.querySelectorAll<HTMLElement>("a[data-way]") ?? [])];
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

  const { front, behind } = split(ways.data?.ways.filter((way) => way.suits) ?? [], beside);
  const travels = useTravel<HTMLDivElement>([...front, ...behind].map((w) => w.kind).join(","));
  const at = scale("celsius", units);
  // A fire was wished for, and nothing that suits is done on it.
  const nothingOnIt =
    piece.fire !== null &&
    !ways.isPlaceholderData &&
    ![...front, ...behind].some((way) => way.plan?.heating.some((h) => h.what === piece.fire));

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
              change it
            </Link>
            {" · "}
            {elsewhere ? <Elsewhere /> : <KitchenLink />}
          </p>
        </div>
        <div className="grid gap-x-8">
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
          <fieldset className="flex flex-wrap items-center gap-x-5">
            <legend className="sr-only">Where, and by when</legend>
            <span className="text-small quiet" aria-hidden="true">
              in my
            </span>
            {HEATS.map((fire) => (
              <button
                key={fire}
                type="button"
                className="pick"
                aria-pressed={piece.fire === fire}
                aria-label={`In my ${IN_MY[fire]}`}
                onClick={() => change({ fire: piece.fire === fire ? null : fire })}
                data-testid={`fire-${fire}`}
              >
                {IN_MY[fire]}
              </button>
            ))}
            <button
              type="button"
              className="pick"
              aria-pressed={piece.readyBy !== null}
              onClick={() =>
                change({ readyBy: piece.readyBy === null ? clockIn(SOON_MIN, new Date()) : null })
              }
              data-testid="soon"
            >
              {piece.readyBy === null ? `in ${SOON_MIN} minutes` : `by ${ofField(piece.readyBy)}`}
            </button>
          </fieldset>
        </div>
      </header>
      <div className="hair-b grid lg:grid-cols-2 gap-x-8 items-start">
        <Tonight />
        {ways.data && ways.data.refused.length === 0 && ways.data.notices.length > 0 && (
          <div data-testid="ways-notices">
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
      </div>
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
          {front.length > 0 && nothingOnIt && (
            <div className="pt-3">
              <NoWay ways={ways.data.ways.filter((way) => !way.suits)} fire={piece.fire} />
            </div>
          )}
          <div ref={travels} data-testid="ways" className="pt-3">
            <Front
              ways={front}
              query={query}
              beside={beside}
              back={(kind) => setBeside(beside.filter((k) => k !== kind))}
            />
            <Behind
              ways={behind}
              query={query}
              toFront={(kind) => setBeside([...beside, kind].slice(1 - IN_FRONT))}
            />
          </div>
          {front.length === 0 && <NoWay ways={ways.data.ways.filter((way) => !way.suits)} />}
          <Others ways={ways.data.ways.filter((way) => !way.suits)} />
        </>
      )}
    </div>
  );
}
