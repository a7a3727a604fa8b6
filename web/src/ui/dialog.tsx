import { AlertDialog, Dialog } from 'radix-ui';
import { useRef, useState, type ReactNode } from 'react';
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
export const Panel = ({ open, onClose, ...sheet }: PanelProps) => (
  <Dialog.Root open={open} onOpenChange={(now) => !now && onClose()}>
    <Dialog.Portal>
      <Dialog.Overlay className={overlay} />
      <PanelSheet {...sheet} />
    </Dialog.Portal>
  </Dialog.Root>
);

function PanelSheet({ title, children, width = 560 }: Omit<PanelProps, 'open' | 'onClose'>) {
  const giveBack = useGiveBack();
  return (
    <Dialog.Content
      className={panel}
      style={{ ['--dialog-width' as string]: `${width}px` }}
      aria-describedby={undefined}
      onCloseAutoFocus={giveBack}
    >
      <div className="mb-4 flex items-baseline justify-between gap-4 border-b-[1.5px] border-ink1 pb-2">
        <Dialog.Title className="text-head">{title}</Dialog.Title>
        <Dialog.Close asChild>
          <Button look="plain">Close</Button>
        </Dialog.Close>
      </div>
      {children}
    </Dialog.Content>
  );
}

/** Gives the keyboard back to what had it when this was first drawn: what opens a sheet here is not the dialog's own trigger. */
function useGiveBack(): (event: Event) => void {
  const [from] = useState(() => document.activeElement);
  return (event) => {
    event.preventDefault();
    if (from instanceof HTMLElement || from instanceof SVGElement) from.focus();
  };
}

interface QuestionProps {
  readonly title: string;
  readonly open: boolean;
  readonly children: ReactNode;
  readonly answers: readonly { readonly label: string; readonly act: () => void }[];
}

/** A question that must be answered before work goes on. */
export const Question = ({ open, ...asked }: QuestionProps) => (
  <AlertDialog.Root open={open}>
    <AlertDialog.Portal>
      <AlertDialog.Overlay className={overlay} />
      <QuestionSheet {...asked} />
    </AlertDialog.Portal>
  </AlertDialog.Root>
);

function QuestionSheet({ title, children, answers }: Omit<QuestionProps, 'open'>) {
  const giveBack = useGiveBack();
  const sheet = useRef<HTMLDivElement>(null);
  return (
    <AlertDialog.Content
      ref={sheet}
      className={panel}
      style={{ ['--dialog-width' as string]: '600px' }}
      // It may come while somebody types: no answer has the keyboard until it is gone to.
      onOpenAutoFocus={(event) => {
        event.preventDefault();
        sheet.current?.focus();
      }}
      onCloseAutoFocus={giveBack}
    >
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
  );
}
