// How many of each dish are expected in all: what is made ready is a stock, and tickets use it up.
import { useState } from "react";
import type { ServicePlan, ServiceRequest } from "../../api";
import type { Made } from "./Tickets";

type Said = NonNullable<ServiceRequest["expected"]>;

type Props = {
  /** What is on the board. */
  dishes: Made[];
  expected: Said;
  stock: ServicePlan["mise"]["stock"];
  say: (expected: Said) => void;
};

const MOST = 200;

export function Expected({ dishes, expected, stock, say }: Props) {
  const at = (dish: Made) =>
    expected.findIndex(({ plate: { id: _, ...plate } }) => same(plate, dish.plate));
  return (
    <fieldset className="pt-1">
      <legend className="text-small quiet">Expected in all, ordered or not</legend>
      <div className="flex flex-wrap gap-x-6">
        {dishes.map((dish) => {
          const i = at(dish);
          const told = stock[i];
          return (
            <HowMany
              key={dish.key}
              name={dish.name}
              plates={expected[i]?.plates ?? null}
              left={told ? told.left : null}
              set={(plates) => {
                const others = expected.filter((_, j) => j !== i);
                const one = { plate: { ...dish.plate, id: dish.name.slice(0, 60) }, plates };
                say(plates > 0 ? [...others, one] : others);
              }}
            />
          );
        })}
      </div>
    </fieldset>
  );
}

function HowMany({
  name,
  plates,
  left,
  set,
}: {
  name: string;
  plates: number | null;
  left: number | null;
  set: (plates: number) => void;
}) {
  const [text, setText] = useState<string | null>(null);
  const [wrong, setWrong] = useState(false);
  const done = () => {
    if (text === null) return;
    const n = text.trim() === "" ? 0 : Number(text);
    // What was typed stays until it says something.
    if (!Number.isInteger(n) || n < 0 || n > MOST) return setWrong(true);
    setWrong(false);
    setText(null);
    if (n !== (plates ?? 0)) set(n);
  };
  return (
    <label className="text-small inline-flex flex-wrap items-baseline gap-x-2">
      {name}
      <input
        className="typed !w-12"
        inputMode="numeric"
        value={text ?? (plates ? String(plates) : "")}
        aria-invalid={wrong}
        data-testid={`expected-${name}`}
        onChange={(e) => setText(e.currentTarget.value)}
        onBlur={done}
        onKeyDown={(e) => {
          if (e.key === "Enter") done();
        }}
      />
      {wrong ? (
        <span role="alert" className="text-error font-semibold">
          a number up to {MOST}
        </span>
      ) : (
        left !== null && (
          <span className={left < 0 ? "text-error font-semibold" : "quiet"}>
            {left < 0 ? `${-left} more ordered than made ready` : `${left} left`}
          </span>
        )
      )}
    </label>
  );
}

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
