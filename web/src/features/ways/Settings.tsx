import type { Setting } from "../../api";
import { Choice, Dial } from "../../ui";
import type { Quantity } from "../../units";
import type { SettingValue } from "./useSettings";

const QUANTITY: Record<string, Quantity> = {
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
  asked: Record<string, unknown>;
  problem: { field: string; message: string } | null;
  onChange: (setting: Setting, value: SettingValue) => void;
};

/** One control a setting, as the core describes it. */
export function Settings({ settings, asked, problem, onChange }: Props) {
  return (
    <div className="grid gap-y-2">
      {settings.map((setting) => {
        const { control, key, name } = setting;
        const field = `method.${key}`;
        switch (control.takes) {
          case "number":
            return (
              <Dial
                key={key}
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
          case "choice":
            // What cannot be chosen is no setting.
            if (control.options.length < 2) return null;
            return (
              <Choice
                key={key}
                label={name}
                options={control.options}
                value={typeof asked[key] === "string" ? (asked[key] as string) : control.default}
                onChange={(value) => onChange(setting, value)}
              />
            );
          case "flag":
            return (
              <Choice
                key={key}
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
      })}
    </div>
  );
}
