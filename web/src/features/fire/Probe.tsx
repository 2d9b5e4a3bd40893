// A probe that decides: two spots, one after the other, and what they came to. Whether it may be served is told by the core.
import { useEffect, useRef, useState } from "react";
import { Button, Dialog, Heading, Modal, ModalOverlay } from "react-aria-components";
import { newId, type Standing } from "../../api";
import type { Running } from "../../fire";
import { useFire } from "../../shell";
import { useUnits } from "../../ui";
import { parse, scale, withUnit } from "../../units";

export function Probe({ cook, close }: { cook: Running; close: () => void }) {
  const { happen } = useFire();
  const units = useUnits();
  const field = useRef<HTMLInputElement | null>(null);
  const [text, setText] = useState("");
  const [read, setRead] = useState<{ id: string; c: number }[]>([]);
  const promise = cook.standing?.promise;
  const at = scale("celsius", units);
  const c = parse(text, "celsius", units);
  const wrong = text !== "" && !(c !== null && c >= -40 && c <= 150);
  useEffect(() => field.current?.focus(), []);
  const say = () => {
    if (c === null || wrong) return;
    const spot = newId();
    happen(cook, { kind: "probe", c, spot });
    setRead((all) => [...all, { id: spot, c }].slice(-4));
    setText("");
    field.current?.focus();
  };
  const ordinal =
    read.length === 0 ? "First spot" : read.length === 1 ? "Second spot" : "Next spot";
  return (
    <ModalOverlay isOpen onOpenChange={(is) => !is && close()} isDismissable className="probe-over">
      <Modal>
        <Dialog className="probe-box" data-testid="probe-dialog">
          <Heading slot="title" className="text-lead font-bold">
            Probe two spots <span className="quiet font-normal">{cook.title}</span>
          </Heading>
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
          <form
            className="flex flex-wrap items-end gap-3 pt-3"
            onSubmit={(e) => {
              e.preventDefault();
              say();
            }}
          >
            <label className="grid gap-1">
              <span className="text-small">
                {ordinal}, {at.unit}
              </span>
              <input
                ref={field}
                className="probe-typed figures"
                inputMode="decimal"
                autoComplete="off"
                enterKeyHint="done"
                value={text}
                aria-invalid={wrong}
                aria-describedby="probe-wrong"
                data-testid="probe-c"
                onChange={(e) => setText(e.target.value)}
              />
            </label>
            <button
              type="submit"
              className="target target-wide btn-primary"
              data-testid="probe-say"
              disabled={text === "" || wrong}
            >
              It shows that
            </button>
            <Button slot="close" className="target" data-testid="probe-close">
              {read.length === 0 ? "No probe" : "Close"}
            </Button>
          </form>
          <p id="probe-wrong" role="alert" className="text-error min-h-6 pt-1">
            {wrong &&
              `A number from ${withUnit(-40, "celsius", units)} to ${withUnit(150, "celsius", units)}: ${text} is none a probe shows.`}
          </p>
          {cook.standing && <Verdict told={cook.standing} cook={cook} />}
        </Dialog>
      </Modal>
    </ModalOverlay>
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
            happen(cook, { kind: "probe", c: instead_c, spot: original.spot ?? newId() });
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
