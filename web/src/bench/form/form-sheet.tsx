import { unplayedSections } from '@jocund/core/form';
import { useEffect } from 'react';
import { EmptyNote } from '../../ui/notice.tsx';
import { isTextField } from '../../ui/text-fields.ts';
import { Beside } from './beside.tsx';
import { FormPlan } from './form-plan.tsx';
import { useFormView } from './use-form-view.ts';

/** The Form stage: the plan of the piece above, two sections beside each other below. */
export function FormSheet() {
  const view = useFormView();
  useNextDifferenceKey();
  const unplayed = unplayedSections(view.score);
  return (
    <>
      <FormPlan view={view} />
      {unplayed.length > 0 && (
        <p className="text-note mx-4.5 pt-1">
          Written but not played: {unplayed.map(({ name }) => name).join(', ')}.
        </p>
      )}
      {view.others.length === 0 ? (
        <div className="m-4.5">
          <EmptyNote
            title="One section so far"
            text="Write a form from a bar in the margin, or add a section that is the same as this one: every bar follows it until you change it."
          />
        </div>
      ) : (
        <Beside view={view} />
      )}
    </>
  );
}

/** N goes to the next difference, from anywhere on the stage. */
function useNextDifferenceKey(): void {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key.toLowerCase() !== 'n' || event.ctrlKey || event.metaKey || event.altKey) return;
      if (isTextField(event.target)) return;
      document.querySelector<HTMLElement>('[data-next-difference]')?.click();
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, []);
}
