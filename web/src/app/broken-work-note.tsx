import { Button } from '../ui/button.tsx';
import { useIsWorkBroken } from '../work/broken-work.ts';

/** Over any page whose work beside it stands still: after a new version of the server, or without a connection. */
export const BrokenWorkNote = () =>
  useIsWorkBroken() ? (
    <div
      role="alert"
      className="flex flex-wrap items-center gap-x-4 gap-y-1 border-b border-t-[3px] border-ink1 bg-white px-4 py-2 print:hidden"
    >
      <p>
        Part of Jocund could not be loaded: fingers, queries or sound may be missing. What you wrote is safe.
      </p>
      <Button look="outline" onClick={() => window.location.reload()}>
        Reload
      </Button>
    </div>
  ) : null;
