import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import type { Setting } from "../../api";
import { Settings } from "./Settings";

afterEach(cleanup);

const SETTINGS: Setting[] = [
  {
    key: "oil_c",
    name: "Oil temperature",
    finer: false,
    main: false,
    control: { takes: "number", value: 175, min: 130, max: 205, step: 1, unit: "C", default: 175 },
  },
  {
    key: "drop_k",
    name: "Oil may drop by",
    finer: true,
    main: false,
    control: { takes: "number", value: 15, min: 5, max: 50, step: 1, unit: "K", default: 15 },
  },
  {
    key: "fat",
    name: "Fat",
    finer: true,
    main: false,
    control: {
      takes: "choice",
      value: "butter",
      options: [
        { key: "butter", name: "whole butter" },
        { key: "ghee", name: "clarified butter" },
      ],
      default: "butter",
    },
  },
  {
    key: "coating",
    name: "Coat of",
    finer: false,
    main: false,
    control: {
      takes: "choice",
      value: "batter",
      options: [{ key: "batter", name: "batter" }],
      default: "batter",
    },
  },
];
const FATS = [
  { key: "butter", name: "whole butter", smoke_c: [120, 175], margin_k: -55 },
  { key: "ghee", name: "clarified butter", smoke_c: [235, 250], margin_k: 60 },
];

function show(
  asked: { [key: string]: unknown },
  problem: { field: string; message: string } | null,
) {
  const onChange = vi.fn();
  const view = (p: typeof problem) => (
    <Settings settings={SETTINGS} fats={FATS} asked={asked} problem={p} onChange={onChange} />
  );
  const { rerender } = render(view(problem));
  return { onChange, again: (p: typeof problem) => rerender(view(p)) };
}

describe("settings of a way", () => {
  it("leaves to the last what most leave alone, and offers no choice of one", () => {
    show({ fat: "ghee" }, null);
    expect(screen.getByTestId("finer").textContent).toContain("Oil may drop by");
    expect(screen.getByTestId("finer").textContent).not.toContain("Oil temperature");
    // What cannot be chosen is no setting.
    expect(screen.queryByText("Coat of")).toBeNull();
  });

  it("says beside a setting what is wrong with it", () => {
    const { again } = show({}, null);
    again({ field: "method.drop_k", message: "method.drop_k must be between 5 and 50 K, not 90" });
    expect(screen.getByRole("alert").textContent).toContain("between 5 and 50");
    again(null);
    expect(screen.queryByRole("alert")).toBeNull();
  });

  it("says how far each fat is from its smoke point", () => {
    const { onChange } = show({}, null);
    const [butter, ghee] = screen.getAllByRole("radio");
    expect(butter?.closest("label")?.textContent).toContain("smokes, 55 °C over");
    expect(ghee?.closest("label")?.textContent).toContain("60 °C left");
    fireEvent.click(ghee as HTMLElement);
    expect(onChange).toHaveBeenCalledWith(SETTINGS[2], "ghee");
  });

  it("takes a typed number and the same number dragged", () => {
    const { onChange } = show({}, null);
    const typed = screen.getByLabelText("Oil temperature, typed");
    fireEvent.change(typed, { target: { value: "18" } });
    fireEvent.change(typed, { target: { value: "182" } });
    // Half of a number is no number: it counts when it is left or entered.
    expect(onChange).not.toHaveBeenCalled();
    fireEvent.blur(typed);
    expect(onChange).toHaveBeenCalledTimes(1);
    expect(onChange).toHaveBeenLastCalledWith(SETTINGS[0], 182);
    fireEvent.change(screen.getByLabelText("Oil temperature"), { target: { value: "190" } });
    expect(onChange).toHaveBeenLastCalledWith(SETTINGS[0], 190);
    fireEvent.change(typed, { target: { value: "hot" } });
    fireEvent.keyDown(typed, { key: "Enter" });
    expect(screen.getByRole("alert").textContent).toContain("takes a number");
    expect((typed as HTMLInputElement).value).toBe("hot");
    expect(onChange).toHaveBeenCalledTimes(2);
  });

  it("hears a hand that comes back before the page has caught up", () => {
    // Nothing is drawn anew in between: the page still has 175.
    const { onChange } = show({}, null);
    const dial = screen.getByLabelText("Oil temperature") as HTMLInputElement;
    fireEvent.change(dial, { target: { value: "190" } });
    expect(dial.value).toBe("190");
    fireEvent.change(dial, { target: { value: "175" } });
    expect(onChange.mock.calls.map(([, value]) => value)).toEqual([190, 175]);
  });
});
