import { type ReactNode, useEffect, useState } from "react";

type Props = { summary: ReactNode; wrong: boolean; testId: string; children: ReactNode };

/** What most leave alone, folded away; it opens by itself when something in it is wrong. */
export function Fold({ summary, wrong, testId, children }: Props) {
  const [open, setOpen] = useState(wrong);
  useEffect(() => {
    if (wrong) setOpen(true);
  }, [wrong]);
  return (
    <details open={open} data-testid={testId} onToggle={(e) => setOpen(e.currentTarget.open)}>
      <summary className="pick !whitespace-normal">{summary}</summary>
      {children}
    </details>
  );
}
