const typedInto =
  'input:not([type]), input[type="text"], input[type="search"], input[type="email"], input[type="password"], input[type="number"], textarea';

/** Whether keys pressed there are text. */
export const isTextField = (target: EventTarget | null): target is HTMLInputElement | HTMLTextAreaElement =>
  target instanceof HTMLElement && target.matches(typedInto);

/** A line of text that is entered is selected, so that typing replaces it. Answers how to stop. */
export function selectOnEntry(): () => void {
  const onFocus = ({ target }: FocusEvent) => {
    if (!(target instanceof HTMLInputElement) || !isTextField(target)) return;
    const entered = target.value;
    // A mouse sets the caret after the focus: what is selected before that is lost. Whoever types as quickly is not to lose it.
    setTimeout(() => {
      if (document.activeElement !== target || target.value !== entered) return;
      if (target.selectionStart === target.selectionEnd) target.select();
    });
  };
  document.addEventListener('focusin', onFocus);
  return () => document.removeEventListener('focusin', onFocus);
}

/** A letter is typed in a field, finds an entry of a list, and belongs to a dialog. */
export const isTyping = (target: EventTarget | null): boolean =>
  isTextField(target) ||
  (target instanceof Element && target.closest('select, [role="dialog"], [role="alertdialog"]') !== null);
