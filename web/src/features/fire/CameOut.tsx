// How it came out, asked in ten seconds, and skipped by one tap.
import { useState } from "react";
import type { CameOut as Came } from "../../api";
import type { Running } from "../../fire";
import { useFire } from "../../shell";
import { Failure, useUnits } from "../../ui";
import { withUnit } from "../../units";

const ASKED: { key: keyof Came; name: string; words: [string, string][] }[] = [
  {
    key: "middle",
    name: "Middle",
    words: [
      ["raw", "Raw"],
      ["under", "Under"],
      ["right", "Right"],
      ["over", "Over"],
    ],
  },
  {
    key: "thin_end",
    name: "Thin end",
    words: [
      ["under", "Under"],
      ["right", "Right"],
      ["over", "Over"],
    ],
  },
  {
    key: "skin",
    name: "Skin",
    words: [
      ["soft", "Soft"],
      ["crisp", "Crisp"],
      ["burnt", "Burnt"],
    ],
  },
  {
    key: "stuck",
    name: "Stuck",
    words: [
      ["no", "No"],
      ["a_little", "A little"],
      ["tore", "It tore"],
    ],
  },
  {
    key: "moist",
    name: "Flesh",
    words: [
      ["dry", "Dry"],
      ["moist", "Moist"],
      ["wet", "Wet"],
    ],
  },
];

export function CameOut({ cook }: { cook: Running }) {
  const { happen, forgetOver, begin } = useFire();
  const units = useUnits();
  const [came, setCame] = useState<Came>({});
  const piece = cook.plan?.piece;
  const asked = ASKED.filter(
    (one) =>
      (one.key !== "thin_end" || piece?.thin_end_mm != null) &&
      (one.key !== "skin" || piece?.skin === "on"),
  );
  const close = () => {
    if (Object.keys(came).length > 0) happen(cook, { kind: "came_out", came_out: came });
    forgetOver(cook.id);
  };
  const { batch: n, batches: of } = cook;
  const [problem, setProblem] = useState<string | null>(null);
  const [asking, setAsking] = useState(false);
  const nextBatch = () => {
    if (!cook.plan) return;
    setAsking(true);
    setProblem(null);
    begin({
      title: cook.title,
      plan: cook.plan,
      batch: n + 1,
      ...(cook.pan ? { pan: cook.pan } : {}),
      ...(cook.card ? { card: cook.card } : {}),
    })
      .then(close)
      // It stays open: the batch is still to come.
      .catch((error: Error) => setProblem(error.message))
      .finally(() => setAsking(false));
  };
  return (
    <section className="came-out" aria-label={`How ${cook.title} came out`} data-testid="came-out">
      <h2 className="text-lead font-bold">
        How did it come out? <span className="font-normal quiet">{cook.title}</span>
        {cook.standing && (
          <span className="font-normal quiet">
            , {withUnit(cook.standing.lands_c.mid, "celsius", units)} in the middle by the numbers
          </span>
        )}
      </h2>
      <div className="flex flex-wrap gap-x-8 gap-y-3 pt-2">
        {asked.map((one) => (
          <fieldset key={one.key}>
            <legend className="text-small quiet">{one.name}</legend>
            <div className="flex gap-1.5">
              {one.words.map(([key, words]) => (
                <button
                  key={key}
                  type="button"
                  className="target target-word"
                  aria-pressed={came[one.key] === key}
                  data-testid={`came-${one.key}-${key}`}
                  onClick={() => setCame({ ...came, [one.key]: key } as Came)}
                >
                  {words}
                </button>
              ))}
            </div>
          </fieldset>
        ))}
        {n < of && cook.plan && (
          <button
            type="button"
            className="target target-wide btn-primary self-end"
            data-testid="next-batch"
            disabled={asking}
            onClick={nextBatch}
          >
            Next batch, {n + 1} of {of}
          </button>
        )}
        <button
          type="button"
          className={`target target-wide self-end ${n < of ? "" : "btn-primary"}`}
          data-testid="came-done"
          onClick={close}
        >
          {Object.keys(came).length > 0 ? "Keep it" : "Skip"}
        </button>
      </div>
      {problem && <Failure message={problem} />}
    </section>
  );
}
