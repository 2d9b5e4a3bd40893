import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useEffect, useMemo, useRef, useState } from "react";
import { Link, useParams } from "react-router";
import { api, newId, type Plan, type PlanRequest } from "../../api";
import { question } from "../../card";
import { useFish, useKeys, usePiece } from "../../shell";
import { decode, NAMES, SliceNow, SliceOverTime, STATES } from "../../slice";
import { Failure, useUnits } from "../../ui";
import { clock, figure, rise, scale, span, withUnit } from "../../units";
import { Settings } from "./Settings";
import { Steps } from "./Steps";
import { usePlan } from "./usePlan";
import { useSettings } from "./useSettings";

const LATE_S = 30;
const THICKER_MM = 2;
const FIELD = { times: 180, depths: 48 };

export function Card() {
  const { kind = "" } = useParams();
  const { piece, query } = usePiece();
  const units = useUnits();
  const { method, change, undo, canUndo } = useSettings(kind);
  const [late, setLate] = useState(false);
  const [thicker, setThicker] = useState(false);
  const [atS, setAtS] = useState<number | null>(null);
  const { fish } = useFish(piece);
  const name = piece.own?.name ?? fish?.name ?? "Fish";

  const request: PlanRequest = {
    ...question(piece),
    method,
    range: true,
    late_s: 0,
    field: FIELD,
  };
  const right = usePlan(request);
  // Another piece at the times of this one, and the same left too late, are one question each.
  const whatIf = late || thicker;
  const lateS = late ? LATE_S : 0;
  const other = usePlan(
    whatIf
      ? {
          ...request,
          late_s: lateS,
          ...(thicker ? { truth: { thickness_mm: piece.thicknessMm + THICKER_MM } } : {}),
        }
      : null,
  );
  const shown = whatIf && other.plan ? { ...other, settled: right.settled } : right;
  const { plan, settled, problem, again } = shown;

  const queries = useQueryClient();
  // Made here, so that a save that has to be sent again makes one card.
  const cardId = useRef(newId());
  const title = `${name}, ${(right.plan?.name ?? kind).toLowerCase()}`;
  const save = useMutation({
    mutationFn: () => {
      const { field: _, ...kept } = request;
      return api.saveCard({ id: cardId.current, title, request: kept });
    },
    onSuccess: () => queries.invalidateQueries({ queryKey: ["cards"] }),
  });
  // A changed card is not the saved one any more.
  const state = `${query}${JSON.stringify(method)}`;
  // biome-ignore lint/correctness/useExhaustiveDependencies: reset when what is set changes
  useEffect(() => {
    save.reset();
    cardId.current = newId();
  }, [state]);
  useKeys({
    s: {
      does: () => !save.isSuccess && !save.isPending && save.mutate(),
      says: "save the card",
    },
    l: { does: () => setLate(!late), says: "thirty seconds too late" },
    t: { does: () => setThicker(!thicker), says: "two millimetres thicker" },
    u: { does: undo, says: "undo the last change of a setting" },
  });

  if (!plan && problem && !problem.field.startsWith("method."))
    return (
      <div className="p-8">
        <Failure message={problem.message} retry={again} />
        <p className="pt-3">
          <Link to={{ pathname: "/ways", search: query }} className="underline">
            Back to the ways
          </Link>
        </p>
      </div>
    );
  if (!plan) {
    return problem ? (
      <div className="p-8">
        <Failure message={problem.message} />
        <Link to={`/ways/${kind}?${query}`} className="underline" reloadDocument>
          Back to the usual settings
        </Link>
      </div>
    ) : (
      <p className="p-8 quiet">Cooking it once, in numbers</p>
    );
  }
  const asNumbers = method as Record<string, unknown>;
  return (
    <article className="max-w-[1196px] px-4 md:px-8 pt-5 pb-8">
      <header className="flex flex-wrap items-start justify-between gap-x-8 gap-y-1">
        <div>
          <p className="text-small quiet no-print">
            <Link
              to={{ pathname: "/ways", search: query }}
              className="underline underline-offset-4"
            >
              Ways
            </Link>{" "}
            / {name}, {withUnit(piece.thicknessMm, "millimetre", units)}
          </p>
          <h1 className="text-title font-bold">{title}</h1>
        </div>
        <div className="no-print flex items-center gap-x-5">
          <button
            type="button"
            className="pick"
            onClick={undo}
            disabled={!canUndo}
            hidden={!canUndo}
          >
            Undo
          </button>
          <button type="button" className="pick" onClick={() => window.print()}>
            Print
          </button>
          {save.isSuccess ? (
            <Link to={`/book/${save.data.id}`} className="btn h-12 px-6" data-testid="saved">
              Saved. Open in the book
            </Link>
          ) : (
            <button
              type="button"
              className="btn btn-primary h-12 px-6 font-bold text-body"
              data-testid="save"
              disabled={save.isPending || right.problem !== null}
              onClick={() => save.mutate()}
            >
              {save.isPending ? "Saving" : "Save the card"}
            </button>
          )}
        </div>
      </header>
      {save.isError && <Failure message={save.error.message} />}
      <Headline plan={plan} settled={settled} late={lateS} />
      <div className="grid lg:grid-cols-[minmax(0,1fr)_300px] gap-x-10 gap-y-5 items-start">
        <div className="min-w-0">
          <Picture
            plan={plan}
            atS={atS}
            setAtS={setAtS}
            thicker={thicker}
            settled={settled && !whatIf}
          />
          <div className="no-print flex flex-wrap items-center gap-x-6">
            <span className="text-small quiet">What if</span>
            <button
              type="button"
              className="pick"
              aria-pressed={late}
              onClick={() => setLate(!late)}
              data-testid="late"
            >
              {LATE_S} s too late
            </button>
            <button
              type="button"
              className="pick"
              aria-pressed={thicker}
              onClick={() => setThicker(!thicker)}
              data-testid="thicker"
            >
              {figure(THICKER_MM, {
                ...scale("millimetre", units),
                digits: units.length === "mm" ? 0 : 2,
              })}{" "}
              {scale("millimetre", units).unit} thicker than I think
            </button>
          </div>
          <Steps steps={plan.steps} />
        </div>
        <aside className="grid gap-y-4 print:hidden">
          <Cut plan={plan} atS={atS} thicker={thicker} />
          <Settings
            settings={plan.settings}
            fats={plan.fats}
            asked={asNumbers}
            problem={problem}
            onChange={change}
          />
          <Outcome plan={plan} />
          <Warnings plan={plan} />
        </aside>
        <div className="hidden print:block">
          <Warnings plan={plan} />
        </div>
      </div>
    </article>
  );
}

function Headline({ plan, settled, late }: { plan: Plan; settled: boolean; late: number }) {
  const units = useUnits();
  const over = plan.core_peak_c > plan.target.high_c + 0.5;
  const under = plan.core_peak_c < plan.target.low_c - 0.5;
  const never = outOfReach(plan);
  return (
    <div className="flex flex-wrap items-end gap-x-10 gap-y-3 pt-1 pb-4" aria-live="polite">
      {plan.turns_s.map((s) => (
        <Big key={s} label="turn at" value={clock(s)} />
      ))}
      <Big
        label={late > 1 ? "off, too late, at" : late < -1 ? "off, too soon, at" : "off at"}
        value={clock(plan.off_heat_s)}
        main
        testId="off"
      />
      <Big label="rest" value={clock(plan.rest_s)} />
      <Big
        label={over ? "past the target, at" : under ? "short of the target, at" : "lands at"}
        value={withUnit(plan.core_peak_c, "celsius", units)}
        tone={over || under ? "text-error" : "text-success"}
        testId="peak"
      />
      <p className="text-small quiet max-w-[30ch] pb-1 ml-auto">
        {never ? (
          <>This fire does not bring it to the target. More heat, or a lower target.</>
        ) : settled ? (
          <>
            Look from{" "}
            <b className="running text-base-content" data-testid="look">
              {clock(plan.look_from_s)}
            </b>
            ; nearly all are done by{" "}
            <b className="running text-base-content" data-testid="latest">
              {clock(plan.latest_s)}
            </b>
            .
          </>
        ) : (
          <>Working out how far pieces differ.</>
        )}{" "}
        {!never && (
          <>
            Forgives <b className="figures text-base-content">{span(plan.window.early_s)}</b> early
            and <b className="figures text-base-content">{span(plan.window.late_s)}</b> late.
          </>
        )}
      </p>
    </div>
  );
}

/** The target lies above what this fire reaches: there is no window and no range. */
function outOfReach(plan: Plan): boolean {
  return plan.warnings.some((w) => w.code === "target_out_of_reach");
}

function Big(props: {
  label: string;
  value: string;
  main?: boolean;
  tone?: string;
  testId?: string;
}) {
  const [number, unit] = props.value.split(" ");
  return (
    <div>
      <p className="text-small quiet">{props.label}</p>
      <p
        data-testid={props.testId}
        className={`leading-none ${unit ? "figures" : "running"} ${props.main ? "text-giant font-bold text-primary" : "text-title font-semibold"} ${props.tone ?? ""}`}
      >
        {number}
        {unit && <span className="text-lead font-normal"> {unit}</span>}
      </p>
    </div>
  );
}

function useFields(plan: Plan) {
  const thick = useMemo(() => (plan.field ? decode(plan.field) : null), [plan.field]);
  const thin = useMemo(() => (plan.thin_field ? decode(plan.thin_field) : null), [plan.thin_field]);
  return { thick, thin };
}

type PictureProps = {
  plan: Plan;
  atS: number | null;
  setAtS: (s: number) => void;
  thicker: boolean;
  settled: boolean;
};

function Picture({ plan, atS, setAtS, thicker, settled }: PictureProps) {
  const units = useUnits();
  const { piece } = usePiece();
  const { thick } = useFields(plan);
  if (!thick) return null;
  const at = scale("celsius", units);
  const band = `${figure(plan.target.low_c, at)}–${figure(plan.target.high_c, at)} ${at.unit}`;
  const names = STATES.map((s) => (s === "target" ? band : NAMES[s]));
  return (
    <SliceOverTime
      field={thick}
      height={300}
      thicknessMm={piece.thicknessMm + (thicker ? THICKER_MM : 0)}
      offS={plan.off_heat_s}
      marks={[
        ...plan.turns_s.map((s) => ({ atS: s, label: `turn ${clock(s)}` })),
        { atS: plan.off_heat_s, label: `off ${clock(plan.off_heat_s)}`, strong: true },
      ]}
      window={{
        fromS: plan.off_heat_s - plan.window.early_s,
        toS: plan.off_heat_s + plan.window.late_s,
      }}
      range={settled && !outOfReach(plan) ? { fromS: plan.look_from_s, toS: plan.latest_s } : null}
      names={names}
      clock={clock}
      depthLabel={(mm) => figure(mm, scale("millimetre", units))}
      atS={Math.min(atS ?? plan.off_heat_s, thick.endS)}
      onPoint={setAtS}
    />
  );
}

function Cut({ plan, atS, thicker }: { plan: Plan; atS: number | null; thicker: boolean }) {
  const units = useUnits();
  const { piece } = usePiece();
  const { thick, thin } = useFields(plan);
  if (!thick) return null;
  const moment = Math.min(atS ?? plan.off_heat_s, thick.endS);
  return (
    <section aria-label="Cut open at one moment">
      <p className="text-small quiet">
        Cut open at <b className="running text-base-content">{clock(moment)}</b>
        {moment > plan.off_heat_s + 0.5 && ", resting"}
      </p>
      <SliceNow
        thick={thick}
        thin={thin}
        thickMm={piece.thicknessMm + (thicker ? THICKER_MM : 0)}
        thinMm={piece.thinEndMm ?? piece.thicknessMm}
        skin={piece.skin === "on"}
        atS={moment}
        height={132}
        temperature={(c) => withUnit(c, "celsius", units)}
      />
    </section>
  );
}

/** What comes of it beside the temperature, each a line. */
function Outcome({ plan }: { plan: Plan }) {
  const units = useUnits();
  const low = plan.pan_low_c ?? plan.oil_low_c ?? plan.liquid_low_c;
  const what = plan.pan_low_c != null ? "Pan" : plan.oil_low_c != null ? "Oil" : "Liquid";
  const percent = (share: number) => `${(100 * share).toFixed(0)} %`;
  const crust = Math.max(...plan.crust_mm);
  const lines: [string, string][] = [
    ["In the target", percent(plan.even_share)],
    ["Overcooked", percent(plan.overcooked_share)],
    ["Crust", crust < 0.05 ? "none" : withUnit(crust, "millimetre", units, 1)],
    ["Weight lost", `about ${percent(plan.weight_loss_share)}`],
  ];
  if (low != null) lines.push([`${what} drops to`, withUnit(low, "celsius", units)]);
  if (plan.batch)
    lines.push([
      `Most at once, oil ${rise(plan.batch.drop_k, units)} down`,
      withUnit(plan.batch.most_g, "gram", units),
    ]);
  return (
    <dl className="grid grid-cols-[1fr_auto] gap-x-3 gap-y-0.5 text-small hair-t pt-2">
      {lines.map(([name, value]) => (
        <div key={name} className="contents">
          <dt className="quiet">{name}</dt>
          <dd className="figures text-right">{value}</dd>
        </div>
      ))}
    </dl>
  );
}

function Warnings({ plan }: { plan: Plan }) {
  const units = useUnits();
  if (plan.warnings.length === 0) return null;
  return (
    <section aria-label="To know before">
      <h2 className="text-small quiet hair-b pb-1">To know before</h2>
      <ul className="grid gap-y-1.5 pt-2 text-small">
        {plan.warnings.map((warning) => (
          <li key={warning.code} className="grid grid-cols-[auto_1fr] gap-x-2">
            <span className="text-warning font-bold" aria-hidden="true">
              ▲
            </span>
            <span>
              {warning.by_k != null && <b className="figures">By {rise(warning.by_k, units)}. </b>}
              {warning.message}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
