import { useState, type ReactNode } from 'react';

/** Something kept folded away under its title; what is in it is only made once it is unfolded. */
export function Fold({ title, children }: { title: string; children: () => ReactNode }) {
  const [isOpen, setOpen] = useState(false);
  return (
    <details className="mt-2" open={isOpen} onToggle={({ currentTarget }) => setOpen(currentTarget.open)}>
      <summary className="text-note cursor-pointer font-semibold">{title}</summary>
      {isOpen && children()}
    </details>
  );
}
