// Settle it for me: what the main heat trades, as curves over it, and the best of them by one tap.
import { keepPreviousData, useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { api, type Figures, type Plan, type PlanRequest, Refused, type Setting } from "../../api";
import { Failure, NumberField, useUnits } from "../../ui";
import { figure, scale, span, type Units, withUnit } from "../../units";
import { Part } from "./Part";
import { QUANTITY } from "./Settings";
import { crustOf, percentOf, traded } from "./traded";

type Props = {
  planned: Plan;
  request: PlanRequest;
  change: (setting: Setting, value: number) => void;
};
type Most = "tender" | "crisp" | "forgiving";

const STRIPS: {
  name: string;
  of: (f: Figures) => number;
  text: (f: Figures, units: Units) => string;
}[] = [
  { name: "overcooked", of: (f) => f.overcooked_share, text: (f) => percentOf(f.overcooked_share) },
  { name: "crust", of: (f) => f.crisp_mm, text: (f, units) => crustOf(f.crisp_mm, units) },
  { name: "leeway", of: (f) => f.leeway_s, text: (f) => span(f.leeway_s) },
  { name: "on the heat", of: (f) => f.off_heat_s, text: (f) => span(f.off_heat_s) },
];

export function Settle({ planned, request, change }: Props) {
  const main = planned.settings.find((s) => s.main && s.control.takes === "number");
  if (!main) return null;
  return (
    <Part name="Choose the heat for me, and see what it costs">
      <Curves planned={planned} request={request} main={main} change={change} />
    </Part>
  );
}

function Curves({ planned, request, main, change }: Props & { main: Setting }) {
  const units = useUnits();
  const { field: _, range: __, ...rest } = request;
  // The curve hangs on everything but the setting it is drawn over.
  const others = { ...rest, method: { ...rest.method, [main.key]: undefined } };
  const curve = useQuery({
    queryKey: ["settle", others],
    queryFn: () => api.settle({ plan: { ...rest, range: false } }),
    placeholderData: keepPreviousData,
    retry: false,
  });
  const [within, setWithin] = useState<number | null>(null);
  const settle = useMutation({
    // What it is held against is the card as it stood when it was asked.
    mutationFn: async (asked: { most: Most; within_s?: number }) => ({
      from: planned.figures,
      ...(await api.settle({ plan: { ...rest, range: false }, ...asked })),
    }),
    onSuccess: (settled) => change(main, settled.value),
  });
  if (curve.isError) return <Failure message={curve.error.message} />;
  const points = curve.data?.curve;
  const value = main.control.takes === "number" ? main.control.value : 0;
  if (!points) return <p className="quiet min-h-64">Cooking it at every heat</p>;
  const settled = settle.data;
  const picks: { most: Most; name: string }[] = [
    { most: "tender", name: "least overcooked" },
    ...(points.some((p) => p.crisp_mm >= 0.05)
      ? [{ most: "crisp" as const, name: "most crust" }]
      : []),
    { most: "forgiving", name: "most leeway" },
  ];
  return (
    <div className="pt-1 pb-4">
      <div className="flex flex-wrap items-end gap-x-6">
        {picks.map(({ most, name }) => (
          <button
            key={most}
            type="button"
            className="pick"
            data-testid={`settle-${most}`}
            onClick={() => settle.mutate({ most })}
          >
            {name}
          </button>
        ))}
        <NumberField
          label="off the heat within"
          quantity="minute"
          value={within}
          field="within_s"
          problem={settle.error instanceof Refused ? settle.error : null}
          placeholder="6:00"
          testId="within"
          onChange={(s) => {
            setWithin(s);
            settle.mutate({ most: "tender", within_s: s });
          }}
          mayBeEmpty={() => setWithin(null)}
        />
      </div>
      <p aria-live="polite" className="min-h-6" data-testid="settled">
        {settle.isError && <span className="text-error">{settle.error.message}</span>}
        {settled && !settle.isPending && (
          <>
            <b>
              {settled.name} {withUnit(settled.value, QUANTITY.C ?? "celsius", units)}.
            </b>{" "}
            {settled.met
              ? traded(settled.from, settled.plan.figures, units) || "It is there already."
              : "No heat meets all of that; this is closest."}
          </>
        )}
      </p>
      <Strips points={points} value={value} now={planned.figures} set={(c) => change(main, c)} />
    </div>
  );
}

type Point = Figures & { value: number };
type StripsProps = { points: Point[]; value: number; now: Figures; set: (c: number) => void };

const WIDE = 560;
const HIGH = 46;
const LEFT = 92;

/** One strip a figure, all over the same heats, today's on each. */
function Strips({ points, value, now, set }: StripsProps) {
  const units = useUnits();
  const at = scale("celsius", units);
  const [low, high] = [points[0]?.value ?? 0, points.at(-1)?.value ?? 1];
  const x = (c: number) => LEFT + ((c - low) / (high - low)) * (WIDE - LEFT - 84);
  const bottom = STRIPS.length * (HIGH + 10);
  const here = Math.min(Math.max(value, low), high);
  const ticks = points.filter((_, i) => i % 3 === 0);
  const take = (e: React.PointerEvent<SVGSVGElement>) => {
    const box = e.currentTarget.getBoundingClientRect();
    const px = ((e.clientX - box.left) / box.width) * WIDE;
    const c = low + ((px - LEFT) / (WIDE - LEFT - 84)) * (high - low);
    set(Math.round(Math.min(Math.max(c, low), high)));
  };
  return (
    <svg
      viewBox={`0 0 ${WIDE} ${bottom + 24}`}
      className="w-full max-w-[720px] cursor-col-resize touch-pan-y select-none"
      role="img"
      aria-label={`What each heat gives, from ${withUnit(low, "celsius", units)} to ${withUnit(high, "celsius", units)}`}
      data-testid="curves"
      onPointerDown={(e) => {
        e.currentTarget.setPointerCapture(e.pointerId);
        take(e);
      }}
      onPointerMove={(e) => e.buttons === 1 && take(e)}
    >
      {STRIPS.map(({ name, of, text }, row) => {
        const top = row * (HIGH + 10);
        const most = Math.max(...points.map(of), of(now), 1e-9);
        const y = (f: Figures) => top + HIGH - (of(f) / most) * (HIGH - 6);
        const line = points.map((p) => `${x(p.value)} ${y(p)}`).join("L");
        return (
          <g key={name}>
            <text x={0} y={top + HIGH - 4} fontSize={11} fill="currentColor" opacity={0.75}>
              {name}
            </text>
            <path
              d={`M${x(low)} ${top + HIGH}L${line}L${x(high)} ${top + HIGH}Z`}
              fill="currentColor"
              opacity={0.07}
            />
            <path d={`M${line}`} fill="none" stroke="currentColor" strokeWidth={1.5} />
            {points
              .filter((p) => !p.reached)
              .map((p) => (
                <circle
                  key={p.value}
                  cx={x(p.value)}
                  cy={y(p)}
                  r={3}
                  className="fill-base-100 stroke-error"
                />
              ))}
            <circle cx={x(here)} cy={y(now)} r={5} className="fill-primary" />
            <text
              x={WIDE - 78}
              y={top + HIGH - 4}
              fontSize={11}
              fontWeight={650}
              fill="currentColor"
              className="figures"
            >
              {text(now, units)}
            </text>
          </g>
        );
      })}
      <line
        x1={x(here)}
        x2={x(here)}
        y1={0}
        y2={bottom}
        className="stroke-primary"
        strokeWidth={1}
      />
      {ticks.map((p) => (
        <text
          key={p.value}
          x={x(p.value)}
          y={bottom + 14}
          fontSize={11}
          textAnchor="middle"
          fill="currentColor"
          opacity={0.75}
          className="figures"
        >
          {figure(p.value, at)}
        </text>
      ))}
      <text x={WIDE - 60} y={bottom + 14} fontSize={11} fill="currentColor" opacity={0.75}>
        {at.unit}
      </text>
    </svg>
  );
}
