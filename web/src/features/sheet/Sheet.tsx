// The food-safety sheet: what came in, what probes showed, what stood, was chilled, thrown away or refused. On screen, on
// paper and as a file.
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { api, Refused, type SheetLine } from "../../api";
import { today } from "../../card";
import { Failure, useUnits } from "../../ui";
import { date, withUnit } from "../../units";

const NAMES: Record<SheetLine["kind"], string> = {
  delivery: "Came in",
  refused: "Refused",
  probe: "Probe",
  stood: "Stood",
  chilled: "Chilled",
  thrown_away: "Thrown away",
  served_knowingly: "Served knowingly",
};
/** What an officer looks for first. */
const GRAVE: ReadonlySet<SheetLine["kind"]> = new Set([
  "refused",
  "thrown_away",
  "served_knowingly",
]);

/** The first and the last day of the month of a day. */
function monthOf(day: string): { from: string; to: string } {
  const [year = 0, month = 1] = day.split("-").map(Number);
  const last = new Date(Date.UTC(year, month, 0)).getUTCDate();
  return { from: `${day.slice(0, 7)}-01`, to: `${day.slice(0, 7)}-${last}` };
}

export function Sheet() {
  const [days, setDays] = useState(() => monthOf(today()));
  const units = useUnits();
  const asked = useQuery({
    queryKey: ["sheet", days],
    queryFn: () => api.sheet(days.from, days.to),
    enabled: days.from !== "" && days.to !== "",
    staleTime: 0,
    retry: false,
  });
  const problem = asked.error instanceof Refused ? asked.error : null;
  const byDay = new Map<string, SheetLine[]>();
  for (const line of asked.data?.lines ?? []) {
    const day = line.at.slice(0, 10);
    byDay.set(day, [...(byDay.get(day) ?? []), line]);
  }
  const file = `/api/sheet?from=${days.from}&to=${days.to}&csv=true`;
  const set = (key: "from" | "to", day: string) => setDays({ ...days, [key]: day });
  return (
    <div className="max-w-[1000px] px-4 md:px-8 pt-5 pb-8">
      <h1 className="text-title font-bold">Food-safety sheet</h1>
      <div className="flex flex-wrap items-end gap-x-6 gap-y-2 pt-2 pb-4 no-print">
        {(["from", "to"] as const).map((key) => (
          <label key={key} className="block">
            <span className="text-small quiet block">{key === "from" ? "From" : "To"}</span>
            <input
              type="date"
              className="typed !text-left !w-44"
              value={days[key]}
              data-testid={`sheet-${key}`}
              aria-invalid={problem?.field === key}
              onChange={(e) => set(key, e.target.value)}
            />
          </label>
        ))}
        <button
          type="button"
          className="btn h-12 px-5 font-semibold"
          data-testid="sheet-print"
          onClick={() => globalThis.print()}
        >
          Print
        </button>
        <a className="pick underline" href={file} download data-testid="sheet-csv">
          Keep as CSV
        </a>
        <Link to="/book" className="pick underline">
          Back to the book
        </Link>
      </div>
      {problem && <Failure message={problem.message} />}
      <p className="hidden print:block pb-2">
        {days.from} to {days.to}
      </p>
      {asked.data && byDay.size === 0 && (
        <p className="quiet" data-testid="sheet-empty">
          Nothing was written down in these days. Deliveries stand under Kept at the counter;
          probes, chilling and what was thrown away come from the fire.
        </p>
      )}
      <ol className="grid gap-y-5" data-testid="sheet">
        {[...byDay].map(([day, lines]) => (
          <li key={day} className="grid md:grid-cols-[9rem_1fr] gap-x-6">
            <h2 className="font-semibold hair-t pt-1">{date(Date.parse(`${day}T12:00`))}</h2>
            <ul>
              {lines.map((line, i) => (
                <li
                  // biome-ignore lint/suspicious/noArrayIndexKey: lines of a sheet have no name but their place
                  key={i}
                  className="grid grid-cols-[3.5rem_1fr_auto] gap-x-4 hair-t py-1.5 items-baseline"
                  data-kind={line.kind}
                >
                  <span className="figures quiet">{line.at.slice(11, 16)}</span>
                  <span>
                    <b className={GRAVE.has(line.kind) ? "text-error" : ""}>{NAMES[line.kind]}</b>{" "}
                    {line.of}
                    {line.says && <span className="block text-small quiet">{line.says}</span>}
                  </span>
                  <span className="figures text-right">
                    {line.c != null && <b>{withUnit(line.c, "celsius", units)}</b>}
                    {line.minutes != null && ` ${line.minutes.toFixed(0)} min`}
                    {line.by && <span className="block text-small quiet">{line.by}</span>}
                  </span>
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ol>
      <p className="text-small quiet pt-4">Local rules come first.</p>
    </div>
  );
}
