import { NavLink } from "react-router";
import type { Units } from "../units";
import { usePiece } from "./PieceContext";
import { VIEWS } from "./views";

type Switch = { units: Units; setUnits: (units: Units) => void };

/** The three units, each switched on its own: cooks mix them. */
export function UnitSwitch({ units, setUnits }: Switch) {
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

type Props = {
  units: Units;
  setUnits: (units: Units) => void;
  night: boolean;
  setNight: (night: boolean) => void;
  showKeys: () => void;
};

export function Rail({ units, setUnits, night, setNight, showKeys }: Props) {
  const { query } = usePiece();
  return (
    <nav
      aria-label="Views"
      className="no-print fixed z-20 bg-base-200 flex bottom-0 inset-x-0 h-16 justify-around border-t border-base-300 md:inset-y-0 md:right-auto md:h-auto md:w-[84px] md:flex-col md:justify-start md:border-t-0"
    >
      <div className="hidden md:block px-3 pt-5 pb-4 text-lead font-bold tracking-tight">Cindo</div>
      {VIEWS.map((view) => (
        <NavLink
          key={view.path}
          to={{ pathname: view.path, search: view.withPiece ? query : "" }}
          end={view.path === "/"}
          className={({ isActive }) =>
            `flex flex-col justify-center gap-0.5 px-3 min-w-16 md:py-3 text-small border-primary ${
              isActive
                ? "font-bold border-t-3 md:border-t-0 md:border-l-4 md:pl-2 bg-base-100"
                : "quiet hover:text-base-content border-t-3 border-t-transparent md:border-t-0"
            }`
          }
        >
          <svg
            viewBox="0 0 24 24"
            width="24"
            height="24"
            fill="none"
            stroke="currentColor"
            strokeWidth="1.75"
            aria-hidden="true"
          >
            {view.mark}
          </svg>
          {view.name}
        </NavLink>
      ))}
      <div className="flex md:flex-col md:mt-auto md:pb-3 items-center md:items-stretch">
        <span className="hidden md:contents">
          <UnitSwitch units={units} setUnits={setUnits} />
        </span>
        <button
          type="button"
          className="min-h-11 px-3 text-left text-small cursor-pointer hover:bg-base-300"
          aria-pressed={night}
          data-testid="night"
          onClick={() => setNight(!night)}
        >
          {night ? "Day" : "Night"}
        </button>
        <button
          type="button"
          className="hidden md:block min-h-11 px-3 text-left text-small cursor-pointer hover:bg-base-300"
          aria-label="List the keys"
          onClick={showKeys}
        >
          Keys <kbd className="figures">?</kbd>
        </button>
      </div>
    </nav>
  );
}
