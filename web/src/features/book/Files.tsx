// All that is kept out to a file, and in from one.
import { useMutation } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { Link } from "react-router";
import { exportBook, type Imported, importCards, Refused } from "../../api";
import { Failure } from "../../ui";

const cards = (n: number) => (n === 1 ? "one card" : `${n} cards`);

/** What came of a file, in a sentence. */
export function cameIn({ made, others, there }: Imported): string {
  const already =
    there === 0 ? "" : there === 1 ? " One was here already." : ` ${there} were here already.`;
  if (made.length + others === 0) return `Nothing new in it.${already}`;
  const rest = others === 0 ? "" : ` ${others} more: the shelf, the kitchen, what was cooked.`;
  if (made.length === 0)
    return `Brought in: ${others} from the shelf, the kitchen, what was cooked.${already}`;
  const text = `${cards(made.length)} came in, times worked out anew.${rest}`;
  return `${text[0]?.toUpperCase()}${text.slice(1)}${already}`;
}

export function Files({ anew }: { anew: () => Promise<void> }) {
  const picked = useRef<HTMLInputElement>(null);
  const out = useMutation({ mutationFn: exportBook });
  const [sofar, setSofar] = useState<{ done: number; of: number } | null>(null);
  const bring = useMutation({
    mutationFn: (file: File) => importCards(file, (done, of) => setSofar({ done, of })),
    onSettled: async () => {
      setSofar(null);
      await anew();
    },
  });
  const problem = bring.error ?? out.error;
  const place = problem instanceof Refused && problem.field !== "file" ? problem.field : "";
  return (
    <div className="flex flex-wrap items-center gap-x-5">
      <button type="button" className="pick" data-testid="export-book" onClick={() => out.mutate()}>
        Keep it all as a file
      </button>
      <button
        type="button"
        className="pick"
        data-testid="import-cards"
        disabled={bring.isPending}
        onClick={() => picked.current?.click()}
      >
        {bring.isPending
          ? sofar
            ? `Reading, ${Math.round((100 * sofar.done) / sofar.of)} %`
            : "Reading"
          : "Bring in a file"}
      </button>
      <input
        ref={picked}
        type="file"
        accept=".json,.jsonld,application/json,application/ld+json"
        className="sr-only"
        tabIndex={-1}
        aria-label="File to bring in"
        data-testid="file"
        onChange={(e) => {
          const [file] = e.target.files ?? [];
          if (file) bring.mutate(file);
          e.target.value = ""; // the same file may be picked again
        }}
      />
      <Link to="/sheet" className="pick inline-flex items-center" data-testid="to-sheet">
        Food-safety sheet
      </Link>
      <p role="status" data-testid="came-in">
        {bring.data && !bring.isPending && cameIn(bring.data)}
      </p>
      {problem && <Failure message={`${place ? `${place}: ` : ""}${problem.message}`} />}
    </div>
  );
}
