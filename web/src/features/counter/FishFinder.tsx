import { useEffect, useId, useRef, useState } from "react";
import type { Fish } from "../../api";
import { search } from "../../card";
import { useKeys } from "../../shell";
import { FieldError } from "../../ui";

type Props = {
  fish: Fish[];
  value: Fish | undefined;
  onChange: (fish: Fish) => void;
  problem: { field: string; message: string } | null;
};

/** Find a fish by typing a part of any of its names. */
export function FishFinder({ fish, value, onChange, problem }: Props) {
  const id = useId();
  const input = useRef<HTMLInputElement>(null);
  const [text, setText] = useState<string | null>(null);
  const [at, setAt] = useState(0);
  const open = text !== null;
  const found = search(fish, text ?? "");
  const active = found[Math.min(at, found.length - 1)];
  useKeys({ "/": { does: () => input.current?.focus(), says: "find a fish by typing" } });
  useEffect(() => {
    if (open) document.getElementById(`${id}-${active?.key}`)?.scrollIntoView({ block: "nearest" });
  }, [open, active, id]);
  const take = (one: Fish | undefined) => {
    if (!one) return;
    onChange(one);
    setText(null);
    input.current?.blur();
  };
  return (
    <div className="relative">
      <label htmlFor={id} className="text-small quiet">
        Fish
      </label>
      <input
        ref={input}
        id={id}
        data-testid="fish"
        className="typed !text-left !font-sans text-title font-bold !min-h-12"
        role="combobox"
        aria-expanded={open}
        aria-controls={`${id}-list`}
        aria-activedescendant={open && active ? `${id}-${active.key}` : undefined}
        aria-autocomplete="list"
        autoComplete="off"
        placeholder="Type a name"
        value={text ?? value?.name ?? ""}
        onFocus={(e) => {
          setText("");
          setAt(0);
          e.target.select();
        }}
        onBlur={() => setText(null)}
        onChange={(e) => {
          setText(e.target.value);
          setAt(0);
        }}
        onKeyDown={(e) => {
          if (e.key === "ArrowDown") setAt(Math.min(at + 1, found.length - 1));
          else if (e.key === "ArrowUp") setAt(Math.max(at - 1, 0));
          else if (e.key === "Enter") take(active);
          else if (e.key === "Escape") input.current?.blur();
          else return;
          e.preventDefault();
        }}
      />
      {!open && value && (
        <p className="text-small quiet pt-1">
          {value.scientific && (
            <>
              <i>{value.scientific}</i> ·{" "}
            </>
          )}
          {value.family}
          {value.stand_in && " · composition of a near relation"}
        </p>
      )}
      <FieldError id={`${id}-error`} problem={problem} field="piece.fish" />
      {open && (
        <div
          id={`${id}-list`}
          role="listbox"
          aria-label="Fish"
          className="absolute z-10 inset-x-0 bg-base-100 border border-base-content/40 border-t-0 max-h-80 overflow-y-auto"
        >
          {found.map((one) => (
            // biome-ignore lint/a11y/useFocusableInteractive: the input keeps the focus, as a combobox does
            <div
              key={one.key}
              id={`${id}-${one.key}`}
              role="option"
              aria-selected={one === active}
              className={`flex items-baseline justify-between gap-3 px-3 min-h-11 py-2 cursor-pointer ${one === active ? "bg-base-200" : ""}`}
              onPointerDown={(e) => {
                e.preventDefault();
                take(one);
              }}
            >
              <span className="font-semibold">{one.name}</span>
              <span className="text-small quiet text-right">
                {one.aliases.join(", ") || one.family}
              </span>
            </div>
          ))}
          {found.length === 0 && (
            <p className="px-3 py-3">
              No fish of that name. Choose one that is alike, thickness and fat decide more than the
              name; or write it down under Own fish.
            </p>
          )}
        </div>
      )}
    </div>
  );
}
