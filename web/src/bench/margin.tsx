import type { ReactNode } from 'react';

/** The margin beside the sheet: it asks, weighs and queries; the sheet states. */
export const Margin = ({
  title,
  note,
  children,
}: {
  title: string;
  note?: ReactNode;
  children: ReactNode;
}) => (
  <aside
    aria-label={title}
    // It scrolls, so the keyboard must be able to enter it.
    tabIndex={0}
    className="relative flex-none border-t border-ink1 bg-margin px-3.5 pb-6 lg:w-[294px] lg:overflow-y-auto lg:border-t-0 lg:border-l print:hidden lg:shadow-[inset_3px_0_0_var(--color-paper),inset_4px_0_0_var(--color-ink1)] lg:pl-5"
  >
    <h2 className="pt-4 text-head">{title}</h2>
    {note && <p className="text-note mt-1 text-ink1-80">{note}</p>}
    {children}
  </aside>
);

/** A part of the margin under a rule. */
export const MarginPart = ({
  title,
  note,
  children,
}: {
  title?: string;
  note?: ReactNode;
  children: ReactNode;
}) => (
  <section className="mt-4 border-t-[1.5px] border-ink1 pt-3">
    {title && (
      <div className="mb-2 flex items-baseline justify-between gap-2">
        <h3 className="text-base">{title}</h3>
        {note && <span className="narrow text-note text-ink1-80">{note}</span>}
      </div>
    )}
    {children}
  </section>
);

/** What went wrong in a part of the margin, in one sentence; nothing where nothing did. */
export const MarginProblem = ({ text }: { text: string | undefined }) =>
  text === undefined ? null : (
    <p role="alert" className="text-note pt-2 font-semibold">
      {text}
    </p>
  );
