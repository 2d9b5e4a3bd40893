// What tonight leaves open: by when, what is not here, who must not eat what.
import { ALLERGENS, HEATS, untilS } from "../../card";
import { IN_MY, usePiece } from "../../shell";
import { Fold } from "../../ui";
import { ofField } from "../../units";

export function Tonight() {
  const { piece, change } = usePiece();
  const { lacks, without, readyBy } = piece;
  const gone = readyBy !== null && untilS(readyBy, new Date()) < 0;
  const summary = [
    readyBy && `ready by ${ofField(readyBy)}`,
    lacks.length > 0 && `no ${lacks.map((heat) => IN_MY[heat]).join(", ")}`,
    without.length > 0 && `no ${without.join(", ")} in it`,
  ].filter(Boolean);
  return (
    <Fold
      wrong={gone}
      testId="tonight"
      summary={
        summary.length > 0 ? (
          <span className="text-base-content font-semibold">Tonight: {summary.join("; ")}</span>
        ) : (
          "Ready by a time, a kitchen without an oven, someone who eats no wheat"
        )
      }
    >
      <div className="grid gap-x-10 gap-y-1 sm:grid-cols-[auto_1fr] items-baseline pb-2">
        <label htmlFor="ready-by" className="text-small quiet">
          Ready by
        </label>
        <div className="flex flex-wrap items-center gap-x-4">
          <input
            id="ready-by"
            type="time"
            className="running text-lead bg-transparent hair-b h-11 w-44"
            value={readyBy ?? ""}
            aria-invalid={gone}
            aria-describedby="ready-by-word"
            onChange={(e) => change({ readyBy: e.currentTarget.value || null })}
          />
          {readyBy && (
            <button type="button" className="pick" onClick={() => change({ readyBy: null })}>
              any time
            </button>
          )}
          <span id="ready-by-word" className={gone ? "text-error" : "text-small quiet"}>
            {gone ? "That time has passed. Pick a later one." : "from a cold kitchen, starting now"}
          </span>
        </div>
        <Picks
          label="Not in this kitchen"
          id="lacks"
          all={HEATS}
          chosen={lacks}
          name={(heat) => IN_MY[heat]}
          set={(lacks) => change({ lacks })}
        />
        <Picks
          label="Someone must not eat"
          id="without"
          all={ALLERGENS}
          chosen={without}
          name={(one) => one}
          set={(without) => change({ without })}
        />
      </div>
    </Fold>
  );
}

type PicksProps<K extends string> = {
  label: string;
  id: string;
  all: readonly K[];
  chosen: K[];
  name: (one: K) => string;
  set: (chosen: K[]) => void;
};

/** Any of some words. */
function Picks<K extends string>({ label, id, all, chosen, name, set }: PicksProps<K>) {
  return (
    <>
      <span className="text-small quiet" id={`${id}-label`}>
        {label}
      </span>
      <fieldset aria-labelledby={`${id}-label`} className="flex flex-wrap gap-x-5">
        {all.map((one) => (
          <button
            key={one}
            type="button"
            className="pick"
            aria-pressed={chosen.includes(one)}
            data-testid={`${id}-${one}`}
            onClick={() => set(all.filter((k) => chosen.includes(k) !== (k === one)))}
          >
            {name(one)}
          </button>
        ))}
      </fieldset>
    </>
  );
}
