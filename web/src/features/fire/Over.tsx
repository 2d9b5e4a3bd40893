// What lies over Fire: the library's dialog, shut by Esc, by a tap beside it, and by its own button.
import type { ReactNode } from "react";
import { Button, Dialog, Heading, Modal, ModalOverlay } from "react-aria-components";

type Props = {
  title: string;
  of: string;
  close: () => void;
  testId: string;
  wide?: boolean;
  shut?: string;
  children: ReactNode;
};

export function Over({ title, of, close, testId, wide, shut = "Close", children }: Props) {
  return (
    <ModalOverlay isOpen onOpenChange={(is) => !is && close()} isDismissable className="over">
      <Modal className={wide ? "over-wide" : "over-narrow"}>
        <Dialog className="over-box" data-testid={testId}>
          <header className="flex flex-wrap items-center gap-x-4">
            <Heading slot="title" className="text-lead font-bold">
              {title} <span className="quiet font-normal">{of}</span>
            </Heading>
            <Button slot="close" className="target ml-auto" data-testid={`${testId}-close`}>
              {shut}
            </Button>
          </header>
          {children}
        </Dialog>
      </Modal>
    </ModalOverlay>
  );
}
