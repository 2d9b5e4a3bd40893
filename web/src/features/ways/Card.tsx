import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { api, newId, type PlanRequest } from "../../api";
import { FOOD_SAFETY, question, type RestOn } from "../../card";
import {
  Elsewhere,
  KitchenLink,
  NextStep,
  useFire,
  useFish,
  useKeys,
  useMedia,
  usePiece,
  useSetViews,
  useViewList,
  useViewText,
} from "../../shell";
import { Choice, Dial, Failure, Notices, NumberField, Refusal, useUnits } from "../../ui";
import { Company } from "./Company";
import { FittedOrUsual } from "./FittedOrUsual";
import { Headline } from "./Headline";
import { OnPaper } from "./OnPaper";
import { Outcome, Warnings } from "./Outcome";
import { Cut, Picture } from "./Pictures";
import { Places, usePlace, WIDE } from "./Places";
import { Recipe } from "./Recipe";
import { SamePan } from "./SamePan";
import { Schools } from "./Schools";
import { Settings } from "./Settings";
import { Settle } from "./Settle";
import { Steps } from "./Steps";
import { TakeAlong } from "./TakeAlong";
import { traded } from "./traded";
import { useChanged } from "./useChanged";
import { usePlan } from "./usePlan";
import { useSettings } from "./useSettings";
import { WhatIfs } from "./WhatIfs";
import { happening, toggled, WHAT_IFS } from "./whatIf";

const RESTS_ON: { key: RestOn; name: string }[] = [
  { key: "hot_plate", name: "hot plate" },
  { key: "warm_plate", name: "warm plate" },
  { key: "cold_plate", name: "cold plate" },
  { key: "board", name: "board" },
  { key: "rack", name: "rack" },
];
const FIELD = { times: 180, depths: 64 };

export function Card() {
  const { kind = "" } = useParams();
  const { piece, query, change: changePiece, elsewhere } = usePiece();
  const units = useUnits();
  const { method, change, setAll, undo, canUndo } = useSettings(kind);
  const [ifs, setIfs] = useViewList("if");
  const [draggedText, setDragged] = useViewText("late");
  const setViews = useSetViews();
  const [atS, setAtS] = useState<number | null>(null);
  const wide = useMedia(WIDE);
  const [place, setPlace] = usePlace(wide);
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
  // Another piece or fire at the times of this one, left sooner or later: one question for all of it.
  const happens = right.plan ? happening(ifs, piece, right.plan) : null;
  const forgets = happens !== null && Object.keys(happens.forgets).length > 0;
  // Dragged by hand on the picture, on top of what else happens.
  const dragged = Number(draggedText) || 0;
  const lateS = (happens?.late_s ?? 0) + dragged;
  const whatIf = happens !== null && (lateS !== 0 || happens.truth !== undefined || forgets);
  const thickerMm = (happens?.truth?.thickness_mm ?? piece.thicknessMm) - piece.thicknessMm;
  const otherwise: PlanRequest = {
    ...request,
    late_s: lateS,
    ...(happens?.truth ? { truth: happens.truth } : {}),
    ...(forgets
      ? {
          method: { ...method, ...happens?.forgets },
          times: { sides_s: right.plan?.sides_s ?? [], rest_s: right.plan?.rest_s ?? 0 },
        }
      : {}),
  };
  const other = usePlan(whatIf ? otherwise : null);
  const shown = whatIf && other.plan ? { ...other, settled: right.settled } : right;
  const { plan, settled, problem, again } = shown;
  const before = useChanged(JSON.stringify(request), right.plan, right.settled);
  const changed =
    before && right.plan && !whatIf ? traded(before.figures, right.plan.figures, units) : "";

  const queries = useQueryClient();
  // Made here, so that a save that has to be sent again makes one card.
  const cardId = useRef(newId());
  const usualTitle = `${name}, ${(right.plan?.name ?? kind).toLowerCase()}`;
  const [own, setOwn] = useViewText("name");
  const title = own.trim() || usualTitle;
  const save = useMutation({
    mutationFn: () => {
      const { field: _, ...kept } = request;
      return api.saveCard({ id: cardId.current, title, request: kept });
    },
    onSuccess: () => queries.invalidateQueries({ queryKey: ["cards"] }),
  });
  const fire = useFire();
  const go = useNavigate();
  const [besideId, setBeside] = useState<string | null>(null);
  const company = fire.cooks.filter((cook) => cook.pan && cook.standing?.phase !== "resting");
  const beside = company.find((cook) => cook.id === besideId);
  const start = useMutation({
    mutationFn: () => {
      const { field: _, ...plan } = request;
      return fire.begin({ title, plan, ...(beside?.pan ? { pan: beside.pan } : {}) });
    },
    onSuccess: () => go("/fire"),
  });
  // A changed card is not the saved one any more.
  const state = `${query}${JSON.stringify(method)}`;
  // biome-ignore lint/correctness/useExhaustiveDependencies: reset when what is set changes
  useEffect(() => {
    save.reset();
    cardId.current = newId();
  }, [state]);
  const pick = (key: string) => {
    const one = WHAT_IFS.find((w) => w.key === key);
    if (one) setIfs(toggled(ifs, one));
  };
  useKeys({
    s: {
      does: () =>
        !save.isSuccess && !save.isPending && right.plan?.refused.length === 0 && save.mutate(),
      says: "save the card",
    },
    f: {
      does: () => !start.isPending && right.plan?.refused.length === 0 && start.mutate(),
      says: "cook it: to the fire",
    },
    l: { does: () => pick("late"), says: "thirty seconds late" },
    t: { does: () => pick("thicker"), says: "two millimetres thicker" },
    u: { does: undo, says: "undo the last change of a setting" },
  });

  if (!plan && problem?.field === "method.kind")
    return (
      <div className="p-8">
        <h1 className="text-title font-bold">There is no way called “{kind}”</h1>
        <p className="pt-3">
          <Link
            to={{ pathname: "/ways", search: query }}
            className="underline"
            data-testid="to-ways"
          >
            Every way for this fish
          </Link>
        </p>
      </div>
    );
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
      <p className="p-8 quiet">Working out the times</p>
    );
  }
  const stopped = plan.refused.length > 0;
  const asNumbers = method as Record<string, unknown>;
  const howMany = (
    <NumberField
      label="How many"
      quantity="plain"
      suffix=""
      value={piece.pieces}
      field="piece.pieces"
      problem={problem}
      testId="card-n"
      onChange={(n) => changePiece({ pieces: Math.round(n) })}
    />
  );
  const settingsAndOutcome = (
    <div className="grid gap-y-4">
      {!stopped && <Cut plan={plan} request={whatIf ? otherwise : request} atS={atS} />}
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
          {howMany}
        </>
      )}
      <FittedOrUsual fitted={plan.fitted} settings={plan.settings} asked={asNumbers} set={setAll} />
      <Settings
        settings={plan.settings}
        fats={plan.fats}
        asked={asNumbers}
        problem={problem}
        onChange={change}
      />
      <Choice
        label="Rested and served on"
        options={RESTS_ON}
        value={piece.restOn}
        onChange={(restOn) => changePiece({ restOn })}
      />
      {!stopped && <Outcome plan={plan} />}
    </div>
  );
  return (
    <article className="max-w-[1196px] px-4 md:px-8 pt-5 pb-8 print:p-0">
      <header className="flex flex-wrap items-start justify-between gap-x-8 gap-y-1">
        <div className="min-w-0 max-w-full">
          <p className="text-small quiet no-print">
            <Link
              to={{ pathname: "/ways", search: query }}
              className="underline underline-offset-4"
            >
              Ways
            </Link>{" "}
            / {name} · {elsewhere ? <Elsewhere /> : <KitchenLink />}
          </p>
          <h1 className="sr-only print:not-sr-only">{title}</h1>
          <input
            aria-label="Name of the card"
            className="name min-h-11 text-title font-bold no-print"
            value={own || usualTitle}
            size={Math.max(12, (own || usualTitle).length)}
            maxLength={120}
            data-testid="card-name"
            onChange={(e) => setOwn(e.target.value === usualTitle ? "" : e.target.value)}
          />
          {!wide && (
            <div className="no-print flex items-end gap-x-5 pt-1">
              <NumberField
                label={piece.thinEndMm === null ? "Thickness" : "Thick end"}
                quantity="millimetre"
                value={piece.thicknessMm}
                field="piece.thickness_mm"
                problem={problem}
                testId="card-mm"
                onChange={(thicknessMm) => changePiece({ thicknessMm })}
              />
              {howMany}
            </div>
          )}
        </div>
        <div className="no-print flex flex-wrap items-center gap-x-5 max-w-full">
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
              className="pick"
              data-testid="save"
              disabled={save.isPending || right.problem !== null || stopped}
              onClick={() => save.mutate()}
            >
              {save.isPending ? "Saving" : "Save the card"}
            </button>
          )}
          <button
            type="button"
            className="btn btn-primary h-12 px-6 font-bold text-body"
            data-testid="cook-it"
            disabled={start.isPending || right.problem !== null || stopped}
            onClick={() => start.mutate()}
          >
            {start.isPending ? "Starting" : beside ? "Cook it beside" : "Cook it"}
          </button>
        </div>
      </header>
      {save.isError && <Failure message={save.error.message} />}
      {start.isError && <Failure message={start.error.message} />}
      {!stopped && <OnPaper plan={plan} />}
      {!stopped && <Headline plan={plan} settled={settled} late={lateS} problem={right.problem} />}
      {!stopped && (
        <p className="no-print text-small font-semibold min-h-5 -mt-3" data-testid="changed">
          {changed}
          <Heard said={changed} />
        </p>
      )}
      <div className="grid lg:grid-cols-[minmax(0,1fr)_300px] gap-x-10 gap-y-5 print:gap-y-2 items-start">
        {stopped && (
          <div className="pt-5 grid gap-y-5">
            <Refusal notices={plan.refused}>
              {plan.refused.some((n) => n.code === "at_risk_below_code") &&
                piece.level !== FOOD_SAFETY && (
                  <button
                    type="button"
                    className="btn h-12 px-6 justify-self-start font-semibold no-print"
                    onClick={() => changePiece({ level: FOOD_SAFETY })}
                  >
                    Use the food-safety target
                  </button>
                )}
              <NextStep codes={plan.refused.map((n) => n.code)} />
            </Refusal>
            <Notices notices={plan.warnings} />
          </div>
        )}
        <div className="min-w-0 grid gap-y-4 print:gap-y-1" hidden={stopped}>
          <section aria-label="Slice over time" className="print:[zoom:0.5]">
            <Picture
              plan={plan}
              atS={atS}
              setAtS={setAtS}
              thickerMm={thickerMm}
              settled={settled && !whatIf}
              setLate={(s) => setDragged(Math.abs(s) < 2 ? "" : String(Math.round(s)))}
              lateS={dragged}
            />
          </section>
          {right.plan && (
            <Places open={place} setOpen={setPlace} wide={wide}>
              {{
                set: settingsAndOutcome,
                if: (
                  <>
                    <WhatIfs
                      planned={right.plan}
                      piece={piece}
                      came={whatIf && other.plan ? other.plan : null}
                      chosen={ifs}
                      pick={pick}
                      clear={() => setViews({ late: "", if: "" })}
                    />
                    <Recipe planned={right.plan} request={request} />
                  </>
                ),
                heats: (
                  <>
                    <Settle planned={right.plan} request={request} change={change} />
                    <Schools
                      request={request}
                      asked={asNumbers}
                      setAll={setAll}
                      changePiece={changePiece}
                    />
                  </>
                ),
                beside: (
                  <>
                    {right.plan.pan_low_c != null && (
                      <SamePan
                        all={company}
                        chosen={beside?.id ?? null}
                        choose={setBeside}
                        query={query}
                      />
                    )}
                    <Company
                      request={request}
                      piece={piece}
                      what={right.plan.pan_low_c != null ? "in one pan" : "at once"}
                    />
                  </>
                ),
                keep: (
                  <TakeAlong
                    title={title}
                    plan={right.plan}
                    request={request}
                    readyBy={piece.readyBy}
                  />
                ),
              }}
            </Places>
          )}
          {!stopped && <Warnings plan={plan} />}
          <section aria-labelledby="steps-name">
            <h2 id="steps-name" className="text-small quiet hair-b pb-1 print:hidden">
              Steps
            </h2>
            <Steps plan={plan} piece={piece} />
          </section>
        </div>
        {wide && (
          <aside aria-label="Settings" className="grid gap-y-4 print:hidden">
            {settingsAndOutcome}
          </aside>
        )}
      </div>
    </article>
  );
}

/** The hand has come to rest for so long, ms. */
const RESTED_MS = 1200;

/** The sentence for who hears it: once, when the hand has come to rest. */
function Heard({ said }: { said: string }) {
  const [heard, setHeard] = useState("");
  useEffect(() => {
    const rest = setTimeout(() => setHeard(said), RESTED_MS);
    return () => clearTimeout(rest);
  }, [said]);
  return (
    <span aria-live="polite" className="sr-only">
      {heard}
    </span>
  );
}
