// A probe at the end of a line, or a trace from a file.
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api } from "../../api";
import { nowS, type Running, standing } from "../../fire";
import { useUnits } from "../../ui";
import { clock, withUnit } from "../../units";

export function ProbeLine({ cook }: { cook: Running }) {
  const probes = useQuery({ queryKey: ["probes"], queryFn: api.probes });
  const [said, setSaid] = useState<string | null>(null);
  const [wrong, setWrong] = useState<string | null>(null);
  const tell = (work: Promise<unknown>, words: string) =>
    work.then(
      () => {
        setSaid(words);
        setWrong(null);
      },
      (cause: Error) => setWrong(cause.message),
    );
  return (
    <div className="flex flex-wrap items-center gap-1.5 pt-1.5">
      {probes.data?.probes.map((probe) => (
        <button
          key={probe}
          type="button"
          className="target target-word"
          onClick={() => tell(api.readProbe(cook.id, probe), "It is read from now on.")}
        >
          Connect the probe
          <span className="block text-small font-normal">{probe}</span>
        </button>
      ))}
      <label className="target target-word inline-flex items-center">
        Load a probe log
        <input
          type="file"
          accept=".csv,text/csv"
          className="sr-only"
          data-testid="trace-file"
          onChange={(e) => {
            const file = e.target.files?.[0];
            e.target.value = "";
            if (file)
              void file.text().then((csv) => tell(api.readTrace(cook.id, csv), "The log is read."));
          }}
        />
      </label>
      {said && <span role="status">{said}</span>}
      {wrong && (
        <span role="alert" className="text-error text-small">
          {wrong}
        </span>
      )}
    </div>
  );
}

/** A reading comes every ten seconds; after so long without one it is said, s. */
const SILENT_S = 35;

/** What the probe that is read into it last showed, and how long ago. */
export function ProbeSays({ cook, now }: { cook: Running; now: number }) {
  const units = useUnits();
  if (!cook.probe) return null;
  const readings = standing(cook.events).flatMap((event) =>
    event.kind === "probe" && event.spot == null ? [event] : [],
  );
  const last = readings.at(-1);
  const ageS = nowS(cook, now) - (last?.at_s ?? 0);
  const silent = last !== undefined && ageS > SILENT_S;
  return (
    <p className={`strip-cue ${silent ? "font-bold" : ""}`} data-testid="probe-says">
      {!last
        ? "The probe has shown nothing yet."
        : silent
          ? `▲ Nothing from the probe for ${clock(ageS)}. It last showed ${withUnit(last.c, "celsius", units)}.`
          : `Probe ${withUnit(last.c, "celsius", units)}, ${Math.max(0, Math.round(ageS))} s ago.`}
    </p>
  );
}
