// One thing, opened: what it is called, how large and how strong it is, and what was found out about it.
import { useEffect, useState } from "react";
import type { KitchenAsked, ShelfOffered } from "../../api";
import { FieldError, NumberField, type Problem } from "../../ui";
import type { Quantity } from "../../units";
import {
  another,
  changed,
  offBy,
  type Stands,
  sidesOf,
  type Thing,
  thingsOf,
  toggled,
  withoutThing,
} from "./kit";

/** Who says so of a thing is about so sure of it, K. common practice, no source. */
const SAID_SD_K = 4;
/** What runs by a dial or a thermometer of its own. */
const HAS_DIAL: ReadonlySet<string> = new Set(["ovens", "broilers", "fryers", "grates"]);
const PLACES: Record<string, string> = { hobs: "rings", ovens: "shelves" };

/** Two sizes of one thing are told apart. */
const TEST: Partial<Record<string, string>> = {
  places: "places",
  width_mm: "width",
  litres: "litres",
  power_w: "power",
};
type SizeKey = "across_mm" | "length_mm" | "width_mm" | "power_w" | "litres" | "places";
type Sizing = { key: SizeKey; label: string; quantity: Quantity; value: number | null };

function sizings(list: string, { own, offered }: Stands): Sizing[] {
  const found: Sizing[] = [];
  const one = (key: SizeKey, label: string, quantity: Quantity, value: number | null | undefined) =>
    found.push({ key, label, quantity, value: value ?? null });
  const [long, wide] = sidesOf({ own, offered }) ?? [];
  if (wide != null) {
    one("length_mm", "how long", "across", long);
    one("width_mm", "how wide", "across", wide);
  } else if (long != null) {
    one("across_mm", "across the bottom", "across", long);
  }
  if (offered.power_w != null) one("power_w", "power", "watt", own.power_w ?? offered.power_w);
  if (offered.litres != null)
    one(
      "litres",
      list === "fryers" ? "oil in it" : "liquid in it",
      "litre",
      own.litres ?? offered.litres,
    );
  if (offered.places != null && PLACES[list])
    one("places", PLACES[list], "plain", own.places ?? offered.places);
  return found;
}

/** As long and as wide as it was across, until it is typed; and as wide across as it was wide. */
function otherShape(stands: Stands): Partial<Thing> {
  const [long, wide] = sidesOf(stands) ?? [];
  const across = wide ?? long ?? null;
  if (wide != null) return { across_mm: across, length_mm: null, width_mm: null };
  return { across_mm: null, length_mm: across, width_mm: across };
}

/** A side is said with the other. */
function withSides(stands: Stands, by: Partial<Thing>): Partial<Thing> {
  const [long, wide] = sidesOf(stands) ?? [];
  if (by.length_mm === undefined && by.width_mm === undefined) return by;
  return { length_mm: long ?? null, width_mm: wide ?? null, ...by };
}

type Props = {
  shelf: ShelfOffered;
  stands: Stands;
  kitchen: KitchenAsked;
  say: (kitchen: KitchenAsked) => void;
  problem: Problem;
  open: (key: string | null) => void;
};

export function Opened({ shelf, stands, kitchen, say, problem, open }: Props) {
  const thing = stands.thing === null ? undefined : thingsOf(kitchen)[stands.thing];
  const at = (field: string) => `kitchen.things[${stands.thing}].${field}`;
  const change = (by: Partial<Thing>) => say(changed(kitchen, shelf, stands, by));
  const test = (what: string) => `${shelf.list}-${stands.key}-${what}`;
  const off = thing?.learned?.findIndex((learned) => learned.what === "kelvins") ?? -1;
  const sides = sidesOf(stands);
  const round = sides?.length === 1;
  return (
    <section className="kit-opened" aria-label={stands.name} data-testid="kit-opened">
      <Name
        // Another thing is another field.
        key={stands.key}
        name={stands.name}
        field={at("name")}
        problem={problem}
        onChange={(name) => change({ name })}
      />
      {sizings(shelf.list, stands).map((size) => (
        <NumberField
          key={size.key}
          label={`${stands.name}: ${size.label}`}
          quantity={size.quantity}
          value={size.value}
          field={at(size.key)}
          problem={problem}
          testId={test(TEST[size.key] ?? "size")}
          onChange={(value) => change(withSides(stands, { [size.key]: value }))}
        />
      ))}
      {HAS_DIAL.has(shelf.list) && (
        <NumberField
          label={`${stands.name}: hotter than it says, minus for cooler`}
          quantity="kelvin"
          value={offBy(thing)}
          field={at(`learned[${Math.max(off, 0)}].mean`)}
          problem={problem}
          testId={test("off")}
          onChange={(mean) =>
            change({
              learned: [
                ...(thing?.learned ?? []).filter((learned) => learned.what !== "kelvins"),
                ...(mean === 0 ? [] : [{ what: "kelvins" as const, mean, sd: SAID_SD_K }]),
              ],
            })
          }
        />
      )}
      <p className="flex flex-wrap gap-x-5 col-span-full">
        {sides && (
          <button
            type="button"
            className="pick underline"
            onClick={() => change(otherShape(stands))}
          >
            {round ? "It is not round" : "It is round"}
          </button>
        )}
        <button
          type="button"
          className="pick underline"
          data-testid="kit-another"
          onClick={() => {
            const more = another(kitchen, shelf, stands.offered);
            say(more.kitchen);
            open(`${shelf.list}-${more.key}`);
          }}
        >
          Another {stands.offered.name}
        </button>
        <button
          type="button"
          className="pick underline"
          data-testid="kit-away"
          onClick={() => {
            const ships = stands.key === stands.offered.key;
            say(
              ships || stands.thing === null
                ? toggled(kitchen, shelf, stands)
                : withoutThing(kitchen, stands.thing),
            );
            open(null);
          }}
        >
          Not here
        </button>
        <button type="button" className="pick underline ml-auto" onClick={() => open(null)}>
          Close
        </button>
      </p>
    </section>
  );
}

type NameProps = {
  name: string;
  field: string;
  problem: Problem;
  onChange: (name: string) => void;
};

/** What the cooks call it: it counts when the field is left. */
function Name({ name, field, problem, onChange }: NameProps) {
  const [typed, setTyped] = useState(name);
  useEffect(() => setTyped(name), [name]);
  const refused = problem?.field === field;
  return (
    <div>
      <label className="text-small quiet block" htmlFor="kit-name">
        What you call it
      </label>
      <input
        id="kit-name"
        className="typed !text-left"
        value={typed}
        maxLength={40}
        aria-invalid={refused}
        aria-describedby="kit-name-error"
        data-testid="kit-name"
        onFocus={(e) => e.target.select()}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={() => typed !== name && onChange(typed)}
        onKeyDown={(e) => e.key === "Enter" && e.currentTarget.blur()}
      />
      <FieldError id="kit-name-error" field={field} problem={problem} />
    </div>
  );
}
