// How many questions are under way, or wait for a hand to come to rest, stands on the page: whoever waits for it, a test or a
// reader of the screen, can see when it has come to rest.
let underWay = 0;

export function count(by: 1 | -1): void {
  underWay += by;
  document.documentElement.dataset.asking = String(underWay);
}

/** Asked when the hand has rested so long, ms. Answers what calls it off. */
export function whenRested(ms: number, ask: () => void): () => void {
  let waits = true;
  count(1);
  const over = () => {
    if (!waits) return;
    waits = false;
    count(-1);
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
