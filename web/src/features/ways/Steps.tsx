import type { Step } from "../../api";
import { useUnits } from "../../ui";
import { clock, withUnit } from "../../units";

/** The steps in the cook's order: when, what, what to look for, what to mind. */
export function Steps({ steps }: { steps: Step[] }) {
  const units = useUnits();
  return (
    <ol className="print:text-[15pt]" data-testid="steps">
      {steps.map((step) => {
        const main = step.kind === "turn" || step.kind === "off";
        return (
          <li
            key={`${step.kind}${step.at_s}`}
            className="grid grid-cols-[4.5rem_1fr] gap-x-4 py-2 hair-b last:border-b-0"
          >
            <span
              className={`running text-right text-lead leading-6 ${main ? "font-bold" : ""} ${step.kind === "off" ? "text-primary print:text-black" : ""}`}
            >
              {step.at_s < 0 ? (
                <span className="text-small font-sans tracking-normal">before</span>
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
                <p key={caution} className="text-small font-semibold text-error print:text-black">
                  {caution}
                </p>
              ))}
            </div>
          </li>
        );
      })}
    </ol>
  );
}
