// What each pair of hands does next, and for whom: to be read from across the kitchen.
import type { ServiceAct, ServicePlan } from "../../api";
import { clock, wallClock } from "../../units";
import { onWhat, toDo } from "./told";

type Props = {
  plan: ServicePlan;
  nowS: number;
  clockOf: (s: number) => number;
  nameOf: (plate: string) => string;
  thingName: (thing: string) => string;
  struck: readonly string[];
  done: (act: ServiceAct) => void;
  away: readonly string[];
  toggleAway: (cook: string) => void;
};

export function NextActs({
  plan,
  nowS,
  clockOf,
  nameOf,
  thingName,
  struck,
  done,
  away,
  toggleAway,
}: Props) {
  return (
    <section
      aria-label="Next"
      className="svc-next"
      data-cooks={plan.cooks.length}
      data-testid="svc-next"
    >
      {toDo(plan, struck).map(({ id, acts }, i) => {
        const [next, ...after] = acts;
        const inS = next ? next.at_s - nowS : 0;
        return (
          <div key={id} className="svc-hand" data-thread={i % 3} data-late={inS < -30}>
            <p className="flex flex-wrap items-baseline justify-between gap-x-4">
              <b>{id}</b>
              <button
                type="button"
                className="pick text-small"
                aria-pressed={away.includes(id)}
                data-testid={`away-${i}`}
                onClick={() => toggleAway(id)}
              >
                {away.includes(id) ? "is back" : "has gone"}
              </button>
            </p>
            {next ? (
              <>
                <div className="svc-now">
                  <span className="running svc-time">
                    {inS > -30 ? clock(Math.max(inS, 0)) : `−${clock(-inS)}`}
                  </span>
                  <span className="svc-act">{next.words}</span>
                </div>
                <div className="flex flex-wrap items-center justify-between gap-x-4 gap-y-1">
                  <span>
                    <b>{forWhom(next, nameOf)}</b>
                    {onWhat(next, plan) && (
                      <span className="quiet">, {lower(thingName(onWhat(next, plan) ?? ""))}</span>
                    )}
                  </span>
                  <button
                    type="button"
                    className="svc-done ml-auto"
                    data-testid={`did-${i}`}
                    onClick={() => done(next)}
                  >
                    done
                  </button>
                </div>
                <ol className="text-small quiet pt-1">
                  {after.slice(0, 2).map((act) => (
                    <li key={act.id} className="svc-line">
                      <span className="running">{wallClock(clockOf(act.at_s))}</span> {act.words},{" "}
                      {forWhom(act, nameOf)}
                    </li>
                  ))}
                </ol>
              </>
            ) : (
              <p className="svc-act">{away.includes(id) ? "Away." : "Nothing more to do."}</p>
            )}
          </div>
        );
      })}
    </section>
  );
}

function forWhom(act: ServiceAct, nameOf: (plate: string) => string): string {
  const n = act.plates.length;
  return `${n > 1 ? `${n} ` : ""}${nameOf(act.plate)}, ${act.ticket}`;
}

const lower = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);
