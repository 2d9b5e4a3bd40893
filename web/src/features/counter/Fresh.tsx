// A walk of the senses, and the days it was kept; what that leaves.
import { api, type Form } from "../../api";
import { type Piece, which } from "../../card";
import { Failure, FieldError, NumberField } from "../../ui";
import { Cue } from "./Cue";
import { answersOf, formOf, type Record } from "./record";
import { useAnswer } from "./useAnswer";

type Props = { piece: Piece; forms: Form[]; record: Record; setRecord: (record: Record) => void };

export function Fresh({ piece, forms, record, setRecord }: Props) {
  const key = formOf(piece.cut, piece.state);
  const form = forms.find((f) => f.key === key);
  const frozen = key === "frozen";
  const answers = answersOf(record, key);
  const { answer, problem } = useAnswer(
    "freshness",
    {
      which: which(piece),
      form: key,
      answers,
      kept: frozen ? [] : [{ at_c: record.onIceC, days: record.onIceDays }],
    },
    api.freshness,
  );
  if (!form) return null;
  const set = (look: string, option: number) => {
    const looks = { ...record.looks };
    const name = `${key}.${look}`;
    if (looks[name] === option) delete looks[name];
    else looks[name] = option;
    setRecord({ ...record, looks });
  };
  const days = (range: number[]) => range.map((d) => d.toFixed(0)).join(" to ");
  return (
    <section aria-label="Freshness" className="grid gap-y-3">
      <div className="grid grid-cols-2 sm:grid-cols-3 lg:grid-cols-5 gap-x-5 gap-y-3">
        {form.looks.map((look) => {
          const most = Math.max(...look.options.map((o) => o.points));
          return (
            <div key={look.key}>
              <h2 className="hair-b pb-1 text-body">
                <span className="block font-semibold">{look.name}</span>
                <span className="block text-small quiet">{look.place}</span>
              </h2>
              <fieldset aria-label={look.name}>
                {look.options.map((option, i) => {
                  const on = answers[look.key] === i;
                  return (
                    <button
                      key={option.words}
                      type="button"
                      aria-pressed={on}
                      data-testid={`look-${look.key}-${i}`}
                      className={`grid grid-cols-[46px_1fr] gap-x-2 items-center w-full min-h-12 text-left text-small leading-tight cursor-pointer border-l-4 pl-1.5 ${
                        on
                          ? option.refuse
                            ? "border-error font-bold"
                            : "border-primary font-bold"
                          : "border-transparent quiet hover:border-base-300"
                      }`}
                      onClick={() => set(look.key, i)}
                    >
                      <Cue look={look.key} points={option.points} most={most} />
                      <span>{option.words}</span>
                    </button>
                  );
                })}
              </fieldset>
            </div>
          );
        })}
      </div>
      <div className="flex flex-wrap items-end gap-x-8 gap-y-2 hair-t pt-3">
        {!frozen && (
          <>
            <NumberField
              label="Kept since the catch"
              quantity="plain"
              suffix="days"
              value={record.onIceDays}
              field="kept.days"
              problem={problem}
              testId="kept-days"
              onChange={(onIceDays) => setRecord({ ...record, onIceDays })}
            />
            <NumberField
              label="at"
              quantity="celsius"
              value={record.onIceC}
              field="kept.at_c"
              problem={problem}
              testId="kept-c"
              onChange={(onIceC) => setRecord({ ...record, onIceC })}
            />
          </>
        )}
        <p className="max-w-[44ch]" aria-live="polite" data-testid="freshness">
          {answer && !problem && (
            <>
              {answer.left_days && !answer.refuse && (
                <span className="block">
                  <b className="figures text-lead">{days(answer.left_days)}</b> days left on ice
                </span>
              )}
              <span className={answer.refuse ? "text-error font-bold text-lead" : "quiet"}>
                {answer.message}
              </span>
            </>
          )}
        </p>
      </div>
      <FieldError id="answers-error" problem={problem} field="answers" />
      {problem?.field === "" && <Failure message={problem.message} />}
    </section>
  );
}
