import type { View } from "./views";

/** The mark of a view. */
export function Mark({ of }: { of: Pick<View, "mark"> }) {
  return (
    <svg
      viewBox="0 0 24 24"
      width="24"
      height="24"
      fill="none"
      stroke="currentColor"
      strokeWidth="1.75"
      aria-hidden="true"
    >
      {of.mark}
    </svg>
  );
}
