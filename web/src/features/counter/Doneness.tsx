// The cook's levels on a line of temperatures, with the food-safety figure as a mark of its own.
import type { FishList, Level } from "../../api";
import { FOOD_SAFETY } from "../../card";
import { FieldError, Term, useUnits } from "../../ui";
import { figure, scale, withUnit } from "../../units";

type Props = {
  levels: Level[];
  usual: string;
  safety: FishList["food_code"];
  level: string;
  onChange: (level: string) => void;
  problem: { field: string; message: string } | null;
};

export function Doneness({ levels, usual, safety, level, onChange, problem }: Props) {
  const units = useUnits();
  const at = scale("celsius", units);
  const low = Math.min(...levels.map((l) => l.low_c)) - 2;
  const high = Math.max(safety.core_c + 4, ...levels.map((l) => l.high_c + 1));
  const safe = level === FOOD_SAFETY;
  const share = (c: number) => (100 * (c - low)) / (high - low);
  const move = (by: number) => {
    const i = levels.findIndex((l) => l.key === level);
    const next = levels[Math.min(Math.max(i + by, 0), levels.length - 1)];
    if (!next) return;
    onChange(next.key);
    document.getElementById(`level-${next.key}`)?.focus();
  };
  return (
    <section aria-labelledby="doneness-name">
      <h2 id="doneness-name" className="text-small quiet">
        How done, in the middle after the rest. The <Term of="figure">food-safety figure</Term> is a
        rule, not a taste.
      </h2>
      <div className="relative h-[104px] mt-4">
        <div
          role="radiogroup"
          aria-labelledby="doneness-name"
          className="absolute inset-x-0 top-7 h-12"
        >
          {levels.map((l) => {
            const on = l.key === level;
            return (
              // biome-ignore lint/a11y/useSemanticElements: a stretch of the scale to press, with the keys of a radio group
              <button
                key={l.key}
                id={`level-${l.key}`}
                type="button"
                role="radio"
                aria-checked={on}
                aria-label={`${l.name}, ${figure(l.low_c, at)} to ${figure(l.high_c, at)} ${at.unit}`}
                data-testid={`level-${l.key}`}
                tabIndex={on || (safe && l === levels[0]) ? 0 : -1}
                className={`absolute top-0 h-12 px-1 text-left leading-tight cursor-pointer overflow-hidden border-l border-base-content/50 ${
                  on ? "bg-success text-success-content font-bold" : "bg-base-200 hover:bg-base-300"
                }`}
                style={{
                  left: `${share(l.low_c)}%`,
                  width: `${share(l.high_c + 1) - share(l.low_c)}%`,
                }}
                onClick={() => onChange(l.key)}
                onKeyDown={(e) => {
                  if (e.key === "ArrowRight" || e.key === "ArrowUp") move(1);
                  else if (e.key === "ArrowLeft" || e.key === "ArrowDown") move(-1);
                  else return;
                  e.preventDefault();
                }}
              >
                <span className="block text-small">
                  {l.name}
                  {l.rim_mm != null && `, rim ${withUnit(l.rim_mm, "millimetre", units)}`}
                </span>
              </button>
            );
          })}
        </div>
        {levels.map((l) => (
          <span
            key={l.key}
            className={`absolute top-[78px] figures text-small ${l.key === level ? "font-bold" : "quiet"}`}
            style={{ left: `${share(l.low_c)}%` }}
          >
            {figure(l.low_c, at)}
            {l.key === level && `–${figure(l.high_c, at)} ${at.unit}`}
          </span>
        ))}
        <div
          className="absolute top-0 h-[78px] border-l-2 border-dashed border-error"
          style={{ left: `${share(safety.core_c)}%` }}
        />
        {/* A rule, not a doneness: a mark of its own, and a target of its own. */}
        <button
          type="button"
          className={`absolute -top-4 h-11 pb-3 pt-1 px-1.5 whitespace-nowrap text-small font-semibold cursor-pointer ${
            safe ? "text-error-content" : "text-error"
          }`}
          style={{ right: `${100 - share(safety.core_c)}%` }}
          aria-pressed={safe}
          data-testid="level-food_safety"
          onClick={() => onChange(safe ? usual : FOOD_SAFETY)}
        >
          <span className={safe ? "bg-error px-1.5 py-1" : "px-1.5 py-1"}>
            food-safety figure {figure(safety.core_c, at)} {at.unit}, {safety.held_s} s
          </span>
        </button>
      </div>
      <FieldError id="level-error" problem={problem} field="target.level" />
    </section>
  );
}
