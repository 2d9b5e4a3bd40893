// The service on paper: who does what, line by line, and which table when.
import type { ServicePlan } from "../../api";
import { wallClock } from "../../units";
import { toDo } from "./told";

type Props = {
  plan: ServicePlan;
  clockOf: (s: number) => number;
  nameOf: (plate: string) => string;
  thingName: (thing: string) => string;
};

export function RunSheet({ plan, clockOf, nameOf, thingName }: Props) {
  const at = (s: number) => wallClock(clockOf(s));
  return (
    <section aria-label="Run sheet" className="hidden print:block svc-sheet">
      <p>
        {plan.tickets
          .filter((one) => one.served_s != null)
          .map((one) => `${one.id} ${at(one.served_s ?? 0)}`)
          .join("   ")}
      </p>
      {toDo(plan, []).map(({ id, acts }) => (
        <table key={id}>
          <caption>{id}</caption>
          <tbody>
            {acts.map((act) => (
              <tr key={act.id}>
                <td className="running">{at(act.at_s)}</td>
                <td>{act.words}</td>
                <td>
                  {act.plates.length > 1 && `${act.plates.length} `}
                  {nameOf(act.plate)}, {act.ticket}
                </td>
                <td>
                  {act.thing && thingName(act.thing)}
                  {act.at_c != null && ` ${Math.round(act.at_c)} C`}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      ))}
    </section>
  );
}
