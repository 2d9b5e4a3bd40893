// What is prepared, to take along: on paper, in a calendar, as a list of amounts.
import { useMutation } from "@tanstack/react-query";
import { exportCard, type FileKind, type PlanRequest } from "../../api";
import { Failure } from "../../ui";

type Props = { title: string; request: PlanRequest; inAt: string | null };

const FILES: { kind: FileKind; name: string }[] = [
  { kind: "calendar", name: "calendar" },
  { kind: "amounts", name: "shopping list, CSV" },
  { kind: "json", name: "JSON" },
];

export function Files({ title, request, inAt }: Props) {
  const keep = useMutation({
    mutationFn: (kind: FileKind) =>
      exportCard({ title, request, as: kind, ...(inAt ? { in_at: inAt } : {}) }),
  });
  return (
    <section aria-label="Take it along" className="no-print flex flex-wrap items-center gap-x-5">
      <span className="text-small quiet">Take it along as</span>
      <button
        type="button"
        className="pick"
        data-testid="prep-print"
        onClick={() => window.print()}
      >
        paper
      </button>
      {FILES.map(({ kind, name }) => (
        <button
          key={kind}
          type="button"
          className="pick"
          disabled={kind === "calendar" && inAt === null}
          title={
            kind === "calendar" && inAt === null ? "Say when it is on the plate first" : undefined
          }
          data-testid={`prep-file-${kind}`}
          onClick={() => keep.mutate(kind)}
        >
          {name}
        </button>
      ))}
      {keep.error && <Failure message={keep.error.message} />}
    </section>
  );
}
