import type { ReactNode } from 'react';
import { Dialog as AriaDialog, Heading, Modal, ModalOverlay } from 'react-aria-components';
import { X } from 'lucide-react';
import { Button } from './Button';

/** A question or a page over the page. */
export function Dialog({
  title,
  open,
  onClose,
  children,
}: {
  title: string;
  open: boolean;
  onClose: () => void;
  children: ReactNode;
}) {
  return (
    <ModalOverlay
      isOpen={open}
      onOpenChange={(o) => !o && onClose()}
      isDismissable
      className="fixed inset-0 z-40 grid place-items-center bg-ink/40 p-4"
    >
      <Modal className="max-h-full w-full max-w-lg overflow-auto rounded-sm border border-ink bg-oat p-5">
        <AriaDialog className="outline-none">
          <div className="mb-3 flex items-start">
            <Heading slot="title" className="font-head text-xl">
              {title}
            </Heading>
            <Button kind="quiet" small className="ml-auto" aria-label="Close" onPress={onClose}>
              <X size={16} />
            </Button>
          </div>
          {children}
        </AriaDialog>
      </Modal>
    </ModalOverlay>
  );
}
