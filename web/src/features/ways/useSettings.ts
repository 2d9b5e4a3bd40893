// Settings of a card, in the address: a deep link opens the card as it stands.
import { useCallback, useRef } from "react";
import { useSearchParams } from "react-router";
import type { MethodAsked, Setting } from "../../api";

export type SettingValue = string | number | boolean;

function read(text: string): SettingValue {
  if (text === "true" || text === "false") return text === "true";
  const number = Number(text);
  return text.trim() !== "" && Number.isFinite(number) ? number : text;
}

export function methodFrom(kind: string, params: URLSearchParams): MethodAsked {
  const said = [...params].filter(([key]) => key.startsWith("s."));
  return { kind, ...Object.fromEntries(said.map(([key, value]) => [key.slice(2), read(value)])) };
}

/** Settings as an address says them, from what a card keeps. */
export function settingsQuery(method: MethodAsked): string {
  const query = new URLSearchParams();
  for (const [key, value] of Object.entries(method))
    if (key !== "kind" && value !== null && value !== undefined)
      query.set(`s.${key}`, String(value));
  return query.toString();
}

const SAME_DRAG_MS = 800;

export function useSettings(kind: string) {
  const [params, setParams] = useSearchParams();
  const before = useRef<{ at: number; key: string; search: string }[]>([]);
  const change = useCallback(
    (setting: Setting, value: SettingValue) => {
      const now = Date.now();
      const last = before.current.at(-1);
      // One drag is one step back, however many values it passed.
      if (last?.key === setting.key && now - last.at < SAME_DRAG_MS) last.at = now;
      else before.current.push({ at: now, key: setting.key, search: params.toString() });
      setParams(
        (old) => {
          if (value === setting.control.default) old.delete(`s.${setting.key}`);
          else old.set(`s.${setting.key}`, String(value));
          return old;
        },
        { replace: true },
      );
    },
    [params, setParams],
  );
  const undo = useCallback(() => {
    const last = before.current.pop();
    if (last) setParams(new URLSearchParams(last.search), { replace: true });
  }, [setParams]);
  return { method: methodFrom(kind, params), change, undo, canUndo: before.current.length > 0 };
}
