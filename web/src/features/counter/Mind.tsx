// The dangers of this fish for who eats it, so done; and what is known that settles them.
import { api, type Origin } from "../../api";
import { isWhole, type Known, knownAsked, type Piece, target, which } from "../../card";
import { Choice, Fold, Notices, NumberField } from "../../ui";
import { useAnswer } from "./useAnswer";

type Props = { piece: Piece; setKnown: (known: Known) => void; askKeeping: () => void };

const ORIGINS: { key: Origin; name: string }[] = [
  { key: "unknown", name: "nobody says" },
  { key: "wild", name: "wild" },
  { key: "farmed", name: "farmed" },
];
/** What a freezer for it does in a week, C and h. */
const FREEZING = { at_c: -20, hours: 168, solid_at_35: false };

export function Mind({ piece, setKnown, askKeeping }: Props) {
  const { known } = piece;
  const { answer, problem, again } = useAnswer(
    "notices",
    {
      which: which(piece),
      cut: piece.cut as never, // whatever an address says: the core knows the cuts
      target: target(piece),
      eaters: piece.eaters,
      ...(piece.kitchen ? { kitchen: piece.kitchen } : {}),
      ...(piece.state === "frozen" ? {} : { start_c: piece.startC }),
      mass_g: piece.massG,
      ...knownAsked(known),
      ...(piece.stuffed && isWhole(piece.cut) ? { cavity: "stuffed" as const } : {}),
    },
    api.notices,
  );
  const codes = answer?.notices.map((n) => n.code) ?? [];
  const worms =
    codes.some((c) => c.startsWith("parasites")) ||
    known.freezing !== null ||
    known.origin !== "unknown";
  const kept = codes.some((c) =>
    ["histamine", "within", "vacuum", "past_", "out_of"].some((k) => c.startsWith(k)),
  );
  const { freezing } = known;
  return (
    <section aria-label="To mind" data-testid="mind" className="grid gap-y-1">
      {problem && !problem.field ? (
        <p role="alert" className="text-small font-semibold" data-testid="mind-unknown">
          What to mind in this fish is not known: Cindo does not answer.{" "}
          <button type="button" className="pick underline" onClick={again}>
            Try again
          </button>
        </p>
      ) : (
        answer && <Notices notices={answer.notices} />
      )}
      {(worms || kept) && (
        <Fold summary="What is known of it" wrong={problem !== null} testId="known">
          {worms && (
            <>
              <Choice
                label="Where it comes from, as the seller says"
                options={ORIGINS}
                value={known.origin}
                onChange={(origin) => setKnown({ ...known, origin })}
              />
              <button
                type="button"
                className="pick justify-self-start"
                aria-pressed={freezing !== null}
                data-testid="was-frozen"
                onClick={() => setKnown({ ...known, freezing: freezing ? null : FREEZING })}
              >
                frozen against worms
              </button>
              {freezing && (
                <div className="grid grid-cols-2 gap-x-6">
                  <NumberField
                    label="Frozen at"
                    quantity="celsius"
                    value={freezing.at_c}
                    field="freezing.at_c"
                    problem={problem}
                    testId="frozen-c"
                    onChange={(at_c) =>
                      setKnown({
                        ...known,
                        freezing: { ...freezing, at_c, solid_at_35: at_c <= -35 },
                      })
                    }
                  />
                  <NumberField
                    label="for"
                    quantity="plain"
                    suffix="hours"
                    value={freezing.hours}
                    field="freezing.hours"
                    problem={problem}
                    testId="frozen-hours"
                    onChange={(hours) => setKnown({ ...known, freezing: { ...freezing, hours } })}
                  />
                </div>
              )}
            </>
          )}
          <button type="button" className="pick" data-testid="ask-keeping" onClick={askKeeping}>
            {known.keeping.length === 0 ? "say how it was kept" : "change how it was kept"}
          </button>
        </Fold>
      )}
    </section>
  );
}
