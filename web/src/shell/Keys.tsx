import { useEffect, useRef } from "react";
import { keysTaken } from "./useKeys";

// What every number and list takes, wherever it stands.
const EVERYWHERE: [string, string][] = [
  ["↑ ↓", "change a number by one; up and down a list"],
  ["Enter", "open what is chosen"],
];

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
          {open &&
            [...keysTaken(), ...EVERYWHERE].map(([key, what]) => (
              <div key={what} className="contents">
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
