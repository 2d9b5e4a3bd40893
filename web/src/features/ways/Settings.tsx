import type { Plan, Setting } from "../../api";
import type { SettingValue } from "../../card";
import { Choice, Dial, useUnits } from "../../ui";
import { type Quantity, rise } from "../../units";

export const QUANTITY: Record<string, Quantity> = {
  C: "celsius",
  K: "kelvin",
  mm: "millimetre",
  s: "second",
  g: "gram",
  l: "litre",
  "": "share",
};

type Props = {
  settings: Setting[];
  fats: Plan["fats"];
  asked: Record<string, unknown>;
  problem: { field: string; message: string } | null;
  onChange: (setting: Setting, value: SettingValue) => void;
};

/** One control a setting, as the core describes it; what most leave alone stands last. */
export function Settings({ settings, ...rest }: Props) {
  const finer = settings.filter((s) => s.finer);
  return (
    <div className="grid gap-y-2">
      {settings
        .filter((s) => !s.finer)
        .map((s) => (
          <Control key={s.key} setting={s} {...rest} />
        ))}
      {finer.length > 0 && (
        <section aria-label="Finer" className="grid gap-y-2 hair-t pt-2" data-testid="finer">
          {finer.map((s) => (
            <Control key={s.key} setting={s} {...rest} />
          ))}
        </section>
      )}
    </div>
  );
}

type ControlProps = Omit<Props, "settings"> & { setting: Setting };

function Control({ setting, fats, asked, problem, onChange }: ControlProps) {
  const units = useUnits();
  const { control, key, name } = setting;
  const field = `method.${key}`;
  switch (control.takes) {
    case "number":
      return (
        <Dial
          label={name}
          quantity={QUANTITY[control.unit] ?? "plain"}
          value={typeof asked[key] === "number" ? (asked[key] as number) : control.default}
          min={control.min}
          max={control.max}
          step={control.step}
          usual={control.default}
          field={field}
          problem={problem}
          onChange={(value) => onChange(setting, value)}
        />
      );
    case "choice": {
      // What cannot be chosen is no setting.
      if (control.options.length < 2) return null;
      const value = typeof asked[key] === "string" ? (asked[key] as string) : control.default;
      const margin = (of: string) => fats.find((fat) => fat.key === of)?.margin_k;
      const options =
        key === "fat"
          ? control.options.map((o) => {
              const left = margin(o.key) ?? 0;
              const note =
                left < 0 ? `smokes, ${rise(-left, units)} over` : `${rise(left, units)} left`;
              return { ...o, note, warn: left < 0 };
            })
          : control.options;
      return (
        <Choice
          label={key === "fat" ? "Fat, and how far from its smoke point" : name}
          options={options}
          value={value}
          lines={key === "fat"}
          onChange={(next) => onChange(setting, next)}
        />
      );
    }
    case "flag":
      return (
        <Choice
          label={name}
          options={[
            { key: "off", name: "off" },
            { key: "on", name: "on" },
          ]}
          value={(asked[key] ?? control.default) ? "on" : "off"}
          onChange={(value) => onChange(setting, value === "on")}
        />
      );
    default:
      return control satisfies never;
  }
}
