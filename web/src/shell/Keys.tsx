import { useState } from "react";
import { Button, Dialog, Heading, Modal, ModalOverlay } from "react-aria-components";
import { keysTaken, lettersOn, setLetters } from "./useKeys";

// What every number and list takes, wherever it stands.
const EVERYWHERE: [string, string][] = [
  ["↑ ↓", "change a number by one; up and down a list"],
  ["Enter", "open what is chosen"],
];

export function Keys({ open, close }: { open: boolean; close: () => void }) {
  const [letters, keep] = useState(lettersOn);
  return (
    <ModalOverlay
      isOpen={open}
      onOpenChange={(is) => !is && close()}
      isDismissable
      className="modal modal-open"
    >
      <Modal className="modal-box">
        <Dialog className="outline-none">
          <Heading slot="title" className="text-lead font-bold pb-3">
            Keys
          </Heading>
          <dl className="grid grid-cols-[auto_1fr] gap-x-6 gap-y-2">
            {[...keysTaken(), ...EVERYWHERE].map(([key, what]) => (
              <div key={what} className="contents">
                <dt className="figures font-semibold">{key}</dt>
                <dd>{what}</dd>
              </div>
            ))}
          </dl>
          <label className="flex items-center gap-3 pt-4 min-h-11">
            <input
              type="checkbox"
              className="checkbox"
              data-testid="letters"
              checked={letters}
              onChange={(e) => {
                keep(e.target.checked);
                setLetters(e.target.checked);
              }}
            />
            Single letters and figures do something
          </label>
          <Button slot="close" className="btn mt-5">
            Close
          </Button>
        </Dialog>
      </Modal>
    </ModalOverlay>
  );
}
