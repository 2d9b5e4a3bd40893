// A probe at the end of a line, or a trace from a file.
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api } from "../../api";
import type { Running } from "../../fire";

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
