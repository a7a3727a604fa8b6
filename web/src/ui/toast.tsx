import {
  createContext,
  lazy,
  Suspense,
  useCallback,
  useContext,
  useMemo,
  useState,
  type ReactNode,
} from 'react';
import { PlainToasts, type ToastsProps } from './plain-toasts.tsx';

type Say = (text: string, undo?: () => void) => void;

const SayContext = createContext<Say>(() => undefined);

/** Says one sentence at the foot of the page, with Undo where the act can be taken back. */
export const useSay = (): Say => useContext(SayContext);

/** What shows the sentences well is fetched for the first one; where it cannot be, they are shown plainly. */
const Toasts = lazy(() =>
  import('./toasts.tsx').then(
    ({ Toasts: shown }) => ({ default: shown }),
    () => ({ default: PlainToasts }),
  ),
);

export function ToastRoom({ children }: { children: ReactNode }) {
  const [messages, setMessages] = useState<ToastsProps['messages']>([]);
  const say = useCallback<Say>(
    (text, undo) =>
      setMessages((all) => [...all.slice(-2), { id: Date.now(), text, ...(undo ? { undo } : {}) }]),
    [],
  );
  const drop = useCallback((id: number) => setMessages((all) => all.filter((each) => each.id !== id)), []);
  return (
    <SayContext value={useMemo(() => say, [say])}>
      {children}
      {messages.length > 0 && (
        <Suspense fallback={null}>
          <Toasts messages={messages} onDrop={drop} />
        </Suspense>
      )}
    </SayContext>
  );
}
