import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Refused } from "../../api";

/** What the core answers to a question, kept on screen while the next is on its way. */
export function useAnswer<Q, A>(
  name: string,
  question: Q | null,
  ask: (question: Q) => Promise<A>,
) {
  const query = useQuery({
    queryKey: [name, question],
    queryFn: () => ask(question as Q),
    enabled: question !== null,
    placeholderData: keepPreviousData,
    retry: false,
  });
  const problem = query.error instanceof Refused ? query.error : null;
  return {
    answer: query.data,
    /** It is of the question before: the next is on its way. */
    stale: query.isPlaceholderData || query.isFetching,
    problem,
    again: () => void query.refetch(),
  };
}
