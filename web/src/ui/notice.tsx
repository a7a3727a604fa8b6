import type { ReactNode } from 'react';
import { Button } from './button.tsx';
import { QueryMark } from './query-mark.tsx';

interface Action {
  readonly label: string;
  readonly act: () => void;
}

const Actions = ({ actions }: { actions: readonly Action[] }) => (
  <div className="mt-3 flex flex-wrap gap-2">
    {actions.map(({ label, act }, index) => (
      <Button key={label} look={index === 0 ? 'solid' : 'outline'} onClick={act}>
        {label}
      </Button>
    ))}
  </div>
);

/** Nothing is here yet: a dashed box, a sentence, one or two ways on. */
export const EmptyNote = ({
  title,
  text,
  actions = [],
}: {
  title: string;
  text: ReactNode;
  actions?: readonly Action[];
}) => (
  <section className="border border-dashed border-ink1 p-4">
    <h2 className="text-lg">{title}</h2>
    <p className="mt-1">{text}</p>
    {actions.length > 0 && <Actions actions={actions} />}
  </section>
);

/** What failed, what is safe, two ways on. */
export const ErrorNote = ({
  title,
  text,
  actions = [],
}: {
  title: string;
  text: ReactNode;
  actions?: readonly Action[];
}) => (
  <section role="alert" className="border border-t-[3px] border-ink1 bg-white p-4">
    <h2 className="flex items-center gap-2 text-lg">
      <QueryMark size={20} />
      {title}
    </h2>
    <p className="mt-1">{text}</p>
    {actions.length > 0 && <Actions actions={actions} />}
  </section>
);

/** Work that takes a moment, named; a bar when its share is known (0 to 1). */
export const LoadingNote = ({ title, text, share }: { title: string; text: string; share?: number }) => (
  <section role="status" className="m-8 max-w-md border border-ink1 bg-white p-4">
    <h2 className="text-lg">{title}</h2>
    <p className="mt-1">{text}</p>
    {share !== undefined && (
      <div
        className="mt-3 h-2 border border-ink1"
        role="progressbar"
        aria-valuenow={Math.round(share * 100)}
        aria-valuemin={0}
        aria-valuemax={100}
        aria-label={title}
      >
        <div className="filled h-full bg-ink1" style={{ width: `${share * 100}%` }} />
      </div>
    )}
  </section>
);
