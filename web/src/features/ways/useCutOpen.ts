// The piece of a plan cut open: asked for what is set now, the newest only; the one before stands until it comes.
import { useEffect, useState } from "react";
import { api, type PlanRequest } from "../../api";
import { newestOnly } from "../../api/newest";
import { type CutOpenField, decodeCutOpen } from "../../slice";

const MOMENTS = 41;
const COLUMNS = 96;

/** Nothing is asked without a request; a plan that cannot be made has no picture, and says why itself. */
export function useCutOpen(request: PlanRequest | null): CutOpenField | null {
  const [field, setField] = useState<CutOpenField | null>(null);
  const text = JSON.stringify(request);
  const [ask] = useState(() =>
    newestOnly<PlanRequest>(async (plan, isNewest) => {
      try {
        const opened = await api.cutOpen({ plan, moments: MOMENTS, columns: COLUMNS });
        setField(decodeCutOpen(opened));
      } catch {
        if (isNewest()) setField(null);
      }
    }),
  );
  useEffect(() => {
    const plan = JSON.parse(text) as PlanRequest | null;
    if (plan) void ask(plan);
  }, [text, ask]);
  return field;
}
