// Thick and thin in one pan: when each goes in, is turned and comes out.
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { type Among, api, type PlanRequest, Refused } from "../../api";
import type { Piece } from "../../card";
import { useView, useViewList } from "../../shell";
import { Choice, Failure, NumberField, Refusal, useUnits } from "../../ui";
import { byHand, withUnit } from "../../units";
import { acts, type Other, readOthers, writeOther } from "./company";
import { Part } from "./Part";

type Props = { request: PlanRequest; piece: Piece; what: string };

export function Company({ request, piece, what }: Props) {
  return (
    <Part name={`Thick and thin ${what}: when each goes in`}>
      <Others request={request} piece={piece} />
    </Part>
  );
}

const HOW = [
  { key: "out_at_once", name: "all out at once" },
  { key: "in_at_once", name: "all in at once" },
] as const;
const KEYS = ["out_at_once", "in_at_once"] as const;
const MOST = 7;

function Others({ request, piece }: Omit<Props, "what">) {
  const units = useUnits();
  const [said, say] = useViewList("with");
  const [company, setCompany] = useView("company-how", KEYS);
  const others = readOthers(said);
  const set = (next: Other[]) => say(next.map(writeOther));
  const { field: _, range: __, ...plan } = request;
  const asked = {
    plan: { ...plan, range: false },
    beside: others.map((o) => ({ thickness_mm: o.mm, pieces: o.pieces })),
    company,
  };
  const told = useQuery({
    queryKey: ["together", asked],
    queryFn: () => api.together(asked),
    enabled: others.length > 0,
    placeholderData: keepPreviousData,
    retry: false,
  });
  const problem = told.error instanceof Refused ? told.error : null;
  return (
    <div className="pb-4 grid gap-y-2">
      <div className="flex flex-wrap items-end gap-x-8 gap-y-1">
        <p>
          <span className="text-small quiet block">The piece in hand</span>
          <b className="figures">
            {piece.pieces} × {withUnit(piece.thicknessMm, "millimetre", units)}
          </b>
        </p>
        {others.map((other, i) => (
          <fieldset
            // biome-ignore lint/suspicious/noArrayIndexKey: others have no names but their place
            key={i}
            className="flex items-end gap-x-3"
          >
            <legend className="sr-only">Beside it, {i + 1}</legend>
            <NumberField
              label="beside it"
              quantity="plain"
              suffix="×"
              value={other.pieces}
              field={`beside[${i}].pieces`}
              problem={problem}
              testId={`beside-${i}-n`}
              onChange={(n) =>
                set(others.map((o, k) => (k === i ? { ...o, pieces: Math.round(n) } : o)))
              }
            />
            <NumberField
              label="thick"
              quantity="millimetre"
              value={other.mm}
              field={`beside[${i}].thickness_mm`}
              problem={problem}
              testId={`beside-${i}-mm`}
              onChange={(mm) => set(others.map((o, k) => (k === i ? { ...o, mm } : o)))}
            />
            <button
              type="button"
              className="pick"
              aria-label={`Without the ${other.mm} mm one`}
              onClick={() => set(others.filter((_, k) => k !== i))}
            >
              ✕
            </button>
          </fieldset>
        ))}
        {others.length < MOST && (
          <button
            type="button"
            className="pick underline underline-offset-4"
            data-testid="add-beside"
            onClick={() =>
              set([...others, { mm: Math.max(4, Math.round(piece.thicknessMm * 0.7)), pieces: 1 }])
            }
          >
            {others.length === 0 ? "put another beside it" : "and another"}
          </button>
        )}
      </div>
      {others.length > 0 && (
        <>
          <Choice label="Timing" options={HOW} value={company} onChange={setCompany} />
          {told.isError && !problem?.field && <Failure message={told.error.message} />}
          {told.data && told.data.refused.length > 0 && <Refusal notices={told.data.refused} />}
          {told.data && told.data.pieces.length > 0 && !told.isError && (
            <Strips pieces={told.data.pieces} lowC={told.data.low_c ?? null} />
          )}
        </>
      )}
    </div>
  );
}

/** Each on one clock, and what to do in order. */
function Strips({ pieces, lowC }: { pieces: Among[]; lowC: number | null }) {
  const units = useUnits();
  const end = Math.max(...pieces.map((p) => p.off_s), 1);
  const at = (s: number) => `${(100 * s) / end}%`;
  const called = (p: Among) => `${p.pieces} × ${withUnit(p.thickness_mm, "millimetre", units)}`;
  return (
    <div className="grid md:grid-cols-[1fr_auto] gap-x-8 gap-y-2 items-start" data-testid="company">
      <ul className="grid gap-y-2">
        {pieces.map((p, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: in the order asked for
          <li key={i} className="grid grid-cols-[6.5rem_1fr_4.5rem] items-center gap-x-3">
            <span className="figures">{called(p)}</span>
            <span className="relative h-7 block border-b border-base-content/40">
              <span
                className="absolute bottom-0 bg-primary/25 border-l-2 border-primary"
                style={{
                  left: at(p.in_s),
                  width: at(p.on_heat_s),
                  height: `${Math.min(28, 4 + 0.5 * p.thickness_mm)}px`,
                }}
              />
              {p.turns_s.map((s) => (
                <span
                  key={s}
                  className="absolute bottom-0 h-full border-l border-dashed border-base-content"
                  style={{ left: at(s) }}
                />
              ))}
            </span>
            <span className="figures text-right text-success font-semibold">
              {withUnit(p.core_peak_c, "celsius", units)}
            </span>
          </li>
        ))}
        {lowC !== null && (
          <li className="text-small quiet">
            What they lie in falls to {withUnit(lowC, "celsius", units)}. The times count that.
          </li>
        )}
      </ul>
      <ol className="grid grid-cols-[auto_1fr] gap-x-3">
        {acts(pieces).map((act) => (
          <li key={`${act.s} ${act.what} ${act.which}`} className="contents">
            <b className="running text-right">{byHand(act.s)}</b>
            <span>
              {act.what} {act.which === null ? "all" : called(pieces[act.which] as Among)}
            </span>
          </li>
        ))}
      </ol>
    </div>
  );
}
