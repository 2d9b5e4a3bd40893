import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { FOOD_SAFETY } from "../../card";
import { Doneness } from "./Doneness";

afterEach(cleanup);

const LEVELS = [
  { key: "slightly_rare", name: "slightly rare", low_c: 47, high_c: 51 },
  { key: "just_set", name: "just set", low_c: 52, high_c: 55 },
];

function show(level: string) {
  const onChange = vi.fn();
  render(
    <Doneness
      levels={LEVELS}
      usual="just_set"
      safety={{ core_c: 63, held_s: 15 }}
      level={level}
      problem={null}
      onChange={onChange}
    />,
  );
  return onChange;
}

describe("done how", () => {
  it("keeps the food-safety figure apart from the levels, as a target of its own", () => {
    const onChange = show("just_set");
    const levels = screen.getAllByRole("radio").map((l) => l.getAttribute("aria-label"));
    expect(levels).toEqual(["slightly rare, 47 to 51 °C", "just set, 52 to 55 °C"]);
    const mark = screen.getByTestId("level-food_safety");
    expect(mark.textContent).toBe("food-safety figure 63 °C, 15 s");
    fireEvent.click(mark);
    expect(onChange).toHaveBeenCalledWith(FOOD_SAFETY);
  });

  it("goes back to the usual level when the figure is pressed again", () => {
    const onChange = show(FOOD_SAFETY);
    expect(screen.getAllByRole("radio").every((l) => l.ariaChecked !== "true")).toBe(true);
    // The keyboard still reaches the levels.
    expect(screen.getAllByRole("radio").filter((l) => l.tabIndex === 0)).toHaveLength(1);
    fireEvent.click(screen.getByTestId("level-food_safety"));
    expect(onChange).toHaveBeenCalledWith("just_set");
  });

  it("moves along the levels with the arrow keys and stops at the ends", () => {
    const onChange = show("just_set");
    const on = screen.getByTestId("level-just_set");
    fireEvent.keyDown(on, { key: "ArrowLeft" });
    expect(onChange).toHaveBeenLastCalledWith("slightly_rare");
    fireEvent.keyDown(on, { key: "ArrowRight" });
    expect(onChange).toHaveBeenLastCalledWith("just_set");
  });
});
