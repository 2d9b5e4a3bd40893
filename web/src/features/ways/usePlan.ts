// The plan for what is set now. While something is dragged only the newest question counts:
// one request under way, the next one waiting, and the range when the hand has come to rest.
import { useCallback, useEffect, useRef, useState } from "react";
import { api, type Plan, type PlanRequest, Refused } from "../../api";

export type Answer = {
  plan: Plan | null;
  /** Look-from and latest belong to what is set now. */
  settled: boolean;
  problem: Refused | null;
};

const REST_MS = 220;

/** Without a request nothing is asked. */
export function usePlan(request: PlanRequest | null): Answer & { again: () => void } {
  const [answer, setAnswer] = useState<Answer>({ plan: null, settled: false, problem: null });
  const text = JSON.stringify(request);
  const wanted = useRef(text);
  const busy = useRef(false);
  const [round, setRound] = useState(0);
  const again = useCallback(() => setRound((r) => r + 1), []);

  // biome-ignore lint/correctness/useExhaustiveDependencies: a new round asks the same again
  useEffect(() => {
    if (text === "null") return;
    wanted.current = text;
    let over = false;
    const ask = async (range: boolean) => {
      const mine = wanted.current;
      try {
        const plan = await api.plan({ ...(JSON.parse(mine) as PlanRequest), range });
        if (over && wanted.current !== mine) return;
        setAnswer((before) =>
          range || !before.plan
            ? { plan, settled: range, problem: null }
            : {
                plan: {
                  ...plan,
                  look_from_s: before.plan.look_from_s,
                  latest_s: before.plan.latest_s,
                },
                settled: false,
                problem: null,
              },
        );
      } catch (cause) {
        if (wanted.current !== mine) return;
        const problem = cause instanceof Refused ? cause : new Refused("page", "", String(cause));
        setAnswer((before) => ({ ...before, settled: false, problem }));
      }
    };
    const quick = async () => {
      if (busy.current) return; // the one under way asks again when it is back
      busy.current = true;
      let asked = "";
      while (asked !== wanted.current) {
        asked = wanted.current;
        await ask(false);
      }
      busy.current = false;
    };
    void quick();
    const rest = setTimeout(() => {
      if (!over) void ask(true);
    }, REST_MS);
    return () => {
      over = true;
      clearTimeout(rest);
    };
  }, [text, round]);
  return { ...answer, again };
}
