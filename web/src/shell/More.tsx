// On a phone the bar holds five: the other views and what is set on this screen stand behind "more".
import { useState } from "react";
import { Button, Dialog, Heading, Modal, ModalOverlay } from "react-aria-components";
import { Link } from "react-router";
import { Mark } from "./Mark";
import { usePiece } from "./PieceContext";
import { type RailProps, UnitSwitch } from "./UnitSwitch";
import { VIEWS } from "./views";

export function More({ units, setUnits, night, setNight, showKeys }: RailProps) {
  const { query } = usePiece();
  const [open, setOpen] = useState(false);
  return (
    <>
      <button
        type="button"
        className="flex md:hidden flex-col justify-center gap-0.5 px-1.5 flex-1 items-center min-w-0 bar-word quiet cursor-pointer border-t-3 border-t-transparent"
        aria-haspopup="dialog"
        data-testid="more"
        onClick={() => setOpen(true)}
      >
        <Mark of={{ mark: <path d="M3 7h18M3 12h18M3 17h11" /> }} />
        More
      </button>
      <ModalOverlay isOpen={open} onOpenChange={setOpen} isDismissable className="sheet-over">
        <Modal className="sheet">
          <Dialog className="outline-none">
            <div className="flex items-center justify-between">
              <Heading slot="title" className="text-lead font-bold">
                More
              </Heading>
              <Button slot="close" className="pick">
                Close
              </Button>
            </div>
            {VIEWS.filter((view) => !view.inBar).map((view) => (
              <Link
                key={view.path}
                to={{ pathname: view.path, search: view.withPiece ? query : "" }}
                className="flex items-center gap-x-4 min-h-14 hair-t"
                data-testid={`more-${view.name.toLowerCase()}`}
                onClick={() => setOpen(false)}
              >
                <Mark of={view} />
                <span>
                  <b>{view.name}</b> <span className="quiet block text-small">{view.says}</span>
                </span>
              </Link>
            ))}
            <Link
              to="/office"
              className="flex items-center gap-x-4 min-h-14 hair-t"
              data-testid="more-office"
              onClick={() => setOpen(false)}
            >
              <Mark of={{ mark: <path d="M4 21V4h11v17M15 8h5v13M11 12h1M2 21h20" /> }} />
              <span>
                <b>Office</b>{" "}
                <span className="quiet block text-small">Who comes in, what is kept</span>
              </span>
            </Link>
            <p className="hair-t flex flex-wrap items-center">
              <UnitSwitch units={units} setUnits={setUnits} />
            </p>
            <p className="hair-t flex flex-wrap">
              <button
                type="button"
                className="min-h-11 px-3 text-left text-small cursor-pointer"
                aria-pressed={night}
                data-testid="more-night"
                onClick={() => setNight(!night)}
              >
                {night ? "Day" : "Night"}
              </button>
              <button
                type="button"
                className="min-h-11 px-3 text-left text-small cursor-pointer"
                onClick={() => {
                  setOpen(false);
                  showKeys();
                }}
              >
                Keys
              </button>
            </p>
          </Dialog>
        </Modal>
      </ModalOverlay>
    </>
  );
}
