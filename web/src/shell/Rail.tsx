import { NavLink } from "react-router";
import { Mark } from "./Mark";
import { More } from "./More";
import { usePiece } from "./PieceContext";
import { type RailProps, UnitSwitch } from "./UnitSwitch";
import { VIEWS } from "./views";

export function Rail({ units, setUnits, night, setNight, showKeys }: RailProps) {
  const { query } = usePiece();
  return (
    <nav
      aria-label="Views"
      className="no-print fixed z-20 bg-base-200 flex bottom-0 inset-x-0 h-16 justify-around border-t border-base-300 md:inset-y-0 md:right-auto md:h-auto md:w-[84px] md:flex-col md:justify-start md:border-t-0 md:overflow-y-auto"
    >
      <div className="hidden md:block px-3 pt-5 pb-4 text-lead font-bold tracking-tight">Cindo</div>
      {VIEWS.map((view) => (
        <NavLink
          key={view.path}
          to={{ pathname: view.path, search: view.withPiece ? query : "" }}
          end={view.path === "/"}
          title={view.says}
          className={({ isActive }) =>
            `${view.inBar ? "flex" : "hidden md:flex"} flex-col justify-center gap-0.5 px-1.5 md:px-3 flex-1 max-md:items-center min-w-0 md:min-h-[46px] md:max-h-[68px] bar-word border-primary ${
              isActive
                ? "font-bold border-t-3 md:border-t-0 md:border-l-4 md:pl-2 bg-base-100"
                : "quiet hover:text-base-content border-t-3 border-t-transparent md:border-t-0"
            }`
          }
        >
          <Mark of={view} />
          {view.name}
        </NavLink>
      ))}
      <More {...{ units, setUnits, night, setNight, showKeys }} />
      <div className="hidden md:flex md:flex-col md:mt-auto md:pb-3 md:items-stretch">
        <NavLink
          to="/office"
          title="Who comes in, what is kept"
          className="min-h-11 px-3 content-center text-small hover:bg-base-300 aria-[current=page]:font-bold"
        >
          Office
        </NavLink>
        <UnitSwitch units={units} setUnits={setUnits} />
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
          className="min-h-11 px-3 text-left text-small cursor-pointer hover:bg-base-300"
          aria-label="List the keys"
          onClick={showKeys}
        >
          Keys <kbd className="figures">?</kbd>
        </button>
      </div>
    </nav>
  );
}
