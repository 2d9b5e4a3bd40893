import { useMemo } from "react";
import type { Plan, PlanRequest } from "../../api";
import { isWhole } from "../../card";
import { usePiece } from "../../shell";
import { CutOpen, coreAt, decode, NAMES, SliceOverTime, STATES, sharesAt } from "../../slice";
import { useUnits } from "../../ui";
import { byHand, clock, figure, scale, withUnit } from "../../units";
import { outOfReach } from "./Headline";
import { useCutOpen } from "./useCutOpen";

function useFields(plan: Plan) {
  const thick = useMemo(() => (plan.field ? decode(plan.field) : null), [plan.field]);
  const thin = useMemo(() => (plan.thin_field ? decode(plan.thin_field) : null), [plan.thin_field]);
  return { thick, thin };
}

type PictureProps = {
  plan: Plan;
  atS: number | null;
  setAtS: (s: number) => void;
  thickerMm: number;
  settled: boolean;
  /** How much later than planned it is left by hand. */
  lateS: number;
  setLate: (s: number) => void;
};

/** The slice over time, with what the cook does in it. */
export function Picture(props: PictureProps) {
  const { plan, atS, setAtS, thickerMm, settled, lateS, setLate } = props;
  const units = useUnits();
  const { piece } = usePiece();
  const { thick } = useFields(plan);
  if (!thick) return null;
  const at = scale("celsius", units);
  const servedS = plan.off_heat_s + plan.rest_s;
  const band = `${figure(plan.target.low_c, at)}–${figure(plan.target.high_c, at)} ${at.unit}`;
  const names = STATES.map((s) => (s === "target" ? band : NAMES[s]));
  return (
    <SliceOverTime
      field={thick}
      height={300}
      thicknessMm={piece.thicknessMm + thickerMm}
      offS={plan.off_heat_s}
      marks={[
        ...plan.turns_s.map((s) => ({ atS: s, label: `turn ${byHand(s)}` })),
        {
          atS: plan.off_heat_s,
          label: `off ${byHand(plan.off_heat_s, plan.goal === "figure")}`,
          strong: true,
        },
        ...(plan.eat_by_s > servedS + 1
          ? [{ atS: servedS, label: `serve ${byHand(servedS)}`, quiet: true }]
          : []),
      ]}
      window={{
        fromS: plan.off_heat_s - plan.window.early_s,
        toS: plan.off_heat_s + plan.window.late_s,
      }}
      range={settled && !outOfReach(plan) ? { fromS: plan.look_from_s, toS: plan.latest_s } : null}
      names={names}
      clock={clock}
      says={(s) => {
        const time = Math.min(s / thick.endS, 1);
        const parts = sharesAt(thick, time).flatMap((share, i) =>
          share >= 0.05 ? [`${names[i]} ${Math.round(100 * share)} %`] : [],
        );
        return `${clock(s)}: middle ${withUnit(coreAt(thick, time), "celsius", units)}; ${parts.join(", ")}`;
      }}
      depthLabel={(mm) => figure(mm, scale("millimetre", units))}
      atS={Math.min(atS ?? plan.off_heat_s, thick.endS)}
      onPoint={setAtS}
      onOff={(s) => setLate(lateS + s - plan.off_heat_s)}
    />
  );
}

/** The piece cut open at one moment. `request` is what the plan was asked for. */
export function Cut({
  plan,
  request,
  atS,
}: {
  plan: Plan;
  request: PlanRequest;
  atS: number | null;
}) {
  const units = useUnits();
  const { piece } = usePiece();
  const { thick, thin } = useFields(plan);
  const { field: _, ...asked } = request;
  const { field: opened, problem } = useCutOpen(
    plan.refused.length > 0 ? null : { ...asked, range: false },
  );
  if (!thick) return null;
  const moment = Math.min(atS ?? plan.off_heat_s, thick.endS);
  // Until it is scrubbed it is cut at the off, told as the off is.
  const at = atS == null ? byHand(plan.off_heat_s, plan.goal === "figure") : clock(moment);
  const around = isWhole(piece.cut);
  return (
    <section aria-label="Cut open at one moment">
      <p className="text-small quiet">
        Cut across at <b className="running text-base-content">{at}</b>
        {moment > plan.off_heat_s + plan.rest_s + 0.5
          ? ", on the plate"
          : moment > plan.off_heat_s + 0.5 && ", resting"}
      </p>
      <CutOpen
        field={opened}
        thick={thick}
        thin={thin && { field: thin, mm: piece.thinEndMm ?? piece.thicknessMm }}
        skin={piece.skin !== "on" ? "none" : around ? "around" : "below"}
        atS={moment}
        height={148}
        temperature={(c) => withUnit(c, "celsius", units)}
      />
      {problem && <p className="text-small quiet">No picture: {problem}</p>}
    </section>
  );
}
