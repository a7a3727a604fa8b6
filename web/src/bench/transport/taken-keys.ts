import { isTextField } from '../../ui/text-fields.ts';

/**
 * Keys that mean something else where text is typed or a control is held. A button that was pressed with the mouse is not held: the
 * space bar plays on.
 */
export const isTakenBy = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (isTextField(target) ||
    target.closest('select, [role="slider"], [role="dialog"], [role="alertdialog"]') !== null ||
    (target.closest('button, a, summary') !== null && target.matches(':focus-visible')));
