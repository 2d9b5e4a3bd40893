// The kitchen that the server keeps. What is being said of it stands here until the server has it.
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState, useSyncExternalStore } from "react";
import { api, isLater, type KitchenAsked, type KitchenKept, Refused } from "../api";
import { newestOnly } from "../api/newest";
import { saidKitchen } from "./saidKitchen";

const KEY = ["kitchen"];
/** What could not be read is asked for again, not by every view that opens, but so often, ms. */
const AGAIN_MS = 15_000;
/** What was said and not taken is said again so often, ms. */
const SAID_AGAIN_MS = 3_000;

export function useKitchen() {
  const queries = useQueryClient();
  const kept = useQuery({
    queryKey: KEY,
    queryFn: api.kitchen,
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
    retryOnMount: false,
    refetchInterval: (query) => (query.state.data === undefined ? AGAIN_MS : false),
  });
  const draft = useSyncExternalStore(saidKitchen.listen, saidKitchen.now);
  const [problem, setProblem] = useState<Refused | null>(null);
  const [put] = useState(() =>
    newestOnly<KitchenAsked>(async (kitchen, isNewest) => {
      const { revision } = queries.getQueryData<KitchenKept>(KEY) ?? { revision: 0 };
      try {
        queries.setQueryData(KEY, await api.sayKitchen(revision, kitchen));
        if (!isNewest()) return;
        saidKitchen.say(null);
        setProblem(null);
      } catch (cause) {
        const refused = cause instanceof Refused ? cause : new Refused("page", "", String(cause));
        setProblem(refused);
        // Somebody else was first: what stands now is shown, with the word why.
        // What is the owner's to say is not said again either.
        if (["changed_meanwhile", "owner_only"].includes(refused.code)) {
          saidKitchen.say(null);
          await queries.invalidateQueries({ queryKey: KEY });
        }
      }
    }),
  );
  // While nobody answers it is said again and again: also what was said before this page was opened.
  const known = kept.data !== undefined;
  const refused = problem !== null && !isLater(problem.code);
  useEffect(() => {
    if (!draft || !known || refused) return;
    const timer = setInterval(() => void put(draft), SAID_AGAIN_MS);
    return () => clearInterval(timer);
  }, [draft, known, refused, put]);
  return {
    /** As said here and as kept, while the two differ. */
    kitchen: draft ?? kept.data?.kitchen ?? {},
    kept: kept.data,
    pending: kept.isPending,
    /** It could not be read yet: everything counts as here. */
    unread: kept.data === undefined && kept.failureCount > 0,
    problem,
    again: () => void kept.refetch(),
    say: (kitchen: KitchenAsked) => {
      saidKitchen.say(kitchen);
      void put(kitchen);
    },
  };
}
