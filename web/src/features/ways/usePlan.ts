// The plan for what is set now: at once without its range, and with it when the hand has come to rest.
import { useCallback, useEffect, useRef, useState } from "react";
import { api, type Plan, type PlanRequest, Refused, whenRested } from "../../api";
import { newestOnly } from "../../api/newest";

export type Answer = {
  plan: Plan | null;
  /** Look-from and latest belong to what is set now. */
  settled: boolean;
  problem: Refused | null;
};

type Asked = { request: PlanRequest; range: boolean };

const REST_MS = 220;

/** Without a range, the one before stands while a new one is worked out. */
function told(before: Answer, plan: Plan, range: boolean): Answer {
  if (range && !plan.field && before.plan) {
    // The picture hangs on no range: it stands as it was drawn.
    const { field, thin_field } = before.plan;
    const drawn = { ...plan, ...(field ? { field } : {}), ...(thin_field ? { thin_field } : {}) };
    return { plan: drawn, settled: true, problem: null };
  }
  if (range || !before.plan) return { plan, settled: range, problem: null };
  const { look_from_s, latest_s } = before.plan;
  return { plan: { ...plan, look_from_s, latest_s }, settled: false, problem: null };
}

/** Without a request nothing is asked. */
export function usePlan(request: PlanRequest | null): Answer & { again: () => void } {
  const [answer, setAnswer] = useState<Answer>({ plan: null, settled: false, problem: null });
  const text = JSON.stringify(request);
  const [round, setRound] = useState(0);
  const again = useCallback(() => setRound((r) => r + 1), []);
  /** What the picture that stands was asked for. */
  const drawn = useRef("");
  const [ask] = useState(() =>
    newestOnly<Asked>(async ({ request, range }, isNewest) => {
      try {
        const { field, ...bare } = request;
        const text = JSON.stringify(request);
        const known = range && drawn.current === text;
        const plan = await api.plan({ ...bare, range, ...(field && !known ? { field } : {}) });
        drawn.current = text;
        // Times on the way to where the hand goes are worth a look; a range is not.
        if (!range || isNewest()) setAnswer((before) => told(before, plan, range));
      } catch (cause) {
        if (!isNewest()) return;
        const problem = cause instanceof Refused ? cause : new Refused("page", "", String(cause));
        setAnswer((before) => ({ ...before, settled: false, problem }));
      }
    }),
  );

  // biome-ignore lint/correctness/useExhaustiveDependencies: a new round asks the same again
  useEffect(() => {
    const request = JSON.parse(text) as PlanRequest | null;
    if (!request) return;
    void ask({ request, range: false });
    return whenRested(REST_MS, () => void ask({ request, range: true }));
  }, [text, round, ask]);
  return { ...answer, again };
}
