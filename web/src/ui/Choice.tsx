import { Label, Radio, RadioGroup } from "react-aria-components";

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

/** A few words of which one holds. */
export function Choice<K extends string>(props: Props<K>) {
  const { label, options, value, onChange, hideLabel, columns, lines } = props;
  const laid = lines
    ? "grid"
    : columns
      ? "grid grid-cols-3 gap-x-3 columns-pick"
      : "flex flex-wrap gap-x-4";
  return (
    <RadioGroup
      value={value}
      onChange={(key) => onChange(key as K)}
      orientation={lines ? "vertical" : "horizontal"}
    >
      <Label className={hideLabel ? "sr-only" : "text-small quiet"}>{label}</Label>
      <div className={laid}>
        {options.map((option) => (
          <Radio
            key={option.key}
            value={option.key}
            className={lines ? "pick !flex w-full justify-between gap-x-3" : "pick"}
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
          </Radio>
        ))}
      </div>
    </RadioGroup>
  );
}
