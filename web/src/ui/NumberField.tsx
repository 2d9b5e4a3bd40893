import { type ReactNode, useEffect, useId, useState } from "react";
import { Input, Label, TextField } from "react-aria-components";
import { figure, other, parse, type Quantity, scale } from "../units";
import { FieldError, type Problem } from "./Failure";
import { useUnits } from "./units";

type Props = {
  label: string;
  quantity: Quantity;
  value: number;
  onChange: (value: number) => void;
  /** Name of the field on the wire: what the server says about it appears here. */
  field: string;
  problem: Problem;
  suffix?: string;
  children?: ReactNode;
  testId?: string;
  /** What it is stands right beside it. */
  hideLabel?: boolean;
};

/** A number to type. What was typed stays, also when it does not do. */
export function NumberField(props: Props) {
  const { label, quantity, value, onChange, field, problem, suffix, testId } = props;
  const units = useUnits();
  const at = scale(quantity, units);
  const beside = quantity === "celsius" ? other(quantity, units) : null;
  const id = useId();
  const [text, setText] = useState(figure(value, at));
  const [editing, setEditing] = useState(false);
  const unreadable = parse(text, quantity, units) === null;
  // While nobody types, the text follows the value and the unit.
  useEffect(() => {
    if (!editing) setText(figure(value, at));
  }, [value, at, editing]);
  const typed = (said: string) => {
    setEditing(true);
    setText(said);
    const read = parse(said, quantity, units);
    if (read !== null) onChange(read);
  };
  const wrong = unreadable || problem?.field === field;
  return (
    <TextField
      value={text}
      onChange={typed}
      isInvalid={wrong}
      validationBehavior="aria" // a word beside the field, never a form that does not send
      {...(wrong ? { "aria-describedby": `${id}-error` } : {})}
    >
      <Label className={props.hideLabel ? "sr-only" : "text-small quiet block"}>{label}</Label>
      <div className="flex items-baseline gap-1.5">
        <Input
          data-testid={testId}
          className={props.hideLabel ? "typed !text-left !pt-0 max-w-14" : "typed max-w-[5.5rem]"}
          inputMode="decimal"
          autoComplete="off"
          onFocus={(e) => {
            setEditing(true);
            e.target.select();
          }}
          onBlur={() => setEditing(unreadable)}
          onKeyDown={(e) => {
            const by = { ArrowUp: 1, ArrowDown: -1 }[e.key];
            const read = parse(text, quantity, units);
            if (by === undefined || read === null) return;
            e.preventDefault();
            const next = at.read(at.show(read) + by * (at.digits ? 10 ** -at.digits : 1));
            setText(figure(next, at));
            onChange(next);
          }}
        />
        <span className="quiet text-small whitespace-nowrap">
          {suffix ?? at.unit}
          {beside && ` · ${figure(value, beside)} ${beside.unit}`}
        </span>
      </div>
      {unreadable ? (
        <p id={`${id}-error`} role="alert" className="text-small text-error font-semibold pt-1">
          This takes a number.
        </p>
      ) : (
        <FieldError id={`${id}-error`} problem={problem} field={field} />
      )}
      {props.children}
    </TextField>
  );
}
