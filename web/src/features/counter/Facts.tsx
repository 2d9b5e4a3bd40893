// Cut, condition, weight, count and temperature of the piece in hand.
import { useState } from "react";
import type { Fish, FishList } from "../../api";
import { isWhole, type Piece } from "../../card";
import { Choice, FieldError, NumberField, type Problem } from "../../ui";
import { Weight } from "./Size";

const SKIN = [
  { key: "on", name: "skin" },
  { key: "off", name: "no skin" },
] as const;
const STATES = [
  { key: "fresh", name: "fresh" },
  { key: "thawed", name: "thawed" },
  { key: "frozen", name: "frozen" },
] as const;
/** What a cook takes back in a moment: fridge cold, out of a freezer, C. */
const FRIDGE_C = 8;
const FREEZER_C = -18;
type FactsProps = {
  piece: Piece;
  fish: Fish | undefined;
  list: FishList;
  problem: Problem;
  change: (part: Partial<Piece>) => void;
  begin: (fish: Fish, cut: string) => void;
};

export function Facts({ piece, fish, list, problem, change, begin }: FactsProps) {
  const [more, setMore] = useState(false);
  const usual = list.cuts.filter((c) => c.key === piece.cut || fish?.cuts.includes(c.key));
  const cuts = more || !fish ? list.cuts : usual;
  const flags = [
    { key: "bone" as const, name: "bone in" },
    { key: "scales" as const, name: "scales on" },
    { key: "scored" as const, name: "scored" },
    ...(isWhole(piece.cut)
      ? [
          { key: "aromatics" as const, name: "herbs inside" },
          { key: "stuffed" as const, name: "stuffed" },
        ]
      : [
          {
            key: "skinApart" as const,
            name: piece.skin === "on" ? "skin lifted off after" : "skin crisped apart",
          },
        ]),
  ];
  return (
    <>
      <div className="relative">
        <Choice
          label="Cut"
          columns={more || !fish}
          options={cuts}
          value={piece.cut}
          onChange={(cut) => (fish ? begin(fish, cut) : change({ cut }))}
        />
        {fish && usual.length < list.cuts.length && (
          <button
            type="button"
            className="pick text-small absolute right-0 -top-3"
            aria-pressed={more}
            onClick={() => setMore(!more)}
          >
            {more ? "usual cuts only" : "other cuts"}
          </button>
        )}
      </div>
      <div>
        <Choice
          label="Condition"
          options={STATES}
          value={piece.state}
          onChange={(state) => {
            const hard = piece.startC < -1;
            change({
              state,
              ...(state === "frozen" && !hard ? { startC: FREEZER_C } : {}),
              ...(state !== "frozen" && hard ? { startC: FRIDGE_C } : {}),
            });
          }}
        />
        <div className="flex flex-wrap gap-x-4">
          <Choice
            label="Skin"
            hideLabel
            options={SKIN}
            value={piece.skin}
            onChange={(skin) => change({ skin })}
          />
          <span className="self-center w-px h-4 bg-base-300" aria-hidden="true" />
          {flags.map((f) => (
            <button
              key={f.key}
              type="button"
              className="pick"
              aria-pressed={piece[f.key]}
              onClick={() =>
                change({
                  ...(f.key === "stuffed" ? { aromatics: false } : {}),
                  ...(f.key === "aromatics" ? { stuffed: false } : {}),
                  [f.key]: !piece[f.key],
                })
              }
            >
              {f.name}
            </button>
          ))}
        </div>
      </div>
      <div className="grid grid-cols-3 gap-x-5 gap-y-2">
        {!isWhole(piece.cut) && <Weight piece={piece} problem={problem} change={change} />}
        <NumberField
          label="Temperature now"
          quantity="celsius"
          value={piece.startC}
          field="piece.start_c"
          problem={problem}
          testId="start"
          onChange={(startC) => change({ startC })}
        />
      </div>
      <FieldError id="state-error" problem={problem} field="piece.state" />
    </>
  );
}
