import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { MemoryRouter } from "react-router";
import { afterEach, describe, expect, it, vi } from "vitest";
import { FirstVisit } from "./FirstVisit";

const usual = [{ key: "home", name: "a home kitchen", kit: { fryers: [] } }];
const json = (body: unknown, status = 200) =>
  new Response(JSON.stringify(body), {
    status,
    headers: { "Content-Type": "application/json" },
  });

/** A server with one kitchen; what was put there, with its revision. */
function server(first: { revision: number }) {
  const put: { revision: string | null; kitchen: unknown }[] = [];
  let kept: Record<string, unknown> = { kitchen: { altitude_m: 0 }, boil_c: 100, ...first };
  vi.stubGlobal("fetch", async (request: Request) => {
    const { pathname } = new URL(request.url);
    if (pathname === "/api/kit") return json({ shelves: [], usual });
    if (request.method === "PUT") {
      const kitchen = await request.json();
      put.push({ revision: request.headers.get("If-Match"), kitchen });
      kept = { ...kept, kitchen, revision: 1 };
    }
    return json(kept);
  });
  return put;
}

function visit() {
  return render(
    <QueryClientProvider client={new QueryClient()}>
      <MemoryRouter>
        <FirstVisit />
      </MemoryRouter>
    </QueryClientProvider>,
  );
}

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
});

describe("a first visit", () => {
  it("is asked one question, answered by one tap, and asked no more", async () => {
    const put = server({ revision: 0 });
    visit();
    fireEvent.click(await screen.findByText("a home kitchen"));
    fireEvent.click(await screen.findByText("Done"));
    expect(screen.queryByTestId("first-visit")).toBeNull();
    expect(put).toEqual([
      { revision: '"0"', kitchen: { altitude_m: 0, kit: { fryers: [] }, things: [] } },
    ]);
  });

  it("can be taken back", async () => {
    const put = server({ revision: 0 });
    visit();
    fireEvent.click(await screen.findByText("a home kitchen"));
    fireEvent.click(await screen.findByTestId("undo-kitchen"));
    await waitFor(() => expect(put).toHaveLength(2));
    expect(put[1]?.kitchen).toEqual({ altitude_m: 0 });
  });

  it("can be skipped, and then everything is here", async () => {
    const put = server({ revision: 0 });
    visit();
    fireEvent.click(await screen.findByText("Skip"));
    await waitFor(() => expect(screen.queryByTestId("first-visit")).toBeNull());
    expect(put).toEqual([{ revision: '"0"', kitchen: { altitude_m: 0 } }]);
  });

  it("is no second visit", async () => {
    server({ revision: 3 });
    visit();
    await new Promise((done) => setTimeout(done, 50));
    expect(screen.queryByTestId("first-visit")).toBeNull();
  });
});
