import type { ReactNode } from "react";
import { figure, other, type Quantity } from "../units";
import { FieldError, type Problem } from "./Failure";
import { Term } from "./Term";
import type { TermKey } from "./terms";
import { useUnits } from "./units";
import { useTyped } from "./useTyped";

type Props = {
  label: string;
  quantity: Quantity;
  /** None where nothing has been said yet. */
  value: number | null;
  onChange: (value: number) => void;
  /** Name of the field on the wire: what the server says about it appears here. */
  field: string;
  problem: Problem;
  suffix?: string;
  children?: ReactNode;
  testId?: string;
  /** What it is stands right beside it. */
  hideLabel?: boolean;
  placeholder?: string;
  mayBeEmpty?: () => void;
  /** What Enter does beside letting it count. */
  enter?: () => void;
  /** A word of the trade in its label, to be opened. */
  term?: TermKey;
};

/** Beside a field that takes a number and was given none. */
export function takes(quantity: Quantity): string {
  return quantity === "minute"
    ? "Minutes, or minutes and seconds: 4, 4:30."
    : "This takes a number.";
}

/** A number to type. What was typed stays, also when it does not do. */
export function NumberField(props: Props) {
  const { label, quantity, value, onChange, field, problem, suffix, testId, mayBeEmpty } = props;
  const units = useUnits();
  const refused = problem?.field === field;
  const { id, at, unreadable, input } = useTyped({
    label,
    quantity,
    value,
    onChange,
    refused,
    mayBeEmpty,
  });
  const beside = quantity === "celsius" && value !== null ? other(quantity, units) : null;
  const hidden = props.hideLabel;
  return (
    <div>
      <span className={hidden ? "sr-only" : "text-small quiet block"}>
        <label htmlFor={id}>{label}</label>
        {props.term && (
          <>
            {" "}
            <Term of={props.term}>?</Term>
          </>
        )}
      </span>
      <div className="flex items-baseline gap-1.5">
        <input
          id={id}
          data-testid={testId}
          placeholder={props.placeholder}
          className={`typed ${hidden ? "!text-left !pt-0 max-w-14" : "max-w-[5.5rem]"}`}
          {...input}
          onKeyDown={(e) => {
            input.onKeyDown?.(e);
            if (e.key === "Enter") props.enter?.();
          }}
        />
        <span className="quiet text-small whitespace-nowrap">
          {suffix ?? at.unit}
          {beside && value !== null && ` · ${figure(value, beside)} ${beside.unit}`}
        </span>
      </div>
      {unreadable ? (
        <p
          id={`${id}-error`}
          role="alert"
          className="text-small text-error font-semibold pt-1"
          data-testid={testId && `${testId}-error`}
        >
          {takes(quantity)}
        </p>
      ) : (
        <FieldError id={`${id}-error`} problem={problem} field={field} />
      )}
      {props.children}
    </div>
  );
}
