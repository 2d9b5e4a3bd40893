// Settings for this thickness, or the usual ones: one tap apart.
import type { Plan } from "../../api";
import type { SettingValue } from "../../card";
import { useUnits } from "../../ui";
import { fittedText, fittedValues } from "./fitted";

type Props = {
  fitted: Plan["fitted"];
  settings: Plan["settings"];
  asked: Record<string, unknown>;
  set: (values: Record<string, SettingValue>) => void;
};

export function FittedOrUsual({ fitted, settings, asked, set }: Props) {
  const units = useUnits();
  if (fitted.length === 0) return null;
  const values = fittedValues(fitted);
  const own = Object.keys(asked).filter((key) => key !== "kind");
  const isUsual = own.length === 0;
  const isFitted = own.length === fitted.length && own.every((key) => asked[key] === values[key]);
  return (
    <section aria-label="Set for this piece" className="grid gap-y-1">
      <div className="flex gap-x-5">
        <button
          type="button"
          className="pick"
          aria-pressed={isFitted}
          data-testid="fitted"
          onClick={() => set(values)}
        >
          for this thickness
        </button>
        <button
          type="button"
          className="pick"
          aria-pressed={isUsual}
          data-testid="usual"
          onClick={() => set({})}
        >
          usual
        </button>
        {!isFitted && !isUsual && (
          <button type="button" className="pick" aria-pressed={true} disabled>
            mine
          </button>
        )}
      </div>
      {isFitted && (
        <ul className="text-small quiet">
          {fitted.map((one) => (
            <li key={one.key}>
              <b className="text-base-content">{fittedText(one, settings, units)}</b>. {one.why}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
