// What a card is set to: the piece as far as the card shows it, the kit and the heat, and what it rests on; and what comes
// of that.
import type { ReactNode } from "react";
import type { Plan } from "../../api";
import type { RestOn } from "../../card";
import { HowMany, usePiece } from "../../shell";
import { Choice, Dial, type Problem } from "../../ui";
import { FittedOrUsual } from "./FittedOrUsual";
import { Outcome } from "./Outcome";
import { Settings } from "./Settings";
import type { useSettings } from "./useSettings";

const RESTS_ON: { key: RestOn; name: string }[] = [
  { key: "hot_plate", name: "hot plate" },
  { key: "warm_plate", name: "warm plate" },
  { key: "cold_plate", name: "cold plate" },
  { key: "board", name: "board" },
  { key: "rack", name: "rack" },
];

type Set = ReturnType<typeof useSettings>;
type Props = {
  plan: Plan;
  /** The piece cut open, on top. */
  cut: ReactNode;
  /** Settings as they were asked for. */
  asked: Record<string, unknown>;
  problem: Problem;
  wide: boolean;
  change: Set["change"];
  setAll: Set["setAll"];
};

export function SetUp({ plan, cut, asked, problem, wide, change, setAll }: Props) {
  const { piece, change: changePiece } = usePiece();
  return (
    <div className="grid gap-y-4">
      {cut}
      <h2 className="sr-only">Settings</h2>
      {wide && (
        <>
          <Dial
            label={piece.thinEndMm === null ? "Thickness" : "Thick end"}
            quantity="millimetre"
            value={piece.thicknessMm}
            min={Math.min(5, piece.thicknessMm)}
            max={Math.max(60, piece.thicknessMm)}
            step={1}
            usual={piece.thicknessMm}
            field="piece.thickness_mm"
            problem={problem}
            onChange={(thicknessMm) => changePiece({ thicknessMm })}
          />
          <HowMany problem={problem} testId="card-n" />
        </>
      )}
      <FittedOrUsual fitted={plan.fitted} settings={plan.settings} asked={asked} set={setAll} />
      <Settings
        settings={plan.settings}
        fats={plan.fats}
        asked={asked}
        problem={problem}
        onChange={change}
      />
      <Choice
        label="Rested and served on"
        options={RESTS_ON}
        value={piece.restOn}
        onChange={(restOn) => changePiece({ restOn })}
      />
      {plan.refused.length === 0 && <Outcome plan={plan} />}
    </div>
  );
}
