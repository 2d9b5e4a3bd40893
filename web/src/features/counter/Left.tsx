// Cooked fish that is left: until when it may stand, how it cools, how long it keeps, and how it is reheated.
import { useState } from "react";
import { api } from "../../api";
import { asked, type Piece, rulesOf } from "../../card";
import { Notices, NumberField, useUnits } from "../../ui";
import { scale, span, withUnit } from "../../units";
import { useAnswer } from "./useAnswer";

/** Off the heat a fish is about so hot, C. */
const HOT_C = 60;

export function Left({ piece }: { piece: Piece }) {
  const units = useUnits();
  const [fromC, setFromC] = useState(HOT_C);
  const [stoodH, setStoodH] = useState(0);
  // Raw it may have been frozen: what is left was cooked.
  const cooked = asked({ ...piece, state: "fresh", startC: 8 });
  const { answer, problem } = useAnswer(
    "leftover",
    { piece: cooked, from_c: fromC, stood_h: stoodH, rules: rulesOf(piece) },
    api.leftover,
  );
  const told = problem ? undefined : answer;
  const lost = (told?.refused.length ?? 0) > 0;
  const mm = scale("millimetre", units);
  const rows = told
    ? [
        { key: "fridge", name: "In the fridge, on a rack", cooled: told.fridge },
        { key: "ice", name: "Bagged, in ice water", cooled: told.ice_water },
      ]
    : [];
  return (
    <section aria-label="Left over" className="grid gap-y-3">
      <div className="grid grid-cols-2 gap-x-8 max-w-[34rem]">
        <NumberField
          label="It is now"
          quantity="celsius"
          value={fromC}
          field="from_c"
          problem={problem}
          testId="left-c"
          onChange={setFromC}
        />
        <NumberField
          label="Off the heat, not kept hot, for"
          quantity="plain"
          suffix="hours"
          value={stoodH}
          field="stood_h"
          problem={problem}
          testId="left-h"
          onChange={setStoodH}
        />
      </div>
      {told && lost && <Notices notices={told.refused} />}
      {told && !lost && (
        <>
          <div
            className="grid sm:grid-cols-2 gap-x-10 gap-y-3 hair-t hair-b py-3"
            aria-live="polite"
            data-testid="left-told"
          >
            <p>
              <b className="figures text-title leading-none block">
                {told.eat_or_chill_s > 0 ? span(told.eat_or_chill_s) : "now"}
              </b>
              <span className="font-semibold">to eat it or chill it</span>
              <span className="block text-small quiet">
                {told.refuse_s > told.eat_or_chill_s
                  ? `Thrown away after ${span(told.refuse_s)}.`
                  : "After that it is thrown away."}
              </span>
            </p>
            <p>
              <b className="figures text-title leading-none block">
                {withUnit(told.hold_c, "celsius", units)}
              </b>
              <span className="font-semibold">or hotter, and it may wait</span>
              <span className="block text-small quiet">
                {told.hot_enough ? "It is that hot now." : "It is not that hot: the clock runs."} It
                dries all the while.
              </span>
            </p>
          </div>
          {rows.map(({ key, name, cooled }) => (
            <div key={key} className="grid grid-cols-[1fr_auto] gap-x-8 hair-b pb-2">
              <p>
                <span className="font-semibold block">{name}</span>
                <span className="text-small quiet">
                  {cooled.to_21c_s != null &&
                    `${withUnit(21, "celsius", units)} after ${span(cooled.to_21c_s)}, at most two hours.`}
                </span>
              </p>
              <p className="text-right" data-testid={`left-${key}`}>
                <b className="figures text-title leading-none whitespace-nowrap">
                  {cooled.to_5c_s == null ? "too long" : span(cooled.to_5c_s)}
                </b>
                <span
                  className={`block text-small ${cooled.within_limit ? "text-success font-semibold" : "text-error font-bold"}`}
                >
                  {cooled.within_limit ? "cold in time" : "not cold in time"}
                </span>
              </p>
            </div>
          ))}
          {told.cut_to_mm != null && (
            <p className="font-semibold" data-testid="left-cut">
              Cut it to {mm.show(told.cut_to_mm).toFixed(mm.digits)} {mm.unit} or thinner, and the
              fridge does.
            </p>
          )}
          <p>
            Cold it keeps <strong className="figures">{told.keeps_days.toFixed(0)} days</strong>.
            Reheat it once, to{" "}
            <strong className="figures">{withUnit(told.reheat_c, "celsius", units)}</strong> all
            through: probe it.
          </p>
          <p className="text-small quiet">Local rules come first.</p>
        </>
      )}
    </section>
  );
}
