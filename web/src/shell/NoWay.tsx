// Nothing can be cooked as it stands: why, and where to go from here.
import { Link } from "react-router";
import type { Way } from "../api";
import { FOOD_SAFETY, type Hot } from "../card";
import { usePiece } from "./PieceContext";
import { VIEW_KEY } from "./useView";
import { IN_MY } from "./Where";

/** The reasons that most of the ways share, the commonest first. */
function commonest(ways: Way[]): { code: string; message: string }[] {
  const counted = new Map<string, { code: string; message: string; n: number }>();
  for (const reason of ways.flatMap((way) => way.reasons.filter((one) => !one.good).slice(0, 1))) {
    const known = counted.get(reason.code);
    counted.set(reason.code, { ...reason, n: (known?.n ?? 0) + 1 });
  }
  return [...counted.values()].sort((a, b) => b.n - a.n).slice(0, 3);
}

export function NoWay({ ways, fire = null }: { ways: Way[]; fire?: Hot | null }) {
  const reasons = commonest(ways);
  return (
    <section
      aria-label="No way suits"
      className="border-l-4 border-warning pl-4"
      data-testid="no-way"
    >
      <h2 className="font-bold">
        {fire
          ? `Nothing in your ${IN_MY[fire]} suits it as it is`
          : "No way suits this piece as it is"}
      </h2>
      <ul>
        {reasons.map((reason) => (
          <li key={reason.code}>{reason.message}</li>
        ))}
      </ul>
      <NextStep codes={reasons.map((one) => one.code)} />
    </section>
  );
}

/** Where a refusal can be mended, by its code. */
export function NextStep({ codes }: { codes: string[] }) {
  const { piece, change, query } = usePiece();
  /** A question of the counter. */
  const to = (tab: string, words: string) => (
    <Link
      to={{ pathname: "/", search: `${query}&${VIEW_KEY}tab=${tab}` }}
      className="pick underline inline-flex items-center"
    >
      {words}
    </Link>
  );
  const has = (...of: string[]) => codes.some((code) => of.some((one) => code.startsWith(one)));
  return (
    <p className="flex flex-wrap gap-x-6" data-testid="next-step">
      {piece.state === "frozen" && to("thaw", "Thaw it first")}
      {has("not_here") && (
        <Link to="/kit" className="pick underline inline-flex items-center">
          What is in my kitchen
        </Link>
      )}
      {piece.fire && (
        <button type="button" className="pick underline" onClick={() => change({ fire: null })}>
          Any fire
        </button>
      )}
      {(piece.lacks.length > 0 || piece.without.length > 0 || piece.readyBy) && (
        <button
          type="button"
          className="pick underline"
          onClick={() => change({ lacks: [], without: [], readyBy: null })}
        >
          Drop what tonight asks for
        </button>
      )}
      {has("at_risk") && piece.level !== FOOD_SAFETY && (
        <button
          type="button"
          className="pick underline"
          onClick={() => change({ level: FOOD_SAFETY })}
        >
          Use the food-safety target
        </button>
      )}
      {has("keeping", "histamine", "spoiled", "looks", "warm", "too_old", "fresh") &&
        to("fresh", "Say again how it was kept")}
      {to("piece", "Change the piece")}
    </p>
  );
}
