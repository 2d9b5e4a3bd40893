// What is known of the fish in hand beyond its shape: how it was kept and frozen.
export type Record = {
  /** Of which fish this is known: of another one nothing is. */
  of: string;
  /** On which day it was said: the fish of another day is another fish. */
  on: string;
  farmed: boolean;
  frozenAtC: number | null;
  frozenHours: number;
  warmHours: number | null;
  warmestC: number;
  onIceDays: number;
  onIceC: number;
  /** Number of the option by form and look. */
  looks: { [formAndLook: string]: number };
};

export const NOTHING: Record = {
  of: "",
  on: "",
  farmed: false,
  frozenAtC: null,
  frozenHours: 168,
  warmHours: null,
  warmestC: 10,
  onIceDays: 1,
  onIceC: 0,
  looks: {},
};

/** Today where the cook is, YYYY-MM-DD. */
export function today(): string {
  return new Date().toLocaleDateString("sv");
}

/** Nothing yet of a fish that has just come to hand. */
export function fresh(fish: string, on = today()): Record {
  return { ...NOTHING, of: fish, on };
}

/** What is known of the fish in hand; nothing that was said of another, or on another day. */
export function knownOf(record: Record, fish: string, on = today()): Record {
  return record.of === fish && record.on === on ? record : fresh(fish, on);
}

/** Answers to the looks of one form. */
export function answersOf(record: Record, form: string): { [look: string]: number } {
  return Object.fromEntries(
    Object.entries(record.looks)
      .filter(([key]) => key.startsWith(`${form}.`))
      .map(([key, option]) => [key.slice(form.length + 1), option]),
  );
}

/** Which list of looks a piece asks for. */
export function formOf(cut: string, state: string): "whole" | "fillet" | "frozen" {
  if (state === "frozen") return "frozen";
  return cut.startsWith("whole") || cut === "small_whole" ? "whole" : "fillet";
}
