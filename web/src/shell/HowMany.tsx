import { NumberField, type Problem } from "../ui";
import { usePiece } from "./PieceContext";

/** How many pieces: on the counter and on a card. */
export function HowMany({ problem, testId }: { problem: Problem; testId: string }) {
  const { piece, change } = usePiece();
  return (
    <NumberField
      label="How many"
      quantity="plain"
      suffix=""
      value={piece.pieces}
      field="piece.pieces"
      problem={problem}
      testId={testId}
      onChange={(n) => change({ pieces: Math.round(n) })}
    />
  );
}
