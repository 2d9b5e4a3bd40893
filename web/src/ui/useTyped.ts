// A number to type, wherever it stands: chosen whole when it is entered, heard when it is left or Enter is pressed, never half.
import { type InputHTMLAttributes, useEffect, useId, useRef, useState } from "react";
import { parse, type Quantity, type Scale, scale, typedFigure } from "../units";
import { useUnits } from "./units";
import { useStands } from "./unsettled";

type Asked = {
  label: string;
  quantity: Quantity;
  /** None where nothing has been said yet. */
  value: number | null;
  onChange: (value: number) => void;
  /** In place of the usual scale of its quantity. */
  at?: Scale;
  /** What an arrow moves it by; without it by one as it is shown. */
  step?: number;
  range?: readonly [number, number];
  /** The core will not have it. */
  refused?: boolean;
  /** Left empty it says nothing, and that is no mistake. */
  mayBeEmpty?: (() => void) | undefined;
};

const DECIMAL = /^-?\d+[.,]\d+$/;

export type Typed = {
  id: string;
  at: Scale;
  /** What was typed is no number. */
  unreadable: boolean;
  input: InputHTMLAttributes<HTMLInputElement>;
};

export function useTyped(asked: Asked): Typed {
  const { label, quantity, value, onChange, step, range, refused, mayBeEmpty } = asked;
  const units = useUnits();
  const at = asked.at ?? scale(quantity, units);
  const id = useId();
  /** As it was typed, until it counts; null while it follows the value. */
  const [text, setText] = useState<string | null>(null);
  /** It was left, and is no number. */
  const [unreadable, setUnreadable] = useState(false);
  const focused = useRef(false);
  // Another hand set it (undo, a drag, a link): that stands now, but for whoever is typing.
  // biome-ignore lint/correctness/useExhaustiveDependencies: whenever it is set from outside
  useEffect(() => {
    if (focused.current) return;
    setText(null);
    setUnreadable(false);
  }, [value, quantity, units]);
  useStands(
    id,
    label,
    refused || unreadable ? "wrong" : text !== null && text.trim() !== "" ? "typing" : null,
  );
  /** A decimal that was typed stays as it was typed, also where the unit is not the kept one. */
  const said = useRef<{ text: string; value: number; unit: string } | null>(null);
  const as =
    said.current?.value === value && said.current.unit === at.unit ? said.current.text : null;
  const shown = text ?? as ?? (value === null ? "" : typedFigure(value, at));
  const count = (): number | null => {
    if (text === null) return value;
    if (text.trim() === "" && mayBeEmpty) {
      setText(null);
      setUnreadable(false);
      mayBeEmpty();
      return null;
    }
    const read = parse(text, quantity, units);
    setUnreadable(read === null);
    if (read === null) return null;
    setText(null);
    said.current = DECIMAL.test(text.trim())
      ? { text: text.trim(), value: read, unit: at.unit }
      : null;
    if (read !== value) onChange(read);
    return read;
  };
  return {
    id,
    at,
    unreadable,
    input: {
      value: shown,
      // On a pad of figures there is no stroke for 7/8.
      inputMode: at.unit === "in" ? "text" : "decimal",
      autoComplete: "off",
      enterKeyHint: "done",
      "aria-invalid": unreadable || refused === true,
      ...(unreadable || refused ? { "aria-describedby": `${id}-error` } : {}),
      onChange: (e) => {
        setText(e.target.value);
        setUnreadable(false);
      },
      onFocus: (e) => {
        focused.current = true;
        e.target.select();
      },
      onBlur: () => {
        focused.current = false;
        count();
      },
      onKeyDown: (e) => {
        if (e.key === "Escape" && text !== null) {
          // What was begun is dropped; what lies around stays open.
          e.preventDefault();
          e.stopPropagation();
          setText(null);
          setUnreadable(false);
          const field = e.currentTarget;
          setTimeout(() => field.select());
          return;
        }
        if (e.key === "Enter") {
          count();
          e.currentTarget.select();
          return;
        }
        const by = { ArrowUp: 1, ArrowDown: -1 }[e.key];
        if (by === undefined) return;
        const from = text === null ? value : parse(text, quantity, units);
        if (from === null) return;
        e.preventDefault();
        const coarse = at.unit === "in" ? 1 / 16 : at.digits > 0 ? 10 ** -at.digits : 1;
        const next = step ? from + by * step : at.read(at.show(from) + by * coarse);
        setText(null);
        onChange(range ? Math.min(Math.max(next, range[0]), range[1]) : next);
      },
    },
  };
}
