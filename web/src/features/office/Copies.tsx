// All that is kept, out as one file and back from one.
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { keepCopy, restoreCopy } from "../../api";
import { Failure } from "../../ui";

/** A file with nothing in it. */
const EMPTY = new Blob(['{ "cindo_cards": 1, "cards": [] }'], { type: "application/json" });

export function Copies() {
  const queries = useQueryClient();
  const picked = useRef<HTMLInputElement>(null);
  const [file, setFile] = useState<Blob | null>(null);
  const named = file instanceof File ? file.name : null;
  const out = useMutation({ mutationFn: keepCopy });
  const back = useMutation({
    mutationFn: restoreCopy,
    onSuccess: () => {
      setFile(null);
      return queries.invalidateQueries();
    },
  });
  const problem = back.error ?? out.error;
  return (
    <section aria-label="Copies">
      <h2 className="text-lead font-bold hair-b pb-2">Copies</h2>
      <p className="quiet pt-2 max-w-[52ch]">
        Cindo makes a copy of each day beside its store and keeps seven. One file to take away holds
        everything: cards, cooks, services, kitchen, shelf. It is plain JSON.
      </p>
      <p className="flex flex-wrap items-center gap-x-5 pt-4">
        <button
          type="button"
          className="office-do"
          data-testid="keep-copy"
          disabled={out.isPending}
          onClick={() => out.mutate()}
        >
          {out.isPending ? "Writing" : "Keep a copy"}
        </button>
        <button
          type="button"
          className="pick"
          data-testid="pick-copy"
          onClick={() => picked.current?.click()}
        >
          Go back to a copy
        </button>
        <button
          type="button"
          className="pick"
          data-testid="wipe"
          onClick={() => {
            setFile(EMPTY);
            back.reset();
          }}
        >
          Start empty
        </button>
        <input
          ref={picked}
          type="file"
          accept=".json,application/json"
          className="sr-only"
          tabIndex={-1}
          aria-label="Copy to go back to"
          data-testid="copy-file"
          onChange={(e) => {
            setFile(e.target.files?.[0] ?? null);
            back.reset();
            e.target.value = ""; // the same file may be picked again
          }}
        />
      </p>
      {file && (
        <div className="office-sure" data-testid="sure">
          <p className="font-semibold">
            {named === null
              ? "Everything that is kept now goes: cards, cooks, services, the kitchen, the shelf."
              : `Everything that is kept now makes room for what is in ${named}.`}
          </p>
          <p className="quiet">What is there now goes into a copy first, on Cindo's machine.</p>
          <p className="flex flex-wrap gap-x-5 pt-3">
            <button
              type="button"
              className="office-do"
              data-testid="restore"
              disabled={back.isPending}
              onClick={() => back.mutate(file)}
            >
              {back.isPending ? "One moment" : named === null ? "Start empty" : "Go back to it"}
            </button>
            <button
              type="button"
              className="pick"
              data-testid="no-restore"
              onClick={() => setFile(null)}
            >
              Leave it as it is
            </button>
          </p>
        </div>
      )}
      <p role="status" data-testid="restored">
        {back.data &&
          `${back.data.all === 0 ? "It is empty." : `Back: ${back.data.all} things.`} What was there before is in ${back.data.aside}.`}
      </p>
      {problem && <Failure message={problem.message} />}
    </section>
  );
}
