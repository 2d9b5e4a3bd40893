import { figure, finer, type Quantity, scale } from "../units";
import { FieldError, type Problem } from "./Failure";
import { takes } from "./NumberField";
import { useUnits } from "./units";
import { useHand } from "./useHand";
import { useTyped } from "./useTyped";

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
  const base = scale(quantity, useUnits());
  // A setting in tenths of a millimetre needs them seen.
  const { id, at, unreadable, input } = useTyped({
    label,
    quantity,
    value,
    onChange,
    at: quantity === "millimetre" && step < 1 ? finer(base) : base,
    step,
    range: [min, max],
    refused: problem?.field === field,
  });
  const [stands, move] = useHand(value, onChange);
  const share = (v: number) => `${(100 * (Math.min(Math.max(v, min), max) - min)) / (max - min)}%`;
  return (
    <div className="grid grid-cols-[1fr_auto] items-center gap-x-3">
      <label htmlFor={id} className="text-small quiet">
        {label}
      </label>
      <span className="flex items-baseline gap-1 justify-end">
        <input aria-label={`${label}, typed`} className="typed !w-16 font-semibold" {...input} />
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
          value={Math.min(Math.max(stands, min), max)}
          style={{ "--at": share(stands) } as React.CSSProperties}
          aria-valuetext={`${figure(stands, at)} ${at.unit}`}
          onChange={(e) => move(Number(e.target.value))}
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
            {takes(quantity)}
          </p>
        ) : (
          <FieldError id={`${id}-error`} problem={problem} field={field} />
        )}
      </div>
    </div>
  );
}
