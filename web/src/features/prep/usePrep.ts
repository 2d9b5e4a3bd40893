// The preparation of the piece in hand for one way, and what it is asked with.
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useMemo, useRef } from "react";
import { api, type PrepRequest, Refused } from "../../api";
import { question } from "../../card";
import { usePiece } from "../../shell";

export function usePrep(kind: string | undefined, nowMs: number | null, plate: number | null) {
  const { piece } = usePiece();
  const request = useMemo<PrepRequest | null>(() => {
    if (!kind) return null;
    const { prep, ...asked } = question(piece);
    return {
      ...asked,
      ...(prep ?? {}),
      method: { kind },
      ...(plate !== null && nowMs !== null
        ? { plate_at: new Date(plate).toISOString(), now: new Date(nowMs).toISOString() }
        : {}),
    } as PrepRequest;
  }, [piece, kind, nowMs, plate]);
  const query = useQuery({
    queryKey: ["prep", request],
    queryFn: ({ signal }) => api.prep(request as PrepRequest, signal),
    enabled: request !== null,
    placeholderData: keepPreviousData,
    retry: false,
  });
  // What was worked out before stands beside what is wrong now.
  const last = useRef(query.data);
  if (query.data) last.current = query.data;
  const problem = query.error instanceof Refused ? query.error : null;
  return {
    prepared: query.data ?? last.current,
    problem,
    stale: query.isPlaceholderData,
    again: () => void query.refetch(),
  };
}
