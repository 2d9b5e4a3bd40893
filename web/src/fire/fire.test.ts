import { describe, expect, it } from "vitest";
import { Caller, due } from "./callouts";
import { byUrgency, leftS, nextOf, onFoldS } from "./cooks";
import { lastDone, standing } from "./events";
import { act, at, cook, event, MET_MS, stands } from "./made";

describe("what is promised to guests at risk", () => {
  const probe = act("probe", 100);
  const serve = act("serve", 100, { after: ["probe"] });

  it("is not struck off to be served while nobody tells what the probe came to", () => {
    const said = (kind: string) => ({ unsent: [event(kind, 90, kind)] });
    const next = (acts: Parameters<typeof stands>[0], kind: string) =>
      nextOf(cook(100, { standing: stands(acts), ...said(kind) }), at(90))?.id;
    expect(next([probe, serve], "probe")).toBe("probe");
    expect(next([probe, serve], "served")).toBe("probe");
    expect(next([act("back_on", 90)], "back")).toBe("back_on");
    expect(next([act("off", 80), probe, serve], "off")).toBe("probe");
    expect(next([act("off", 80), act("serve", 100)], "off")).toBe("serve");
    // By the clock, without a probe.
    const byClock = act("probe", 100, { instead: { kind: "served" } });
    expect(next([byClock, serve], "served")).toBeUndefined();
  });

  it("puts danger first, and rings for it once", () => {
    const alarm = {
      code: "oil_fire",
      message: "Heat off, lid on, no water",
      now: true,
      since_s: 1,
    };
    const off = act("adjust", 100, { done: { kind: "heat", says: "off" } });
    const burning = cook(100, { id: "burns", standing: stands([off], { alarms: [alarm] }) });
    const due = cook(1, { id: "due" });
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
    const held = cook(100, { standing: stands([act("turn", 100, { held_until_s: 130 })]) });
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

describe("what counts", () => {
  it("leaves out what was taken back, and puts back what that was taken back of", () => {
    const all = [
      event("a", 1, "in"),
      event("b", 2, "turned"),
      event("u", 3, "undone", { of: "b" }),
    ];
    expect(standing(all).map((one) => one.id)).toEqual(["a"]);
    expect(standing([...all, event("v", 4, "undone", { of: "u" })]).map((one) => one.id)).toEqual([
      "a",
      "b",
    ]);
    expect(lastDone(all)?.id).toBe("a");
  });

  it("goes on to the next act when this one is done and not sent yet", () => {
    expect(nextOf(cook(100), at(99))?.kind).toBe("turn");
    const turned = cook(100, { unsent: [event("t", 101, "turned")] });
    expect(nextOf(turned, at(102))?.kind).toBe("look");
    // Looking is over when its time is.
    const after = nextOf(turned, at(131));
    expect([after?.kind, after?.done?.kind, after?.at_s]).toEqual(["off", "off", 180]);
  });

  it("counts from when the fish went in here, where nobody could be told that yet", () => {
    const cold = cook(100, {
      zero_s: 40,
      now_s: 40,
      unsent: [event("i", 160, "in")],
      standing: stands([act("in", 0), act("turn", 100)], { phase: "heating" }),
    });
    // 160 s after it was begun it went in; 20 s later.
    expect(onFoldS(cold, MET_MS + 140_000)).toBe(20);
    expect(nextOf(cold, MET_MS + 140_000)?.id).toBe("turn");
  });
});
