import { qrPath } from '@jocund/core/qr';
import { useMemo } from 'react';
import { useCanMail, usePublicAddress } from '../api/accounts.ts';
import { Button } from '../ui/button.tsx';
import { useSay } from '../ui/toast.tsx';
import { MailLink } from './mail-link.tsx';

const until = new Intl.DateTimeFormat('en-GB', { weekday: 'long', day: 'numeric', month: 'long' });

interface MadeLinkProps {
  readonly token: string;
  /** A moment (ISO 8601). */
  readonly expiresAt: string;
}

/** A link that was just made: to copy, or to be read off the screen by a phone. It is shown once. */
export function MadeLink({ token, expiresAt }: MadeLinkProps) {
  const say = useSay();
  const canMail = useCanMail();
  const link = `${usePublicAddress()}/join/${token}`;
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
      {canMail && <MailLink token={token} />}
    </div>
  );
}

/** In units of the drawing. */
const side = 100;

/** A link as a phone’s camera reads it. */
function Code({ text }: { text: string }) {
  const path = useMemo(() => qrPath(text, side), [text]);
  return (
    <svg
      viewBox={`0 0 ${side} ${side}`}
      className="block w-full max-w-48 bg-white"
      shapeRendering="crispEdges"
      role="img"
      aria-label="The link as a code for a phone’s camera"
    >
      <path d={path} fill="var(--color-over)" />
    </svg>
  );
}
