import { useEffect, useRef } from "react";

const KEYS = [
  ["1 2 3", "Counter, Ways, Book"],
  ["/", "find a fish by typing"],
  ["[ ]", "the questions of the counter, one after another"],
  ["↑ ↓", "up and down the ways; change a number by one"],
  ["Enter", "open the card"],
  ["s", "save the card"],
  ["l", "thirty seconds too late"],
  ["t", "two millimetres thicker"],
  ["u", "undo the last change of a setting"],
  ["n", "day or night"],
  ["?", "this list"],
] as const;

export function Keys({ open, close }: { open: boolean; close: () => void }) {
  const ref = useRef<HTMLDialogElement>(null);
  useEffect(() => {
    const dialog = ref.current;
    if (open && !dialog?.open) dialog?.showModal();
    if (!open && dialog?.open) dialog.close();
  }, [open]);
  return (
    <dialog ref={ref} className="modal" onClose={close} aria-label="Keys">
      <div className="modal-box">
        <h2 className="text-lead font-bold pb-3">Keys</h2>
        <dl className="grid grid-cols-[auto_1fr] gap-x-6 gap-y-2">
          {KEYS.map(([key, what]) => (
            <div key={key} className="contents">
              <dt className="figures font-semibold">{key}</dt>
              <dd>{what}</dd>
            </div>
          ))}
        </dl>
        <form method="dialog" className="pt-5">
          <button type="submit" className="btn">
            Close
          </button>
        </form>
      </div>
    </dialog>
  );
}
