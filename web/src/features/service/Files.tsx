// A service to take along, and its end: into the book, promised against happened.
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { api } from "../../api";
import { Failure } from "../../ui";
import { date } from "../../units";

type Props = { revision: number; zeroMs: number; open: number };

export function Files({ revision, zeroMs, open }: Props) {
  const queries = useQueryClient();
  const [title, setTitle] = useState<string | null>(null);
  const end = useMutation({
    mutationFn: (title: string) => api.endBoard(revision, title),
    onSuccess: () => {
      setTitle(null);
      void queries.invalidateQueries({ queryKey: ["board"] });
      void queries.invalidateQueries({ queryKey: ["services"] });
    },
  });
  return (
    <section aria-label="Take it along" className="no-print pt-4">
      <p className="flex flex-wrap items-baseline gap-x-5">
        <span className="text-small quiet">Take it along as</span>
        <button
          type="button"
          className="pick"
          data-testid="svc-print"
          onClick={() => globalThis.print()}
        >
          run sheet
        </button>
        <a className="pick" href="/api/board/calendar" download data-testid="svc-calendar">
          calendar
        </a>
        <a className="pick" href="/api/board/table" download data-testid="svc-table">
          promised and served, CSV
        </a>
        {title === null && (
          <button
            type="button"
            className="pick underline"
            data-testid="svc-end"
            onClick={() => setTitle(`Service of ${date(zeroMs)}`)}
          >
            end the service
          </button>
        )}
      </p>
      {title !== null && (
        <form
          className="flex flex-wrap items-baseline gap-x-4 pt-1"
          aria-label="End the service"
          onSubmit={(e) => {
            e.preventDefault();
            end.mutate(title);
          }}
        >
          <label className="text-small quiet flex items-baseline gap-x-2">
            into the book as
            <input
              className="typed !text-left !w-60"
              value={title}
              maxLength={120}
              data-testid="svc-end-title"
              onChange={(e) => setTitle(e.currentTarget.value)}
            />
          </label>
          <button
            type="submit"
            className="btn btn-primary btn-sm min-h-11"
            data-testid="svc-end-yes"
          >
            Into the book
          </button>
          <button type="button" className="pick" onClick={() => setTitle(null)}>
            go on
          </button>
          {open > 0 && (
            <p className="text-small text-error font-semibold basis-full">
              {open === 1 ? "One table is" : `${open} tables are`} not served yet.
            </p>
          )}
        </form>
      )}
      {end.error && <Failure message={end.error.message} />}
      {end.data && (
        <p role="status" className="text-small">
          “{end.data.title}” is in{" "}
          <Link className="underline" to="/book">
            the book
          </Link>
          : {end.data.in_time} of {end.data.tables} tables in time.
        </p>
      )}
    </section>
  );
}
