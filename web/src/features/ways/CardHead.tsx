// The head of a card: where it belongs, what it is called, and what can be done with it.
import { Link } from "react-router";
import { Elsewhere, HowMany, KitchenLink, usePiece } from "../../shell";
import { NumberField, type Problem } from "../../ui";
import type { Deeds } from "./useDeeds";

type Props = {
  /** As it is called, as it is being typed, and as it would be by itself. */
  title: string;
  typed: string;
  usualTitle: string;
  /** Of the fish. */
  name: string;
  wide: boolean;
  problem: Problem;
  /** It can be neither kept nor cooked. */
  stopped: boolean;
  undo: (() => void) | null;
  deeds: Deeds;
  setOwn: (own: string) => void;
  /** What was done before, in a line. */
  prepared: string | null;
  kind: string;
};

export function CardHead(props: Props) {
  const { title, typed, usualTitle, name, wide, problem, stopped, undo, deeds, setOwn } = props;
  const { prepared, kind } = props;
  const { piece, query, change: changePiece, elsewhere } = usePiece();
  const { save, start } = deeds;
  return (
    <header className="flex flex-wrap items-start justify-between gap-x-8 gap-y-1">
      <div className="min-w-0 max-w-full">
        <p className="text-small quiet no-print">
          <Link to={{ pathname: "/ways", search: query }} className="underline underline-offset-4">
            Ways
          </Link>{" "}
          / {name} · {elsewhere ? <Elsewhere /> : <KitchenLink />}
        </p>
        <h1 className="sr-only print:not-sr-only">{title}</h1>
        <input
          aria-label="Name of the card"
          className="name min-h-11 text-title font-bold no-print"
          value={typed}
          size={Math.max(12, typed.length)}
          maxLength={120}
          data-testid="card-name"
          onChange={(e) => setOwn(e.target.value === usualTitle ? "" : e.target.value)}
        />
        {prepared && (
          <p className="text-small" data-testid="prepared">
            <b>Prepared</b> {prepared} ·{" "}
            <Link
              to={{ pathname: "/prep", search: `${query}&v.for=${kind}` }}
              className="underline underline-offset-4 no-print"
            >
              when and how much
            </Link>
          </p>
        )}
        {!wide && (
          <div className="no-print flex items-end gap-x-5 pt-1">
            <NumberField
              label={piece.thinEndMm === null ? "Thickness" : "Thick end"}
              quantity="millimetre"
              value={piece.thicknessMm}
              field="piece.thickness_mm"
              problem={problem}
              testId="card-mm"
              onChange={(thicknessMm) => changePiece({ thicknessMm })}
            />
            <HowMany problem={problem} testId="card-n" />
          </div>
        )}
      </div>
      <div className="no-print flex flex-wrap items-center gap-x-5 max-w-full">
        <button
          type="button"
          className="pick"
          onClick={() => undo?.()}
          disabled={!undo}
          hidden={!undo}
        >
          Undo
        </button>
        <button type="button" className="pick" onClick={() => window.print()}>
          Print
        </button>
        {save.isSuccess ? (
          <Link to={`/book/${save.data.id}`} className="btn h-12 px-6" data-testid="saved">
            Saved. Open in the book
          </Link>
        ) : (
          <button
            type="button"
            className="pick"
            data-testid="save"
            disabled={save.isPending || stopped}
            onClick={() => save.mutate()}
          >
            {save.isPending ? "Saving" : "Save the card"}
          </button>
        )}
        <button
          type="button"
          className="btn btn-primary h-12 px-6 font-bold text-body"
          data-testid="cook-it"
          disabled={start.isPending || stopped}
          onClick={() => start.mutate()}
        >
          {start.isPending ? "Starting" : deeds.beside ? "Cook it beside" : "Cook it"}
        </button>
      </div>
    </header>
  );
}
