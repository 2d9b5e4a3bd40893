import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { afterEach, describe, expect, it, vi } from "vitest";
import { keysTaken, Mishap, PieceProvider, reloadAfterUpgrade, useKeys, useKitchen } from ".";

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
  const gone = () => window.dispatchEvent(new Event("vite:preloadError", { cancelable: true }));

  it("loads itself anew, once, and not while the server is away", async () => {
    sessionStorage.clear();
    let there = false;
    vi.stubGlobal("fetch", async () => {
      if (!there) throw new TypeError("away");
      return new Response("{}");
    });
    const reload = vi.fn();
    let now = 1e6;
    reloadAfterUpgrade(reload, () => now);
    // Away: nothing is loaded anew, and the view hears of it.
    expect(gone()).toBe(true);
    await waitFor(() => expect(sessionStorage.length).toBe(0));
    expect(reload).not.toHaveBeenCalled();
    there = true;
    gone();
    await waitFor(() => expect(reload).toHaveBeenCalledTimes(1));
    now += 2000;
    gone(); // it did not help: the view says so
    now += 60_000;
    gone();
    await waitFor(() => expect(reload).toHaveBeenCalledTimes(2));
    vi.unstubAllGlobals();
  });
});

describe("a kitchen that cannot be read", () => {
  it("leaves the house standing, and is asked for once, however many ask", async () => {
    let asked = 0;
    vi.stubGlobal("fetch", async () => {
      asked += 1;
      return Response.json(
        { error: { code: "locked", field: "", message: "no" } },
        { status: 500 },
      );
    });
    const View = ({ name }: { name: string }) => {
      const { unread } = useKitchen();
      return <p>{unread ? `${name} stands` : "one moment"}</p>;
    };
    const queries = new QueryClient();
    render(
      <QueryClientProvider client={queries}>
        <MemoryRouter>
          <PieceProvider>
            <View name="counter" />
            <View name="kit" />
          </PieceProvider>
        </MemoryRouter>
      </QueryClientProvider>,
    );
    await screen.findByText("counter stands");
    await screen.findByText("kit stands");
    await waitFor(() => expect(queries.isFetching()).toBe(0));
    expect(asked).toBe(1);
    vi.unstubAllGlobals();
  });
});
