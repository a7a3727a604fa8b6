import { useSearchParams } from 'react-router';

/** The settings of a handout and how to change them. */
interface Handout {
  readonly inks: Inks;
  readonly student: string;
  readonly setInks: (inks: Inks) => void;
  readonly setStudent: (name: string) => void;
}

export type Inks = 'both' | 'black';

/** What the handout is made of. It stands in the address, so that a reload prints the same. */
export function useHandout(): Handout {
  const [params, setParams] = useSearchParams();
  const set = (name: string, value: string) =>
    setParams(
      (before) => {
        if (value) before.set(name, value);
        else before.delete(name);
        return before;
      },
      { replace: true },
    );
  return {
    inks: params.get('inks') === 'black' ? 'black' : 'both',
    student: params.get('for') ?? '',
    setInks: (inks: Inks) => set('inks', inks === 'black' ? 'black' : ''),
    setStudent: (name: string) => set('for', name),
  };
}
