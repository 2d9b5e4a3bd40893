// What is done, station by station along the board: one of them is open, with what can be chosen there.
import type { ReactNode } from "react";
import type { Offered, Preparation, Prepared, PrepOffered, Refused } from "../../api";
import type { Piece } from "../../card";
import { useViewText } from "../../shell";
import { Choice, FieldError, NumberField } from "../../ui";
import { Own } from "./Own";
import { OwnSide } from "./OwnSide";

type Props = {
  piece: Piece;
  prep: Preparation;
  set: (part: Partial<Preparation>) => void;
  kind: string;
  offered: PrepOffered;
  prepared: Prepared | undefined;
  problem: Refused | null;
  /** Another way to prepare it for. */
  toWay: (kind: string) => void;
  wayName: (kind: string) => string;
};

type Station = { key: string; name: string; says: string; wrong: boolean; body: ReactNode };

const NONE = { key: "", name: "none" } as const;

/** Of a list, with none before it. */
const withNone = (all: Offered[], none: string = NONE.name) => [
  { key: "", name: none },
  ...all.map(({ key, name }) => ({ key, name })),
];

const lower = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);
const nameOf = (all: Offered[], key: string | null | undefined) =>
  all.find((one) => one.key === key)?.name ?? "";

export function Stations(props: Props) {
  const [open, setOpen] = useViewText("at");
  const stations = all(props);
  const shown = stations.find((one) => one.wrong) ?? stations.find((one) => one.key === open);
  return (
    <section aria-label="What is done to it">
      <div className="prep-stations">
        {stations.map((one, i) => (
          <button
            key={one.key}
            type="button"
            aria-expanded={shown?.key === one.key}
            data-said={one.says !== "—"}
            data-testid={`station-${one.key}`}
            onClick={() => setOpen(shown?.key === one.key ? "" : one.key)}
          >
            <span className="prep-dot" aria-hidden="true">
              {i + 1}
            </span>
            <span className="font-semibold">{one.name}</span>
            <span className="text-small quiet prep-says">{one.says}</span>
          </button>
        ))}
      </div>
      {shown && (
        <div className="prep-open" data-testid={`open-${shown.key}`}>
          {shown.body}
        </div>
      )}
    </section>
  );
}

const FIELDS = {
  thaw: ["thaw"],
  clean: ["clean"],
  salt: ["salt"],
  marinade: ["marinade"],
  temper: ["temper_min", "room_c"],
  coat: ["coat"],
  with: ["people", "sides", "sauces", "liquid", "fats"],
} as const;

/** What is wrong is said at a station. */
export const atStation = (field: string) =>
  Object.values(FIELDS)
    .flat()
    .some((one) => field.startsWith(one));

function all(props: Props): Station[] {
  const { piece, problem } = props;
  const wrong = (at: keyof typeof FIELDS) =>
    problem !== null && FIELDS[at].some((field) => problem.field.startsWith(field));
  const stations: (Station | false)[] = [
    piece.state === "frozen" && { ...thaw(props), wrong: wrong("thaw") },
    { ...clean(props), wrong: wrong("clean") },
    { ...salt(props), wrong: wrong("salt") },
    { ...marinade(props), wrong: wrong("marinade") },
    { ...temper(props), wrong: wrong("temper") },
    { ...coat(props), wrong: wrong("coat") },
    { ...beside(props), wrong: wrong("with") },
  ];
  return stations.filter((one) => one !== false);
}

type Made = Omit<Station, "wrong">;

function thaw({ prep, set }: Props): Made {
  const value = prep.thaw ?? "fridge";
  const says = { fridge: "in the fridge", water: "in cold water", not: "cooked frozen" }[value];
  return {
    key: "thaw",
    name: "Thaw",
    says,
    body: (
      <Choice
        label="Thaw it"
        value={value}
        onChange={(thaw) => set({ thaw })}
        options={[
          { key: "fridge", name: "in the fridge" },
          { key: "water", name: "in cold running water" },
          { key: "not", name: "not: cook it frozen" },
        ]}
      />
    ),
  };
}

function clean({ prepared, set, problem }: Props): Made {
  const offered = prepared?.clean ?? [];
  const done = offered.filter((one) => one.done);
  const toggle = (key: string) => {
    const group = offered.find((one) => one.key === key)?.group;
    const was = done.some((one) => one.key === key);
    // Of a group one is done: another takes its place.
    const others = done.filter((one) => one.key !== key && !(group && one.group === group));
    const kept = others.map((one) => one.key);
    set({ clean: was && !group ? kept : [...kept, key] });
  };
  return {
    key: "clean",
    name: "Clean",
    says: `${done.length} acts`,
    body: (
      <div>
        <fieldset className="flex flex-wrap gap-x-5">
          <legend className="text-small quiet">Done, in the order of the trade</legend>
          {offered.map((one) => (
            <button
              key={one.key}
              type="button"
              className="pick"
              aria-pressed={one.done}
              title={one.why}
              data-testid={`clean-${one.key}`}
              onClick={() => toggle(one.key)}
            >
              {one.name}
            </button>
          ))}
        </fieldset>
        <ul className="text-small quiet grid gap-y-0.5 pt-1">
          {done.map((one) => (
            <li key={one.key}>
              <b className="text-base-content">{one.name}</b>: {one.why}
            </li>
          ))}
        </ul>
        <FieldError id="clean-error" problem={problem} field="clean" />
      </div>
    ),
  };
}

function salt({ prep, set, offered, prepared, problem }: Props): Made {
  const salt = prep.salt ?? null;
  const school = offered.salt.find((one) => one.key === salt?.school);
  const told = prepared?.salted;
  const change = (part: Partial<NonNullable<Preparation["salt"]>>) =>
    salt && set({ salt: { ...salt, ...part } });
  return {
    key: "salt",
    name: "Salt",
    says: school ? lower(school.name) : "—",
    body: (
      <div className="grid gap-x-10 gap-y-2 lg:grid-cols-[minmax(0,7fr)_minmax(0,5fr)]">
        <Choice
          label="Salted"
          value={salt?.school ?? ""}
          onChange={(key) =>
            set({ salt: key === "" ? null : { kind: salt?.kind ?? "fine", school: key } })
          }
          options={withNone(offered.salt, "not at all")}
        />
        {salt && told && (
          <div className="grid gap-y-2 content-start">
            <p className="text-small quiet max-w-[46ch]">{school?.why}</p>
            <div className="flex flex-wrap gap-x-6 gap-y-1">
              <NumberField
                label={told.water_g != null ? "Salt in the brine" : "Salt in all"}
                quantity="gram"
                value={Math.round(10 * told.strewn_g) / 10}
                onChange={(g) => change({ g })}
                field="salt.g"
                problem={problem}
                testId="salt-g"
              />
              <NumberField
                label="Before the heat"
                quantity="plain"
                suffix="min"
                value={told.minutes}
                onChange={(minutes) => change({ minutes })}
                field="salt.minutes"
                problem={problem}
                testId="salt-minutes"
              />
            </div>
            <Choice
              label="Which salt"
              value={salt.kind ?? "fine"}
              onChange={(kind) => change({ kind })}
              options={[
                { key: "fine", name: "fine" },
                { key: "flake", name: "flakes" },
                { key: "coarse", name: "coarse" },
              ]}
            />
          </div>
        )}
        <FieldError id="salt-error" problem={problem} field="salt.school" />
      </div>
    ),
  };
}

function marinade({ prep, set, offered, problem }: Props): Made {
  const one = prep.marinade ?? null;
  const row = offered.marinades.find((row) => row.key === one?.kind);
  return {
    key: "marinade",
    name: "Marinade",
    says: row?.name ?? "—",
    body: (
      <div className="grid gap-y-2">
        <Choice
          label="In a marinade of"
          value={one?.kind ?? ""}
          onChange={(kind) => set({ marinade: kind === "" ? null : { kind } })}
          options={withNone(offered.marinades)}
        />
        {one && (
          <>
            <p className="text-small quiet">{row?.why}</p>
            <NumberField
              label="For so long"
              quantity="plain"
              suffix="min"
              placeholder="usual"
              value={one.minutes ?? null}
              onChange={(minutes) => set({ marinade: { ...one, minutes } })}
              mayBeEmpty={() => set({ marinade: { kind: one.kind } })}
              field="marinade.minutes"
              problem={problem}
              testId="marinade-minutes"
            />
          </>
        )}
      </div>
    ),
  };
}

function temper({ prep, set, prepared, problem }: Props): Made {
  const min = prep.temper_min ?? 0;
  return {
    key: "temper",
    name: "Take out",
    says: min > 0 ? `${min} min before` : "—",
    body: (
      <div className="flex flex-wrap items-start gap-x-8">
        <NumberField
          label="Out of the fridge before the heat"
          quantity="plain"
          suffix="min"
          value={min}
          onChange={(temper_min) => set({ temper_min })}
          field="temper_min"
          problem={problem}
          testId="temper-min"
        />
        <NumberField
          label="The kitchen"
          quantity="celsius"
          value={prep.room_c ?? 20}
          onChange={(room_c) => set({ room_c })}
          field="room_c"
          problem={problem}
        />
        {prepared && min > 0 && (
          <p className="text-small quiet pt-5 max-w-[34ch]">
            Covered, on a rack. Only with fish that was cold until now.
          </p>
        )}
      </div>
    ),
  };
}

function coat(props: Props): Made {
  const { prep, set, offered, kind, prepared, problem, toWay, wayName } = props;
  const one = prep.coat ?? null;
  const fits = offered.coats.filter((row) => row.kinds.includes(kind));
  const row = offered.coats.find((row) => row.key === one?.kind);
  const told = prepared?.coat;
  return {
    key: "coat",
    name: "Coat",
    says: row ? lower(row.name) : "—",
    body: (
      <div className="grid gap-y-2">
        {fits.length === 0 && !one ? (
          <p className="quiet">This way takes no coat.</p>
        ) : (
          <Choice
            label="Coated with"
            value={one?.kind ?? ""}
            onChange={(key) => set({ coat: key === "" ? null : { kind: key } })}
            options={withNone(fits, "as the card has it")}
          />
        )}
        <FieldError id="coat-error" problem={problem} field="coat.kind" />
        {problem?.field === "coat.kind" && row && (
          <div className="flex flex-wrap gap-x-5">
            {row.kinds.slice(0, 3).map((way) => (
              <button key={way} type="button" className="pick underline" onClick={() => toWay(way)}>
                prepare it for {wayName(way)}
              </button>
            ))}
          </div>
        )}
        {one && (
          <>
            <p className="text-small quiet max-w-[60ch]">{row?.why}</p>
            {told?.wet_over_dry != null && (
              <>
                <NumberField
                  label="It stands before it is used"
                  quantity="plain"
                  suffix="min"
                  value={one.stands_min ?? 0}
                  onChange={(stands_min) => set({ coat: { ...one, stands_min } })}
                  field="coat.stands_min"
                  problem={problem}
                  testId="coat-stands"
                />
                <Own
                  title="A batter of your own"
                  items={one.own ?? []}
                  set={(own) => set({ coat: { ...one, own } })}
                  field="coat.own"
                  problem={problem}
                />
              </>
            )}
          </>
        )}
      </div>
    ),
  };
}

function beside({ prep, set, offered, prepared, problem }: Props): Made {
  const sides = prep.sides ?? [];
  const sauces = prep.sauces ?? [];
  const names = [
    ...sides.map((side) => nameOf(offered.sides, side.kind) || side.name || ""),
    ...sauces.map((sauce) => nameOf(offered.sauces, sauce.kind)),
    ...(prep.liquid ? [nameOf(offered.liquids, prep.liquid.kind)] : []),
  ];
  const toggled = <T extends { kind: string }>(all: T[], one: T) =>
    all.some((other) => other.kind === one.kind)
      ? all.filter((other) => other.kind !== one.kind)
      : [...all, one];
  return {
    key: "with",
    name: "With it",
    says: names.length > 0 ? names.map(lower).join(", ") : "—",
    body: (
      <div className="grid gap-y-2">
        <NumberField
          label="People"
          quantity="plain"
          value={prep.people ?? prepared?.people ?? null}
          onChange={(people) => set({ people: Math.round(people) })}
          field="people"
          problem={problem}
          testId="people"
        />
        <Picks
          label="Sides"
          id="side"
          all={offered.sides}
          chosen={sides.map((side) => side.kind)}
          toggle={(kind) => set({ sides: toggled(sides, { kind }) })}
        />
        <OwnSide sides={sides} set={(sides) => set({ sides })} problem={problem} />
        <Picks
          label="Sauces"
          id="sauce"
          all={offered.sauces}
          chosen={sauces.map((sauce) => sauce.kind)}
          toggle={(kind) => set({ sauces: toggled(sauces, { kind }) })}
        />
        <Choice
          label="To cook it in"
          value={prep.liquid?.kind ?? ""}
          onChange={(kind) => set({ liquid: kind === "" ? null : { kind } })}
          options={withNone(offered.liquids)}
        />
        {problem && <FieldError id="with-error" problem={problem} field={problem.field} />}
      </div>
    ),
  };
}

type PicksProps = {
  label: string;
  id: string;
  all: Offered[];
  chosen: string[];
  toggle: (key: string) => void;
};

/** Any of some words. */
function Picks({ label, id, all, chosen, toggle }: PicksProps) {
  return (
    <fieldset className="flex flex-wrap gap-x-5">
      <legend className="text-small quiet">{label}</legend>
      {all.map((one) => (
        <button
          key={one.key}
          type="button"
          className="pick"
          aria-pressed={chosen.includes(one.key)}
          title={one.why}
          data-testid={`${id}-${one.key}`}
          onClick={() => toggle(one.key)}
        >
          {one.name}
        </button>
      ))}
    </fieldset>
  );
}
