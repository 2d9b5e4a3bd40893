import { describe, expect, it } from "vitest";
import type { Figures } from "../../api";
import { METRIC } from "../../units";
import { traded } from "./traded";

const figures = (over: Partial<Figures> = {}): Figures => ({
  reached: true,
  off_heat_s: 400,
  to_plate_s: 700,
  overcooked_share: 0.44,
  crisp_mm: 0.9,
  browning: ["gold", "pale"],
  leeway_s: 60,
  weight_loss_share: 0.1,
  ...over,
});

describe("what a change trades", () => {
  it("says what is had and what is paid, in the order of the card", () => {
    const to = figures({ off_heat_s: 440, overcooked_share: 0.38, crisp_mm: 0.7, leeway_s: 72 });
    expect(traded(figures(), to, METRIC)).toBe(
      "40 s longer on the heat, 6 points less overcooked, 0.2 mm less crust, 12 s more leeway.",
    );
    expect(traded(to, figures(), METRIC)).toBe(
      "40 s shorter on the heat, 6 points more overcooked, 0.2 mm more crust, 12 s less leeway.",
    );
  });

  it("counts points as they are shown, and says nothing of what nobody could tell", () => {
    expect(traded(figures(), figures({ overcooked_share: 0.444 }), METRIC)).toBe("");
    expect(traded(figures(), figures({ overcooked_share: 0.446 }), METRIC)).toBe(
      "1 point more overcooked.",
    );
    expect(traded(figures(), figures({ off_heat_s: 401, leeway_s: 61 }), METRIC)).toBe("");
  });
});
