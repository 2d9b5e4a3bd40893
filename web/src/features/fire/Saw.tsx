// What the cook sees, in the cook's words: one tap each, for wet hands.
import { useMemo, useState } from "react";
import { type Askable, type Happened, newId } from "../../api";
import { onFoldS, type Running } from "../../fire";
import { useFire, useTick } from "../../shell";
import { decode } from "../../slice";
import { NumberField } from "../../ui";
import { Over } from "./Over";
import { useReader } from "./Probe";
import { ProbeLine } from "./ProbeLine";
import { Reading } from "./Reading";
import { SideLine } from "./SideLine";

/** What a heat can be set to, C. */
const HEATS_C = [0, 600] as const;

const ELSE: readonly (readonly [string, string, Happened])[] = [
  ["lid", "Lid on", { kind: "lid", on: true }],
  ["open", "Lid off", { kind: "lid", on: false }],
  ["turned", "Turned over", { kind: "turned" }],
  ["basted", "Basted", { kind: "basted" }],
  ["off", "Off the heat", { kind: "off" }],
];

const FIRE: readonly (readonly [string, string, Happened])[] = [
  ["lower", "Cooler, or turned down", { kind: "heat", says: "lower" }],
  ["higher", "Hotter, or turned up", { kind: "heat", says: "higher" }],
  ["dark", "Off", { kind: "heat", says: "off" }],
  ["on", "Back on", { kind: "heat", says: "on" }],
];

export function Saw({ cook, close }: { cook: Running; close: () => void }) {
  const { happen } = useFire();
  const { by } = useReader();
  const now = useTick(1000);
  const told = cook.standing;
  const [height, setHeight] = useState(() => told?.lines_share[0] ?? 0);
  const [sure, setSure] = useState(false);
  const [ends, setEnds] = useState(false);
  const field = useMemo(() => (told?.field ? decode(told.field) : null), [told?.field]);
  if (!told) return null;
  const say = (cue: Askable["cue"], says: string) => did({ kind: "cue", cue, says });
  const did = (event: Happened) => {
    happen(cook, event);
    close();
  };
  const line = told.asks.find((ask) => ask.says.length === 0);
  const button = ([key, words, event]: readonly [string, string, Happened]) => (
    <button
      key={key}
      type="button"
      className="target target-word"
      data-testid={`did-${key}`}
      onClick={() => did(event)}
    >
      {words}
    </button>
  );
  return (
    <Over title="What do you see?" of={cook.title} close={close} testId="saw" wide>
      <fieldset className="pt-1">
        <legend>
          <strong>The heat</strong>{" "}
          <span className="quiet text-small">Not as planned, or changed by you.</span>
        </legend>
        <div className="flex flex-wrap items-end gap-1.5">
          {FIRE.map(button)}
          <ItIsAt say={(to_c) => did({ kind: "heat", to_c })} />
        </div>
      </fieldset>
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
              onClick={() => did({ kind: "cue", cue: "cooked_line", height_share: height })}
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
              <span className="quiet text-small">Into the middle of the thickest part.</span>
            </legend>
            <Reading
              label="It shows"
              testId="probe"
              says="Say it"
              // Put in by hand, it is in a spot of its own.
              say={(c) => did({ kind: "probe", c, spot: newId(), ...by })}
            />
            <ProbeLine cook={cook} />
          </fieldset>
          <fieldset>
            <legend>
              <strong>Something else happened</strong>
            </legend>
            <div className="flex flex-wrap gap-1.5">
              {ELSE.map(button)}
              <button
                type="button"
                className={`target target-word ${ends ? "strip-alarm" : ""}`}
                data-testid="did-closed"
                onClick={() => {
                  if (!ends) {
                    setEnds(true);
                    return;
                  }
                  did({ kind: "closed" });
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
                    did({ kind: "served", knowingly: true });
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
    </Over>
  );
}

/** What a thermometer says of pan, oil, oven or water. */
function ItIsAt({ say }: { say: (c: number) => void }) {
  const [c, setC] = useState<number | null>(null);
  const out = c !== null && (c < HEATS_C[0] || c > HEATS_C[1]);
  return (
    <form
      className="flex items-end gap-1.5"
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        if (c !== null && !out) say(c);
      }}
    >
      <NumberField
        label="It is at"
        quantity="celsius"
        value={c}
        field="to_c"
        problem={out ? { field: "to_c", message: "no fire of a kitchen is that hot" } : null}
        testId="heat-at"
        onChange={setC}
        mayBeEmpty={() => setC(null)}
      />
      <button type="submit" className="target target-word" data-testid="heat-at-say">
        Say it
      </button>
    </form>
  );
}
