import { Toast } from 'radix-ui';
import { Button } from './button.tsx';
import { toastLook, toastPlace, type ToastsProps } from './plain-toasts.tsx';

/** Sentences at the foot of the page; each goes after a while, or with a swipe. */
export const Toasts = ({ messages, onDrop }: ToastsProps) => (
  <Toast.Provider swipeDirection="down" duration={8000}>
    {messages.map(({ id, text, undo }) => (
      <Toast.Root key={id} onOpenChange={(open) => !open && onDrop(id)} className={toastLook}>
        <Toast.Description>{text}</Toast.Description>
        {undo && (
          <Toast.Action altText="Undo" asChild>
            <Button look="plain" onClick={undo}>
              Undo
            </Button>
          </Toast.Action>
        )}
      </Toast.Root>
    ))}
    <Toast.Viewport className={toastPlace} />
  </Toast.Provider>
);
