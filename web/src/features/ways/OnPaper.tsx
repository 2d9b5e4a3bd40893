// What the card on paper is for: piece, kit, settings, target, guests, day. On the screen it stands elsewhere.
import type { Plan, Setting } from "../../api";
import { EATERS } from "../../card";
import { useFish, usePiece } from "../../shell";
import { useUnits } from "../../ui";
import { date, scale, type Units, withUnit } from "../../units";
import { QUANTITY } from "./Settings";

/** A setting as it stands: "Pan held at 185 C", "Pan clad steel"; nothing for what is off. */
export function settingText(setting: Setting, units: Units): string | null {
  const { control, name } = setting;
  switch (control.takes) {
    case "number":
      // None of it: no lid, no vegetables, a fire that holds.
      if (control.value === 0) return null;
      return `${name} ${withUnit(control.value, QUANTITY[control.unit] ?? "plain", units)}`;
    case "choice": {
      const chosen = control.options.find((o) => o.key === control.value);
      return chosen ? `${name} ${chosen.name}` : null;
    }
    case "flag":
      return control.value ? name : null;
    default:
      return control satisfies never;
  }
}

export function OnPaper({ plan }: { plan: Plan }) {
  const units = useUnits();
  const { piece } = usePiece();
  const { list } = useFish(piece);
  const at = scale("celsius", units);
  const cut = list.data?.cuts.find((c) => c.key === piece.cut)?.name ?? piece.cut;
  const thick = withUnit(piece.thicknessMm, "millimetre", units);
  const thin = piece.thinEndMm
    ? `, thin end ${withUnit(piece.thinEndMm, "millimetre", units)}`
    : "";
  const eats = EATERS.find((e) => e.key === piece.eaters)?.name ?? piece.eaters;
  const { low_c, high_c } = plan.target;
  const apart = piece.skin === "on" ? " and lifted off after" : ", crisped apart";
  const skin = `skin ${piece.skin}${piece.skinApart ? apart : ""}`;
  const rows = [
    [
      "Piece",
      `${piece.pieces} × ${withUnit(piece.massG, "gram", units)} ${cut}, ${thick} thick${thin}, ${skin}, ${piece.state}, ${withUnit(piece.startC, "celsius", units)} when it goes in`,
    ],
    [
      "Set",
      plan.settings
        .map((s) => settingText(s, units))
        .filter(Boolean)
        .join("; "),
    ],
    [
      "Target",
      `${at.show(low_c).toFixed(0)} to ${withUnit(high_c, "celsius", units)} in the middle, for ${eats}. Printed ${date(Date.now())}`,
    ],
  ];
  return (
    <dl
      className="hidden print:grid grid-cols-[5rem_1fr] gap-x-4 text-[11pt] leading-snug pb-1"
      data-testid="on-paper"
    >
      {rows.map(([name, text]) => (
        <div key={name} className="contents">
          <dt className="font-bold">{name}</dt>
          <dd>{text}</dd>
        </div>
      ))}
    </dl>
  );
}
