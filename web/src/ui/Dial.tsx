import { useEffect, useId, useState } from "react";
import { figure, parse, type Quantity, scale } from "../units";
import { FieldError, type Problem } from "./Failure";
import { useUnits } from "./units";

type Props = {
  label: string;
  quantity: Quantity;
  value: number;
  min: number;
  max: number;
  step: number;
  usual: number;
  field: string;
  problem: Problem;
  onChange: (value: number) => void;
};

/** A number to drag along a rule or to type: the same number. */
export function Dial(props: Props) {
  const { label, quantity, value, min, max, step, usual, field, problem, onChange } = props;
  const units = useUnits();
  const base = scale(quantity, units);
  // A setting in tenths of a millimetre needs them seen.
  const fine = quantity === "millimetre" && step < 1;
  const at = fine ? { ...base, digits: base.digits + 1 } : base;
  const id = useId();
  const [text, setText] = useState<string | null>(null);
  const shown = text ?? figure(value, at);
  const unreadable = parse(shown, quantity, units) === null;
  const wrong = unreadable || problem?.field === field;
  const share = (v: number) => `${(100 * (Math.min(Math.max(v, min), max) - min)) / (max - min)}%`;
  useEffect(() => {
    // A change from outside (undo, a deep link) replaces what was typed, unless it is that.
    setText((typed) => (typed !== null && parse(typed, quantity, units) === value ? typed : null));
  }, [value, quantity, units]);
  return (
    <div className="grid grid-cols-[1fr_auto] items-center gap-x-3">
      <label htmlFor={id} className="text-small quiet">
        {label}
      </label>
      <span className="flex items-baseline gap-1 justify-end">
        <input
          aria-label={`${label}, typed`}
          className="typed !w-16 !min-h-11 !pt-1 font-semibold"
          inputMode="decimal"
          autoComplete="off"
          onFocus={(e) => e.target.select()}
          onKeyDown={(e) => {
            const by = { ArrowUp: 1, ArrowDown: -1 }[e.key];
            if (by === undefined || unreadable) return;
            e.preventDefault();
            setText(null);
            onChange(Math.min(Math.max(value + by * step, min), max));
          }}
          value={shown}
          aria-invalid={wrong}
          aria-describedby={wrong ? `${id}-error` : undefined}
          onChange={(e) => {
            setText(e.target.value);
            const read = parse(e.target.value, quantity, units);
            if (read !== null) onChange(read);
          }}
          onBlur={() => !unreadable && !wrong && setText(null)}
        />
        <span className="quiet text-small w-6">{at.unit}</span>
      </span>
      <div className="col-span-2 relative -mt-1.5">
        <input
          id={id}
          type="range"
          className="rule"
          min={min}
          max={max}
          step={step}
          value={Math.min(Math.max(value, min), max)}
          style={{ "--at": share(value) } as React.CSSProperties}
          aria-valuetext={`${figure(value, at)} ${at.unit}`}
          onChange={(e) => {
            setText(null);
            onChange(Number(e.target.value));
          }}
        />
        {value !== usual && (
          <button
            type="button"
            className="absolute top-7 text-small quiet -translate-x-1/2 px-2 cursor-pointer"
            style={{ left: `calc(5px + (100% - 10px) * ${(usual - min) / (max - min)})` }}
            onClick={() => onChange(usual)}
            aria-label={`${label}: back to the usual ${figure(usual, at)} ${at.unit}`}
          >
            ▴
          </button>
        )}
      </div>
      <div className="col-span-2">
        {unreadable ? (
          <p id={`${id}-error`} role="alert" className="text-small text-error font-semibold">
            This takes a number.
          </p>
        ) : (
          <FieldError id={`${id}-error`} problem={problem} field={field} />
        )}
      </div>
    </div>
  );
}
