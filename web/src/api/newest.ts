// While something is dragged only the newest question counts: one is under way at a time, and of those
// asked meanwhile only the last is asked next. A line that fails goes on with the next question.

/** `work` is told whether its question is still the newest; what it throws is the question's end. */
export function newestOnly<Q>(
  work: (question: Q, isNewest: () => boolean) => Promise<void>,
): (question: Q) => Promise<void> {
  let wanted: { question: Q } | null = null;
  let busy = false;
  return async (question) => {
    wanted = { question };
    if (busy) return;
    busy = true;
    let failed: { cause: unknown } | null = null;
    let asked: object | null = null;
    while (wanted && asked !== wanted) {
      const mine: { question: Q } = wanted;
      asked = mine;
      failed = null;
      try {
        await work(mine.question, () => wanted === mine);
      } catch (cause) {
        failed = { cause };
      }
    }
    busy = false;
    if (failed) throw failed.cause;
  };
}
