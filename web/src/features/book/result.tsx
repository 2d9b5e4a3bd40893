import type { Result } from "../../api";

export const RESULTS: readonly { key: Result; name: string }[] = [
  { key: "raw", name: "raw" },
  { key: "under", name: "under" },
  { key: "right", name: "right" },
  { key: "over", name: "over" },
];

/** A short band with a needle: below it, in it, above it. */
export function ResultMark({ result }: { result: Result | null | undefined }) {
  const x = { raw: 1, under: 5, right: 14, over: 25 }[result ?? "right"];
  return (
    <svg
      viewBox="0 0 28 14"
      width="28"
      height="14"
      className="inline-block align-middle"
      aria-hidden="true"
    >
      <path d="M0 10.500h28" stroke="currentColor" opacity="0.45" />
      <rect x="9" y="8" width="10" height="5" fill="var(--color-success)" />
      {result && (
        <path
          d={`M${x} 12V1`}
          stroke={result === "right" ? "currentColor" : "var(--color-error)"}
          strokeWidth="2.5"
        />
      )}
    </svg>
  );
}
