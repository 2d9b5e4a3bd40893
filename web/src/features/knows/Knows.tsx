// What Cindo knows and does not: rules with their sections, where the model errs, what it is not for. All of
// it is made from the data that the rules and the model are run by.
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, type Knowledge } from "../../api";
import { Choice, Failure } from "../../ui";

type Rule = Knowledge["rules"][number];

const WEIGHTS: { key: Rule["weight"]; name: string; sign: string; tone: string }[] = [
  { key: "refuse", name: "Stops the card", sign: "■", tone: "text-error" },
  { key: "warn", name: "Warns", sign: "▲", tone: "text-warning" },
  { key: "advise", name: "Tells you", sign: "●", tone: "" },
  { key: "note", name: "At the board", sign: "○", tone: "" },
];
const RULES = [
  { key: "us", name: "US" },
  { key: "eu_uk", name: "EU and UK" },
] as const;
/** How sure the memory of a source is, as strokes: three are sure. */
const SURE: { [confidence: string]: number } = { high: 3, medium: 2, low: 1 };

export function Knows() {
  const [rules, setRules] = useState<"us" | "eu_uk">("us");
  const knowledge = useQuery({
    queryKey: ["knowledge"],
    queryFn: api.knowledge,
    staleTime: Number.POSITIVE_INFINITY,
  });
  if (knowledge.isError)
    return (
      <div className="p-8">
        <Failure message={knowledge.error.message} retry={() => void knowledge.refetch()} />
      </div>
    );
  if (!knowledge.data) return <p className="p-8 quiet">One moment</p>;
  const { limits, fish } = knowledge.data;
  const scope = limits.filter((l) => l.kind === "scope");
  const [first, ...others] = scope;
  return (
    <article className="max-w-[1196px] px-4 md:px-8 pt-5 pb-10" data-testid="knows">
      <h1 className="text-title font-bold">What Cindo knows and does not</h1>
      {first && (
        <p className="max-w-[58ch] text-lead pt-2">
          <b>{first.what} come first.</b> {first.says}
        </p>
      )}
      <div className="grid lg:grid-cols-[minmax(0,1fr)_340px] gap-x-14 gap-y-8 pt-6 items-start">
        <section aria-label="Rules">
          <div className="flex flex-wrap items-end justify-between gap-x-8 hair-b">
            <h2 className="text-lead font-bold pb-2">Rules it keeps</h2>
            <Choice
              label="Whose rules"
              hideLabel
              options={RULES}
              value={rules}
              onChange={setRules}
            />
          </div>
          <p
            className="hidden md:grid grid-cols-[minmax(0,1fr)_230px_56px] gap-x-6 pt-2 text-small quiet"
            aria-hidden="true"
          >
            <span>what it asks</span>
            <span>by which rule</span>
            <span className="text-right">how sure</span>
          </p>
          {WEIGHTS.map((weight) => (
            <section key={weight.key} aria-label={weight.name}>
              <h3 className="text-small quiet pt-4 pb-1">
                <span className={`${weight.tone} font-bold`} aria-hidden="true">
                  {weight.sign}
                </span>{" "}
                {weight.name}
              </h3>
              <ul>
                {knowledge.data.rules
                  .filter((rule) => rule.weight === weight.key)
                  .map((rule) => (
                    <RuleLine key={rule.code} rule={rule} section={rule[rules]} />
                  ))}
              </ul>
            </section>
          ))}
        </section>
        <aside className="grid gap-y-8">
          <section aria-label="What it is not for">
            <h2 className="text-lead font-bold hair-b pb-2">What it is not for</h2>
            <Limits limits={others} />
          </section>
          <section aria-label="Where the model errs">
            <h2 className="text-lead font-bold hair-b pb-2">Where the model errs</h2>
            <Limits limits={limits.filter((l) => l.kind === "model")} />
          </section>
          <section aria-label="What it is made with">
            <h2 className="text-lead font-bold hair-b pb-2">What it is made with</h2>
            <p className="py-2 text-small">
              <a href="/licences.txt" className="underline" data-testid="licences">
                Everything that ships with Cindo, and under which licence
              </a>
              , the letters on this screen too.
            </p>
          </section>
          <section aria-label="The fish">
            <h2 className="text-lead font-bold hair-b pb-2">The fish</h2>
            <dl className="grid grid-cols-[1fr_auto] gap-x-6 gap-y-1 pt-2 text-small">
              {(
                [
                  ["in the list", fish.all],
                  ["on a published row of their own", fish.table],
                  ["on that of a near relation", fish.stand_in],
                  ["on memory", fish.memory],
                ] as const
              ).map(([name, count]) => (
                <div key={name} className="contents">
                  <dt className="quiet">{name}</dt>
                  <dd className="figures text-right">{count}</dd>
                </div>
              ))}
            </dl>
          </section>
        </aside>
      </div>
    </article>
  );
}

function RuleLine({ rule, section }: { rule: Rule; section: string }) {
  const sure = SURE[rule.confidence] ?? 0;
  return (
    <li className="grid md:grid-cols-[minmax(0,1fr)_230px_56px] gap-x-6 py-2 hair-b">
      <span>{rule.asks}</span>
      <span className="text-small quiet">{section}</span>
      <span
        className="text-small figures md:text-right"
        title={`from memory, ${rule.confidence} confidence`}
      >
        <span className="sr-only">from memory, {rule.confidence} confidence</span>
        <span aria-hidden="true">{"|".repeat(sure)}</span>
        <span aria-hidden="true" className="opacity-25">
          {"|".repeat(3 - sure)}
        </span>
      </span>
    </li>
  );
}

function Limits({ limits }: { limits: Knowledge["limits"] }) {
  return (
    <dl>
      {limits.map((limit) => (
        <div key={limit.what} className="py-2 hair-b">
          <dt className="font-semibold">{limit.what}</dt>
          <dd className="text-small">{limit.says}</dd>
        </div>
      ))}
    </dl>
  );
}
