// The piece of a plan cut open: asked for what is set now, the newest only; the one before stands until it comes.
import { useEffect, useState } from "react";
import { api, type PlanRequest, whenRested } from "../../api";
import { newestOnly } from "../../api/newest";
import { type CutOpenField, decodeCutOpen } from "../../slice";

const MOMENTS = 41;
const COLUMNS = 96;
const REST_MS = 90;

type Cut = { field: CutOpenField | null; problem: string | null };

/** Nothing is asked without a request. Where there is no picture, why. */
export function useCutOpen(request: PlanRequest | null): Cut {
  const [cut, setCut] = useState<Cut>({ field: null, problem: null });
  const text = JSON.stringify(request);
  const [ask] = useState(() =>
    newestOnly<PlanRequest>(async (plan, isNewest) => {
      try {
        const opened = await api.cutOpen({ plan, moments: MOMENTS, columns: COLUMNS });
        setCut({ field: decodeCutOpen(opened), problem: null });
      } catch (cause) {
        if (!isNewest()) return;
        setCut({ field: null, problem: cause instanceof Error ? cause.message : String(cause) });
      }
    }),
  );
  useEffect(() => {
    const plan = JSON.parse(text) as PlanRequest | null;
    if (!plan) return;
    // A whole section takes its time: not at every step of a dial.
    return whenRested(REST_MS, () => void ask(plan));
  }, [text, ask]);
  return cut;
}
