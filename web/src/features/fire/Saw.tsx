// What the cook sees, in the cook's words: one tap each, for wet hands.
import { useEffect, useMemo, useRef, useState } from "react";
import { type Askable, newId } from "../../api";
import { onFoldS, type Running } from "../../fire";
import { useFire, useTick } from "../../shell";
import { decode } from "../../slice";
import { useUnits } from "../../ui";
import { parse, scale, withUnit } from "../../units";
import { ProbeLine } from "./ProbeLine";
import { SideLine } from "./SideLine";

export function Saw({ cook, close }: { cook: Running; close: () => void }) {
  const { happen } = useFire();
  const units = useUnits();
  const now = useTick(1000);
  const dialog = useRef<HTMLDialogElement | null>(null);
  const told = cook.standing;
  const [height, setHeight] = useState(() => told?.lines_share[0] ?? 0);
  const [probe, setProbe] = useState("");
  const [sure, setSure] = useState(false);
  const [ends, setEnds] = useState(false);
  const field = useMemo(() => (told?.field ? decode(told.field) : null), [told?.field]);
  useEffect(() => {
    dialog.current?.showModal?.();
  }, []);
  if (!told) return null;
  const say = (cue: Askable["cue"], says: string) => {
    happen(cook, { kind: "cue", cue, says });
    close();
  };
  const line = told.asks.find((ask) => ask.says.length === 0);
  const c = parse(probe, "celsius", units);
  const probeWrong = probe !== "" && !(c !== null && c >= -40 && c <= 150);
  return (
    <dialog
      ref={dialog}
      className="saw"
      aria-labelledby="saw-title"
      onClose={close}
      data-testid="saw"
    >
      <header className="flex items-center gap-x-4">
        <h2 id="saw-title" className="text-lead font-bold">
          What do you see? <span className="quiet font-normal">{cook.title}</span>
        </h2>
        <button type="button" className="target ml-auto" onClick={close}>
          Close
        </button>
      </header>
      <div className="saw-asks">
        {line && field && (
          <div className="saw-line">
            <h3 className="font-bold">
              {line.name} <span className="quiet font-normal text-small">{line.ask}</span>
            </h3>
            <SideLine
              field={field}
              time={Math.min(onFoldS(cook, now) / field.endS, 1)}
              thickMm={cook.plan?.piece.thickness_mm ?? 25}
              thinMm={cook.plan?.piece.thin_end_mm ?? cook.plan?.piece.thickness_mm ?? 25}
              onTop={told.flesh_down !== told.from_flesh}
              skinUp={told.flesh_down}
              skin={cook.plan?.piece.skin === "on"}
              height={height}
              set={setHeight}
            />
            <button
              type="button"
              className="target target-wide btn-primary"
              data-testid="line-here"
              onClick={() => {
                happen(cook, { kind: "cue", cue: "cooked_line", height_share: height });
                close();
              }}
            >
              It stands at {Math.round(100 * height)} %
            </button>
          </div>
        )}
        <div className="saw-words">
          {told.asks
            .filter((ask) => ask.says.length > 0)
            .map((ask) => (
              <fieldset key={ask.cue}>
                <legend>
                  <strong>{ask.name}</strong> <span className="quiet text-small">{ask.ask}</span>
                </legend>
                <div className="flex flex-wrap gap-1.5">
                  {ask.says.map((word) => (
                    <button
                      key={word.key}
                      type="button"
                      className="target target-word"
                      data-testid={`saw-${ask.cue}-${word.key}`}
                      onClick={() => say(ask.cue, word.key)}
                    >
                      {word.words}
                    </button>
                  ))}
                </div>
              </fieldset>
            ))}
          <fieldset>
            <legend>
              <strong>Probe</strong>{" "}
              <span className="quiet text-small">
                Into the middle of the thickest part, {scale("celsius", units).unit}.
              </span>
            </legend>
            <div className="flex gap-1.5 items-center">
              <input
                aria-label={`Probe, ${scale("celsius", units).unit}`}
                className="typed max-w-24 text-lead"
                inputMode="decimal"
                value={probe}
                aria-invalid={probeWrong}
                data-testid="probe"
                onChange={(e) => setProbe(e.target.value)}
              />
              <button
                type="button"
                className="target target-word"
                disabled={probe === "" || probeWrong}
                onClick={() => {
                  // Put in by hand, it is in a spot of its own.
                  if (c !== null) happen(cook, { kind: "probe", c, spot: newId() });
                  close();
                }}
              >
                It shows that
              </button>
              {probeWrong && (
                <span role="alert" className="text-error text-small">
                  A number from {withUnit(-40, "celsius", units)} to{" "}
                  {withUnit(150, "celsius", units)}
                </span>
              )}
            </div>
            <ProbeLine cook={cook} />
          </fieldset>
          <fieldset>
            <legend>
              <strong>Something else happened</strong>
            </legend>
            <div className="flex flex-wrap gap-1.5">
              {(
                [
                  ["lower", "Heat turned down", { kind: "heat", says: "lower" }],
                  ["higher", "Heat turned up", { kind: "heat", says: "higher" }],
                  ["dark", "Heat off", { kind: "heat", says: "off" }],
                  ["on", "Heat back on", { kind: "heat", says: "on" }],
                  ["lid", "Lid on", { kind: "lid", on: true }],
                  ["open", "Lid off", { kind: "lid", on: false }],
                  ["turned", "Turned over", { kind: "turned" }],
                  ["basted", "Basted", { kind: "basted" }],
                  ["off", "Off the heat", { kind: "off" }],
                ] as const
              ).map(([key, words, event]) => (
                <button
                  key={key}
                  type="button"
                  className="target target-word"
                  data-testid={`did-${key}`}
                  onClick={() => {
                    happen(cook, event);
                    close();
                  }}
                >
                  {words}
                </button>
              ))}
              <button
                type="button"
                className={`target target-word ${ends ? "strip-alarm" : ""}`}
                data-testid="did-closed"
                onClick={() => {
                  if (!ends) {
                    setEnds(true);
                    return;
                  }
                  happen(cook, { kind: "closed" });
                  close();
                }}
              >
                {ends ? "Sure: give it up" : "Give it up"}
              </button>
              {told.released === false && told.phase !== "heating" && (
                <button
                  type="button"
                  className={`target target-word ${sure ? "strip-alarm" : ""}`}
                  data-testid="did-knowingly"
                  onClick={() => {
                    if (!sure) {
                      setSure(true);
                      return;
                    }
                    happen(cook, { kind: "served", knowingly: true });
                    close();
                  }}
                >
                  {sure
                    ? "Nothing shows it is hot enough. Served all the same"
                    : "Served all the same"}
                </button>
              )}
            </div>
          </fieldset>
        </div>
      </div>
    </dialog>
  );
}
