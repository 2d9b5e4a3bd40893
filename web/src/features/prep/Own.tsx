// Amounts of one's own: a line each, one more when the last is begun.
import { useId } from "react";
import type { Preparation, Refused } from "../../api";
import { FieldError, Fold, NumberField } from "../../ui";

type Item = NonNullable<NonNullable<Preparation["coat"]>["own"]>[number];
type Props = {
  title: string;
  items: Item[];
  set: (items: Item[]) => void;
  field: string;
  problem: Refused | null;
};

const MOST = 8;

export function Own({ title, items, set, field, problem }: Props) {
  const id = useId();
  const lines: Item[] = items.length < MOST ? [...items, { what: "" }] : items;
  const put = (i: number, part: Partial<Item>) => {
    const next = lines.map((one, at) => (at === i ? { ...one, ...part } : one));
    set(next.filter((one) => one.what !== "" || one.g != null));
  };
  return (
    <Fold summary={title} wrong={problem?.field.startsWith(field) ?? false} testId="own">
      <ul className="grid gap-y-1">
        {lines.map((one, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a line is where it stands
          <li key={i} className="flex flex-wrap items-baseline gap-x-4">
            <input
              aria-label={`${title}: what, line ${i + 1}`}
              className="typed !text-left !w-44"
              placeholder={i === items.length ? "one more" : ""}
              value={one.what}
              data-testid={`own-what-${i}`}
              onChange={(e) => put(i, { what: e.currentTarget.value })}
            />
            <NumberField
              label={`How much, line ${i + 1}`}
              hideLabel
              quantity="gram"
              value={one.g ?? null}
              onChange={(g) => put(i, { g })}
              mayBeEmpty={() => put(i, { g: null })}
              field={`${field}[${i}].g`}
              problem={problem}
              testId={`own-g-${i}`}
            />
            <button
              type="button"
              className="pick"
              aria-pressed={one.liquid ?? false}
              data-testid={`own-liquid-${i}`}
              onClick={() => put(i, { liquid: !one.liquid })}
            >
              liquid
            </button>
          </li>
        ))}
      </ul>
      <FieldError id={`${id}-error`} problem={problem} field={field} />
    </Fold>
  );
}
