// A walk of the senses, and how it was kept; what that leaves.
import { api, type Form } from "../../api";
import { formOf, type Known, keptAsked, type Piece, rulesOf, which } from "../../card";
import { Failure, FieldError } from "../../ui";
import { Cue } from "./Cue";
import { Keeping } from "./Keeping";
import { useAnswer } from "./useAnswer";

type Props = { piece: Piece; forms: Form[]; setKnown: (known: Known) => void };

export function Fresh({ piece, forms, setKnown }: Props) {
  const { known } = piece;
  const key = formOf(piece);
  const form = forms.find((f) => f.key === key);
  // Looks at another form of the fish say nothing of this one.
  const answers = known.looks?.form === key ? (known.looks.answers ?? {}) : {};
  const { answer, problem } = useAnswer(
    "freshness",
    { which: which(piece), form: key, answers, ...keptAsked(known), rules: rulesOf(piece) },
    api.freshness,
  );
  if (!form) return null;
  const set = (look: string, option: number) => {
    const { [look]: before, ...others } = answers;
    const next = before === option ? others : { ...others, [look]: option };
    const none = Object.keys(next).length === 0;
    setKnown({ ...known, looks: none ? null : { form: key, answers: next } });
  };
  const days = (range: number[]) => range.map((d) => d.toFixed(0)).join(" to ");
  return (
    <section aria-label="Freshness" className="grid gap-y-3">
      <p
        className="sticky top-0 z-10 bg-base-100 hair-b py-2 min-h-16"
        aria-live="polite"
        data-testid="freshness"
      >
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
      <div className="grid grid-cols-2 sm:grid-cols-3 gap-x-8 gap-y-4">
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
      <div className="max-w-[44rem]">
        <Keeping known={known} setKnown={setKnown} problem={problem} />
      </div>
      <FieldError id="answers-error" problem={problem} field="answers" />
      {problem?.field === "" && <Failure message={problem.message} />}
    </section>
  );
}
