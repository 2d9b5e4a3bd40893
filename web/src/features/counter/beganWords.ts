// What another fish or cut has put in place of what was said of the last one.
import { EATERS, type Piece } from "../../card";
import { type Units, withUnit } from "../../units";

export function beganWords(before: Piece, now: Piece, name: string, units: Units): string {
  const was: string[] = [];
  const figure = (key: "massG" | "thicknessMm" | "thinEndMm", what: "gram" | "millimetre") => {
    const value = before[key];
    if (value !== null && value !== now[key]) was.push(withUnit(value, what, units));
  };
  figure("massG", "gram");
  figure("thicknessMm", "millimetre");
  figure("thinEndMm", "millimetre");
  if (before.bone && !now.bone) was.push("bone in");
  if (before.scales) was.push("scales on");
  if (before.scored) was.push("scored");
  if (before.stuffed) was.push("stuffed");
  if (before.aromatics) was.push("herbs inside");
  if (before.state !== now.state) was.push(before.state);
  if (before.skin !== now.skin) was.push(before.skin === "on" ? "skin on" : "no skin");
  const size = `${withUnit(now.massG, "gram", units)}, ${withUnit(now.thicknessMm, "millimetre", units)}`;
  const who = EATERS.find((one) => one.key === now.eaters && one.key !== "everyone");
  return `Set to what is usual for ${name.toLowerCase()}: ${size}${was.length > 0 ? `. It was ${was.join(", ")}` : ""}.${who ? ` Still for ${who.name}.` : ""}`;
}
