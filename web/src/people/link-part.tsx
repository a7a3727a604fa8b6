import type { Student } from '@jocund/contract';
import qrcode from 'qrcode-generator';
import { useMemo } from 'react';
import { useInvite } from '../api/practice.ts';
import { Button } from '../ui/button.tsx';
import { useSay } from '../ui/toast.tsx';
import { faultWords } from './people-parts.tsx';

const until = new Intl.DateTimeFormat('en-GB', { weekday: 'long', day: 'numeric', month: 'long' });

/** The way into the practice room for a student: a link to copy, or to be read off the screen by a phone. */
export function LinkPart({ student }: { student: Student }) {
  const invite = useInvite();
  const say = useSay();
  const link = invite.data && `${window.location.origin}/join/${invite.data.token}`;
  const copy = (text: string) =>
    navigator.clipboard.writeText(text).then(
      () => say('The link is copied.'),
      () => say('The browser does not let it be copied: select it and copy it by hand.'),
    );
  return (
    <section className="mt-5 border-t-[1.5px] border-ink1 pt-3" aria-labelledby="link">
      <h2 id="link" className="text-base">
        The practice room on a phone
      </h2>
      <p className="text-note pt-1 pb-2">
        A link sets up {student.name}’s account, or a new password. It opens once, within seven days; a new
        one voids the one before.
      </p>
      <Button disabled={invite.isPending} onClick={() => invite.mutate(student.id)}>
        {link ? 'Make another link' : 'Make a link'}
      </Button>
      {invite.isError && (
        <p role="alert" className="pt-2 font-semibold">
          No link was made: {faultWords(invite.error)}
        </p>
      )}
      {link && (
        <div className="pt-3">
          <Code text={link} />
          <label className="text-note block pt-2">
            Link, good until {until.format(new Date(invite.data.expiresAt))}
            <input className="field mt-1" readOnly value={link} />
          </label>
          <Button className="mt-2" onClick={() => void copy(link)}>
            Copy it
          </Button>
        </div>
      )}
    </section>
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
