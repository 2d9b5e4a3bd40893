import type { Plan } from "../../api";
import { Notices, useUnits } from "../../ui";
import { rise, withUnit } from "../../units";

/** What comes of it beside the temperature, each a line. */
export function Outcome({ plan }: { plan: Plan }) {
  const units = useUnits();
  const low = plan.pan_low_c ?? plan.oil_low_c ?? plan.liquid_low_c;
  const what =
    plan.pan_low_c != null ? "Under the fish the pan" : plan.oil_low_c != null ? "Oil" : "Liquid";
  const percent = (share: number) => `${(100 * share).toFixed(0)} %`;
  const crust = Math.max(...plan.crust_mm);
  const [lower, upper] = plan.browning;
  const coloured = lower !== "pale" || upper !== "pale";
  const shown = coloured && (lower === upper ? lower : `${lower}, the other side ${upper}`);
  const lines: [string, string][] = [
    ["Contains", plan.allergens.join(", ")],
    ...(plan.goal === "rim"
      ? ([["Seared rim", withUnit(plan.rim_mm, "millimetre", units, 1)]] as [string, string][])
      : ([["In the target", percent(plan.even_share)]] as [string, string][])),
    [
      plan.overcooked_c == null
        ? "Overcooked"
        : `Overcooked, above ${withUnit(plan.overcooked_c, "celsius", units)}`,
      plan.overcooked_c == null ? "not in this" : percent(plan.overcooked_share),
    ],
    ["Crust", crust < 0.05 ? "none" : withUnit(crust, "millimetre", units, 1)],
    ...(shown ? ([["Colour", shown]] as [string, string][]) : []),
    ["Weight lost", `about ${percent(plan.weight_loss_share)}`],
  ];
  if (low != null) lines.push([`${what} drops to`, withUnit(low, "celsius", units)]);
  if (plan.party) lines.push(["Room for", `${plan.party.most}, ${plan.party.on}`]);
  if (plan.batch)
    lines.push([
      `Most at once, oil ${rise(plan.batch.drop_k, units)} down`,
      withUnit(plan.batch.most_g, "gram", units),
    ]);
  return (
    <dl className="grid grid-cols-[1fr_auto] gap-x-3 gap-y-0.5 text-small hair-t pt-2">
      {lines.map(([name, value]) => (
        <div key={name} className="contents">
          <dt className="quiet">{name}</dt>
          <dd className="figures text-right">{value}</dd>
        </div>
      ))}
    </dl>
  );
}

/** What to know before lighting the fire. */
export function Warnings({ plan }: { plan: Plan }) {
  if (plan.warnings.length === 0) return null;
  return (
    <section aria-label="To know before">
      <h2 className="text-small quiet hair-b pb-1 mb-2">To know before</h2>
      <Notices notices={plan.warnings} />
    </section>
  );
}
