// @vitest-environment jsdom
import { afterEach, expect, it, vi } from "vitest";
import { patient } from "./client";

afterEach(() => {
  vi.unstubAllGlobals();
  vi.useRealTimers();
});

const busy = () => new Response("{}", { status: 503, headers: { "Retry-After": "1" } });

/** Answers in turn, the last one from then on; how often it was asked. */
function answering(...answers: (() => Response)[]) {
  const bodies: string[] = [];
  vi.stubGlobal("fetch", async (request: Request) => {
    bodies.push(await request.text());
    return (answers[Math.min(bodies.length, answers.length) - 1] as () => Response)();
  });
  return bodies;
}

const asked = (signal?: AbortSignal) =>
  new Request("http://localhost/api/plan", {
    method: "POST",
    body: "hake",
    ...(signal ? { signal } : {}),
  });

it("comes again when the server says so, with all that was asked", async () => {
  vi.useFakeTimers();
  const bodies = answering(busy, busy, () => new Response("done"));
  const answer = patient(asked());
  await vi.advanceTimersByTimeAsync(3000);
  expect(await (await answer).text()).toBe("done");
  expect(bodies).toEqual(["hake", "hake", "hake"]);
});

it("gives up in the end, and at once where it is not told to come again", async () => {
  vi.useFakeTimers();
  const bodies = answering(busy);
  const answer = patient(asked());
  await vi.advanceTimersByTimeAsync(20_000);
  expect((await answer).status).toBe(503);
  expect(bodies).toHaveLength(5);
  answering(() => new Response("", { status: 503 }));
  expect((await patient(asked())).status).toBe(503);
});

it("stops waiting when nobody wants it any more", async () => {
  vi.useFakeTimers();
  const bodies = answering(busy);
  const control = new AbortController();
  const answer = patient(asked(control.signal));
  const gone = expect(answer).rejects.toThrow();
  await vi.advanceTimersByTimeAsync(100);
  control.abort();
  await gone;
  await vi.advanceTimersByTimeAsync(5000);
  expect(bodies).toHaveLength(1);
});
