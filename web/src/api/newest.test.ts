import { describe, expect, it } from "vitest";
import { newestOnly } from "./newest";

/** Work that ends when it is told to. */
function held() {
  const asked: number[] = [];
  const newest: boolean[] = [];
  let end: (failed?: Error) => void = () => undefined;
  const ask = newestOnly<number>(async (question, isNewest) => {
    asked.push(question);
    await new Promise<void>((done, fail) => {
      end = (failed) => (failed ? fail(failed) : done());
    });
    newest.push(isNewest());
  });
  const ended = async (failed?: Error) => {
    end(failed);
    for (let i = 0; i < 5; i++) await Promise.resolve();
  };
  return { asked, newest, ask, ended };
}

describe("the newest question", () => {
  it("is asked next, those between never", async () => {
    const { asked, newest, ask, ended } = held();
    const all = ask(1);
    void ask(2);
    void ask(3);
    expect(asked).toEqual([1]);
    await ended();
    expect(asked).toEqual([1, 3]);
    expect(newest).toEqual([false]);
    await ended();
    await all;
    expect(newest).toEqual([false, true]);
    void ask(4);
    expect(asked).toEqual([1, 3, 4]);
  });

  it("is asked after one that failed, and asked again when it is the same", async () => {
    const { asked, ask, ended } = held();
    const first = ask(1);
    void ask(1);
    await ended(new Error("gone"));
    expect(asked).toEqual([1, 1]);
    await ended();
    await first; // the last one was answered
    const alone = ask(2);
    await ended(new Error("gone again"));
    await expect(alone).rejects.toThrow("gone again");
    void ask(3);
    expect(asked).toEqual([1, 1, 2, 3]);
  });
});
