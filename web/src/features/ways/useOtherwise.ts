// The card as planned, and as it comes out when something goes otherwise: another piece or fire at the times of this one,
// left sooner or later. One question for all of it.
import type { PlanRequest } from "../../api";
import type { Piece } from "../../card";
import { useViewList, useViewText } from "../../shell";
import { usePlan } from "./usePlan";
import { happening, toggled, WHAT_IFS } from "./whatIf";

export function useOtherwise(request: PlanRequest, piece: Piece) {
  const [ifs, setIfs] = useViewList("if");
  const [draggedText, setDragged] = useViewText("late");
  const right = usePlan(request);
  const happens = right.plan ? happening(ifs, piece, right.plan) : null;
  const forgets = happens !== null && Object.keys(happens.forgets).length > 0;
  // Dragged by hand on the picture, on top of what else happens.
  const dragged = Number(draggedText) || 0;
  const lateS = (happens?.late_s ?? 0) + dragged;
  const whatIf = happens !== null && (lateS !== 0 || happens.truth !== undefined || forgets);
  const otherwise: PlanRequest = {
    ...request,
    late_s: lateS,
    ...(happens?.truth ? { truth: happens.truth } : {}),
    ...(forgets
      ? {
          method: { ...request.method, ...happens?.forgets },
          times: { sides_s: right.plan?.sides_s ?? [], rest_s: right.plan?.rest_s ?? 0 },
        }
      : {}),
  };
  const other = usePlan(whatIf ? otherwise : null);
  return {
    /** As planned. */
    right,
    /** What is shown: as planned, or as it comes out. */
    shown: whatIf && other.plan ? { ...other, settled: right.settled } : right,
    /** As it comes out; nothing where nothing goes otherwise. */
    came: whatIf ? other.plan : null,
    whatIf,
    /** What the shown plan was asked for. */
    asked: whatIf ? otherwise : request,
    ifs,
    lateS,
    dragged,
    thickerMm: (happens?.truth?.thickness_mm ?? piece.thicknessMm) - piece.thicknessMm,
    drag: (s: number) => setDragged(Math.abs(s) < 2 ? "" : String(Math.round(s))),
    pick: (key: string) => {
      const one = WHAT_IFS.find((w) => w.key === key);
      if (one) setIfs(toggled(ifs, one));
    },
  };
}
