// How the fish was kept, one while after another: the record that every rule reads.
import type { Since, Span } from "../../api";
import type { Known } from "../../card";
import { Choice, NumberField, type Problem } from "../../ui";

type Props = { known: Known; setKnown: (known: Known) => void; problem: Problem };

/** Limits count from the catch: hours since it was bought are only a part. */
const SINCES: { key: Since; name: string }[] = [
  { key: "unknown", name: "nobody says" },
  { key: "bought", name: "since it was bought" },
  { key: "catch", name: "since the catch" },
];

/** Whiles that cooks know without a thermometer. */
const USUAL: { name: string; span: Span }[] = [
  { name: "on ice", span: { hours: 24, at_c: 0 } },
  { name: "in the fridge", span: { hours: 24, at_c: 4 } },
  { name: "in the freezer", span: { hours: 168, at_c: -18 } },
  { name: "out of the cold", span: { hours: 1, at_c: 20 } },
];

export function Keeping({ known, setKnown, problem }: Props) {
  const { keeping } = known;
  const setKeeping = (next: Span[]) => setKnown({ ...known, keeping: next });
  const set = (i: number, part: Partial<Span>) =>
    setKeeping(keeping.map((span, j) => (i === j ? { ...span, ...part } : span)));
  return (
    <section aria-label="How it was kept" className="hair-t pt-2 min-w-0">
      <h2 className="text-small quiet">How it was kept</h2>
      <ol>
        {keeping.map((span, i) => (
          <li
            // biome-ignore lint/suspicious/noArrayIndexKey: whiles have no name but their place
            key={i}
            className="grid grid-cols-[1fr_1fr_auto] items-end gap-x-4 hair-b pb-1"
          >
            <NumberField
              label="for"
              quantity="plain"
              suffix={span.hours === 1 ? "hour" : `hours${days(span.hours)}`}
              value={span.hours}
              field={`keeping[${i}].hours`}
              problem={problem}
              testId={`kept-hours-${i}`}
              onChange={(hours) => set(i, { hours })}
            />
            <NumberField
              label="at"
              quantity="celsius"
              value={span.at_c}
              field={`keeping[${i}].at_c`}
              problem={problem}
              testId={`kept-c-${i}`}
              onChange={(at_c) => set(i, { at_c })}
            />
            <button
              type="button"
              className="pick text-small !px-0"
              aria-label={`Remove period ${i + 1}`}
              onClick={() => setKeeping(keeping.filter((_, j) => j !== i))}
            >
              remove
            </button>
          </li>
        ))}
      </ol>
      <p className="flex flex-wrap items-center gap-x-5">
        <span className="text-small quiet">{keeping.length === 0 ? "It was" : "then"}</span>
        {USUAL.map((usual) => (
          <button
            key={usual.name}
            type="button"
            className="pick"
            data-testid={`add-${usual.name.replaceAll(" ", "-")}`}
            onClick={() => setKeeping([...keeping, usual.span])}
          >
            {usual.name}
          </button>
        ))}
      </p>
      {keeping.length > 0 && (
        <Choice
          label="All of it, or only since it was bought"
          options={SINCES}
          value={known.since}
          onChange={(since) => setKnown({ ...known, since })}
        />
      )}
      <button
        type="button"
        className="pick"
        aria-pressed={known.vacuum}
        data-testid="vacuum"
        onClick={() => setKnown({ ...known, vacuum: !known.vacuum })}
      >
        sealed in a vacuum pack
      </button>
    </section>
  );
}

function days(hours: number): string {
  return hours >= 48 ? ` · ${(hours / 24).toFixed(hours % 24 ? 1 : 0)} days` : "";
}
