import type { ReactNode } from 'react';
import { Dialog as AriaDialog, Heading, Modal, ModalOverlay } from 'react-aria-components';
import { X } from 'lucide-react';
import { Button } from './Button';
import { cx } from './cx';

/** A question or a page over the page. */
export function Dialog({
  title,
  open,
  onClose,
  children,
  wide = false,
}: {
  title: string;
  open: boolean;
  onClose: () => void;
  children: ReactNode;
  /** As wide as the window, for what is looked at. */
  wide?: boolean;
}) {
  return (
    <ModalOverlay
      isOpen={open}
      onOpenChange={(o) => !o && onClose()}
      isDismissable
      className="fixed inset-0 z-40 grid place-items-center bg-ink/40 p-4"
    >
      <Modal
        className={cx(
          'max-h-full w-full overflow-auto rounded-sm border border-ink bg-oat p-5',
          wide ? 'max-w-6xl' : 'max-w-lg',
        )}
      >
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
