// Where cooks disagree: each answer cooked with this piece, one tap from being the card's.
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { api, type PlanRequest, type School, type SchoolOption } from "../../api";
import type { Piece, SettingValue } from "../../card";
import { Failure, Term, useUnits } from "../../ui";
import { byHand, span, type Units, withUnit } from "../../units";
import { Part } from "./Part";
import { crustOf, percentOf } from "./traded";

type Props = {
  request: PlanRequest;
  asked: Record<string, unknown>;
  setAll: (values: Record<string, SettingValue>) => void;
  changePiece: (part: Partial<Piece>) => void;
};

export function Schools(props: Props) {
  return (
    <Part name="Where cooks disagree, and what each gives here">
      <Questions {...props} />
    </Part>
  );
}

function Questions({ request, asked, setAll, changePiece }: Props) {
  const { field: _, range: __, ...plan } = request;
  const told = useQuery({
    queryKey: ["schools", plan],
    queryFn: () => api.schools({ ...plan, range: false }),
    placeholderData: keepPreviousData,
    retry: false,
  });
  if (told.isError) return <Failure message={told.error.message} />;
  if (!told.data) return <p className="quiet min-h-40">Cooking it each way</p>;
  const take = (school: School, option: SchoolOption) => {
    if (option.about_thin_end) changePiece({ thinEndMm: option.thin_end_mm ?? null });
    else if (option.about_sign) {
      const [lowC, highC] = option.band_c ?? [];
      const band = lowC === undefined || highC === undefined ? null : { lowC, highC };
      changePiece({ level: null, band });
    } else if (option.scored != null) changePiece({ scored: option.scored });
    else if (option.level != null) changePiece({ level: option.level || null });
    else {
      const kept = Object.entries(asked).filter(
        ([key]) => key !== "kind" && !school.about.includes(key),
      );
      setAll({ ...Object.fromEntries(kept), ...option.settings } as Record<string, SettingValue>);
    }
  };
  return (
    <table className="w-full text-left border-collapse mb-3" data-testid="schools">
      <thead>
        <tr className="text-small quiet align-bottom">
          <th className="font-normal">
            <span className="sr-only">Answer</span>
          </th>
          {(
            [
              ["onheat", "on the heat"],
              ["overcooked", "overcooked"],
              ["crust", "crust"],
              ["leeway", "leeway"],
            ] as const
          ).map(([term, name]) => (
            <th key={name} className="font-normal text-right pl-2 sm:pl-4">
              <Term of={term}>{name}</Term>
            </th>
          ))}
        </tr>
      </thead>
      {told.data.schools.map((school) => (
        <Answers key={school.question} school={school} take={take} />
      ))}
    </table>
  );
}

/** Temperatures and weights in a cook's words, in the unit that is read here. */
function inUnits(text: string, units: Units): string {
  return text
    .replaceAll(/(\d+) C\b/g, (_, c) => withUnit(Number(c), "celsius", units))
    .replaceAll(/(\d+) g\b/g, (_, g) => withUnit(Number(g), "gram", units));
}

function Answers({
  school,
  take,
}: {
  school: School;
  take: (school: School, option: SchoolOption) => void;
}) {
  const units = useUnits();
  const [first] = school.options;
  // Nothing that is computed hangs on it.
  const same =
    school.about.length === 0 &&
    school.options.every(
      (o) => o.scored == null && o.level == null && !o.about_thin_end && !o.about_sign,
    );
  return (
    <tbody className="hair-t">
      <tr>
        <th colSpan={5} scope="rowgroup" className="font-normal pt-2">
          <b>{inUnits(school.question, units)}</b>{" "}
          <span className="text-small quiet">{school.why}</span>
        </th>
      </tr>
      {same ? (
        <tr>
          <td colSpan={5} className="text-small pb-2">
            {school.options.map((o) => o.says).join(" or ")}: the same times here.
          </td>
        </tr>
      ) : (
        school.options.map((option) => (
          <tr key={option.says}>
            <td>
              <button
                type="button"
                className="pick !whitespace-normal text-left"
                aria-pressed={option.now}
                data-testid={`school-${option.says.replaceAll(" ", "-")}`}
                onClick={() => take(school, option)}
              >
                {inUnits(option.says, units)}
                {option === first && <span className="text-small quiet"> · ours</span>}
              </button>
            </td>
            {option.figures.reached ? (
              <>
                <td className="figures text-right">{byHand(option.figures.off_heat_s)}</td>
                <td className="figures text-right">
                  {percentOf(option.figures.overcooked_share)}
                  {option.about_thin_end && option.figures.thin_overcooked_share != null && (
                    <span className="text-small quiet block -mt-1">
                      thin end {percentOf(option.figures.thin_overcooked_share)}
                    </span>
                  )}
                </td>
                <td className="figures text-right">{crustOf(option.figures.crisp_mm, units)}</td>
                <td className="figures text-right">{span(option.figures.leeway_s)}</td>
              </>
            ) : (
              <td colSpan={4} className="text-small text-right">
                {option.why_not ?? "does not reach the target"}
              </td>
            )}
          </tr>
        ))
      )}
    </tbody>
  );
}
