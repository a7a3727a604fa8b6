import { useCallback, useEffect, useRef } from 'react';
import { isTextField } from '../../ui/text-fields.ts';

/**
 * Whether the space bar means something else where the focus is: where text is typed, or a control is held. A button that was pressed
 * with the mouse is not held: the space bar plays on.
 */
export function useTakenKeys(): (target: EventTarget | null) => boolean {
  /** The control that has the focus because it was pointed at. By `:focus-visible` it would be held from the first key on. */
  const pointedAt = useRef<Element | null>(null);
  useEffect(() => {
    const onPoint = ({ target }: Event) => {
      pointedAt.current = target instanceof Element ? target.closest('button, a, summary') : null;
    };
    const onFocus = ({ target }: Event) => {
      if (target !== pointedAt.current) pointedAt.current = null;
    };
    document.addEventListener('pointerdown', onPoint, true);
    document.addEventListener('focusin', onFocus);
    return () => {
      document.removeEventListener('pointerdown', onPoint, true);
      document.removeEventListener('focusin', onFocus);
    };
  }, []);
  return useCallback(
    (target) =>
      target instanceof HTMLElement &&
      (isTextField(target) ||
        target.closest('select, [role="slider"], [role="dialog"], [role="alertdialog"]') !== null ||
        (target.closest('button, a, summary') !== null &&
          target.closest('button, a, summary') !== pointedAt.current)),
    [],
  );
}
