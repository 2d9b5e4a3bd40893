// The few ways a cook would think of, side by side: the piece as it comes to the plate, why, what to set, what it costs.
import { useMemo } from "react";
import { Link } from "react-router";
import type { Way } from "../../api";
import { usePiece } from "../../shell";
import { decode, outlineOf, Plated, useWidth } from "../../slice";
import { Term, useUnits } from "../../ui";
import { best, COMPARED, said } from "./compare";
import { cardWith } from "./fitted";
import { mainHeats } from "./heats";

/** A whole fish without its height drawn so many times as high as thick. */
const USUALLY_HIGH = 2.1;

type Props = { ways: Way[]; query: string; beside: string[]; back: (kind: string) => void };

export function Front({ ways, query, beside, back }: Props) {
  const units = useUnits();
  const [box, width] = useWidth<HTMLDivElement>();
  const plans = ways.flatMap((way) => (way.plan ? [way.plan] : []));
  const marks = COMPARED.map((of) => best(of, plans, units));
  const wide = width >= 760 && window.innerWidth >= 1024;
  const column = wide ? (width - 92) / (ways.length + 0.35) - 22 : 116;
  return (
    <div
      ref={box}
      data-testid="front"
      className="grid gap-y-4 lg:gap-y-0 lg:gap-x-5 lg:grid-rows-[auto_auto_auto_auto_repeat(6,auto)]"
      style={
        wide
          ? {
              gridTemplateColumns: `72px minmax(0, 1.35fr) repeat(${ways.length - 1}, minmax(0, 1fr))`,
            }
          : undefined
      }
    >
      {wide && (
        <div className="hidden lg:grid grid-rows-subgrid row-span-10 text-small quiet items-baseline">
          <span className="row-span-4" />
          {COMPARED.map((of) => (
            <span key={of.key} className="py-0.5 leading-tight">
              <Term of={of.term}>{of.label}</Term>
            </span>
          ))}
        </div>
      )}
      {ways.map((way, i) => (
        <Portrait
          key={way.kind}
          way={way}
          leads={i === 0}
          wide={wide}
          width={Math.max(90, Math.round(column))}
          to={cardWith(way.kind, query, way.plan?.fitted ?? [])}
          marks={marks}
          back={beside.includes(way.kind) ? () => back(way.kind) : null}
        />
      ))}
    </div>
  );
}

type PortraitProps = {
  way: Way;
  leads: boolean;
  wide: boolean;
  width: number;
  to: string;
  marks: Set<string>[];
  back: (() => void) | null;
};

function Portrait({ way, leads, wide, width, to, marks, back }: PortraitProps) {
  const units = useUnits();
  const { piece } = usePiece();
  const { plan } = way;
  const field = useMemo(() => (plan?.field ? decode(plan.field) : null), [plan?.field]);
  if (!plan) return null;
  const outline = outlineOf(piece.cut);
  const wideMm =
    outline === "round" ? (piece.heightMm ?? USUALLY_HIGH * piece.thicknessMm) : piece.widthMm;
  const { why, but } = said(way);
  return (
    <div
      data-travels={way.kind}
      className="relative grid grid-cols-[116px_1fr] gap-x-4 lg:grid-cols-1 lg:grid-rows-subgrid lg:row-span-10 content-start hair-b pb-3 lg:border-0 lg:pb-0 group"
    >
      <div className="row-span-4 lg:row-span-1 self-start lg:self-end pt-1 pb-2">
        {field && (
          <Plated
            field={field}
            outline={outline}
            wideMm={wideMm}
            highMm={piece.thicknessMm}
            skin={piece.skin === "on"}
            width={width}
            height={wide ? 84 : 70}
            title={`On the plate: ${way.name}`}
          />
        )}
      </div>
      <h2
        className={`font-bold leading-tight self-end ${leads ? "text-lead xl:text-title" : "text-lead"}`}
      >
        <Link
          to={to}
          data-way={way.kind}
          data-testid={`way-${way.kind}`}
          className="after:absolute after:inset-0 group-hover:underline underline-offset-4"
        >
          {way.name}
        </Link>
      </h2>
      <p className="leading-snug pt-1">
        {why}
        {but && <span className="quiet text-small block pt-0.5">{but}</span>}
      </p>
      <p className="text-small figures font-semibold pt-1 pb-2 self-end">
        {mainHeats(plan, units) || " "}
        {back && (
          <button
            type="button"
            className="relative z-10 quiet font-normal underline underline-offset-4 pl-2 min-h-11"
            onClick={back}
          >
            put back
          </button>
        )}
      </p>
      {COMPARED.map((of, k) => {
        const text = of.text(plan, units);
        const wins = marks[k]?.has(text) ?? false;
        return (
          <p
            key={of.key}
            data-testid={`${of.key}-${way.kind}`}
            className={`col-start-2 lg:col-start-1 flex justify-between lg:block py-0.5 lg:hair-t figures ${wins ? "font-bold text-success" : ""} ${of.key === "plate" ? "text-lead font-bold" : ""}`}
          >
            <span className="lg:sr-only text-small quiet font-normal">{of.label} </span>
            <span>
              {text}
              {wins && <span className="sr-only">, the best of these</span>}
            </span>
          </p>
        );
      })}
    </div>
  );
}
