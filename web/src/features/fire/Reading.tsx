// What a probe shows, typed and said.
import { useState } from "react";
import { useTyped, useUnits } from "../../ui";
import { scale, withUnit } from "../../units";

/** What a probe can show, C. */
const SHOWS_C = [-40, 150] as const;

type Props = {
  label: string;
  testId: string;
  says: string;
  first?: boolean;
  say: (c: number) => void;
};

export function Reading({ label, testId, says, first, say }: Props) {
  const units = useUnits();
  const [c, setC] = useState<number | null>(null);
  /** Asked to be said while it was empty or out of range. */
  const [wrong, setWrong] = useState(false);
  const out = c !== null && (c < SHOWS_C[0] || c > SHOWS_C[1]);
  const { id, unreadable, input } = useTyped({
    label,
    quantity: "celsius",
    value: c,
    refused: out || wrong,
    onChange: (read) => {
      setC(read);
      setWrong(false);
    },
    mayBeEmpty: () => setC(null),
  });
  return (
    <form
      className="flex flex-wrap items-end gap-3 pt-2"
      noValidate
      onSubmit={(e) => {
        e.preventDefault();
        if (c === null || out) {
          setWrong(true);
          return;
        }
        say(c);
        setC(null);
        document.getElementById(id)?.focus();
      }}
    >
      <label className="grid gap-1" htmlFor={id}>
        <span className="text-small">
          {label}, {scale("celsius", units).unit}
        </span>
        <input
          id={id}
          className="probe-typed figures"
          data-testid={testId}
          // biome-ignore lint/a11y/noAutofocus: whoever opens it has the probe in the other hand
          autoFocus={first}
          {...input}
        />
      </label>
      <button
        type="submit"
        className="target target-wide btn-primary"
        data-testid={`${testId}-say`}
      >
        {says}
      </button>
      <p
        id={`${id}-error`}
        role="alert"
        className="text-error basis-full empty:hidden"
        data-testid={`${testId}-error`}
      >
        {(unreadable || out || wrong) &&
          `A number from ${withUnit(SHOWS_C[0], "celsius", units)} to ${withUnit(SHOWS_C[1], "celsius", units)}.`}
      </p>
    </form>
  );
}
