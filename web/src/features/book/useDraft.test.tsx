import { act, cleanup, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Card } from "../../api";
import { useDraft } from "./useDraft";

const card = { id: "c", revision: 3, note: "", title: "Hake" } as Card;

/** A server that may be away; what was written there. */
function serving() {
  const at = { away: false, written: [] as string[] };
  vi.stubGlobal("fetch", async (request: Request) => {
    if (at.away) throw new TypeError("away");
    const { note } = await request.json();
    at.written.push(note);
    return Response.json({ ...card, revision: 4, note });
  });
  return at;
}

beforeEach(() => {
  localStorage.clear();
  vi.useFakeTimers();
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

const rest = (ms: number) => act(() => vi.advanceTimersByTimeAsync(ms));

describe("a note", () => {
  it("is written down when the hand rests", async () => {
    const server = serving();
    const { result } = renderHook(() => useDraft(card, "note", () => undefined));
    act(() => result.current.type("drier"));
    await rest(700);
    expect(server.written).toEqual(["drier"]);
    expect(result.current.state.is).toBe("written");
  });

  it("is sent again by itself when the server was away for long, once", async () => {
    const server = serving();
    server.away = true;
    const { result } = renderHook(() => useDraft(card, "note", () => undefined));
    act(() => result.current.type("drier"));
    await rest(8000);
    expect(result.current.state.is).toBe("waits");
    server.away = false;
    await rest(3000);
    expect(server.written).toEqual(["drier"]);
    expect(result.current.state.is).toBe("written");
    await rest(10_000);
    expect(server.written).toHaveLength(1);
  });

  it("goes at once when the network is back", async () => {
    const server = serving();
    server.away = true;
    const { result } = renderHook(() => useDraft(card, "note", () => undefined));
    act(() => result.current.type("drier"));
    await rest(700);
    server.away = false;
    act(() => void window.dispatchEvent(new Event("online")));
    await rest(10);
    expect(server.written).toEqual(["drier"]);
  });

  it("is written though its card is left within the moment of rest", async () => {
    const server = serving();
    const { result, unmount } = renderHook(() => useDraft(card, "note", () => undefined));
    act(() => result.current.type("drier"));
    unmount();
    await rest(10);
    expect(server.written).toEqual(["drier"]);
  });
});
