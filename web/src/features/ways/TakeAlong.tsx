// The card as something to take along: on paper, as a picture, as a file of an open format.
import { useMutation } from "@tanstack/react-query";
import { exportCard, type FileKind, keepFile, type Plan, type PlanRequest } from "../../api";
import { untilS } from "../../card";
import { Failure } from "../../ui";
import { byHand, localTime } from "../../units";
import { pngOf } from "./picture";

type Props = { title: string; plan: Plan; request: PlanRequest; readyBy: string | null };

const FILES: { kind: FileKind; name: string }[] = [
  { kind: "recipe", name: "recipe file" },
  { kind: "csv", name: "temperatures, CSV" },
  { kind: "calendar", name: "calendar" },
  { kind: "json", name: "whole card, to load again" },
];

/** By the kitchen's clock: not before now, and on the plate when it is wanted. */
function clockOf(readyBy: string | null, now: Date): { from: string; ready_at?: string } {
  const from = localTime(now.getTime());
  if (readyBy === null) return { from };
  return { from, ready_at: localTime(now.getTime() + 1000 * untilS(readyBy, now)) };
}

export function TakeAlong({ title, plan, request, readyBy }: Props) {
  const { field: _, ...asked } = request;
  const keep = useMutation({
    mutationFn: (kind: FileKind) =>
      exportCard({ title, request: asked, as: kind, ...clockOf(readyBy, new Date()) }),
  });
  const draw = useMutation({
    mutationFn: async () => {
      const box = document.querySelector<HTMLElement>("[data-testid=slice-over-time]");
      if (!box) throw new Error("there is no picture yet");
      const said = `${title}: off at ${byHand(plan.off_heat_s, plan.goal === "figure")}`;
      keepFile(await pngOf(box, said), `${title.toLowerCase().replaceAll(/[^a-z0-9]+/g, "-")}.png`);
    },
  });
  const problem = keep.error ?? draw.error;
  return (
    <section aria-label="Take it along" className="hair-t flex flex-wrap items-center gap-x-5">
      <span className="text-small quiet">Take it along as</span>
      <button type="button" className="pick" data-testid="file-png" onClick={() => draw.mutate()}>
        picture, PNG
      </button>
      {FILES.map(({ kind, name }) => (
        <button
          key={kind}
          type="button"
          className="pick"
          data-testid={`file-${kind}`}
          onClick={() => keep.mutate(kind)}
        >
          {name}
        </button>
      ))}
      {problem && <Failure message={problem.message} />}
    </section>
  );
}
