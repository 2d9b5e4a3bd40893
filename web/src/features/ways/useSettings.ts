// Settings of a card, in the address: a deep link opens the card as it stands.
import { useCallback, useRef } from "react";
import type { Setting } from "../../api";
import { methodFrom, type SettingValue, writeSetting } from "../../card";
import { useAddress } from "../../shell";

const SAME_DRAG_MS = 800;

export function useSettings(kind: string) {
  const [params, setParams] = useAddress();
  const before = useRef<{ at: number; key: string; search: string }[]>([]);
  const change = useCallback(
    (setting: Setting, value: SettingValue) => {
      const now = Date.now();
      const last = before.current.at(-1);
      // One drag is one step back, however many values it passed.
      const same = last?.key === setting.key && now - last.at < SAME_DRAG_MS;
      if (same) last.at = now;
      else before.current.push({ at: now, key: setting.key, search: params.toString() });
      setParams(
        (old) => {
          if (value === setting.control.default) old.delete(`s.${setting.key}`);
          else old.set(`s.${setting.key}`, writeSetting(value));
          return old;
        },
        { replace: same },
      );
    },
    [params, setParams],
  );
  /** All at once: those named, the others as usual. */
  const setAll = useCallback(
    (values: Record<string, SettingValue>) => {
      before.current.push({ at: 0, key: "", search: params.toString() });
      setParams(
        (old) => {
          for (const key of [...old.keys()]) if (key.startsWith("s.")) old.delete(key);
          for (const [key, value] of Object.entries(values))
            old.set(`s.${key}`, writeSetting(value));
          return old;
        },
        { replace: false },
      );
    },
    [params, setParams],
  );
  const undo = useCallback(() => {
    const last = before.current.pop();
    if (last) setParams(() => new URLSearchParams(last.search), { replace: true });
  }, [setParams]);
  return {
    method: methodFrom(kind, params),
    change,
    setAll,
    undo,
    canUndo: before.current.length > 0,
  };
}
