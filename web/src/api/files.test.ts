// @vitest-environment jsdom
import { afterEach, expect, it, vi } from "vitest";
import { importCards, piecesOf, Refused } from ".";

const cards = (n: number, note = "") =>
  Array.from({ length: n }, (_, i) => ({ title: `Card ${i}`, note, request: {} }));

afterEach(() => vi.unstubAllGlobals());

/** A server that takes every piece but the one with a bad card. */
function server(bad = -1) {
  const asked: { cards: { title: string }[] }[] = [];
  vi.stubGlobal("fetch", async (request: Request) => {
    const body = JSON.parse(await request.text()) as { cards: { title: string }[] };
    asked.push(body);
    const at = (body.cards ?? []).findIndex((card) => card.title === `Card ${bad}`);
    const told =
      at < 0
        ? { made: body.cards ?? [], others: 0, there: 0 }
        : {
            error: { code: "out_of_range", field: `cards[${at}].thickness`, message: "too thick" },
          };
    return new Response(JSON.stringify(told), { status: at < 0 ? 200 : 422 });
  });
  return asked;
}

it("sends a small file as it is, and what is none of ours too", () => {
  expect(piecesOf(JSON.stringify({ cindo_cards: 2, cards: cards(60) }))).toEqual([]);
  expect(piecesOf("a shopping list")).toEqual([]);
  expect(piecesOf(JSON.stringify({ recipes: cards(500) }))).toEqual([]);
});

it("cuts up a large one by count and by length, and nothing is lost", () => {
  const book = { cindo_cards: 2, cards: cards(1000), cooks: cards(3), kitchen: { rules: "us" } };
  const pieces = piecesOf(JSON.stringify(book));
  expect(pieces).toHaveLength(51);
  expect(pieces.filter((piece) => piece.body.kitchen)).toHaveLength(1);
  expect(pieces.flatMap((piece) => piece.body.cards ?? [])).toEqual(book.cards);
  // Sixty cards with long notes are more than the server reads at once.
  const long = piecesOf(JSON.stringify({ cindo_cards: 1, cards: cards(60, "x".repeat(10_000)) }));
  expect(long.every((piece) => JSON.stringify(piece.body).length < 200_000)).toBe(true);
  expect(long.flatMap((piece) => piece.body.cards ?? [])).toHaveLength(60);
});

it("names the place in the file, and says what came in before it", async () => {
  const file = new Blob([JSON.stringify({ cindo_cards: 2, cards: cards(100) })]);
  const asked = server(47);
  const cause = await importCards(file).catch((e: unknown) => e as Refused);
  expect(cause).toBeInstanceOf(Refused);
  expect(cause).toMatchObject({ field: "cards[47].thickness" });
  expect((cause as Refused).message).toContain("(40) came in");
  expect(asked).toHaveLength(3);
  const all = server();
  expect((await importCards(file)).made).toHaveLength(100);
  expect(all).toHaveLength(5);
});
