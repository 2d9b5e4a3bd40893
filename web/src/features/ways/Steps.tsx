import type { Step } from "../../api";
import { useUnits } from "../../ui";
import { clock, withUnit } from "../../units";

/** The steps in the cook's order: when, what, what to look for, what to mind. */
export function Steps({ steps }: { steps: Step[] }) {
  const units = useUnits();
  return (
    <ol className="print:text-[13pt] print:leading-snug" data-testid="steps">
      {steps.map((step) => {
        const main = step.kind === "turn" || step.kind === "off" || step.kind === "probe";
        return (
          <li
            key={`${step.kind}${step.at_s}`}
            className="grid grid-cols-[4.5rem_1fr] gap-x-4 py-2 print:py-0.5 hair-b last:border-b-0"
          >
            <span
              className={`running text-right text-lead leading-6 ${main ? "font-bold" : ""} ${step.kind === "off" ? "text-primary print:text-black" : ""}`}
            >
              {step.at_s < 0 ? (
                <>
                  {clock(-step.at_s)}
                  <span className="block text-small font-sans font-normal tracking-normal leading-4">
                    before
                  </span>
                </>
              ) : (
                clock(step.at_s)
              )}
            </span>
            <div>
              <p className={main ? "font-bold" : "font-semibold"}>
                {step.act}
                {step.at_c != null && (
                  <span className="figures font-normal">
                    {" "}
                    {withUnit(step.at_c, "celsius", units)}
                  </span>
                )}
              </p>
              {step.cues.length > 0 && (
                <p className="text-small quiet print:text-[11pt]">{step.cues.join(" ")}</p>
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
          </li>
        );
      })}
    </ol>
  );
}
