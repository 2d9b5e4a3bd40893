// @vitest-environment jsdom
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import { watch } from ".";

type Line = { says: (name: string, data?: object) => void; shut: boolean };
const lines: Line[] = [];
const channels = new Set<{ onmessage: ((event: { data: unknown }) => void) | null }>();
let queue: (() => void)[] = [];
let held = false;

/** Locks, channels and lines as browsers have them, for pages of one browser. */
beforeEach(() => {
  lines.length = 0;
  channels.clear();
  queue = [];
  held = false;
  vi.stubGlobal(
    "EventSource",
    class {
      onerror = null;
      private heard = new Map<string, (event: { data: string }) => void>();
      private line: Line;
      constructor() {
        const says = (name: string, data = {}) =>
          this.heard.get(name)?.({ data: JSON.stringify(data) });
        this.line = { says, shut: false };
        lines.push(this.line);
      }
      addEventListener(name: string, to: (event: { data: string }) => void) {
        this.heard.set(name, to);
      }
      close() {
        this.line.shut = true;
      }
    },
  );
  vi.stubGlobal(
    "BroadcastChannel",
    class {
      onmessage: ((event: { data: unknown }) => void) | null = null;
      constructor() {
        channels.add(this);
      }
      postMessage(data: unknown) {
        for (const other of channels) if (other !== this) other.onmessage?.({ data });
      }
      close() {
        channels.delete(this);
      }
    },
  );
  const request = (_: string, __: object, hold: () => Promise<void>) =>
    new Promise<void>((done) => {
      const take = () => {
        held = true;
        void hold().then(() => {
          held = false;
          queue.shift()?.();
          done();
        });
      };
      if (held) queue.push(take);
      else take();
    });
  vi.stubGlobal("navigator", { locks: { request } });
});
afterEach(() => vi.unstubAllGlobals());

const page = () => ({ hello: vi.fn(), changed: vi.fn(), lost: vi.fn() });

it("has one line for all pages of a browser, and the next takes over", async () => {
  const [first, second] = [page(), page()];
  const shutFirst = watch(first);
  watch(second);
  expect(lines).toHaveLength(1);
  lines[0]?.says("changed", { cook: "c", seq: 4 });
  expect(first.changed).toHaveBeenCalledWith("c");
  expect(second.changed).toHaveBeenCalledWith("c");
  shutFirst();
  await vi.waitFor(() => expect(lines).toHaveLength(2));
  expect(lines[0]?.shut).toBe(true);
  lines[1]?.says("hello");
  expect(second.hello).toHaveBeenCalledTimes(1);
  expect(first.hello).not.toHaveBeenCalled();
});
