import type { Plan } from "../../api";
import { useUnits } from "../../ui";
import { clock, span, withUnit } from "../../units";

/** The times and where it lands, as large as they are asked for. */
export function Headline({ plan, settled, late }: { plan: Plan; settled: boolean; late: number }) {
  const units = useUnits();
  // A rim is what counts over a raw middle; a figure is met by the slow piece, the ordinary one is past it.
  const over = plan.goal !== "figure" && plan.core_peak_c > plan.target.high_c + 0.5;
  const under = plan.goal !== "rim" && plan.core_peak_c < plan.target.low_c - 0.5;
  const never = outOfReach(plan);
  return (
    <div
      className="flex flex-wrap items-end gap-x-10 gap-y-3 print:gap-y-1 pt-1 pb-4 print:pb-1"
      aria-live="polite"
    >
      {plan.heat_up_s > 0 && <Big label="heat up" value={clock(plan.heat_up_s)} testId="heat-up" />}
      {plan.turns_s.map((s) => (
        <Big key={s} label="turn at" value={clock(s)} />
      ))}
      <Big
        label={late > 1 ? "off, too late, at" : late < -1 ? "off, too soon, at" : "off at"}
        value={clock(plan.off_heat_s)}
        main
        testId="off"
      />
      <Big label="rest" value={clock(plan.rest_s)} />
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
        value={withUnit(plan.core_peak_c, "celsius", units)}
        tone={over || under ? "text-error" : "text-success"}
        testId="peak"
      />
      <p className="text-small quiet max-w-[30ch] print:max-w-none pb-1 md:ml-auto">
        {never ? (
          <>This fire does not bring it to the target. More heat, or a lower target.</>
        ) : plan.goal === "figure" ? (
          <>
            {plan.probe && (
              <>
                Probe two spots from{" "}
                <b className="running text-base-content">{clock(plan.probe.from_s)}</b>: both{" "}
                <b className="figures text-base-content">
                  {withUnit(plan.probe.shows_c, "celsius", units)}
                </b>
                , take it out.{" "}
              </>
            )}
            The clock is timed for the slowest piece.
          </>
        ) : settled ? (
          <>
            Look from{" "}
            <b className="running text-base-content" data-testid="look">
              {clock(plan.look_from_s)}
            </b>
            ; nearly all are done by{" "}
            <b className="running text-base-content" data-testid="latest">
              {clock(plan.latest_s)}
            </b>
            .
          </>
        ) : (
          <>Working out how far pieces differ.</>
        )}{" "}
        {plan.goal === "figure" && !never && <>Without a probe, do not take it off early.</>}
        {!never && plan.goal !== "figure" && (
          <>
            Forgives <b className="figures text-base-content">{span(plan.window.early_s)}</b> early
            and <b className="figures text-base-content">{span(plan.window.late_s)}</b> late.
          </>
        )}{" "}
        {!never && plan.goal === "middle" && (
          <>
            It comes off with{" "}
            <b className="figures text-base-content" data-testid="probe-off">
              {withUnit(plan.probe_at_off_c, "celsius", units)}
            </b>{" "}
            in the middle and is at its best by{" "}
            <b className="running text-base-content" data-testid="best-by">
              {clock(plan.core_peak_s)}
            </b>
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
  );
}

/** The target lies above what this fire reaches: there is no window and no range. */
export function outOfReach(plan: Plan): boolean {
  return plan.warnings.some((w) => w.code === "target_out_of_reach");
}

function Big(props: {
  label: string;
  value: string;
  main?: boolean;
  tone?: string;
  testId?: string;
}) {
  const [number, unit] = props.value.split(" ");
  return (
    <div>
      <p className="text-small quiet">{props.label}</p>
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
