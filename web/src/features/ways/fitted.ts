// What a good cook sets for this thickness, in words and as an address has it.
import type { Plan } from "../../api";
import { type SettingValue, settingsQuery } from "../../card";
import { type Units, withUnit } from "../../units";

type Fitted = Plan["fitted"][number];

export function fittedValues(fitted: Fitted[]): Record<string, SettingValue> {
  return Object.fromEntries(fitted.map((one) => [one.key, one.value]));
}

/** The address of a card with what is fitted already set. */
export function cardWith(kind: string, query: string, fitted: Fitted[]): string {
  const set = settingsQuery({ kind, ...fittedValues(fitted) }).toString();
  return `/ways/${kind}?${query}${set ? `&${set}` : ""}`;
}

/** "Pan held at 165 C" and the like. */
export function fittedText(one: Fitted, settings: Plan["settings"], units: Units): string {
  const setting = settings.find((s) => s.key === one.key);
  const unit = setting?.control.takes === "number" ? setting.control.unit : "";
  const value =
    unit === "C" ? withUnit(one.value, "celsius", units) : `${Math.round(100 * one.value)} %`;
  return `${one.name} ${value}`;
}
