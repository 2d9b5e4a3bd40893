// What goes in, bowl by bowl: each amount opens to show how it was made, and who says so.
import { useQuery } from "@tanstack/react-query";
import { type Amount, api, type Prepared } from "../../api";
import { useUnits } from "../../ui";
import { withUnit } from "../../units";
import { Scale, useScale } from "./Scale";

type Props = {
  prepared: Prepared;
  nameOf: (lane: string) => string;
  /** The fish on its card. */
  fish: string;
  /** One piece weighs so much, g. */
  setPiece: (g: number) => void;
};

export function Amounts({ prepared, nameOf, fish, setPiece }: Props) {
  const scale = useScale();
  const shelf = useQuery({ queryKey: ["shelf"], queryFn: api.shelf });
  const there = (shelf.data?.items ?? [])
    .filter(({ body }) => body && "piece" in body && body.piece.piece.fish === fish)
    .map((one) => one.name);
  const bowls = [...new Set(prepared.quantities.map(bowlOf))];
  return (
    <section aria-label="What goes in" className="prep-bowls" data-testid="amounts">
      <Scale scale={scale} setPiece={setPiece} />
      {bowls.map((bowl) => (
        <div key={bowl}>
          <h3 className="font-bold hair-b pb-1">{BOWLS[bowl] ?? nameOf(bowl)}</h3>
          <ul>
            {prepared.quantities
              .filter((one) => bowlOf(one) === bowl)
              .map((one, i) => (
                // biome-ignore lint/suspicious/noArrayIndexKey: a line is where it stands
                <Line key={i} one={one} on={scale.g} />
              ))}
          </ul>
          {bowl === "fish" && there.length > 0 && (
            <p className="text-small quiet" data-testid="on-shelf">
              On the shelf: {there.slice(0, 4).join(", ")}
              {there.length > 4 && ` and ${there.length - 4} more`}.
            </p>
          )}
        </div>
      ))}
    </section>
  );
}

const BOWLS: Record<string, string> = { fish: "The fish", fat: "Fat" };

/** What stands together: all that goes on the fish itself, all fat, else each by itself. */
function bowlOf({ part, of }: Amount): string {
  if (part === "salt" || part === "marinade") return "fish";
  return part === "fat" ? "fat" : of;
}

/** As a cook measures: by number what is counted, else by weight. */
function Line({ one, on }: { one: Amount; on: number | null }) {
  const units = useUnits();
  const fine = one.g < 20 ? 1 : 0;
  const counted = one.count != null ? `${quarter(one.count)} ×` : null;
  return (
    <li>
      <details className="prep-amount">
        <summary>
          <span>{one.what}</span>
          <span className="quiet text-small">
            {[counted, one.spoons].filter(Boolean).join(" · ")}
          </span>
          <b className="figures">{withUnit(one.g, "gram", units, fine)}</b>
        </summary>
        <p className="text-small quiet pb-2">
          {one.how}. {one.source}.
        </p>
        {on !== null && (
          <progress
            className="prep-weighed"
            max={one.g}
            value={Math.min(Math.max(on, 0), one.g)}
            aria-label={`${one.what} on the scale`}
            data-over={on > one.g}
          />
        )}
      </details>
    </li>
  );
}

function quarter(n: number): string {
  const at = Math.max(Math.round(4 * n) / 4, 0.25);
  return Number.isInteger(at) ? String(at) : at.toFixed(2).replace(/0$/, "");
}
