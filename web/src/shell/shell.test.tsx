import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { keysTaken, Mishap, reloadAfterUpgrade, useKeys } from ".";

afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

function Taker({ does }: { does: () => void }) {
  useKeys({
    l: { does, says: "thirty seconds too late" },
    "[": { does, says: "turn" },
    "]": { does, says: "turn" },
  });
  return <input aria-label="typed" />;
}

describe("keys", () => {
  it("are listed by whoever takes them, while it does", () => {
    const does = vi.fn();
    const { unmount } = render(<Taker does={does} />);
    expect(keysTaken()).toEqual([
      ["l", "thirty seconds too late"],
      ["[ ]", "turn"],
    ]);
    fireEvent.keyDown(document.body, { key: "l" });
    fireEvent.keyDown(screen.getByLabelText("typed"), { key: "l" });
    expect(does).toHaveBeenCalledTimes(1);
    unmount();
    expect(keysTaken()).toEqual([]);
  });
});

describe("a view that breaks", () => {
  it("says so and leaves the rest standing", () => {
    vi.spyOn(console, "error").mockImplementation(() => undefined);
    const Breaks = () => {
      throw new Error("no slice");
    };
    render(
      <>
        <p>rail</p>
        <Mishap>
          <Breaks />
        </Mishap>
      </>,
    );
    expect(screen.getByRole("alert").textContent).toContain("no slice");
    expect(screen.getByText("rail")).toBeDefined();
  });
});

describe("a page that outlived an upgrade", () => {
  it("loads itself anew, once", () => {
    const reload = vi.fn();
    let now = 1e6;
    reloadAfterUpgrade(reload, () => now);
    const gone = () => window.dispatchEvent(new Event("vite:preloadError", { cancelable: true }));
    expect(gone()).toBe(false);
    expect(reload).toHaveBeenCalledTimes(1);
    now += 2000;
    expect(gone()).toBe(true); // it did not help: the view says so
    expect(reload).toHaveBeenCalledTimes(1);
    now += 60_000;
    gone();
    expect(reload).toHaveBeenCalledTimes(2);
  });
});
