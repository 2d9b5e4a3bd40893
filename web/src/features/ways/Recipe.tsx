// From the cook's side: times of a recipe, run on this piece.
import type { Plan, PlanRequest } from "../../api";
import { usePiece, useSetViews, useViewList, useViewText } from "../../shell";
import { NumberField, useUnits } from "../../ui";
import { Part } from "./Part";
import { change, tenAnInch } from "./recipe";
import { QUANTITY } from "./Settings";
import { usePlan } from "./usePlan";
import { difference } from "./whatIf";

const SIDE = (i: number, sides: number) =>
  sides === 1 ? "on the heat" : i === 0 ? "first side" : i === 1 ? "then" : `then, ${i + 1}`;

/** `request` is what the card asks. */
export function Recipe({ planned, request }: { planned: Plan; request: PlanRequest }) {
  const units = useUnits();
  const { piece } = usePiece();
  const [kept, keep] = useViewList("recipe");
  const times = kept.map((s) => (s === "" ? Number.NaN : Number(s)));
  const whole = times.length === planned.sides_s.length && times.every((s) => Number.isFinite(s));
  const said = (i: number) => (Number.isFinite(times[i]) ? (times[i] ?? null) : null);
  const { field: _, ...asked } = request;
  // "20 minutes at 150": the heat of the recipe, where it is not that of the card.
  const [at, setAt] = useViewText("recipe-at");
  const setViews = useSetViews();
  const main = planned.settings.find((s) => s.main && s.control.takes === "number");
  const own = at === "" ? Number.NaN : Number(at);
  const heat = main && Number.isFinite(own) ? { [main.key]: own } : {};
  const { plan: came, problem } = usePlan(
    whole
      ? {
          ...asked,
          method: { ...asked.method, ...heat },
          times: { sides_s: times, rest_s: planned.rest_s },
        }
      : null,
  );
  const sides = Array.from({ length: planned.sides_s.length }, (_, i) => i);
  // By what stands there now: the other side may have been said this very moment.
  const put = (i: number, s: number | null) =>
    keep((now) => sides.map((k) => (k === i ? String(s ?? "") : (now[k] ?? ""))));
  return (
    <Part name="A recipe says other times: what would they give?">
      <div className="flex flex-wrap items-end gap-x-6 gap-y-1">
        {sides.map((i) => (
          <NumberField
            key={i}
            label={SIDE(i, planned.sides_s.length)}
            quantity="minute"
            value={said(i)}
            field={`times.sides_s[${i}]`}
            problem={problem}
            placeholder="4:00"
            testId={`recipe-${i}`}
            onChange={(s) => put(i, s)}
            mayBeEmpty={() => put(i, null)}
            enter={() =>
              document.querySelector<HTMLElement>(`[data-testid="recipe-${i + 1}"]`)?.focus()
            }
          />
        ))}
        {main?.control.takes === "number" && (
          <NumberField
            label={`at, ${main.name.toLowerCase()}`}
            quantity={QUANTITY[main.control.unit] ?? "plain"}
            value={Number.isFinite(own) ? own : main.control.value}
            field={`method.${main.key}`}
            problem={problem}
            testId="recipe-at"
            onChange={(value) =>
              setAt(
                main.control.takes === "number" && value === main.control.value
                  ? ""
                  : String(value),
              )
            }
          />
        )}
        <button
          type="button"
          className="pick"
          data-testid="ten-an-inch"
          onClick={() => keep(tenAnInch(piece.thicknessMm, planned.sides_s.length).map(String))}
        >
          ten minutes an inch
        </button>
        {whole && (
          <button
            type="button"
            className="pick"
            onClick={() => setViews({ "recipe-at": "", recipe: "" })}
          >
            clear
          </button>
        )}
      </div>
      <div aria-live="polite" className="pt-2 pb-3 min-h-14" data-testid="recipe-says">
        {!whole && sides.some((i) => said(i) !== null) && (
          <p className="quiet">The other side too, and it is worked out.</p>
        )}
        {whole && problem && !problem.field.startsWith("method.") && (
          <p className="text-error">{problem.message}</p>
        )}
        {whole && !problem && came && (
          <>
            <p className="font-bold">{change(came, times)}</p>
            {came.refused.length === 0 && (
              <p className="quiet">As it stands: {difference(planned, came, units)}</p>
            )}
          </>
        )}
      </div>
    </Part>
  );
}
