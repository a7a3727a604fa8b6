import { Toast } from 'radix-ui';
import { createContext, useCallback, useContext, useMemo, useState, type ReactNode } from 'react';
import { Button } from './button.tsx';

interface Message {
  readonly id: number;
  readonly text: string;
  readonly undo?: () => void;
}

type Say = (text: string, undo?: () => void) => void;

const SayContext = createContext<Say>(() => undefined);

/** Says one sentence at the foot of the page, with Undo where the act can be taken back. */
export const useSay = (): Say => useContext(SayContext);

export function ToastRoom({ children }: { children: ReactNode }) {
  const [messages, setMessages] = useState<readonly Message[]>([]);
  const say = useCallback<Say>(
    (text, undo) =>
      setMessages((all) => [...all.slice(-2), { id: Date.now(), text, ...(undo ? { undo } : {}) }]),
    [],
  );
  const drop = useCallback((id: number) => setMessages((all) => all.filter((each) => each.id !== id)), []);
  return (
    <SayContext value={useMemo(() => say, [say])}>
      <Toast.Provider swipeDirection="down" duration={8000}>
        {children}
        {messages.map(({ id, text, undo }) => (
          <Toast.Root
            key={id}
            onOpenChange={(open) => !open && drop(id)}
            className="flex items-center gap-4 border-[1.2px] border-t-[3px] border-ink1 bg-white px-4 py-2.5"
          >
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
        <Toast.Viewport className="fixed bottom-16 left-1/2 z-50 flex w-max max-w-[92vw] -translate-x-1/2 flex-col gap-2 print:hidden" />
      </Toast.Provider>
    </SayContext>
  );
}
