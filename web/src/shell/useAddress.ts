// What the address says beside its path. A change goes by what stands there now: two in one moment do not undo each other.
import { useCallback } from "react";
import { useSearchParams } from "react-router";

type Change = (now: URLSearchParams) => URLSearchParams;

/** The address as it stands this moment; what is drawn may be a little behind. */
export const addressNow = () => new URLSearchParams(window.location.search);

export function useAddress(): [
  URLSearchParams,
  (change: Change, how: { replace: boolean }) => void,
] {
  const [params, setParams] = useSearchParams();
  const set = useCallback(
    (change: Change, how: { replace: boolean }) => setParams(() => change(addressNow()), how),
    [setParams],
  );
  return [params, set];
}
