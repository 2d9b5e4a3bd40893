// Services that are over: how many, how well in time, and the whole as a table.
import { useQuery } from "@tanstack/react-query";
import { api } from "../../api";
import { Failure } from "../../ui";
import { date } from "../../units";

export function Services() {
  const all = useQuery({ queryKey: ["services"], queryFn: api.services, retry: false });
  if (all.isError) return <Failure message={all.error.message} retry={() => void all.refetch()} />;
  if (!all.data || all.data.services.length === 0) return null;
  return (
    <section aria-label="Services" className="pb-6" data-testid="services">
      <h2 className="text-lead font-bold pb-1">Services</h2>
      <ol>
        {all.data.services.map((one) => (
          <li key={one.id} className="hair-t flex flex-wrap items-baseline gap-x-6 py-1">
            <span className="text-small quiet">{date(Date.parse(one.zero))}</span>
            <b>{one.title}</b>
            <span>
              <b className="figures">{one.covers}</b> covers,{" "}
              <b className="figures">
                {one.in_time} of {one.tables}
              </b>{" "}
              tables in time
              {one.late_s > 60 && (
                <>
                  , the latest by <b className="figures">{Math.ceil(one.late_s / 60)} min</b>
                </>
              )}
            </span>
            <a className="pick text-small" href={`/api/services/${one.id}/table`} download>
              promised and served, CSV
            </a>
          </li>
        ))}
      </ol>
    </section>
  );
}
