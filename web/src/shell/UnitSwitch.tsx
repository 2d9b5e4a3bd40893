import { METRIC, type Units } from "../units";

/** What is set on this screen: units, light, keys. */
export type RailProps = {
  units: Units;
  setUnits: (units: Units) => void;
  night: boolean;
  setNight: (night: boolean) => void;
  showKeys: () => void;
};

type Switch = { units: Units; setUnits: (units: Units) => void };

const US: Units = { heat: "F", length: "in", mass: "oz" };

/** The three units, each switched on its own: cooks mix them; or all at once. */
export function UnitSwitch({ units, setUnits }: Switch) {
  const metric = units.heat === "C" && units.length === "mm" && units.mass === "g";
  return (
    <>
      <Each units={units} setUnits={setUnits} />
      <button
        type="button"
        className="min-h-11 px-3 text-left text-small cursor-pointer hover:bg-base-300 whitespace-nowrap"
        data-testid="unit-all"
        onClick={() => setUnits(metric ? US : METRIC)}
      >
        {metric ? "All US" : "All metric"}
      </button>
    </>
  );
}

function Each({ units, setUnits }: Switch) {
  const flip = [
    { is: units.heat, of: ["C", "F"], sign: "°", key: "heat", what: "Temperature unit" },
    { is: units.length, of: ["mm", "in"], sign: "", key: "length", what: "Length unit" },
    { is: units.mass, of: ["g", "oz"], sign: "", key: "mass", what: "Weight unit" },
  ];
  return flip.map(({ is, of, sign, key, what }) => (
    <button
      key={what}
      type="button"
      className="min-h-11 px-3 text-left text-small cursor-pointer hover:bg-base-300 whitespace-nowrap"
      aria-label={`${of.map((one) => sign + one).join(" / ")}: ${what.toLowerCase()}, now ${sign}${is}`}
      data-testid={`unit-${what.split(" ")[0]?.toLowerCase()}`}
      onClick={() => setUnits({ ...units, [key]: of.find((one) => one !== is) } as Units)}
    >
      {of.map((one, i) => (
        <span key={one}>
          {i > 0 && <span className="quiet"> / </span>}
          <span className={one === is ? "font-bold border-b-2 border-primary" : "quiet"}>
            {sign}
            {one}
          </span>
        </span>
      ))}
    </button>
  ));
}
