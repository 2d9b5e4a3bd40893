// How many questions are under way stands on the page, and how many wait for a hand to come to rest: whoever waits for it, a
// test or a reader of the screen, can see when it has come to rest.
const so = { asking: 0, waiting: 0 };

export function count(by: 1 | -1, what: keyof typeof so = "asking"): void {
  so[what] += by;
  document.documentElement.dataset[what] = String(so[what]);
}

/** Asked when the hand has rested so long, ms. Answers what calls it off. */
export function whenRested(ms: number, ask: () => void): () => void {
  let waits = true;
  count(1, "waiting");
  const over = () => {
    if (!waits) return;
    waits = false;
    count(-1, "waiting");
  };
  const timer = setTimeout(() => {
    ask();
    over();
  }, ms);
  return () => {
    clearTimeout(timer);
    over();
  };
}
