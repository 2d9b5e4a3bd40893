// All that is cooking, in a thin strip on top of every other view.
import { Link } from "react-router";
import { byUrgency, leftS, nextOf, onFoldS, shortAct } from "../fire";
import { clock } from "../units";
import { useCalling } from "./CallsProvider";
import { useFire, useTick } from "./FireProvider";

export function FireStrip() {
  const { cooks, inTouch } = useFire();
  const { missed } = useCalling();
  const now = useTick();
  if (cooks.length === 0) return null;
  return (
    <nav
      aria-label="On the fire"
      className="no-print sticky top-0 z-10 bg-base-content text-base-100 flex overflow-x-auto"
      data-testid="fire-strip"
    >
      {byUrgency(cooks, now).map((cook) => {
        const next = nextOf(cook, now);
        const left = leftS(next, onFoldS(cook, now));
        const late = left !== null && left < -5;
        return (
          <Link
            key={cook.id}
            to="/fire"
            className={`flex items-baseline gap-x-2 px-4 min-h-11 py-2.5 whitespace-nowrap border-r border-base-100/25 ${
              late ? "bg-error text-error-content" : ""
            }`}
          >
            <span className="text-small max-w-36 truncate">{cook.title}</span>
            {next && <strong className="text-body">{shortAct(next)}</strong>}
            {left !== null && next?.kind !== "heat_up" && (
              <span className="running text-body">
                {left < 0 ? "+" : ""}
                {clock(Math.abs(left))}
              </span>
            )}
          </Link>
        );
      })}
      {(!inTouch || missed.length > 0) && (
        <span className="px-4 py-3 text-small whitespace-nowrap">
          {inTouch ? "Something was missed" : "Out of touch: clocks go on"}
        </span>
      )}
    </nav>
  );
}
