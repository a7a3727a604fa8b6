import { useSearchParams } from 'react-router';

/**
 * What a view keeps in the address bar, so that a reload or a shared link brings it back. An empty value is left out.
 * Changes replace the history entry: going back leads to the page before, not to the choice before.
 */
export function useAddress(): {
  readonly read: (name: string) => string;
  readonly write: (name: string, value: string) => void;
  /** Several at once: one write after another would forget the first. */
  readonly writeAll: (values: Readonly<Record<string, string>>) => void;
} {
  const [params, setParams] = useSearchParams();
  const writeAll = (values: Readonly<Record<string, string>>) =>
    setParams(
      (before) => {
        for (const [name, value] of Object.entries(values))
          if (value) before.set(name, value);
          else before.delete(name);
        return before;
      },
      { replace: true },
    );
  return {
    read: (name) => params.get(name) ?? '',
    write: (name, value) => writeAll({ [name]: value }),
    writeAll,
  };
}
