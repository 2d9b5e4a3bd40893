// @vitest-environment jsdom
import "fake-indexeddb/auto";
import { beforeEach, describe, expect, it } from "vitest";
import type { CookEvent, CookKept, CookList } from "../api";
import { cook, event, MET_MS } from "./made";
import { FORM, type Outbox, openOutbox, type Waiting } from "./outbox";
import { COLD, FireStore, reduce } from "./store";

const kept = (id: string, seq: number, more: Partial<CookKept> = {}): CookKept => {
  const { heardMs: _heard, unsent: _unsent, ...told } = cook(100, { id, seq, ...more });
  return told;
};
const told = (one: CookKept) => ({ is: "told", cook: one, atMs: MET_MS }) as const;
const listed = (cooks: CookKept[], under_way: string[], seq: number, askedMs = MET_MS + 1) =>
  ({
    is: "listed",
    list: { now_ms: 0, seq, under_way, cooks } satisfies CookList,
    askedMs,
    atMs: askedMs + 5,
  }) as const;

describe("what the server told", () => {
  it("goes by its order, not by when it came", () => {
    let fire = reduce(COLD, told(kept("a", 5)));
    fire = reduce(fire, told(kept("a", 4, { title: "old" })));
    expect(fire.cooks[0]?.seq).toBe(5);
    // A list that was asked for before the answer came says less, and takes nothing back.
    fire = reduce(fire, listed([kept("a", 4, { title: "old" })], ["a"], 4));
    expect([fire.cooks[0]?.seq, fire.cooks[0]?.title]).toEqual([5, "Hake"]);
    // Of one state the later fold.
    fire = reduce(fire, told(kept("a", 5, { folded_s: 30 })));
    fire = reduce(fire, told(kept("a", 5, { folded_s: 20 })));
    expect(fire.cooks[0]?.folded_s).toBe(30);
  });

  it("leaves in a list what has not changed, and takes off what is over", () => {
    let fire = reduce(COLD, listed([kept("a", 1), kept("b", 2)], ["a", "b"], 2));
    fire = reduce(fire, listed([kept("b", 7)], ["a", "b"], 7));
    expect(fire.cooks.map((one) => [one.id, one.seq]).sort()).toEqual([
      ["a", 1],
      ["b", 7],
    ]);
    expect(fire.seq).toBe(7);
    fire = reduce(fire, listed([], ["b"], 8, MET_MS + 99_999));
    expect(fire.cooks.map((one) => one.id)).toEqual(["b"]);
  });

  it("keeps what was begun here while a list was on its way", () => {
    const begun = reduce(COLD, { ...told(kept("new", 0)), atMs: MET_MS + 50 });
    const fire = reduce(begun, listed([], [], 0, MET_MS + 40));
    expect(fire.cooks.map((one) => one.id)).toEqual(["new"]);
  });
});

/** A server that answers what it is told to, and a box in memory. */
function outside(box: Waiting[] = []) {
  const sent: [string, string[]][] = [];
  const world = {
    away: false,
    refuses: null as { code: string; field: string; message: string } | null,
    sent,
    box,
    ids: 0,
    asked: 0,
  };
  class Refuses extends Error {}
  const outbox: Outbox = {
    all: async () => [...box],
    put: async (one) => void box.push(one),
    drop: async (ids) => {
      for (const id of ids) {
        const i = box.findIndex((one) => one.event.id === id);
        if (i >= 0) box.splice(i, 1);
      }
    },
  };
  const store = new FireStore({
    server: {
      cooks: async () => {
        if (world.away) throw new Error("away");
        return { now_ms: 0, seq: 1, under_way: ["c"], cooks: [kept("c", 1)] };
      },
      cookOne: async (id) => {
        if (world.away) throw new Error("away");
        world.asked += 1;
        if (world.refuses) throw new Refuses();
        return kept(id, 1);
      },
      beginCook: async (one) => kept(one.id ?? "", 0),
      happened: async (id, _s, events: CookEvent[]) => {
        if (world.away) throw new Error("away");
        if (world.refuses) throw new Refuses();
        sent.push([id, events.map((one) => one.id)]);
        const ended = events.some((one) => one.kind === "closed");
        return kept(id, 1 + sent.length, { events, ended });
      },
    },
    later: (code) => code === "internal",
    refusal: (cause) => (cause instanceof Refuses ? world.refuses : null),
    open: async () => outbox,
    now: () => MET_MS,
    newId: () => `n${++world.ids}`,
  });
  return { store, world };
}

describe("what happens here", () => {
  it("is known at once, kept while nobody answers, and sent once in its order", async () => {
    const { store, world } = outside();
    await store.start();
    await store.load();
    world.away = true;
    const [on] = store.now().cooks;
    if (!on) throw new Error("nothing is on");
    await store.happen(on, { kind: "turned" });
    await store.happen(on, { kind: "hold", for_s: 30 });
    expect(store.now().cooks[0]?.unsent.map((one) => one.kind)).toEqual(["turned", "hold"]);
    expect([store.now().inTouch, world.box.length]).toEqual([false, 2]);
    world.away = false;
    await store.flush();
    expect(world.sent).toEqual([["c", ["n1", "n2"]]]);
    expect([store.now().inTouch, store.now().waiting.length, world.box.length]).toEqual([
      true,
      0,
      0,
    ]);
    expect(store.now().cooks[0]?.unsent).toEqual([]);
  });

  it("is sent after the page was loaded again, an old form too, a newer one never", async () => {
    const one = (id: string, form: number): Waiting => ({
      form,
      cook: "c",
      event: event(id, 5, "turned"),
      putMs: 1,
    });
    const { store, world } = outside([one("a", FORM), one("b", FORM + 1)]);
    await store.start();
    expect(world.sent).toEqual([["c", ["a"]]]);
    expect(store.now().newer).toBe(true);
    expect(world.box.map((left) => left.event.id)).toEqual(["b"]);
  });

  it("that is refused is said and not sent for ever; the others of its lot are", async () => {
    const { store, world } = outside();
    await store.load();
    world.away = true;
    const [on] = store.now().cooks;
    if (!on) throw new Error("nothing is on");
    await store.happen(on, { kind: "turned" });
    await store.happen(on, { kind: "served" });
    world.away = false;
    world.refuses = { code: "not_released", field: "events[1].kind", message: "Probe it first." };
    await store.flush();
    expect(store.now().problem).toBe("Probe it first.");
    // Both were refused in turn here: nothing waits, nothing hangs.
    expect(store.now().waiting).toEqual([]);
  });

  it("waits for a cook that the server does not know, and goes when the cook is back", async () => {
    const { store, world } = outside();
    await store.load();
    const [on] = store.now().cooks;
    if (!on) throw new Error("nothing is on");
    world.refuses = { code: "not_found", field: "", message: "there is no cook called c" };
    await store.happen(on, { kind: "turned" });
    expect([world.sent, world.box.length]).toEqual([[], 1]);
    expect(store.now().problem).toMatch(/kept here/);
    world.refuses = null;
    await store.load();
    expect([world.sent, world.box.length]).toEqual([[["c", ["n1"]]], 0]);
    // What is older than any cook is dropped, and that is said.
    const old: Waiting = {
      form: FORM,
      cook: "c",
      event: event("a", 5, "turned"),
      putMs: MET_MS - 13 * 3600e3,
    };
    const late = outside([old]);
    late.world.refuses = { code: "not_found", field: "", message: "there is no cook called c" };
    await late.store.start();
    expect([late.world.box, late.store.now().problem]).toEqual([[], "there is no cook called c"]);
  });

  it("takes off only what is not there any more", async () => {
    const { store, world } = outside();
    await store.load();
    world.refuses = { code: "internal", field: "", message: "" };
    await store.ask("c");
    expect(store.now().cooks.length).toBe(1);
    world.refuses = { code: "not_found", field: "", message: "" };
    await store.ask("c");
    expect(store.now().cooks).toEqual([]);
  });

  it("that changes while it is asked for is asked for once more", async () => {
    const { store, world } = outside();
    await store.load();
    const before = world.asked;
    await Promise.all([store.ask("c"), store.ask("c"), store.ask("c")]);
    expect(world.asked - before).toBe(2);
  });

  it("given up can be brought back", async () => {
    const { store } = outside();
    await store.load();
    const [on] = store.now().cooks;
    if (!on) throw new Error("nothing is on");
    await store.happen(on, { kind: "closed" });
    expect(store.now().closed?.id).toBe("c");
    await store.happen(store.now().closed ?? on, { kind: "undone", of: "n1" });
    expect(store.now().closed).toBeNull();
  });

  it("is said to be lost with the page where the browser keeps nothing", async () => {
    const store = new FireStore({
      server: outside().store as never,
      refusal: () => null,
      later: () => false,
      open: () => Promise.reject(new Error("blocked")),
      now: () => MET_MS,
      newId: () => "x",
    });
    await store.start();
    expect(store.now().unkept).toBe(true);
  });
});

describe("the box in the browser", () => {
  beforeEach(() => localStorage.clear());

  it("keeps by id, in order, and takes over what a page before kept", async () => {
    const old = [{ cook: "a", event: event("old", 1, "in") }];
    localStorage.setItem("cindo.happened", JSON.stringify(old));
    const box = await openOutbox();
    expect((await box.all()).map((one) => one.event.id)).toEqual(["old"]);
    expect(localStorage.getItem("cindo.happened")).toBeNull();
    const put = (id: string, putMs: number) =>
      box.put({ form: FORM, cook: "a", event: event(id, 2, "turned"), putMs });
    await put("second", 20);
    await put("first", 10);
    await put("second", 20);
    expect((await box.all()).map((one) => one.event.id)).toEqual(["old", "first", "second"]);
    await box.drop(["old", "second"]);
    expect((await box.all()).map((one) => one.event.id)).toEqual(["first"]);
    // What is no list is nothing.
    localStorage.setItem("cindo.happened", "{");
    await expect(openOutbox()).resolves.toBeTruthy();
  });
});
