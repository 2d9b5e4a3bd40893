import { Link } from "react-router";
import type { Card, Field, MethodAsked, Result } from "../../api";
import { addressOf, settingsQuery } from "../../card";
import { usePiece } from "../../shell";
import { Choice, Failure, FieldError, useUnits } from "../../ui";
import { byHand, figure, scale, withUnit } from "../../units";
import { CardThumb } from "./CardThumb";
import { RESULTS } from "./result";
import { type DraftState, useDraft } from "./useDraft";

type Props = { card: Card; seen: (card: Card) => void; remove: () => void };

export function Opened({ card, seen, remove }: Props) {
  const units = useUnits();
  const note = useDraft(card, "note", seen);
  const title = useDraft(card, "title", seen);
  const result = useDraft(card, "result", seen);
  const at = scale("celsius", units);
  const { query } = usePiece();
  const { planned } = card;
  return (
    <section
      aria-label={card.title}
      className="lg:sticky lg:top-6 grid gap-y-4 lg:border-l lg:border-base-300 lg:pl-8"
    >
      <div>
        <label className="sr-only" htmlFor="card-title">
          Name of the card
        </label>
        <input
          id="card-title"
          className="typed !text-left !font-sans font-bold text-lead"
          value={title.text}
          maxLength={120}
          onChange={(e) => title.type(e.target.value)}
          onKeyDown={(e) => e.key === "Enter" && e.currentTarget.blur()}
        />
        <Standing of="title" draft={title} quietly />
      </div>
      {card.unreadable && (
        <div role="alert" className="border-l-4 border-warning pl-3">
          <p>
            <b>
              {planned ? "This cannot be opened as a card." : "What was planned cannot be read."}
            </b>{" "}
            Its date, name and note are kept.
          </p>
          <p className="text-small quiet pt-1">Why: {card.unreadable}.</p>
        </div>
      )}
      {planned && (
        <>
          <CardThumb card={card} width={360} height={96} />
          <dl className="grid grid-cols-[1fr_auto] gap-y-1">
            {[
              ["Off the heat at", byHand(planned.off_heat_s)],
              ["Look from", byHand(planned.look_from_s)],
              ["Expected in the middle", withUnit(planned.core_peak_c, "celsius", units)],
              [
                "Wanted",
                `${figure(planned.target.low_c, at)}–${figure(planned.target.high_c, at)} ${at.unit}`,
              ],
            ].map(([what, value]) => (
              <div key={what} className="contents">
                <dt className="quiet">{what}</dt>
                <dd className="figures text-right">{value}</dd>
              </div>
            ))}
          </dl>
        </>
      )}
      <div data-testid="result">
        <Choice
          label="How did it come out"
          options={[...RESULTS, { key: "none" as const, name: "not said" }]}
          value={result.text as Result | "none"}
          onChange={(said: Result | "none") => result.type(said)}
        />
        <Standing of="result" draft={result} quietly />
      </div>
      <div>
        <label htmlFor="card-note" className="text-small quiet">
          What to remember
        </label>
        <textarea
          id="card-note"
          data-testid="note"
          className="w-full min-h-24 bg-transparent border border-base-content/40 p-3"
          value={note.text}
          onChange={(e) => note.type(e.target.value)}
          placeholder="The pan, the guests, what to do otherwise next time"
        />
        <Standing of="note" draft={note} />
      </div>
      <div className="flex flex-wrap items-center gap-x-5 gap-y-1">
        {card.request ? (
          <>
            <Link
              to={addressOf({
                piece: card.request.piece,
                method: card.request.method,
                ...(card.request.target ? { target: card.request.target } : {}),
                ...(card.request.kitchen ? { kitchen: card.request.kitchen } : {}),
                ...(card.request.eaters ? { eaters: card.request.eaters } : {}),
              })}
              className="btn btn-primary h-12 px-6 font-bold"
            >
              Open as a card
            </Link>
            <Link
              to={`/ways/${card.request.method.kind}?${handed(query, card.request.method)}`}
              className="pick content-center"
              data-testid="for-piece-in-hand"
            >
              For the piece in hand
            </Link>
          </>
        ) : (
          <span />
        )}
        <button type="button" className="pick -ml-0.5" onClick={remove}>
          Take out of the book
        </button>
      </div>
    </section>
  );
}

/** The way and settings of a card for another piece. */
function handed(query: string, method: MethodAsked): string {
  return `${query}&${settingsQuery(method)}`;
}

const SAID: Record<DraftState["is"], string> = {
  still: " ",
  writing: "Writing it down",
  written: "Written down",
  waits: "Not written down yet: Cindo does not answer. It is kept here and sent again.",
  conflict: "Somebody else wrote here meanwhile. Nothing is lost: say what stays.",
  refused: " ",
};

/** Where a typed field stands, and both texts when somebody else wrote there too. */
function Standing(props: { of: Field; draft: ReturnType<typeof useDraft>; quietly?: boolean }) {
  const { of, draft, quietly } = props;
  const { state, text } = draft;
  const problem = state.is === "refused" ? state.problem : null;
  const silent = quietly && (state.is === "still" || state.is === "written");
  return (
    <>
      <FieldError id={`${of}-error`} problem={problem} field={of} />
      {problem && problem.field !== of && <Failure message={problem.message} />}
      {!silent && (
        <p
          className={`text-small ${state.is === "waits" || state.is === "conflict" ? "font-semibold" : "quiet"}`}
          role="status"
          data-testid={`${of}-state`}
        >
          {SAID[state.is]}
        </p>
      )}
      {state.is === "conflict" && (
        <div
          className="grid gap-y-1 mt-3 border-l-4 border-warning pl-3"
          data-testid={`${of}-conflict`}
        >
          <p className="text-small quiet">They wrote</p>
          <p className="whitespace-pre-wrap">{state.theirs || "nothing"}</p>
          <p className="text-small quiet">You wrote</p>
          <p className="whitespace-pre-wrap">{text || "nothing"}</p>
          <div className="flex flex-wrap gap-x-5">
            {of === "note" && (
              <button
                type="button"
                className="pick underline"
                onClick={() => draft.keepMine(`${state.theirs}\n${text}`)}
              >
                Keep both
              </button>
            )}
            <button type="button" className="pick underline" onClick={() => draft.keepMine(text)}>
              Keep mine
            </button>
            <button type="button" className="pick underline" onClick={draft.takeTheirs}>
              Take theirs
            </button>
          </div>
        </div>
      )}
    </>
  );
}
