// The acts in the order of time, struck off as they are done.
import type { Doing } from "../../api";
import { useUnits } from "../../ui";
import { span, withUnit } from "../../units";
import { startOf } from "./Clock";

type Props = {
  acts: Doing[];
  done: string[];
  toggle: (id: string) => void;
  when: (s: number) => string;
  /** On which day, where that is not today. */
  dayOf: (s: number) => string | null;
  nameOf: (lane: string) => string;
};

export function Acts({ acts, done, toggle, when, dayOf, nameOf }: Props) {
  const units = useUnits();
  return (
    <ol className="prep-acts" data-testid="acts">
      {acts.map((act, i) => {
        const struck = done.includes(act.id);
        const day = dayOf(startOf(act));
        const before = acts[i - 1];
        const newDay = day !== null && (!before || dayOf(startOf(before)) !== day);
        return (
          <li key={act.id} data-done={struck}>
            {newDay && <p className="prep-day">{day}</p>}
            <button
              type="button"
              aria-pressed={struck}
              className="prep-tick"
              data-testid={`tick-${act.id}`}
              onClick={() => toggle(act.id)}
              aria-label={`Done: ${act.words}`}
            >
              <span aria-hidden="true">{struck ? "✓" : ""}</span>
            </button>
            <span className="running font-semibold text-right">{when(startOf(act))}</span>
            <div>
              <p className={struck ? "line-through quiet" : "font-semibold"}>
                {act.words}
                {act.at_c != null && ` (${withUnit(act.at_c, "celsius", units)})`}
              </p>
              <p className="text-small quiet">
                {nameOf(act.of)}
                {act.hands_s > 0 && ` · hands ${span(act.hands_s)}`}
                {act.band !== "hands" &&
                  act.lasts_s > act.hands_s &&
                  ` · ${span(act.lasts_s)} in all`}
                {act.cues.length > 0 && ` · ${act.cues.join(" ")}`}
              </p>
              {act.why && <p className="text-small quiet no-print">{act.why}</p>}
              {act.cautions.map((caution) => (
                <p key={caution} className="text-small">
                  <span className="text-warning font-bold" aria-hidden="true">
                    ▲{" "}
                  </span>
                  {caution}
                </p>
              ))}
            </div>
          </li>
        );
      })}
    </ol>
  );
}
