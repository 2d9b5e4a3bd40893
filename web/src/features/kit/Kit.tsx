// The kitchen: what is here, how high it lies, whose rules it keeps. Everything that is computed goes by it.
import type { KitchenAsked, ShelfOffered } from "../../api";
import { RULES } from "../../card";
import { UnitSwitch, UsualKitchens, useKit, useKitchen, usePiece, useTimes } from "../../shell";
import { Choice, Failure, NumberField, useUnits } from "../../ui";
import { type Units, withUnit } from "../../units";
import { entryOf, keyOf, listsOf, sized, toggled } from "./kit";

type Props = { setUnits: (units: Units) => void };

export function Kit({ setUnits }: Props) {
  const units = useUnits();
  const { kitchen, kept, say, problem } = useKitchen();
  const offered = useKit();
  if (offered.isError)
    return (
      <div className="p-8">
        <Failure message={offered.error.message} retry={() => void offered.refetch()} />
      </div>
    );
  if (!offered.data || !kept) return <p className="p-8 quiet">One moment</p>;
  const stray = problem && !problem.field;
  return (
    <div className="max-w-[1196px] px-4 md:px-8 pt-6 pb-8">
      <header className="pb-4">
        <h1 className="text-title font-bold">What this kitchen has</h1>
        <p className="quiet">
          Tap what is not here. Every way, time and warning goes by it, on every screen that asks
          this Cindo.
        </p>
        <p className="flex flex-wrap items-center gap-x-5">
          <span className="text-small quiet">Start from</span>
          <UsualKitchens kitchen={kitchen} say={say} />
        </p>
        {stray && <Failure message={problem.message} />}
        {kept.unreadable && (
          <Failure message={`What was kept of this kitchen cannot be read: ${kept.unreadable}`} />
        )}
      </header>
      <div className="grid lg:grid-cols-[1fr_300px] gap-x-12 gap-y-6 items-start">
        <dl className="grid sm:grid-cols-[11rem_1fr]">
          {offered.data.shelves.map((shelf) => (
            <Shelf key={shelf.list} shelf={shelf} kitchen={kitchen} say={say} problem={problem} />
          ))}
        </dl>
        <div className="grid gap-y-4 max-lg:order-first">
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

type ShelfProps = {
  shelf: ShelfOffered;
  kitchen: KitchenAsked;
  say: (kitchen: KitchenAsked) => void;
  problem: { field: string; message: string } | null;
};

function Shelf({ shelf, kitchen, say, problem }: ShelfProps) {
  const lists = listsOf(kitchen);
  const here = (key: string) => entryOf(lists, shelf.list, key);
  const at = (key: string, size: string) => {
    const i = (lists[shelf.list] ?? []).findIndex((entry) => keyOf(entry) === key);
    return `kitchen.kit.${shelf.list}[${i}].${size}`;
  };
  return (
    <>
      <dt className="hair-t pt-3 first-letter:uppercase">{shelf.name}</dt>
      <dd className="hair-t min-w-0 flex flex-wrap items-end gap-x-7">
        {shelf.things.map((thing) => {
          const entry = here(thing.key);
          const own = typeof entry === "object" && entry !== null && "like" in entry ? entry : {};
          const said = { across_mm: thing.across_mm, power_w: thing.power_w, ...own };
          const size = thing.across_mm != null ? "across_mm" : "power_w";
          const value = said[size];
          return (
            <div key={thing.key}>
              {size === "across_mm" && value != null && entry && <PanDrawn acrossMm={value} />}
              <button
                type="button"
                className="here"
                aria-pressed={entry !== null}
                data-testid={`${shelf.list}-${thing.key}`}
                onClick={() => say(toggled(kitchen, shelf, thing.key))}
              >
                {thing.name}
              </button>
              {value != null && entry && (
                <NumberField
                  label={`${thing.name}: ${size === "across_mm" ? "across the bottom" : "power"}`}
                  hideLabel
                  quantity={size === "across_mm" ? "across" : "watt"}
                  value={value}
                  field={at(thing.key, size)}
                  problem={problem}
                  testId={`${shelf.list}-${thing.key}-size`}
                  onChange={(next) => say(sized(kitchen, shelf, thing, { [size]: next }))}
                />
              )}
            </div>
          );
        })}
        {!shelf.things.some((thing) => here(thing.key)) && (
          <span className="text-small quiet pb-3">none here</span>
        )}
      </dd>
    </>
  );
}

const PX_A_MM = 0.36;

/** A pan from its side, the pieces in hand lying in it, all on one scale. */
function PanDrawn({ acrossMm }: { acrossMm: number }) {
  const { piece } = usePiece();
  const width = acrossMm * PX_A_MM;
  const [wide, high] = [piece.widthMm * PX_A_MM, piece.thicknessMm * PX_A_MM];
  const fit = Math.min(piece.pieces, Math.floor(acrossMm / (piece.widthMm + 8)));
  const gap = fit > 0 ? (width - fit * wide) / (fit + 1) : 0;
  return (
    <svg
      width={width + 20}
      height={30}
      viewBox={`-10 -26 ${width + 20} 30`}
      className="block mt-2"
      role="img"
      aria-label={`${fit} of ${piece.pieces} side by side`}
    >
      {Array.from({ length: fit }, (_, i) => (
        <rect
          // biome-ignore lint/suspicious/noArrayIndexKey: pieces alike
          key={i}
          x={gap + i * (wide + gap)}
          y={-high}
          width={wide}
          height={high}
          rx={3}
          className="fill-[var(--flesh-low)] stroke-base-content"
          strokeWidth={1}
        />
      ))}
      <path
        d={`M-8 -12L0 0H${width}L${width + 8} -12`}
        fill="none"
        stroke="currentColor"
        strokeWidth={2.5}
        strokeLinejoin="round"
      />
    </svg>
  );
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
