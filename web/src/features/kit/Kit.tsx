// The kitchen: what is here, how high it lies, whose rules it keeps. Everything that is computed goes by it.
import { useState } from "react";
import type { KitchenAsked, ShelfOffered } from "../../api";
import { RULES } from "../../card";
import {
  UnitSwitch,
  UsualKitchens,
  useKit,
  useKitchen,
  usePiece,
  useSession,
  useTimes,
} from "../../shell";
import { Choice, Failure, NumberField, useUnits } from "../../ui";
import { type Units, withUnit } from "../../units";
import { Drawn } from "./Drawn";
import { offBy, type Stands, sidesOf, standing, thingsOf, toggled } from "./kit";
import { Opened } from "./Opened";
import "./kit.css";

type Props = { setUnits: (units: Units) => void };

export function Kit({ setUnits }: Props) {
  const units = useUnits();
  const { kitchen, kept, say, problem, unread, again } = useKitchen();
  const offered = useKit();
  const { owner } = useSession();
  if (offered.isError)
    return (
      <div className="p-8">
        <Failure message={offered.error.message} retry={() => void offered.refetch()} />
      </div>
    );
  if (unread)
    return (
      <div className="p-8">
        <Failure message="What was kept of this kitchen cannot be read just now." retry={again} />
      </div>
    );
  if (!offered.data || !kept) return <p className="p-8 quiet">One moment</p>;
  const stray = problem && !problem.field;
  return (
    <div className="max-w-[1196px] px-4 md:px-8 pt-6 pb-8">
      <header className="pb-4">
        <h1 className="text-title font-bold">What this kitchen has</h1>
        <p className="quiet">
          {owner
            ? "Tap what is not here, or its name to say more of it. Every way, time and warning goes by it, on every screen that asks this Cindo."
            : "Every way, time and warning goes by it. Only the owner changes it: sign in with the owner's passcode, at Office."}
        </p>
        <p className="flex flex-wrap items-center gap-x-5" inert={!owner}>
          <span className="text-small quiet">Start from</span>
          <UsualKitchens kitchen={kitchen} say={say} />
        </p>
        {stray && <Failure message={problem.message} />}
        {kept.unreadable && (
          <Failure message={`What was kept of this kitchen cannot be read: ${kept.unreadable}`} />
        )}
      </header>
      <div className="grid lg:grid-cols-[1fr_300px] gap-x-12 gap-y-6 items-start">
        <div className="min-w-0" inert={!owner}>
          {placed(offered.data.shelves).map((place) => (
            <Place
              key={place.name}
              place={place}
              shelves={offered.data.shelves}
              kitchen={kitchen}
              say={say}
              problem={problem}
            />
          ))}
        </div>
        <div className="grid gap-y-4 max-lg:order-first lg:sticky lg:top-14">
          <div className="grid gap-y-4" inert={!owner}>
            <NumberField
              label="Height above the sea"
              quantity="metre"
              value={kitchen.altitude_m ?? 0}
              field="kitchen.altitude_m"
              problem={problem}
              testId="altitude"
              onChange={(altitude_m) => say({ ...kitchen, altitude_m })}
            >
              <p className="text-small quiet">
                Water boils at {withUnit(kept.boil_c, "celsius", units, 1)} here.
              </p>
            </NumberField>
            <Choice
              label="Whose rules"
              options={RULES}
              value={kitchen.rules ?? "us"}
              onChange={(rules) => say({ ...kitchen, rules })}
            />
            <Choice
              label="A thermometer for the middle of a fish"
              options={[
                { key: "yes", name: "here" },
                { key: "no", name: "none" },
              ]}
              value={kitchen.no_thermometer ? "no" : "yes"}
              onChange={(has) => say({ ...kitchen, no_thermometer: has === "no" })}
            />
            <Choice
              label="Who eats here"
              options={[
                { key: "home", name: "family and friends" },
                { key: "guests", name: "guests who pay" },
              ]}
              value={kitchen.serves_others ? "guests" : "home"}
              onChange={(who) => say({ ...kitchen, serves_others: who === "guests" })}
            />
          </div>
          <div>
            <p className="text-small quiet">Units, on this screen</p>
            <p className="flex flex-wrap gap-x-4">
              <UnitSwitch units={units} setUnits={setUnits} />
            </p>
          </div>
          <div className="max-lg:hidden">
            <Leaves />
          </div>
        </div>
      </div>
    </div>
  );
}

/** Where in a kitchen a shelf of the kit is, and whether things hang there or stand. */
const PLACES: readonly { name: string; hangs?: boolean; small?: boolean; lists: string[] }[] = [
  { name: "On the rail", hangs: true, lists: ["pans", "ridges", "presses"] },
  { name: "The range", lists: ["hobs", "ovens", "broilers"] },
  { name: "On the shelf", lists: ["pots", "steamers", "fryers", "wares"] },
  { name: "Outside", lists: ["grates", "baskets", "stands"] },
  { name: "In the cupboard", small: true, lists: ["fats"] },
];
type PlaceOf = { name: string; looks: string; shelves: readonly ShelfOffered[] };

/** Every shelf in its place; one that has none yet stands with the fryers. */
function placed(shelves: readonly ShelfOffered[]): PlaceOf[] {
  const known = new Set(PLACES.flatMap((place) => place.lists));
  return PLACES.map(({ name, hangs, small, lists }) => ({
    name,
    looks: `kit-place ${hangs ? "kit-hangs" : "kit-stands"} ${small ? "kit-small" : ""}`,
    shelves: [
      ...lists.flatMap((list) => shelves.filter((shelf) => shelf.list === list)),
      ...(lists.includes("fryers") ? shelves.filter((shelf) => !known.has(shelf.list)) : []),
    ],
  }));
}

type PlaceProps = {
  place: PlaceOf;
  shelves: readonly ShelfOffered[];
  kitchen: KitchenAsked;
  say: (kitchen: KitchenAsked) => void;
  problem: { field: string; message: string } | null;
};

/** What the server says of the thing at that place among those with a name of their own. */
function wrongWith(problem: PlaceProps["problem"], at: number | null): boolean {
  return at !== null && (problem?.field.startsWith(`kitchen.things[${at}]`) ?? false);
}

function Place({ place, shelves, kitchen, say, problem }: PlaceProps) {
  const [open, setOpen] = useState<string | null>(null);
  const all = place.shelves.flatMap((shelf) =>
    standing(kitchen, shelf, shelves).map((stands) => ({
      shelf,
      stands,
      id: `${shelf.list}-${stands.key}`,
    })),
  );
  // What is wrong with a thing is said in its fields, whoever opened it.
  const wrong = all.find(({ stands }) => wrongWith(problem, stands.thing));
  const opened = all.find(({ id }) => id === (wrong?.id ?? open));
  return (
    <section aria-label={place.name} className="pt-3">
      <h2 className="text-small quiet">{place.name}</h2>
      <ul className={place.looks}>
        {all.map(({ shelf, stands, id }) => (
          <li key={id} className="kit-thing">
            <button
              type="button"
              className="kit-draw"
              aria-pressed={stands.here}
              aria-label={`${stands.name}, ${shelf.name}`}
              data-testid={id}
              onClick={() => {
                say(toggled(kitchen, shelf, stands));
                if (stands.here && open === id) setOpen(null);
              }}
            >
              <Drawn list={shelf.list} stands={stands} />
            </button>
            {stands.here ? (
              <button
                type="button"
                className="kit-name"
                aria-expanded={opened?.id === id}
                data-testid={`${id}-open`}
                onClick={() => setOpen(open === id ? null : id)}
              >
                <span className="kit-word">{stands.name}</span>
                <Size stands={stands} kitchen={kitchen} />
              </button>
            ) : (
              <span className="kit-name quiet line-through">{stands.name}</span>
            )}
          </li>
        ))}
      </ul>
      {opened?.stands.here && (
        <Opened
          shelf={opened.shelf}
          stands={opened.stands}
          kitchen={kitchen}
          say={say}
          problem={problem}
          open={setOpen}
        />
      )}
    </section>
  );
}

/** How large, how strong and how far off, where that is said of it. */
function Size({ stands, kitchen }: { stands: Stands; kitchen: KitchenAsked }) {
  const units = useUnits();
  const { own, offered } = stands;
  const off = offBy(stands.thing === null ? undefined : thingsOf(kitchen)[stands.thing]);
  const sides = sidesOf(stands);
  const words = [
    sides ? sides.map((mm) => withUnit(mm, "across", units)).join(" × ") : null,
    offered.litres != null && withUnit(own.litres ?? offered.litres, "litre", units),
    offered.power_w != null && withUnit(own.power_w ?? offered.power_w, "watt", units),
    off !== 0 && `${off > 0 ? "+" : "−"}${withUnit(Math.abs(off), "kelvin", units)}`,
  ].filter((word): word is string => typeof word === "string");
  return words.length > 0 && <span className="kit-size figures">{words.join(", ")}</span>;
}

/** What that leaves for the piece in hand. */
function Leaves() {
  const { piece } = usePiece();
  const ways = useTimes(piece);
  if (!ways.data) return null;
  const out = ways.data.ways.flatMap((way) => {
    const why = way.suits ? null : way.reasons.find((reason) => reason.code === "not_here");
    return why ? [{ name: way.name, why: why.message }] : [];
  });
  const left = ways.data.ways.filter((way) => way.suits).length;
  return (
    <section aria-live="polite" data-testid="kit-leaves">
      <p>
        <b>{left === 1 ? "One way" : `${left} ways`} for the piece in hand</b>
        {out.length > 0 && ", and these this kitchen cannot do:"}
      </p>
      <ul className="text-small">
        {out.map((way) => (
          <li key={way.name} className="py-0.5">
            {way.name} <span className="quiet">{way.why}</span>
          </li>
        ))}
      </ul>
    </section>
  );
}
