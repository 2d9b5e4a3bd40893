import { useEffect, useRef, useState } from "react";
import { api } from "../../api";
import { isWhole, type Piece, which } from "../../card";
import { Fold, NumberField, type Problem, useUnits } from "../../ui";
import { withUnit } from "../../units";
import { DrawnPiece } from "./DrawnPiece";
import { DrawnWhole } from "./DrawnWhole";
import { useAnswer } from "./useAnswer";

type InHandProps = {
  piece: Piece;
  problem: Problem;
  change: (part: Partial<Piece>) => void;
};

/** The drawn piece with its ruler, and the numbers that make it. */
export function InHand({ piece, problem, change }: InHandProps) {
  const units = useUnits();
  const whole = isWhole(piece.cut);
  const [length, setLength] = useState<number | null>(null);
  const proposed = useAnswer(
    "whole",
    {
      which: which(piece),
      mass_g: piece.massG,
      cut: piece.cut,
      ...(whole && piece.thicknessMm >= 2 && piece.thicknessMm <= 120
        ? { thickness_mm: piece.thicknessMm }
        : {}),
    },
    api.whole,
  );
  const measured = useAnswer(
    "whole-length",
    whole && length !== null ? { which: which(piece), length_mm: length, cut: piece.cut } : null,
    api.whole,
  );
  const fit = proposed.answer;
  const mm = fit ? Math.round(fit.thickness_mm) : null;
  // As thick as its weight has it, until somebody says otherwise.
  const reckoned = useRef<number | null>(null);
  useEffect(() => {
    if (!whole || proposed.stale || mm === null) return;
    const last = reckoned.current;
    reckoned.current = mm;
    if (last !== null && last !== mm && piece.thicknessMm === last) change({ thicknessMm: mm });
  });
  const thick = Math.round(piece.thicknessMm);
  const apart = whole && length === null && fit?.fits === false;
  return (
    <>
      {whole ? (
        <DrawnWhole
          piece={piece}
          highMm={piece.heightMm ?? fit?.height_mm ?? null}
          change={change}
          height={272}
        />
      ) : (
        <DrawnPiece piece={piece} change={change} height={272} />
      )}
      <div className="flex flex-wrap gap-x-6 gap-y-2 items-start">
        {!whole && (
          <>
            <NumberField
              label="Width"
              quantity="millimetre"
              value={piece.widthMm}
              field="piece.width_mm"
              problem={problem}
              testId="width"
              onChange={(widthMm) => change({ widthMm })}
            />
            <button
              type="button"
              className="pick mt-5"
              aria-pressed={piece.thinEndMm === null}
              onClick={() =>
                change({
                  thinEndMm: piece.thinEndMm === null ? Math.round(piece.thicknessMm * 0.55) : null,
                })
              }
            >
              same thickness all along
            </button>
          </>
        )}
        {whole && (
          <>
            <NumberField
              label="Height there, back to belly"
              quantity="millimetre"
              value={piece.heightMm ?? Math.round(fit?.height_mm ?? piece.thicknessMm)}
              field="piece.height_mm"
              problem={problem}
              testId="height"
              onChange={(heightMm) => change({ heightMm })}
            />
            <NumberField
              label="Length, nose to tail"
              quantity="millimetre"
              value={length ?? Math.round(fit?.length_mm ?? 300)}
              field="length_mm"
              problem={measured.problem}
              testId="length"
              onChange={setLength}
            />
            {measured.answer && !measured.problem && length !== null && (
              <button
                type="button"
                className="pick mt-5"
                data-testid="from-length"
                onClick={() => {
                  const found = measured.answer;
                  if (!found) return;
                  change({
                    massG: Math.round(found.mass_g),
                    thicknessMm: Math.round(found.thickness_mm),
                  });
                  setLength(null);
                }}
              >
                so about {withUnit(measured.answer.mass_g, "gram", units)},{" "}
                {withUnit(measured.answer.thickness_mm, "millimetre", units)} thick
              </button>
            )}
          </>
        )}
        {mm !== null && mm !== Math.round(piece.thicknessMm) && length === null && (
          <button
            type="button"
            className="pick mt-5"
            data-testid="propose"
            onClick={() => change({ thicknessMm: mm })}
          >
            by its weight about {withUnit(mm, "millimetre", units)}
          </button>
        )}
        {whole && mm !== null && mm === thick && length === null && (
          <p className="text-small quiet mt-5" data-testid="reckoned">
            reckoned from its weight
          </p>
        )}
        {apart && mm !== null && (
          <p role="status" className="text-small font-semibold basis-full" data-testid="disagrees">
            {withUnit(piece.massG, "gram", units)} and {withUnit(thick, "millimetre", units)} do not
            go together: a fish of that weight is about {withUnit(mm, "millimetre", units)} thick.
            Weigh or measure again.
          </p>
        )}
      </div>
      <div className="flex flex-wrap gap-x-6 items-baseline">
        <button
          type="button"
          className="pick"
          aria-pressed={piece.measured === "ruler"}
          data-testid="by-ruler"
          onClick={() => change({ measured: piece.measured === "ruler" ? "eye" : "ruler" })}
        >
          measured with a ruler
        </button>
        <Fold summary="How to measure it" wrong={false} testId="how-to-measure">
          <p className="text-small max-w-[64ch]">
            At its thickest point, lying as it will cook. Push a skewer straight down to the board.
            Hold it where it comes out of the fish, and lay it on a ruler. By eye most of us are off
            by a tenth, and a tenth in thickness is a fifth in time.
          </p>
        </Fold>
      </div>
    </>
  );
}
