import { useEffectEvent, useLayoutEffect } from 'react';
import { useNavigate } from 'react-router';
import { isTextField } from '../ui/text-fields.ts';
import { useBench } from './bench-context.tsx';
import { stages } from '../ui/stages-of-work.ts';
import { useStagePath } from './use-reader.ts';

/** The stage a key names: Shift and its number, on keyboards whose digits need Shift with Alt as well. */
function stageOfKey({ code, key, shiftKey, altKey, ctrlKey, metaKey }: KeyboardEvent) {
  const number = /^Digit([1-8])$/.exec(code)?.[1];
  if (!number || !shiftKey || ctrlKey || metaKey || (/\d/.test(key) && !altKey)) return undefined;
  return stages[Number(number) - 1]?.id;
}

const isUndo = ({ key, shiftKey }: KeyboardEvent) => key.toLowerCase() === 'z' && !shiftKey;
const isRedo = ({ key, shiftKey }: KeyboardEvent) =>
  key.toLowerCase() === 'y' || (key.toLowerCase() === 'z' && shiftKey);

/**
 * Keys that hold for the whole bench: undo and redo, the stages, the help. In a field they are the field's own while it holds something
 * typed and not taken yet; in a dialog they are the dialog's.
 */
export function useBenchKeys(onHelp: () => void): void {
  const { arrangementId, undo, redo } = useBench();
  const navigate = useNavigate();
  const pathTo = useStagePath(arrangementId);
  const act = useEffectEvent((event: KeyboardEvent, isTyping: boolean) => {
    const { target } = event;
    if (target instanceof Element && target.closest('[role="dialog"], [role="alertdialog"]')) return;
    const stage = stageOfKey(event);
    const hasCommand = event.ctrlKey || event.metaKey;
    if (hasCommand && isUndo(event) && !isTyping) undo();
    else if (hasCommand && isRedo(event) && !isTyping) redo();
    else if (isTextField(target)) return;
    else if (stage) void navigate(pathTo(stage));
    else if (event.key === '?') onHelp();
    else return;
    event.preventDefault();
  });
  useLayoutEffect(() => {
    /** The field that holds something typed since it was entered or taken. */
    let typedInto: EventTarget | null = null;
    const onInput = ({ target }: Event) => {
      typedInto = target;
    };
    const onSettled = () => {
      typedInto = null;
    };
    const onKey = (event: KeyboardEvent) => act(event, typedInto !== null && typedInto === event.target);
    addEventListener('keydown', onKey);
    document.addEventListener('input', onInput);
    document.addEventListener('focusin', onSettled);
    document.addEventListener('submit', onSettled);
    return () => {
      removeEventListener('keydown', onKey);
      document.removeEventListener('input', onInput);
      document.removeEventListener('focusin', onSettled);
      document.removeEventListener('submit', onSettled);
    };
  }, []);
}
