import qrcode from 'qrcode-generator';
import { useMemo } from 'react';
import { Button } from '../ui/button.tsx';
import { useSay } from '../ui/toast.tsx';

const until = new Intl.DateTimeFormat('en-GB', { weekday: 'long', day: 'numeric', month: 'long' });

interface MadeLinkProps {
  readonly token: string;
  /** A moment (ISO 8601). */
  readonly expiresAt: string;
}

/** A link that was just made: to copy, or to be read off the screen by a phone. It is shown once. */
export function MadeLink({ token, expiresAt }: MadeLinkProps) {
  const say = useSay();
  const link = `${window.location.origin}/join/${token}`;
  const copy = () =>
    navigator.clipboard.writeText(link).then(
      () => say('The link is copied.'),
      () => say('The browser does not let it be copied: select it and copy it by hand.'),
    );
  return (
    <div className="pt-3">
      <Code text={link} />
      <label className="text-note block pt-2">
        Link, good until {until.format(new Date(expiresAt))}
        <input className="field mt-1" readOnly value={link} />
      </label>
      <Button className="mt-2" onClick={() => void copy()}>
        Copy it
      </Button>
    </div>
  );
}

/** A link as a phone's camera reads it (ISO/IEC 18004, medium correction), with the quiet zone of four modules. */
function Code({ text }: { text: string }) {
  const { path, size } = useMemo(() => {
    const code = qrcode(0, 'M');
    code.addData(text);
    code.make();
    const count = code.getModuleCount();
    const rows = Array.from({ length: count }, (_, row) => row);
    return {
      size: count + 8,
      path: rows
        .flatMap((row) =>
          rows
            .filter((column) => code.isDark(row, column))
            .map((column) => `M${column + 4} ${row + 4}h1v1h-1z`),
        )
        .join(''),
    };
  }, [text]);
  return (
    <svg
      viewBox={`0 0 ${size} ${size}`}
      className="block w-full max-w-48 bg-white"
      shapeRendering="crispEdges"
      role="img"
      aria-label="The link as a code for a phone’s camera"
    >
      <path d={path} fill="var(--color-over)" />
    </svg>
  );
}
