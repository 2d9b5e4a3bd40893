// What is made ready before the first ticket: cold work and amounts for all that is ordered.
import type { ComponentProps } from "react";
import type { ServicePlan } from "../../api";
import { Fold, useUnits } from "../../ui";
import { span, wallClock, withUnit } from "../../units";
import { Expected } from "./Expected";

type Props = {
  plan: ServicePlan;
  clockOf: (s: number) => number;
  names: (key: string) => string;
  expected: ComponentProps<typeof Expected>;
};

export function Mise({ plan, clockOf, names, expected }: Props) {
  const units = useUnits();
  const { mise } = plan;
  return (
    <Fold
      summary={`Made ready before${mise.hands_s > 0 ? `: ${span(mise.hands_s)} of hands` : ""}`}
      wrong={false}
      testId="svc-mise"
    >
      <Expected {...expected} />
      <ol>
        {mise.acts.map((act) => (
          <li key={`${act.of} ${act.words}`} className="svc-line">
            <b className="running">{wallClock(clockOf(act.at_s))}</b> {act.words}{" "}
            <span className="quiet">
              {names(act.of)}, {act.plates} {act.plates === 1 ? "plate" : "plates"},{" "}
              {span(act.hands_s)}
            </span>
          </li>
        ))}
      </ol>
      <ul className="text-small pt-1 columns-2 sm:columns-3">
        {mise.quantities.map((one) => (
          <li key={`${one.part} ${one.of} ${one.what}`}>
            {one.what} <b className="figures">{withUnit(one.g, "gram", units)}</b>
          </li>
        ))}
      </ul>
    </Fold>
  );
}
