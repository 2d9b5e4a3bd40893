import type { ReactNode } from "react";
import type { Plan, Refused } from "../../api";
import { Term, type TermKey, useUnits, useUnsettled } from "../../ui";
import { byHand, span, withUnit } from "../../units";

type Props = { plan: Plan; settled: boolean; late: number; problem: Refused | null };

/** The times and where it lands, as large as they are asked for. */
export function Headline({ plan, settled, late, problem }: Props) {
  const units = useUnits();
  const open = useUnsettled();
  const why = notYet(open, problem);
  // A rim is what counts over a raw middle; a figure is met by the slow piece, the ordinary one is past it.
  const over = plan.goal !== "figure" && plan.core_peak_c > plan.target.high_c + 0.5;
  const under = plan.goal !== "rim" && plan.core_peak_c < plan.target.low_c - 0.5;
  const never = outOfReach(plan);
  return (
    <section aria-label="Times" className="pt-1 pb-4 print:pb-1">
      {why && (
        <p role="status" className="font-semibold text-error pb-1 no-print" data-testid="not-yet">
          {why}
        </p>
      )}
      <div
        className={`flex flex-wrap items-end gap-x-10 gap-y-3 print:gap-y-1 ${why ? "opacity-45" : ""}`}
        data-stale={why ? true : undefined}
        data-testid="headline"
      >
        {plan.heat_up_s > 0 && (
          <Big label="heat up" value={byHand(plan.heat_up_s)} testId="heat-up" />
        )}
        {plan.turns_s.map((s) => (
          <Big key={s} label="turn at" value={byHand(s)} />
        ))}
        {plan.probe && (
          <>
            <Big
              label="probe two spots from"
              value={byHand(plan.probe.from_s)}
              main
              testId="probe-from"
            />
            <Big
              label="both show, then off"
              value={withUnit(plan.probe.shows_c, "celsius", units)}
              tone="text-success"
              testId="probe-shows"
            />
          </>
        )}
        <Big
          label={
            late > 1
              ? "off, too late, at"
              : late < -1
                ? "off, too soon, at"
                : plan.probe
                  ? "no probe: off at"
                  : "off at"
          }
          value={byHand(plan.off_heat_s, plan.goal === "figure")}
          main={!plan.probe}
          testId="off"
        />
        <Big label="rest" of="rest" value={byHand(plan.rest_s)} />
        <Big
          label={
            over
              ? "past the target, at"
              : under
                ? "short of the target, at"
                : plan.goal === "rim"
                  ? "middle at most"
                  : plan.goal === "figure"
                    ? "most pieces reach"
                    : "lands at"
          }
          of="lands"
          value={withUnit(plan.core_peak_c, "celsius", units)}
          tone={over || under ? "text-error" : "text-success"}
          testId="peak"
        />
        <p className="text-small quiet max-w-[34ch] print:max-w-none pb-1 md:ml-auto">
          {never ? (
            <>This fire does not bring it to the target. More heat, or a lower target.</>
          ) : plan.goal === "figure" ? (
            <>
              The clock is for the slowest piece: without a probe, do not take it off early. Local
              rules come first.
            </>
          ) : settled ? (
            <>
              <Term of="look">Look from</Term>{" "}
              <b className="running text-base-content" data-testid="look">
                {byHand(plan.look_from_s)}
              </b>
              ; nearly all are done by{" "}
              <b className="running text-base-content" data-testid="latest">
                {byHand(plan.latest_s)}
              </b>
              .
            </>
          ) : (
            <>Working out how far pieces differ.</>
          )}{" "}
          {!never && plan.goal !== "figure" && <Fits plan={plan} />}{" "}
          {!never && plan.goal === "middle" && (
            <>
              Off, a <Term of="probe">probe</Term> shows{" "}
              <b className="figures text-base-content" data-testid="probe-off">
                {withUnit(plan.probe_at_off_c, "celsius", units)}
              </b>
              {plan.core_peak_s > plan.off_heat_s && (
                <>
                  ; best eaten at{" "}
                  <b className="running text-base-content" data-testid="best-by">
                    {byHand(plan.core_peak_s)}
                  </b>
                </>
              )}
              .
            </>
          )}{" "}
          On the plate{" "}
          <b className="figures text-base-content" data-testid="to-plate">
            {Math.round(plan.to_plate_s / 60)} min
          </b>{" "}
          from a cold start.
        </p>
      </div>
    </section>
  );
}

/** Why these times are not those of what is being said. */
function notYet(open: ReturnType<typeof useUnsettled>, problem: Refused | null): string | null {
  const wrong = open.find((one) => one.how === "wrong");
  if (wrong) return `${wrong.label} cannot be so. These times are for what stood before.`;
  if (problem?.field) return `${sentence(problem)} These times are for what stood before.`;
  const typing = open[0];
  return typing ? `${typing.label} is being typed. These times are for what stood before.` : null;
}

function sentence(problem: Refused): string {
  const text = problem.message.replace(/^[a-z]+\.[a-z_]+ /, "").replaceAll("_", " ");
  return `${text.charAt(0).toUpperCase()}${text.slice(1)}.`.replace("..", ".");
}

/** How far off still fits. */
function Fits({ plan }: { plan: Plan }) {
  const { early_s, late_s } = plan.window;
  if (Math.round(early_s) + Math.round(late_s) === 0) return <>No margin.</>;
  const same = Math.round(early_s) === Math.round(late_s);
  return (
    <>
      <b className="figures text-base-content">{span(early_s)}</b> too soon{" "}
      {!same && (
        <>
          or <b className="figures text-base-content">{span(late_s)}</b>{" "}
        </>
      )}
      {same && "or "}
      too late <Term of="fits">still fits</Term>.
    </>
  );
}

/** The target lies above what this fire reaches: there is no window and no range. */
export function outOfReach(plan: Plan): boolean {
  return plan.warnings.some((w) => w.code === "target_out_of_reach");
}

function Big(props: {
  label: string;
  value: string;
  of?: TermKey;
  main?: boolean;
  tone?: string;
  testId?: string;
}) {
  const [number, unit] = props.value.split(" ");
  const label: ReactNode = props.of ? <Term of={props.of}>{props.label}</Term> : props.label;
  return (
    <div>
      <p className="text-small quiet">{label}</p>
      <p
        data-testid={props.testId}
        className={`leading-none ${unit ? "figures" : "running"} ${props.main ? "text-giant font-bold text-primary" : "text-title font-semibold"} ${props.tone ?? ""}`}
      >
        {number}
        {unit && <span className="text-lead font-normal"> {unit}</span>}
      </p>
    </div>
  );
}
