// What is heated first and what it is set to, in words.
import type { Plan } from "../../api";
import { type Units, withUnit } from "../../units";

/** What it is set to, in the words of its main settings. */
export function mainHeats(plan: Plan, units: Units): string {
  const set = plan.settings.flatMap((s) =>
    s.main && s.control.takes === "number"
      ? [`${s.name} ${withUnit(s.control.value, "celsius", units)}`]
      : [],
  );
  return set.join(", ");
}
