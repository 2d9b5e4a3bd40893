// How long the piece takes to thaw, in the fridge and in cold running water, and the limit.
import { useState } from "react";
import { api } from "../../api";
import { asked, type Piece } from "../../card";
import { Notices, NumberField } from "../../ui";
import { span } from "../../units";
import { useAnswer } from "./useAnswer";

type Props = { piece: Piece; change: (part: Partial<Piece>) => void };

/** Nobody thaws to the minute: quarters of an hour from two hours, hours from six. */
function about(seconds: number): string {
  const step = seconds < 7200 ? 300 : seconds < 6 * 3600 ? 900 : 3600;
  return span(Math.round(seconds / step) * step);
}

export function Thaw({ piece, change }: Props) {
  const [fridgeC, setFridgeC] = useState(4);
  const [waterC, setWaterC] = useState(12);
  const frozen = piece.state === "frozen";
  const block = frozen ? asked(piece) : null;
  const fridge = useAnswer(
    "thaw-fridge",
    block && { piece: block, how: "fridge" as const, at_c: fridgeC },
    api.thaw,
  );
  const water = useAnswer(
    "thaw-water",
    block && { piece: block, how: "water" as const, at_c: waterC },
    api.thaw,
  );
  const room = useAnswer("thaw-room", block && { piece: block, how: "room" as const }, api.thaw);
  if (!frozen)
    return (
      <section aria-label="Thawing">
        <p className="pb-3 max-w-[52ch]">
          The piece in hand is not frozen. Say that it is, and Cindo works out how long it takes to
          thaw. Oven, parcel, poach and steam can be planned straight from frozen.
        </p>
        <button
          type="button"
          className="btn h-12 px-6"
          onClick={() => change({ state: "frozen", startC: -18 })}
        >
          It is frozen
        </button>
      </section>
    );
  const rows = [
    {
      key: "fridge",
      name: "In the fridge, wrapped, on a rack",
      ...fridge,
      at: fridgeC,
      set: setFridgeC,
    },
    { key: "water", name: "Bagged, in cold running water", ...water, at: waterC, set: setWaterC },
  ];
  const done = () => change({ state: "thawed", startC: 3 });
  return (
    <section aria-label="Thawing" className="grid gap-y-2">
      {rows.map((row) => (
        <div key={row.key} className="grid grid-cols-[1fr_auto] gap-x-8 hair-b pb-3">
          <div className="pt-1">
            <p className="font-semibold">{row.name}</p>
            <p className="text-small quiet pb-1">
              {row.answer &&
                !row.problem &&
                row.answer.refused.length === 0 &&
                (row.answer.above_5c_s < 1
                  ? "Never above fridge cold."
                  : `Its outside is above fridge cold for ${span(row.answer.above_5c_s)}; at most ${span(row.answer.most_above_5c_s)} is allowed.`)}
            </p>
            <NumberField
              label={row.key === "fridge" ? "Fridge" : "Water"}
              quantity="celsius"
              value={row.at}
              field="at_c"
              problem={row.problem}
              testId={`thaw-${row.key}-c`}
              onChange={row.set}
            />
          </div>
          <p className="text-right pt-1" aria-live="polite" data-testid={`thaw-${row.key}`}>
            {row.answer &&
              !row.problem &&
              (row.answer.refused.length > 0 ? (
                <b className="text-error text-title leading-none">never</b>
              ) : (
                <>
                  <b className="figures text-title leading-none whitespace-nowrap">
                    {about(row.answer.thawed_s)}
                  </b>
                  <span
                    className={`block text-small ${row.answer.within_limit ? "text-success font-semibold" : "text-error font-bold"}`}
                  >
                    {row.answer.within_limit
                      ? "within the limit"
                      : row.key === "fridge"
                        ? "too long: cut it smaller"
                        : "too long: thaw it in the fridge"}
                  </span>
                </>
              ))}
          </p>
          {row.answer && !row.problem && row.answer.refused.length > 0 && (
            <div className="col-span-2 pt-1">
              <Notices notices={row.answer.refused} />
            </div>
          )}
        </div>
      ))}
      {room.answer && (
        <div className="grid gap-y-2 hair-b pb-3" data-testid="thaw-room">
          <p className="grid grid-cols-[1fr_auto] gap-x-8">
            <span className="font-semibold">Lying in the room</span>
            <b className="text-error text-title leading-none">never</b>
          </p>
          <Notices notices={[...room.answer.refused, ...room.answer.notices]} />
        </div>
      )}
      {block && (fridge.problem ?? water.problem)?.field.startsWith("piece.") && (
        <p role="alert" className="text-small text-error font-semibold">
          {(fridge.problem ?? water.problem)?.message}.
        </p>
      )}
      <p className="flex flex-wrap items-center gap-x-6">
        <button type="button" className="pick" onClick={done}>
          It has thawed
        </button>
        <span className="text-small quiet">Cook it the same day.</span>
      </p>
    </section>
  );
}
