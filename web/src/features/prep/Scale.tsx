// A kitchen scale at the end of a line: what lies on it, read while somebody weighs out.
import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api } from "../../api";
import { useUnits } from "../../ui";
import { withUnit } from "../../units";

const EVERY_MS = 1000;

/** What lies on the scale, g; null while it is not read. */
export function useScale() {
  const [on, setOn] = useState(false);
  const listed = useQuery({
    queryKey: ["scales"],
    queryFn: api.scales,
    staleTime: Number.POSITIVE_INFINITY,
  });
  const scale = listed.data?.scales[0];
  const reading = useQuery({
    queryKey: ["scale", scale],
    queryFn: () => api.readScale(scale ?? ""),
    enabled: on && scale !== undefined,
    refetchInterval: EVERY_MS,
    staleTime: 0,
    retry: false,
  });
  const tare = useMutation({
    mutationFn: () => api.readScale(scale ?? "", true),
    onSuccess: () => void reading.refetch(),
  });
  const problem = reading.error ?? tare.error;
  const g = on && !reading.isError ? (reading.data?.g ?? null) : null;
  return { there: scale !== undefined, on, setOn, g, name: reading.data?.scale, tare, problem };
}

type Props = { scale: ReturnType<typeof useScale>; setPiece: (g: number) => void };

export function Scale({ scale, setPiece }: Props) {
  const units = useUnits();
  const { there, on, setOn, g, name, tare, problem } = scale;
  if (!there) return null;
  return (
    <div className="no-print flex flex-wrap items-baseline gap-x-5" data-testid="scale">
      <button
        type="button"
        className="pick"
        aria-pressed={on}
        data-testid="scale-on"
        onClick={() => setOn(!on)}
      >
        read the scale
      </button>
      {on && g !== null && (
        <>
          <output className="running text-title font-bold" data-testid="scale-g">
            {withUnit(g, "gram", units)}
          </output>
          <button
            type="button"
            className="pick"
            data-testid="scale-tare"
            disabled={tare.isPending}
            onClick={() => tare.mutate()}
          >
            to zero
          </button>
          <button
            type="button"
            className="pick"
            data-testid="scale-piece"
            onClick={() => setPiece(Math.round(g))}
          >
            that is one piece
          </button>
          <span className="text-small quiet">{name}. Open an amount to weigh it out.</span>
        </>
      )}
      {on && problem && (
        <p role="alert" className="text-small text-error font-semibold">
          {problem.message}
        </p>
      )}
    </div>
  );
}
