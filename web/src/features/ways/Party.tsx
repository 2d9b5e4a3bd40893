// More pieces than go in at once: each batch on one line of time, and how long the first wait for the last.
import type { Plan } from "../../api";
import { useUnits } from "../../ui";
import { span, withUnit } from "../../units";

/** More blocks than this are too narrow for a figure. */
const MOST_COUNTED = 12;

export function Party({ plan }: { plan: Plan }) {
  const units = useUnits();
  const { party } = plan;
  if (!party || party.batches < 2) return null;
  const at = (s: number) => `${(100 * s) / party.party_s}%`;
  return (
    <section aria-label="Batches" className="pb-4 print:pb-1" data-testid="party">
      <p className="leading-snug max-w-[76ch]">
        <b className="figures">
          {party.a_batch} at a time, {party.batches} batches, {span(party.party_s)} for all.
        </b>{" "}
        <span className="quiet">
          The {party.on} takes {party.most}. The first wait{" "}
          <span className="figures">{span(party.first_waits_s)}</span> for the last
          {party.first_then_c != null && (
            <>
              {" "}
              and are at{" "}
              <span className="figures whitespace-nowrap">
                {withUnit(party.first_then_c, "celsius", units)}
              </span>{" "}
              by then
            </>
          )}
          .
        </span>
      </p>
      <div className="relative h-5 mt-2 print:hidden" aria-hidden="true">
        <span
          className="absolute top-[9px] border-t-2 border-dotted border-base-content/40"
          style={{ left: 0, right: 0 }}
        />
        {party.starts_s.map((s, i) => (
          <span
            key={s}
            className="absolute top-0 h-5 rounded-xs bg-primary text-primary-content text-small figures text-center leading-5 overflow-hidden"
            style={{ left: at(s), width: `max(2px, ${at(plan.off_heat_s)})` }}
          >
            {party.batches <= MOST_COUNTED &&
              (i === party.batches - 1 ? party.last : party.a_batch)}
          </span>
        ))}
      </div>
    </section>
  );
}
