// Lots that came in, and a new one written down.
import { useState } from "react";
import type { Fish, Lot, ShelfItem } from "../../api";
import { begun, NOTHING_KNOWN, type Piece, today } from "../../card";
import { Failure, FieldError, NumberField } from "../../ui";
import { date, dayAndClock } from "../../units";
import { lotOf, refused, type Shelf } from "./useShelf";

type LotsProps = {
  lots: ShelfItem[];
  fish: Fish[];
  piece: Piece;
  shelf: Shelf;
  change: (part: Partial<Piece>) => void;
};

export function Lots({ lots, fish, piece, shelf, change }: LotsProps) {
  const [adding, setAdding] = useState(false);
  const use = (item: ShelfItem, lot: Lot) => {
    const row = fish.find((f) => f.key === lot.fish);
    const frozen = lot.kept_c < -3;
    change({
      ...(row && row.key !== piece.fish ? begun(piece, row) : { own: null }),
      startC: lot.kept_c,
      // The lot's record goes along with the piece.
      known: {
        ...NOTHING_KNOWN,
        keeping: item.lot_today?.keeping ?? [],
        freezing: item.lot_today?.freezing ?? null,
        since: "bought",
        vacuum: lot.vacuum_packed ?? false,
      },
      state: frozen ? "frozen" : lot.frozen ? "thawed" : "fresh",
    });
  };
  return (
    <div>
      <h2 className="text-small quiet">Deliveries</h2>
      {adding ? (
        <NewLot
          fish={piece.own ? "hake" : piece.fish}
          shelf={shelf}
          done={() => setAdding(false)}
          all={fish}
        />
      ) : (
        <button
          type="button"
          className="pick"
          data-testid="new-lot"
          onClick={() => setAdding(true)}
        >
          Add a delivery
        </button>
      )}
      <ul className="max-h-64 overflow-y-auto">
        {lots.map((item) => {
          const lot = lotOf(item);
          if (!lot) return null;
          const state = item.lot_today;
          const stop = state?.notices.find((n) => n.weight === "refuse");
          const others = stop ? [] : (state?.notices ?? []);
          return (
            <li
              key={item.id}
              className="grid grid-cols-[1fr_auto_auto] gap-x-4 items-center hair-b py-1"
            >
              <button
                type="button"
                className="text-left cursor-pointer min-h-11"
                data-testid="use-lot"
                disabled={stop !== undefined}
                onClick={() => use(item, lot)}
              >
                <span className="font-semibold">{item.name}</span>
                <span className="block text-small quiet">
                  {state && (state.days === 1 ? "1 day here" : `${state.days} days here`)}
                  {state?.left_days &&
                    `, ${state.left_days.map((d) => d.toFixed(0)).join(" to ")} left on ice`}
                  {state?.parasites_killed && ", frozen against worms"}
                  {others.map((n) => (
                    <span
                      key={n.code}
                      className={`block ${n.weight === "warn" ? "font-bold text-base-content" : ""}`}
                    >
                      {n.weight === "warn" && "▲ "}
                      {n.message}
                    </span>
                  ))}
                </span>
                {stop && (
                  <span className="block text-small text-error font-bold">
                    {stop.message} <span className="font-normal">{stop.rule}</span>
                  </span>
                )}
              </button>
              <span className="text-small quiet figures">
                {lot.received.includes("T")
                  ? dayAndClock(Date.parse(lot.received))
                  : date(Date.parse(`${lot.received}T12:00`))}
              </span>
              <button
                type="button"
                className="pick text-small"
                onClick={() => shelf.remove.mutate(item)}
              >
                remove
              </button>
            </li>
          );
        })}
      </ul>
    </div>
  );
}

/** Fish comes in no warmer than this, C. */
const COLD_C = 5;
const time = () => new Date().toTimeString().slice(0, 5);

function NewLot(props: { fish: string; all: Fish[]; shelf: Shelf; done: () => void }) {
  const { shelf, done, all } = props;
  const day = today();
  const name = all.find((f) => f.key === props.fish)?.name ?? props.fish;
  const [title, setTitle] = useState(`${name}, ${day.slice(5)}`);
  const [lot, setLot] = useState<Lot>({
    fish: props.fish,
    received: `${day}T${time()}`,
    received_c: 2,
    kept_c: 0,
  });
  const problem = refused(shelf.add.error);
  // A day is enough; with a time the hours are counted instead of the worst that the day could mean.
  const date = (label: string, key: "received" | "frozen" | "thawed" | "use_by") => (
    <label className="block">
      <span className="text-small quiet block">{label}</span>
      <input
        type={key === "use_by" ? "date" : "datetime-local"}
        className="typed !text-left !w-52"
        value={lot[key] ?? ""}
        data-testid={`lot-${key}`}
        aria-invalid={problem?.field === key}
        onChange={(e) => {
          const { frozen_at_c: at = -20, ...rest } = { ...lot, [key]: e.target.value || undefined };
          setLot(rest.frozen ? { ...rest, frozen_at_c: at } : (rest as Lot));
        }}
      />
      <FieldError id={`lot-${key}-error`} problem={problem} field={key} />
    </label>
  );
  return (
    <form
      className="flex flex-wrap items-end gap-x-6 gap-y-1 pb-3"
      onSubmit={(e) => {
        e.preventDefault();
        shelf.add.mutate([{ name: title, body: { lot } }], { onSuccess: done });
      }}
    >
      <label className="block w-full">
        <span className="text-small quiet block">Called, boat or supplier</span>
        <input
          className="typed !text-left"
          value={title}
          maxLength={60}
          onChange={(e) => setTitle(e.target.value)}
        />
        <FieldError id="lot-name-error" problem={problem} field="name" />
      </label>
      {date("Came in", "received")}
      <NumberField
        label="Its temperature then"
        quantity="celsius"
        value={lot.received_c}
        field="received_c"
        problem={problem}
        onChange={(received_c) => setLot({ ...lot, received_c })}
      />
      {lot.received_c > COLD_C && (
        <NumberField
          label="Hours it had been out of the cold"
          quantity="plain"
          suffix="hours"
          value={lot.warm_h ?? 0}
          field="warm_h"
          problem={problem}
          testId="lot-warm"
          onChange={(warm_h) => setLot({ ...lot, warm_h })}
        />
      )}
      {date("To be used by", "use_by")}
      <NumberField
        label="Kept at"
        quantity="celsius"
        value={lot.kept_c}
        field="kept_c"
        problem={problem}
        onChange={(kept_c) => setLot({ ...lot, kept_c })}
      />
      <button
        type="button"
        className="pick"
        aria-pressed={lot.vacuum_packed ?? false}
        data-testid="lot-vacuum"
        onClick={() => setLot({ ...lot, vacuum_packed: !lot.vacuum_packed })}
      >
        vacuum packed
      </button>
      {date("Frozen on, if it was", "frozen")}
      {lot.frozen && (
        <NumberField
          label="Frozen at"
          quantity="celsius"
          value={lot.frozen_at_c ?? -20}
          field="frozen_at_c"
          problem={problem}
          onChange={(frozen_at_c) => setLot({ ...lot, frozen_at_c })}
        />
      )}
      {lot.frozen && lot.kept_c > -3 && date("Taken out to thaw", "thawed")}
      {problem?.field === "" && <Failure message={problem.message} />}
      <p className="w-full flex gap-x-6">
        <button
          type="submit"
          className="pick !text-base-content font-semibold"
          data-testid="save-lot"
        >
          Write it down
        </button>
        <button type="button" className="pick" onClick={done}>
          Cancel
        </button>
      </p>
    </form>
  );
}
