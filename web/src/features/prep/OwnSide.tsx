// A side of one's own: a name, and what is done for it, act by act, until it is on the plate.
import type { Preparation, Refused } from "../../api";
import { useStored } from "../../shell";
import { FieldError, Fold, NumberField } from "../../ui";
import { Own } from "./Own";

type Side = NonNullable<Preparation["sides"]>[number];
type Act = NonNullable<Side["acts"]>[number];
type Props = {
  sides: Side[];
  set: (sides: Side[]) => void;
  problem: Refused | null;
};

export const OWN = "own";
const MOST = 8;
const NEW: Act = { words: "", lasts_min: 5, hands_min: 0 };
const ON = [
  { key: "", name: "no heat" },
  { key: "hobs", name: "a ring" },
  { key: "ovens", name: "the oven" },
  { key: "fryers", name: "the fryer" },
] as const;

export function OwnSide({ sides, set, problem }: Props) {
  const at = sides.findIndex((side) => side.kind === OWN);
  const [kept, keep] = useStored<Side>("cindo.prep.side", { kind: OWN, name: "" });
  const side = sides[at] ?? kept;
  const acts = side.acts ?? [];
  const lines = acts.length < MOST ? [...acts, NEW] : acts;
  // What is not yet whole is kept here, not asked about: it goes on the clock once it has a name and an act.
  const put = (part: Partial<Side>) => {
    const next = { ...side, ...part };
    keep(next);
    const others = sides.filter((one) => one.kind !== OWN);
    const whole = next.name?.trim() && (next.acts ?? []).length > 0;
    set(whole ? [...others, next] : others);
  };
  const putAct = (i: number, part: Partial<Act>) => {
    const next = lines.map((one, j) => (i === j ? { ...one, ...part } : one));
    put({ acts: next.filter((one) => one.words !== "") });
  };
  const field = `sides[${at}]`;
  return (
    <Fold
      summary="A side of your own"
      wrong={at >= 0 && (problem?.field.startsWith(field) ?? false)}
      testId="own-side"
    >
      <label className="text-small quiet flex items-baseline gap-x-2">
        It is called
        <input
          className="typed !text-left !w-44"
          data-testid="own-side-name"
          maxLength={60}
          value={side.name ?? ""}
          onChange={(e) => put({ name: e.currentTarget.value })}
        />
      </label>
      <ol className="grid gap-y-2 pt-2">
        {lines.map((act, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: an act is where it stands
          <li key={i} className="grid gap-y-1">
            <input
              aria-label={`What to do, act ${i + 1}`}
              className="typed !text-left !w-full max-w-[28rem]"
              placeholder={i === acts.length ? (i === 0 ? "first, do this" : "then") : ""}
              maxLength={160}
              value={act.words}
              data-testid={`own-act-${i}`}
              onChange={(e) => putAct(i, { words: e.currentTarget.value })}
            />
            {i < acts.length && (
              <div className="flex flex-wrap items-baseline gap-x-5">
                <NumberField
                  label={`Takes, act ${i + 1}`}
                  quantity="plain"
                  suffix="min"
                  value={act.lasts_min}
                  onChange={(lasts_min) => putAct(i, { lasts_min })}
                  field={`${field}.acts[${i}].lasts_min`}
                  problem={problem}
                  testId={`own-act-lasts-${i}`}
                />
                <NumberField
                  label={`Of that hands, act ${i + 1}`}
                  quantity="plain"
                  suffix="min"
                  value={act.hands_min ?? 0}
                  onChange={(hands_min) => putAct(i, { hands_min })}
                  field={`${field}.acts[${i}].hands_min`}
                  problem={problem}
                  testId={`own-act-hands-${i}`}
                />
                <select
                  aria-label={`On what, act ${i + 1}`}
                  className="prep-way"
                  value={act.thing ?? ""}
                  data-testid={`own-act-on-${i}`}
                  onChange={(e) => putAct(i, { thing: e.currentTarget.value || null })}
                >
                  {ON.map((one) => (
                    <option key={one.key} value={one.key}>
                      {one.name}
                    </option>
                  ))}
                </select>
              </div>
            )}
          </li>
        ))}
      </ol>
      <Own
        title="What it takes"
        items={side.items ?? []}
        set={(items) => put({ items })}
        field={`${field}.items`}
        problem={problem}
      />
      {at >= 0 && <FieldError id="own-side-error" problem={problem} field={field} />}
    </Fold>
  );
}
