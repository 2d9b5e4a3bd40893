// @vitest-environment jsdom
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { type Card, draftOf, keepDraft, sendDraft, sendUnsent, unsentCards } from ".";

const card = (over: Partial<Card> = {}): Card => ({
  id: "a",
  title: "Hake",
  saved_at: "2026-11-25T10:00:00Z",
  note: "",
  result: null,
  revision: 1,
  planned: null,
  request: null,
  ...over,
});

/** A server that keeps one card, with revisions. */
function server(kept: Card) {
  const state = { card: kept, down: false, writes: 0 };
  const answer = (status: number, body: unknown) =>
    new Response(JSON.stringify(body), {
      status,
      headers: { "content-type": "application/json" },
    });
  vi.stubGlobal("fetch", async (request: Request) => {
    if (state.down) throw new TypeError("no network");
    if (request.method === "GET") return answer(200, state.card);
    state.writes += 1;
    const body = (await request.json()) as Partial<Card>;
    if (request.headers.get("if-match") !== `"${state.card.revision}"`)
      return answer(412, { error: { code: "changed_meanwhile", field: "", message: "changed" } });
    if ((body.note ?? "").length > 2000)
      return answer(422, { error: { code: "note_too_long", field: "note", message: "too long" } });
    state.card = { ...state.card, ...body, revision: state.card.revision + 1 };
    return answer(200, state.card);
  });
  return state;
}

beforeEach(() => localStorage.clear());
afterEach(() => vi.unstubAllGlobals());

describe("what was typed and is not written down yet", () => {
  it("is kept in this browser until it is acknowledged", async () => {
    const kitchen = server(card());
    kitchen.down = true;
    const draft = { text: "thin end chalky", base: "" };
    keepDraft("a", "note", draft);
    expect(await sendDraft(card(), "note", draft)).toEqual({ is: "waits" });
    expect(draftOf("a", "note")).toEqual(draft);
    expect(unsentCards()).toEqual([{ id: "a", field: "note" }]);
    kitchen.down = false;
    const sent = await sendDraft(card(), "note", draft);
    expect(sent).toMatchObject({ is: "written", card: { note: "thin end chalky", revision: 2 } });
    expect(draftOf("a", "note")).toBeNull();
  });

  it("does not forget what was typed while the one before was on its way", async () => {
    server(card());
    keepDraft("a", "note", { text: "thin", base: "" });
    const sending = sendDraft(card(), "note", { text: "thin", base: "" });
    keepDraft("a", "note", { text: "thin end", base: "" });
    await sending;
    expect(draftOf("a", "note")?.text).toBe("thin end");
  });

  it("goes on top of what others changed elsewhere on the card", async () => {
    const kitchen = server(card({ result: "over", revision: 7 }));
    const sent = await sendDraft(card(), "note", { text: "mine", base: "" });
    expect(sent).toMatchObject({ is: "written", card: { note: "mine", result: "over" } });
    expect(kitchen.writes).toBe(2);
  });

  it("never overwrites what somebody else wrote in the same field", async () => {
    const kitchen = server(card({ note: "theirs", revision: 2 }));
    keepDraft("a", "note", { text: "mine", base: "" });
    const sent = await sendDraft(card(), "note", { text: "mine", base: "" });
    expect(sent).toMatchObject({ is: "conflict", card: { note: "theirs" } });
    expect(kitchen.card.note).toBe("theirs");
    expect(draftOf("a", "note")?.text).toBe("mine");
  });

  it("takes a write whose acknowledgement was lost for written", async () => {
    server(card({ note: "mine", revision: 2 }));
    keepDraft("a", "note", { text: "mine", base: "" });
    const sent = await sendDraft(card(), "note", { text: "mine", base: "" });
    expect(sent.is).toBe("written");
    expect(draftOf("a", "note")).toBeNull();
  });

  it("is kept when it is refused, with the reason", async () => {
    server(card());
    const long = { text: "x".repeat(2001), base: "" };
    keepDraft("a", "note", long);
    const sent = await sendDraft(card(), "note", long);
    expect(sent).toMatchObject({ is: "refused", problem: { field: "note" } });
    expect(draftOf("a", "note")).toEqual(long);
  });

  it("survives a browser that keeps nonsense", () => {
    localStorage.setItem("cindo.unsent", "{");
    expect(draftOf("a", "note")).toBeNull();
    expect(unsentCards()).toEqual([]);
  });

  it("is sent from a page that never opened the card, how it came out too", async () => {
    const kitchen = server(card());
    keepDraft("a", "note", { text: "thin end chalky", base: "" });
    keepDraft("a", "result", { text: "over", base: "none" });
    kitchen.down = true;
    await sendUnsent();
    expect(unsentCards()).toHaveLength(2);
    kitchen.down = false;
    await sendUnsent();
    expect(unsentCards()).toEqual([]);
    expect(kitchen.card).toMatchObject({ note: "thin end chalky", result: "over" });
    expect(kitchen.writes).toBe(2);
  });

  it("is not broken by nonsense in the browser's store", () => {
    for (const nonsense of ["[null]", "7", '{"note a":null,"note b":{"text":3}}', "{"]) {
      localStorage.setItem("cindo.unsent", nonsense);
      expect(unsentCards()).toEqual([]);
      expect(draftOf("a", "note")).toBeNull();
    }
  });
});
