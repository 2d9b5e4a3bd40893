// A probe that decides: two spots, one after the other, and what they came to. Whether it may be served is told by the core.
import { useState } from "react";
import { newId, type Standing } from "../../api";
import type { Running } from "../../fire";
import { useFire, useStored } from "../../shell";
import { useUnits } from "../../ui";
import { scale, withUnit } from "../../units";
import { Over } from "./Over";
import { Reading } from "./Reading";

/** Who reads probes on this screen, where that is said. */
export function useReader() {
  const [{ who }, setWho] = useStored("cindo.reads", { who: "" });
  return { who, setWho, by: who.trim() ? { by: who.trim() } : {} };
}

export function Probe({ cook, close }: { cook: Running; close: () => void }) {
  const { happen } = useFire();
  const units = useUnits();
  const [read, setRead] = useState<{ id: string; c: number }[]>([]);
  const { who, setWho, by } = useReader();
  const promise = cook.standing?.promise;
  const say = (c: number) => {
    const spot = newId();
    happen(cook, { kind: "probe", c, spot, ...by });
    setRead((all) => [...all, { id: spot, c }].slice(-4));
  };
  const ordinal =
    read.length === 0 ? "First spot" : read.length === 1 ? "Second spot" : "Next spot";
  return (
    <Over
      title="Probe two spots"
      of={cook.title}
      close={close}
      testId="probe-dialog"
      shut={read.length === 0 ? "No probe" : "Close"}
    >
      {promise && (
        <p className="pt-1">
          Both at least{" "}
          <strong className="figures">{withUnit(promise.shows_c, "celsius", units)}</strong>,{" "}
          {promise.place}, within a minute. Wipe the probe clean each time.
        </p>
      )}
      {read.length > 0 && (
        <ol className="flex flex-wrap gap-x-6 gap-y-1 pt-3 text-title figures font-semibold">
          {read.map((one) => (
            <li key={one.id}>{withUnit(one.c, "celsius", units)}</li>
          ))}
        </ol>
      )}
      <Reading label={ordinal} testId="probe-c" says="It shows that" first say={say} />
      {cook.standing && <Verdict told={cook.standing} cook={cook} />}
      <label className="grid gap-1 pt-3 max-w-64">
        <span className="text-small quiet">Read by, for the food-safety sheet</span>
        <input
          className="typed !text-left"
          value={who}
          maxLength={40}
          autoComplete="off"
          data-testid="read-by"
          onChange={(e) => setWho({ who: e.target.value })}
        />
      </label>
    </Over>
  );
}

const OF_A_PROBE: ReadonlySet<string> = new Set([
  "one_spot",
  "released",
  "too_low",
  "too_soon",
  "shallow",
  "does_not_fit",
]);

/** It is the answer to a reading, and stands as one. */
export function isVerdict(reason: Standing["reasons"][number]): boolean {
  return reason.read_c != null && OF_A_PROBE.has(reason.code);
}

/** What the newest reading came to, and the other unit asked back. */
export function Verdict({ told, cook }: { told: Standing; cook: Running }) {
  const { happen } = useFire();
  const units = useUnits();
  const reason = told.reasons.at(-1);
  if (reason?.read_c == null || !isVerdict(reason)) return null;
  const { read_c, instead_c } = reason;
  const original = cook.events.find((event) => event.id === reason.event);
  const elsewhere = units.heat === "C" ? "°F" : "°C";
  return (
    <div className="strip-verdict" role="status" data-code={reason.code} data-testid="verdict">
      <p>
        <strong className="figures">{withUnit(read_c, "celsius", units)}.</strong> {reason.message}
      </p>
      {instead_c != null && original && (
        <button
          type="button"
          className="target target-word mt-1.5"
          data-testid="other-unit"
          onClick={() => {
            happen(cook, { kind: "undone", of: original.id });
            happen(cook, {
              kind: "probe",
              c: instead_c,
              spot: (original.kind === "probe" ? original.spot : null) ?? newId(),
              ...(original.kind === "probe" && original.by ? { by: original.by } : {}),
            });
          }}
        >
          It was {scale("celsius", units).show(read_c).toFixed(0)} {elsewhere}
          <span className="block text-small font-normal">
            {withUnit(instead_c, "celsius", units)}
          </span>
        </button>
      )}
    </div>
  );
}
