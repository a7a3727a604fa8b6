import { AlertDialog, Dialog } from 'radix-ui';
import type { ReactNode } from 'react';
import { Button } from './button.tsx';

const overlay = 'fixed inset-0 z-40 bg-ink1/40';
const panel =
  'fixed top-1/2 left-1/2 z-50 max-h-[90dvh] w-[min(94vw,var(--dialog-width))] -translate-x-1/2 -translate-y-1/2 overflow-auto border-[1.2px] border-t-[3px] border-ink1 bg-paper p-6';

interface PanelProps {
  readonly title: string;
  readonly open: boolean;
  readonly onClose: () => void;
  readonly children: ReactNode;
  readonly width?: number;
}

/** A sheet laid over the page; Escape and Close put it away. */
export const Panel = ({ title, open, onClose, children, width = 560 }: PanelProps) => (
  <Dialog.Root open={open} onOpenChange={(now) => !now && onClose()}>
    <Dialog.Portal>
      <Dialog.Overlay className={overlay} />
      <Dialog.Content
        className={panel}
        style={{ ['--dialog-width' as string]: `${width}px` }}
        aria-describedby={undefined}
      >
        <div className="mb-4 flex items-baseline justify-between gap-4 border-b-[1.5px] border-ink1 pb-2">
          <Dialog.Title className="text-head">{title}</Dialog.Title>
          <Dialog.Close asChild>
            <Button look="plain">Close</Button>
          </Dialog.Close>
        </div>
        {children}
      </Dialog.Content>
    </Dialog.Portal>
  </Dialog.Root>
);

interface QuestionProps {
  readonly title: string;
  readonly open: boolean;
  readonly children: ReactNode;
  readonly answers: readonly { readonly label: string; readonly act: () => void }[];
}

/** A question that must be answered before work goes on. */
export const Question = ({ title, open, children, answers }: QuestionProps) => (
  <AlertDialog.Root open={open}>
    <AlertDialog.Portal>
      <AlertDialog.Overlay className={overlay} />
      <AlertDialog.Content className={panel} style={{ ['--dialog-width' as string]: '600px' }}>
        <AlertDialog.Title className="text-head">{title}</AlertDialog.Title>
        <AlertDialog.Description asChild>
          <div className="mt-3">{children}</div>
        </AlertDialog.Description>
        <div className="mt-5 flex flex-wrap gap-2">
          {answers.map(({ label, act }, index) => (
            <AlertDialog.Action key={label} asChild>
              <Button look={index === 0 ? 'solid' : 'outline'} onClick={act}>
                {label}
              </Button>
            </AlertDialog.Action>
          ))}
        </div>
      </AlertDialog.Content>
    </AlertDialog.Portal>
  </AlertDialog.Root>
);
