import { beforeEach, describe, expect, it } from "vitest";
import type { CookEvent, Standing } from "../api";
import { Caller, due } from "./callouts";
import { byUrgency, lastDone, leftS, nextOf, onFoldS, type Running, standing } from "./cooks";
import { drop, ofCook, put, waiting } from "./queue";

const MET_MS = 1_000_000;

/** On the heat since MET_MS, to be turned after so many seconds. */
function cook(turnS: number, more: Partial<Running> = {}): Running {
  const next = {
    act: "Turn, once",
    kind: "turn",
    done: "turned",
    at_s: turnS,
    cues: [],
    cautions: [],
  };
  const step = (kind: string, at_s: number) => ({ act: kind, kind, at_s, cues: [], cautions: [] });
  return {
    id: "c",
    title: "Hake",
    pan: null,
    made_ms: MET_MS,
    now_s: 0,
    zero_s: 0,
    folded_s: 0,
    seq: 1,
    ended: false,
    plan: null,
    events: [],
    unreadable: null,
    heardMs: MET_MS,
    standing: {
      next,
      steps: [step("turn", turnS + 0.1), step("look", turnS + 30), step("off", turnS + 80)],
    } as unknown as Standing,
    ...more,
  } as Running;
}

const at = (s: number) => MET_MS + 1000 * s;

describe("what is promised to guests at risk", () => {
  const promised = (kind: string, done: string, released: boolean, more: object = {}): Running => {
    const known = cook(100);
    const next = { act: kind, kind, done, at_s: 100, cues: [], cautions: [] };
    const step = (of: string, at_s: number) => ({
      act: of,
      kind: of,
      at_s,
      cues: [],
      cautions: [],
    });
    const steps = [step("off", 80), step("probe", 100), step("serve", 100)];
    const standing = { ...known.standing, next, steps, released, alarms: [], ...more };
    return { ...known, standing: standing as unknown as Standing };
  };
  const said = (kind: string): CookEvent => ({ id: kind, at_s: 90, kind }) as CookEvent;

  it("is not struck off to be served while nobody tells what the probe came to", () => {
    const probing = promised("probe", "probe", false);
    expect(nextOf(probing, [said("probe")])?.kind).toBe("probe");
    const back = promised("back_on", "back", false);
    expect(nextOf(back, [said("back")])?.kind).toBe("back_on");
    const off = promised("off", "off", false, {
      next: { act: "off", kind: "off", done: "off", at_s: 80, cues: [], cautions: [] },
    });
    expect(nextOf(off, [said("off")])).toMatchObject({ kind: "probe", done: "probe" });
    expect(
      nextOf({ ...off, standing: { ...off.standing, released: true } as Standing }, [said("off")])
        ?.done,
    ).toBe("served");
  });

  it("puts danger first, and rings for it once", () => {
    const alarm = {
      code: "oil_fire",
      message: "Heat off, lid on, no water",
      now: true,
      since_s: 1,
    };
    const burning = { ...promised("adjust", "heat", false, { alarms: [alarm] }), id: "burns" };
    const due = { ...cook(1), id: "due" };
    expect(byUrgency([due, burning], at(50)).map((one) => one.id)).toEqual(["burns", "due"]);
    const caller = new Caller();
    expect(caller.tick([burning], at(50)).ring.map((call) => call.act)).toEqual([alarm.message]);
    expect(caller.tick([burning], at(51)).ring).toEqual([]);
  });
});

describe("call-outs on a fake clock", () => {
  it("call before, at and after an act: each once and on time", () => {
    const caller = new Caller();
    const heard: [number, string][] = [];
    for (let s = 0; s <= 140; s += 0.25)
      for (const call of caller.tick([cook(100)], at(s)).ring) heard.push([s, call.sound]);
    expect(heard).toEqual([
      [90, "soon"],
      [100, "turn"],
      [120, "late"],
    ]);
  });

  it("are not called again when the act is timed anew by a little", () => {
    const caller = new Caller();
    let calls = 0;
    for (let s = 85; s <= 110; s += 0.25) {
      const moved = cook(100 + (s > 91 ? 3 : 0) + (s > 101 ? 2 : 0));
      calls += caller.tick([moved], at(s)).ring.length;
    }
    // Before it, and at it.
    expect(calls).toBe(2);
  });

  it("do not ring for an hour slept through, but say what was missed, once", () => {
    const caller = new Caller();
    expect(caller.tick([cook(100)], at(50))).toEqual({ ring: [], missed: [] });
    const woken = caller.tick([cook(100)], at(3700));
    expect(woken.ring).toEqual([]);
    expect(woken.missed.map((call) => [call.sound, call.agoS])).toEqual([["late", 3580]]);
    expect(caller.tick([cook(100)], at(3701)).missed).toEqual([]);
  });

  it("are remembered over a reload", () => {
    const before = new Caller();
    before.tick([cook(100)], at(100));
    const after = new Caller(before.list());
    expect(after.tick([cook(100)], at(101)).ring).toEqual([]);
  });

  it("wait while the cook says wait, and are silent for what is over or cold", () => {
    const held = cook(100);
    (held.standing?.next as { held_until_s?: number }).held_until_s = 130;
    expect(due(held, at(119))).toEqual([]);
    expect(due(held, at(130)).map((call) => call.sound)).toEqual(["soon", "turn"]);
    expect(due(cook(100, { ended: true }), at(500))).toEqual([]);
    expect(due(cook(100, { standing: null }), at(500))).toEqual([]);
  });
});

describe("clocks", () => {
  it("go by the server, run on by this device", () => {
    // The server said 40 s; this device's own clock may show anything.
    const one = cook(100, { now_s: 40, heardMs: 77, zero_s: 10 });
    expect(onFoldS(one, 77)).toBe(30);
    expect(onFoldS(one, 77 + 5000)).toBe(35);
    expect(leftS(one.standing?.next ?? null, 35)).toBe(65);
  });

  it("put first who needs hands first", () => {
    const all = [cook(300, { id: "a" }), cook(100, { id: "b" }), cook(200, { id: "c" })];
    expect(byUrgency(all, at(0)).map((one) => one.id)).toEqual(["b", "c", "a"]);
  });
});

const event = (id: string, at_s: number, kind: string, of?: string): CookEvent =>
  ({ id, at_s, kind, ...(of ? { of } : {}) }) as CookEvent;

describe("what counts", () => {
  it("leaves out what was taken back, and puts back what that was taken back of", () => {
    const all = [event("a", 1, "in"), event("b", 2, "turned"), event("u", 3, "undone", "b")];
    expect(standing(all).map((one) => one.id)).toEqual(["a"]);
    expect(standing([...all, event("v", 4, "undone", "u")]).map((one) => one.id)).toEqual([
      "a",
      "b",
    ]);
    expect(lastDone(all)?.id).toBe("a");
  });

  it("goes on to the next act when this one is done and not sent yet", () => {
    const one = cook(100);
    expect(nextOf(one, [])?.kind).toBe("turn");
    const after = nextOf(one, [event("t", 101, "turned")]);
    expect([after?.kind, after?.done, after?.at_s]).toEqual(["off", "off", 180]);
  });
});

describe("what waits to be sent", () => {
  beforeEach(() => localStorage.clear());
  it("is kept until it is acknowledged, by cook", () => {
    put("a", event("1", 1, "in"));
    put("b", event("2", 1, "in"));
    put("a", event("3", 2, "turned"));
    expect(ofCook("a").map((one) => one.id)).toEqual(["1", "3"]);
    drop(["1"]);
    expect(waiting().map(({ event: one }) => one.id)).toEqual(["2", "3"]);
  });
  it("does not fall over what is no list", () => {
    localStorage.setItem("cindo.happened", "{");
    expect(waiting()).toEqual([]);
  });
});
