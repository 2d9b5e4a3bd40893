// Settings of a method between an address and a request: `s.` and the key.
import type { MethodAsked } from "../api";

export type SettingValue = string | number | boolean;

const bare = (text: string): SettingValue => {
  if (text === "true" || text === "false") return text === "true";
  const number = Number(text);
  return text.trim() !== "" && Number.isFinite(number) && String(number) === text ? number : text;
};

/** A word that could be taken for a number or a flag stands behind an apostrophe. */
export function writeSetting(value: SettingValue): string {
  const text = String(value);
  const mistaken = typeof value === "string" && (typeof bare(text) !== "string" || text[0] === "'");
  return mistaken ? `'${text}` : text;
}

export function readSetting(text: string): SettingValue {
  return text[0] === "'" ? text.slice(1) : bare(text);
}

export function methodFrom(kind: string, params: URLSearchParams): MethodAsked {
  const said = [...params].filter(([key]) => key.startsWith("s."));
  return {
    kind,
    ...Object.fromEntries(said.map(([key, value]) => [key.slice(2), readSetting(value)])),
  };
}

/** Settings as an address says them, from what a card keeps. */
export function settingsQuery(method: MethodAsked): URLSearchParams {
  const query = new URLSearchParams();
  for (const [key, value] of Object.entries(method))
    if (key !== "kind" && value !== null && value !== undefined)
      query.set(`s.${key}`, writeSetting(value as SettingValue));
  return query;
}
