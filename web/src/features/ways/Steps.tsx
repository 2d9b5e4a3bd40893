import { useMemo } from "react";
import type { Plan, Step } from "../../api";
import type { Piece } from "../../card";
import { decode, SideSeen } from "../../slice";
import { Term, useUnits } from "../../ui";
import { byHand, withUnit } from "../../units";

/** At these the side is looked at. */
const SEEN: ReadonlySet<Step["kind"]> = new Set(["in", "turn", "look", "off"]);

/** How the side of the piece should look then. */
function Side({ plan, piece, step }: { plan: Plan; piece: Piece; step: Step }) {
  const field = useMemo(() => (plan.field ? decode(plan.field) : null), [plan.field]);
  if (!field || !plan.side_seen || !SEEN.has(step.kind)) return null;
  const first = plan.settings.find((s) => s.key === "flesh_first")?.control;
  const over = first?.takes === "flag" && first.value ? 1 : 0;
  // At a turn it is looked at before it goes over.
  const before = plan.turns_s.filter((s) => s < step.at_s - 0.5).length;
  const { tester, press } = plan.signs;
  const touch =
    step.kind === "look"
      ? { tester }
      : step.kind === "off"
        ? { press, ...(press === "springs_back" ? { tester } : {}) }
        : {};
  return (
    <span className="max-sm:hidden print:hidden self-center">
      <SideSeen
        field={field}
        time={step.at_s / field.endS}
        thickMm={piece.thicknessMm}
        thinMm={piece.thinEndMm ?? piece.thicknessMm}
        skin={piece.skin === "on"}
        turned={(before + over) % 2 === 1}
        touch={touch}
        title={`The side of the piece at ${byHand(step.at_s)}`}
      />
    </span>
  );
}

/** What to look for; the tester, where it is named, can be asked about. */
function Cues({ said }: { said: string }) {
  const [before, word, ...after] = said.split(/(tester)/);
  if (!word) return said;
  return (
    <>
      {before}
      <Term of="tester">{word}</Term>
      {after.join("")}
    </>
  );
}

/** The steps in the cook's order: when, what, what to look for, what to mind. */
export function Steps({ plan, piece }: { plan: Plan; piece: Piece }) {
  const { steps } = plan;
  const units = useUnits();
  return (
    <ol className="print:text-[13pt] print:leading-snug" data-testid="steps">
      {steps.map((step) => {
        const main = step.kind === "turn" || step.kind === "off" || step.kind === "probe";
        return (
          <li
            key={`${step.kind}${step.at_s}`}
            className="grid grid-cols-[4.5rem_1fr] sm:grid-cols-[4.5rem_1fr_auto] print:grid-cols-[4.5rem_1fr] gap-x-4 py-2 print:py-0.5 hair-b last:border-b-0"
          >
            <span
              className={`running text-right text-lead leading-6 ${main ? "font-bold" : ""} ${step.kind === "off" ? "text-primary print:text-black" : ""}`}
            >
              {step.at_s < 0 ? (
                <>
                  {byHand(-step.at_s)}
                  <span className="block text-small font-sans font-normal tracking-normal leading-4">
                    before
                  </span>
                </>
              ) : (
                byHand(step.at_s, plan.goal === "figure" && step.kind === "off")
              )}
            </span>
            <div>
              <p className={main ? "font-bold" : "font-semibold"}>
                {step.act}
                {step.at_c != null && step.kind !== "serve" && (
                  <span className="figures font-normal">
                    {step.kind === "off" && ": a probe shows"}{" "}
                    {withUnit(step.at_c, "celsius", units)}
                  </span>
                )}
              </p>
              {step.cues.length > 0 && (
                <p className="text-small quiet print:text-[11pt]">
                  <Cues said={step.cues.join(" ")} />
                </p>
              )}
              {step.cautions.map((caution) => (
                <p key={caution} className="text-small grid grid-cols-[16px_1fr]">
                  <span className="text-warning font-bold print:text-black" aria-hidden="true">
                    ▲
                  </span>
                  <span className="font-semibold">
                    <span className="sr-only">Mind: </span>
                    {caution}
                  </span>
                </p>
              ))}
            </div>
            <Side plan={plan} piece={piece} step={step} />
          </li>
        );
      })}
    </ol>
  );
}
