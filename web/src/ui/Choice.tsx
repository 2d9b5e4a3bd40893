import { useId, useRef } from "react";

type Props<K extends string> = {
  label: string;
  options: readonly { key: K; name: string; note?: string; warn?: boolean }[];
  value: K;
  onChange: (key: K) => void;
  hideLabel?: boolean;
  /** Words in columns, for long lists. */
  columns?: boolean;
  /** One word a line, with its note at the end of the line. */
  lines?: boolean;
};

/** A few words of which one holds. Arrow keys move, as in any radio group. */
export function Choice<K extends string>({
  label,
  options,
  value,
  onChange,
  hideLabel,
  columns,
  lines,
}: Props<K>) {
  const id = useId();
  const box = useRef<HTMLDivElement>(null);
  const move = (by: number) => {
    const i = options.findIndex((o) => o.key === value);
    const next = options[(i + by + options.length) % options.length];
    if (!next) return;
    onChange(next.key);
    const all = box.current?.querySelectorAll<HTMLElement>("[role=radio]");
    all?.[options.indexOf(next)]?.focus();
  };
  return (
    <div>
      <span id={id} className={hideLabel ? "sr-only" : "text-small quiet"}>
        {label}
      </span>
      <div
        ref={box}
        role="radiogroup"
        aria-labelledby={id}
        className={
          lines
            ? "grid"
            : columns
              ? "grid grid-cols-3 gap-x-3 columns-pick"
              : "flex flex-wrap gap-x-4"
        }
      >
        {options.map((option) => (
          // biome-ignore lint/a11y/useSemanticElements: a word to press, with the keys of a radio group
          <button
            key={option.key}
            type="button"
            role="radio"
            className={lines ? "pick !flex w-full justify-between gap-x-3" : "pick"}
            aria-checked={option.key === value}
            tabIndex={option.key === value ? 0 : -1}
            onClick={() => onChange(option.key)}
            onKeyDown={(e) => {
              if (e.key === "ArrowRight" || e.key === "ArrowDown") move(1);
              else if (e.key === "ArrowLeft" || e.key === "ArrowUp") move(-1);
              else return;
              e.preventDefault();
            }}
          >
            {lines ? <span>{option.name}</span> : option.name}
            {option.note && (
              <span
                className={`figures ${option.warn ? "font-semibold text-base-content" : "quiet"}`}
              >
                {option.warn && "▲ "}
                {option.note}
              </span>
            )}
          </button>
        ))}
      </div>
    </div>
  );
}
