// A side cut into portions of one weight, squared off or its tail tucked; drawn from the side.
import { useId, useState } from "react";
import { api } from "../../api";
import { isWhole, type Piece, which } from "../../card";
import { useWidth } from "../../slice";
import { Choice, NumberField, useUnits } from "../../ui";
import { figure, scale, withUnit } from "../../units";
import { useAnswer } from "./useAnswer";

type Props = { piece: Piece; change: (part: Partial<Piece>) => void };

const TAILS = [
  { key: "left", name: "as it is" },
  { key: "trimmed", name: "trimmed square" },
  { key: "tucked", name: "tucked under" },
] as const;

type Tail = (typeof TAILS)[number]["key"];

export function Portions({ piece, change }: Props) {
  return isWhole(piece.cut) ? (
    <TwoFillets piece={piece} change={change} />
  ) : (
    <Cut piece={piece} change={change} />
  );
}

/** A whole fish gives its own two fillets. */
function TwoFillets({ piece, change }: Props) {
  const units = useUnits();
  const { answer, problem } = useAnswer(
    "whole-fillets",
    { which: which(piece), mass_g: piece.massG, cut: piece.cut },
    api.whole,
  );
  const fillet = answer?.fillet;
  if (problem)
    return (
      <p role="alert" className="text-small text-error font-semibold">
        {problem.message}.
      </p>
    );
  if (!fillet) return <p className="quiet">One moment</p>;
  const fillets = 2 * piece.pieces;
  return (
    <section aria-label="Fillets" className="grid gap-y-3 max-w-[60ch]" data-testid="two-fillets">
      <p className="text-lead">
        {piece.pieces === 1 ? "It gives" : `${piece.pieces} fish give`} {fillets} fillets of about{" "}
        <b className="figures">{withUnit(fillet.mass_g, "gram", units)}</b>,{" "}
        <b className="figures">{withUnit(fillet.thickness_mm, "millimetre", units)}</b> at the thick
        end and {withUnit(fillet.thin_end_mm, "millimetre", units)} at the tail.
      </p>
      <p className="text-small quiet">
        Skinless, by the usual yield of such a fish. Weigh and measure them when they are cut.
      </p>
      <button
        type="button"
        className="btn h-12 px-6 justify-self-start font-semibold"
        data-testid="take-fillets"
        onClick={() =>
          change({
            cut: "fillet",
            massG: fillet.mass_g,
            thicknessMm: fillet.thickness_mm,
            thinEndMm: fillet.thin_end_mm,
            pieces: fillets,
            bone: false,
            scales: false,
            heightMm: null,
            stuffed: false,
            aromatics: false,
          })
        }
      >
        Cook the {fillets} fillets
      </button>
    </section>
  );
}

function Cut({ piece, change }: Props) {
  const units = useUnits();
  const [sideG, setSideG] = useState(1020);
  const [eachG, setEachG] = useState(170);
  const [tail, setTail] = useState<Tail>("left");
  const thin = piece.thinEndMm ?? piece.thicknessMm;
  const { answer, problem } = useAnswer(
    "portions",
    { thick_mm: piece.thicknessMm, thin_mm: thin, mass_g: sideG, each_g: eachG, tail },
    api.portions,
  );
  const first = answer?.portions[0];
  const take = () => {
    if (!answer || !first) return;
    const n = answer.portions.length;
    change({
      massG: Math.round(first.mass_g),
      pieces: n,
      thicknessMm: Math.round(first.thick_mm * 2) / 2,
      thinEndMm: Math.round(first.thin_mm * 2) / 2,
    });
  };
  return (
    <section aria-label="Portions" className="grid gap-y-3">
      <div className="flex flex-wrap gap-x-10 gap-y-2 items-start">
        <NumberField
          label="The whole side"
          quantity="gram"
          value={sideG}
          field="mass_g"
          problem={problem}
          testId="side"
          onChange={setSideG}
        />
        <NumberField
          label="A portion, about"
          quantity="gram"
          value={eachG}
          field="each_g"
          problem={problem}
          testId="each"
          onChange={setEachG}
        />
        <Choice label="Thin end" options={TAILS} value={tail} onChange={setTail} />
      </div>
      {problem && !["mass_g", "each_g"].includes(problem.field) && (
        <p role="alert" className="text-small text-error font-semibold">
          {problem.message}.
        </p>
      )}
      {answer && (
        <>
          <Drawn
            thick={piece.thicknessMm}
            thin={thin}
            portions={answer.portions}
            tail={tail}
            skin={piece.skin === "on"}
          />
          <div className="flex flex-wrap items-center gap-x-8 gap-y-1">
            <p aria-live="polite" data-testid="portions">
              <b className="figures text-lead">{answer.portions.length}</b> of{" "}
              <b className="figures">{withUnit(first?.mass_g ?? 0, "gram", units)}</b>
              {answer.trim_g > 1 && (
                <>
                  , <b className="figures">{withUnit(answer.trim_g, "gram", units)}</b> trimmed for
                  cakes or stock
                </>
              )}
              . Thinnest over thickest{" "}
              <b className="figures">{(100 * answer.even_share).toFixed(0)} %</b>.
            </p>
            <button type="button" className="pick" onClick={take} data-testid="take-portion">
              Cook the thick end&rsquo;s portion
            </button>
          </div>
          <p className="text-small quiet max-w-[64ch]">
            A damp cloth under the board, the knife away from you; run a finger against the flesh
            for pin bones. Boards, knives and hands that touched it raw are washed before it is
            cooked.
          </p>
        </>
      )}
    </section>
  );
}

type Portion = {
  from_share: number;
  to_share: number;
  mass_g: number;
  thick_mm: number;
  thin_mm: number;
};

function Drawn(props: {
  thick: number;
  thin: number;
  portions: Portion[];
  tail: Tail;
  skin: boolean;
}) {
  const { thick, thin, portions, tail, skin } = props;
  const clip = useId();
  const units = useUnits();
  const [box, width] = useWidth<HTMLDivElement>();
  const height = 190;
  const floor = height - 44;
  const perMm = Math.min((floor - 8) / Math.max(thick, 24), 4);
  const x = (share: number) => 8 + share * Math.max(width - 16, 80);
  const mm = (s: number) => thin + 0.5 * (thick - thin) * (1 + Math.cos(Math.PI * s));
  const end = portions.at(-1)?.to_share ?? 1;
  const outline = (from: number, to: number) => {
    const points = Array.from({ length: 41 }, (_, i) => from + ((to - from) * i) / 40);
    return `M${x(from)} ${floor} ${points.map((s) => `L${x(s)} ${floor - mm(s) * perMm}`).join(" ")} L${x(to)} ${floor} Z`;
  };
  const at = scale("millimetre", units);
  return (
    <div ref={box}>
      <svg width={width} height={height}>
        <title>The side from its cut edge, with the cut lines</title>
        <line x1={0} x2={width} y1={floor + 1} y2={floor + 1} stroke="currentColor" />
        <clipPath id={clip}>
          <path d={outline(0, end)} />
        </clipPath>
        <g clipPath={`url(#${clip})`}>
          <rect x={0} y={0} width={width} height={floor} fill="var(--flesh-top)" />
          {Array.from({ length: 34 }, (_, i) => {
            const at = x(i / 33);
            const tall = thick * perMm;
            return (
              <path
                // biome-ignore lint/suspicious/noArrayIndexKey: lines of a drawing
                key={i}
                d={`M${at - tall * 0.12} ${floor} Q${at + tall * 0.22} ${floor - tall * 0.4} ${at + tall * 0.05} ${floor - tall}`}
                fill="none"
                stroke="var(--flesh-line)"
                strokeWidth={1.3}
              />
            );
          })}
          {skin && <rect x={0} y={floor - 4} width={width} height={4} fill="var(--skin)" />}
        </g>
        <path d={outline(0, end)} fill="none" stroke="currentColor" strokeWidth={1.5} />
        {end < 0.999 && (
          <path
            d={outline(end, 1)}
            fill="none"
            stroke="currentColor"
            strokeDasharray="4 4"
            opacity={0.7}
          />
        )}
        {tail === "tucked" && end < 0.999 && (
          <path
            d={`M${x(end)} ${floor - 4} q26 14 0 22 L${x(2 * end - 1)} ${floor + 18}`}
            fill="none"
            stroke="var(--color-primary)"
            strokeWidth={2}
          />
        )}
        {portions.map((p, i) => (
          <g key={p.from_share}>
            {i > 0 && (
              <line
                x1={x(p.from_share)}
                x2={x(p.from_share)}
                y1={floor + 8}
                y2={floor - mm(p.from_share) * perMm - 8}
                stroke="var(--color-primary)"
                strokeWidth={2}
              />
            )}
            {portions.length <= 14 && (
              <text
                x={(x(p.from_share) + x(p.to_share)) / 2}
                y={floor + 34}
                textAnchor="middle"
                fontSize={13}
                fill="currentColor"
                className="figures"
              >
                {figure(p.thick_mm, at)}–{figure(p.thin_mm, at)}
              </text>
            )}
          </g>
        ))}
      </svg>
    </div>
  );
}
