// How large and how many: what decides most stands right below the name.
import { isWhole, type Piece } from "../../card";
import { HowMany } from "../../shell";
import { NumberField, type Problem } from "../../ui";

type Props = { piece: Piece; problem: Problem; change: (part: Partial<Piece>) => void };

/** Enter goes on to the next of these. */
const onTo = (testId: string) => () =>
  document.querySelector<HTMLElement>(`[data-testid="${testId}"]`)?.focus();

export function Weight({ piece, problem, change, enter }: Props & { enter?: () => void }) {
  return (
    <NumberField
      label="Weight of one"
      quantity="gram"
      value={piece.massG}
      field="piece.mass_g"
      problem={problem}
      testId="mass"
      onChange={(massG) => change({ massG })}
      {...(enter ? { enter } : {})}
    />
  );
}

export function Size(props: Props) {
  const { piece, problem, change } = props;
  const whole = isWhole(piece.cut);
  return (
    <div className="grid grid-cols-3 gap-x-5">
      {whole && <Weight {...props} enter={onTo("thickness")} />}
      <NumberField
        label={whole ? "Body, thickest" : piece.thinEndMm === null ? "Thickness" : "Thick end"}
        quantity="millimetre"
        value={piece.thicknessMm}
        field="piece.thickness_mm"
        problem={problem}
        testId="thickness"
        onChange={(thicknessMm) => change({ thicknessMm })}
        enter={onTo(whole || piece.thinEndMm === null ? "pieces" : "thin")}
      />
      {!whole && (
        <NumberField
          label="Thin end"
          quantity="millimetre"
          value={piece.thinEndMm ?? piece.thicknessMm}
          field="piece.thin_end_mm"
          problem={problem}
          testId="thin"
          term="ends"
          onChange={(thinEndMm) => change({ thinEndMm })}
          enter={onTo("pieces")}
        />
      )}
      <HowMany problem={problem} testId="pieces" />
    </div>
  );
}
