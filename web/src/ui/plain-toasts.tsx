import { Button } from './button.tsx';

export interface ToastsProps {
  readonly messages: readonly { readonly id: number; readonly text: string; readonly undo?: () => void }[];
  readonly onDrop: (id: number) => void;
}

export const toastPlace =
  'fixed bottom-16 left-1/2 z-50 flex w-max max-w-[92vw] -translate-x-1/2 flex-col gap-2 print:hidden';
export const toastLook =
  'flex items-center gap-4 border-[1.2px] border-t-[3px] border-ink1 bg-white px-4 py-2.5';

/** Sentences at the foot of the page that stay until they are closed. */
export const PlainToasts = ({ messages, onDrop }: ToastsProps) => (
  <div role="status" className={toastPlace}>
    {messages.map(({ id, text, undo }) => {
      const close = () => onDrop(id);
      const takeBack = () => {
        undo?.();
        close();
      };
      return (
        <div key={id} className={toastLook}>
          {text}
          <Button look="plain" onClick={undo ? takeBack : close}>
            {undo ? 'Undo' : 'Close'}
          </Button>
        </div>
      );
    })}
  </div>
);
