import { useSearchParams } from 'react-router';

/**
 * What a view keeps in the address bar, so that a reload or a shared link brings it back. An empty value is left out.
 * Changes replace the history entry: going back leads to the page before, not to the choice before.
 */
export function useAddress(): {
  readonly read: (name: string) => string;
  readonly write: (name: string, value: string) => void;
} {
  const [params, setParams] = useSearchParams();
  return {
    read: (name) => params.get(name) ?? '',
    write: (name, value) =>
      setParams(
        (before) => {
          if (value) before.set(name, value);
          else before.delete(name);
          return before;
        },
        { replace: true },
      ),
  };
}
