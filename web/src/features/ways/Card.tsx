// One way for one piece: its headline, its picture, its steps, and everything that can be set, asked and done.
import { useEffect, useState } from "react";
import { useParams } from "react-router";
import type { Plan, PlanRequest } from "../../api";
import { FOOD_SAFETY, question } from "../../card";
import {
  NextStep,
  useFish,
  useKeys,
  useMedia,
  usePiece,
  useSetViews,
  useViewText,
} from "../../shell";
import { Failure, Notices, Refusal, useUnits } from "../../ui";
import { CardHead } from "./CardHead";
import { Company } from "./Company";
import { Headline } from "./Headline";
import { NoCard } from "./NoCard";
import { OnPaper } from "./OnPaper";
import { Warnings } from "./Outcome";
import { Party } from "./Party";
import { Cut, Picture } from "./Pictures";
import { Places, usePlace, WIDE } from "./Places";
import { Recipe } from "./Recipe";
import { SamePan } from "./SamePan";
import { Schools } from "./Schools";
import { Settle } from "./Settle";
import { SetUp } from "./SetUp";
import { Steps } from "./Steps";
import { TakeAlong } from "./TakeAlong";
import { traded } from "./traded";
import { useChanged } from "./useChanged";
import { useDeeds } from "./useDeeds";
import { useOtherwise } from "./useOtherwise";
import { useSettings } from "./useSettings";
import { WhatIfs } from "./WhatIfs";

const FIELD = { times: 180, depths: 64 };

export function Card() {
  const { kind = "" } = useParams();
  const { piece, query, change: changePiece } = usePiece();
  const units = useUnits();
  const { method, change, setAll, undo, canUndo } = useSettings(kind);
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
  const { right, shown, came, whatIf, asked, ...otherwise } = useOtherwise(request, piece);
  const { plan, settled, problem, again } = shown;
  const before = useChanged(JSON.stringify(request), right.plan, right.settled);
  const changed =
    before && right.plan && !whatIf ? traded(before.figures, right.plan.figures, units) : "";

  const usualTitle = `${name}, ${(right.plan?.name ?? kind).toLowerCase()}`;
  const [own, setOwn] = useViewText("name");
  const title = own.trim() || usualTitle;
  const deeds = useDeeds(title, request, `${query}${JSON.stringify(method)}`);
  const { save, start } = deeds;
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
    l: { does: () => otherwise.pick("late"), says: "thirty seconds late" },
    t: { does: () => otherwise.pick("thicker"), says: "two millimetres thicker" },
    u: { does: undo, says: "undo the last change of a setting" },
  });

  if (!plan) return <NoCard kind={kind} query={query} problem={problem} again={again} />;
  const stopped = plan.refused.length > 0;
  const asNumbers = method as Record<string, unknown>;
  const settingsAndOutcome = (
    <SetUp
      plan={plan}
      cut={!stopped && <Cut plan={plan} request={asked} atS={atS} />}
      asked={asNumbers}
      problem={problem}
      wide={wide}
      change={change}
      setAll={setAll}
    />
  );
  return (
    <article className="max-w-[1196px] px-4 md:px-8 pt-5 pb-8 print:p-0">
      <CardHead
        title={title}
        typed={own || usualTitle}
        usualTitle={usualTitle}
        name={name}
        wide={wide}
        problem={problem}
        stopped={stopped || right.problem !== null}
        undo={canUndo ? undo : null}
        deeds={deeds}
        setOwn={setOwn}
        prepared={plan.prepared ?? null}
        kind={kind}
      />
      {save.isError && <Failure message={save.error.message} />}
      {start.isError && <Failure message={start.error.message} />}
      {!stopped && <OnPaper plan={plan} />}
      {!stopped && (
        <Headline plan={plan} settled={settled} late={otherwise.lateS} problem={right.problem} />
      )}
      {!stopped && <Party plan={plan} />}
      {!stopped && (
        <p className="no-print text-small font-semibold min-h-5 -mt-3" data-testid="changed">
          {changed}
          <Heard said={changed} />
        </p>
      )}
      <div className="grid lg:grid-cols-[minmax(0,1fr)_300px] gap-x-10 gap-y-5 print:gap-y-2 items-start">
        {stopped && <Stopped plan={plan} />}
        <div className="min-w-0 grid gap-y-4 print:gap-y-1" hidden={stopped}>
          <section aria-label="Slice over time" className="print:[zoom:0.5]">
            <Picture
              plan={plan}
              atS={atS}
              setAtS={setAtS}
              thickerMm={otherwise.thickerMm}
              settled={settled && !whatIf}
              setLate={otherwise.drag}
              lateS={otherwise.dragged}
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
                      came={came}
                      chosen={otherwise.ifs}
                      pick={otherwise.pick}
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
                        all={deeds.company}
                        chosen={deeds.beside?.id ?? null}
                        choose={deeds.setBeside}
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

/** Why it is not to be cooked so, and what is. */
function Stopped({ plan }: { plan: Plan }) {
  const { piece, change: changePiece } = usePiece();
  return (
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
