// Pieces kept by name, and lots that came in; each feeds the piece in hand.
import { useState } from "react";
import type { Fish, ShelfItem } from "../../api";
import { asked, fromRequest, NOTHING_KNOWN, type Piece, target } from "../../card";
import { Failure, FieldError, useUnits } from "../../ui";
import { date, withUnit } from "../../units";
import { Lots } from "./Lots";
import { lotOf, pieceOf, refused, type Shelf, useShelf } from "./useShelf";

type Props = {
  piece: Piece;
  fish: Fish[];
  name: string;
  change: (part: Partial<Piece>) => void;
};

export function Kept({ piece, fish, name, change }: Props) {
  const shelf = useShelf();
  const [title, setTitle] = useState<string | null>(null);
  const called = title ?? name;
  const pieces = shelf.items.filter(pieceOf);
  const lots = shelf.items.filter(lotOf);
  const problem = refused(shelf.add.error);
  if (shelf.list.isError)
    return <Failure message={shelf.list.error.message} retry={() => void shelf.list.refetch()} />;
  const keep = () =>
    shelf.add.mutate(
      [
        {
          name: called,
          // The shape is kept, not what is known of this one fish.
          body: {
            piece: { piece: asked({ ...piece, known: NOTHING_KNOWN }), target: target(piece) },
          },
        },
      ],
      { onSuccess: () => setTitle(null) },
    );
  return (
    <section aria-label="Kept" className="grid xl:grid-cols-2 gap-x-12 gap-y-6">
      <div>
        <h2 className="text-small quiet">Pieces by name</h2>
        <form
          className="flex items-end gap-x-4"
          onSubmit={(e) => {
            e.preventDefault();
            keep();
          }}
        >
          <input
            aria-label="Name for the piece in hand"
            className="typed !text-left max-w-64"
            value={called}
            maxLength={60}
            data-testid="piece-name"
            onChange={(e) => setTitle(e.target.value)}
          />
          <button type="submit" className="pick" data-testid="keep-piece">
            Keep this piece
          </button>
        </form>
        <FieldError id="piece-name-error" problem={problem} field="name" />
        {problem && problem.field !== "name" && <Failure message={problem.message} />}
        <ul className="pt-1 max-h-64 overflow-y-auto">
          {pieces.map((item) => (
            <KeptPiece
              key={item.id}
              item={item}
              shelf={shelf}
              change={(part) => change({ ...part, eaters: piece.eaters, kitchen: null })}
            />
          ))}
        </ul>
        {pieces.length === 0 && shelf.list.isSuccess && (
          <p className="text-small quiet pt-2">
            None yet. What you cook every week is one press away once it is kept.
          </p>
        )}
      </div>
      <Lots lots={lots} fish={fish} piece={piece} shelf={shelf} change={change} />
      <Broken shelf={shelf} />
      {shelf.gone && (
        <p className="xl:col-span-2" role="status">
          {shelf.gone.name} is off the shelf.{" "}
          <button
            type="button"
            className="pick underline"
            onClick={() => shelf.gone && shelf.bringBack.mutate(shelf.gone)}
          >
            Bring it back
          </button>
        </p>
      )}
    </section>
  );
}

/** Things that cannot be read: named, so that nobody looks for them in vain. */
function Broken({ shelf }: { shelf: Shelf }) {
  const broken = shelf.items.filter((item) => item.unreadable);
  if (broken.length === 0) return null;
  return (
    <div className="xl:col-span-2" data-testid="broken">
      <h2 className="text-small quiet">Cannot be read</h2>
      <ul>
        {broken.map((item) => (
          <li
            key={item.id}
            className="grid grid-cols-[1fr_auto_auto] gap-x-4 items-center hair-b py-1"
          >
            <span>
              {item.name}
              <span className="block text-small quiet">
                kept {date(Date.parse(item.saved_at))}; {item.unreadable}
              </span>
            </span>
            <button
              type="button"
              className="pick text-small"
              onClick={() => shelf.remove.mutate(item)}
            >
              remove
            </button>
          </li>
        ))}
      </ul>
    </div>
  );
}

function KeptPiece(props: {
  item: ShelfItem;
  shelf: Shelf;
  change: (part: Partial<Piece>) => void;
}) {
  const { item, shelf, change } = props;
  const units = useUnits();
  const kept = pieceOf(item);
  if (!kept) return null;
  const { piece, target: aim } = kept;
  const copy = () =>
    shelf.add.mutate([{ name: `${item.name}, again`.slice(0, 60), body: { piece: kept } }]);
  return (
    <li className="grid grid-cols-[1fr_auto_auto_auto] gap-x-4 items-center hair-b">
      <button
        type="button"
        className="pick !text-base-content text-left !whitespace-normal"
        data-testid="open-piece"
        onClick={() => {
          const opened = fromRequest({ piece, ...(aim ? { target: aim } : {}) });
          // Another fish of its kind lies there now.
          change({ ...opened, known: NOTHING_KNOWN, knownOn: null });
        }}
      >
        {item.name}
      </button>
      <span className="text-small quiet figures">
        {withUnit(piece.thickness_mm, "millimetre", units)}
      </span>
      <button type="button" className="pick text-small" onClick={copy}>
        duplicate
      </button>
      <button type="button" className="pick text-small" onClick={() => shelf.remove.mutate(item)}>
        remove
      </button>
    </li>
  );
}
