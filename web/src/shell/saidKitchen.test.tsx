import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { useKitchen } from ".";
import { saidKitchen } from "./saidKitchen";

const state = { revision: 3, kitchen: {} as object, down: false, said: 0 };

function within() {
  const client = new QueryClient();
  return ({ children }: { children: ReactNode }) => (
    <QueryClientProvider client={client}>{children}</QueryClientProvider>
  );
}

beforeEach(() => {
  localStorage.clear();
  Object.assign(state, { revision: 3, kitchen: {}, down: false, said: 0 });
  vi.stubGlobal("fetch", async (request: Request) => {
    if (state.down) throw new TypeError("no network");
    if (request.method === "PUT") {
      state.kitchen = JSON.parse(await request.text()) as object;
      state.revision += 1;
      state.said += 1;
    }
    const { revision, kitchen } = state;
    const body = JSON.stringify({ revision, kitchen, boil_c: 100 });
    return new Response(body, { headers: { "content-type": "application/json" } });
  });
});
afterEach(() => {
  saidKitchen.say(null);
  vi.unstubAllGlobals();
});

it("says what was said of the kitchen again by itself, once, when somebody answers", async () => {
  const { result } = renderHook(useKitchen, { wrapper: within() });
  await waitFor(() => expect(result.current.kept).toBeDefined());
  state.down = true;
  act(() => result.current.say({ altitude_m: 1200 }));
  await waitFor(() => expect(result.current.problem?.code).toBe("unreachable"));
  // It stands as it was said, here and in a page that is opened later.
  expect(result.current.kitchen).toEqual({ altitude_m: 1200 });
  expect(localStorage.getItem("cindo.kitchen.unsent")).toContain("1200");
  state.down = false;
  await waitFor(() => expect(state.kitchen).toEqual({ altitude_m: 1200 }), { timeout: 8000 });
  await waitFor(() => expect(localStorage.getItem("cindo.kitchen.unsent")).toBeNull());
  expect(state.said).toBe(1);
  expect(result.current.problem).toBeNull();
});
