import { endpoints } from '@jocund/contract';
import { Router } from 'express';
import type { Database } from '../database/connect.ts';
import { limitIn } from '../http/limit.ts';
import { notFound, Refusal } from '../http/refusal.ts';
import { route } from '../http/route.ts';
import type { Letter, Mailer } from '../mail/mailer.ts';
import { findMadeInvitation, type MadeInvitation } from './invitations-repository.ts';

/** Letters of one studio in an hour: a class is invited at once, nobody is flooded. */
const lettersAllowed = 60;

interface LinkMail {
  readonly mailer: Mailer;
  readonly publicUrl: string;
}

/** Sends a link that was just made to an address, for studios whose server has a mail server. */
export function linkMailRoutes(database: Database, mail: LinkMail | undefined): Router {
  const router = Router();
  const limit = limitIn(database, {
    name: 'letters',
    allowed: lettersAllowed,
    seconds: 3600,
    message: 'Many letters were sent within an hour',
    remedy: 'Copy the link, or wait an hour',
  });
  route(router, endpoints.mailInvitation, async ({ request, body, who }) => {
    const token = String(request.params.token);
    const invited = await findMadeInvitation(database, who.studioId, token);
    if (!invited) throw notFound('link');
    if (!mail)
      throw new Refusal(
        'bad-request',
        'This Jocund has no mail server',
        'Copy the link and send it yourself',
      );
    await limit.count(who.studioId);
    const letter = letterOf(invited, {
      from: who.name,
      link: `${mail.publicUrl}/join/${token}`,
      to: body.email,
    });
    await mail.mailer(letter).catch((error: unknown) => {
      request.log.error(
        { reason: error instanceof Error ? error.message : 'unknown' },
        'a letter was not sent',
      );
      throw new Refusal(
        'server-fault',
        'The mail server did not take the letter',
        'Look at the address, or copy the link and send it yourself',
      );
    });
    return null;
  });
  return router;
}

const until = new Intl.DateTimeFormat('en-GB', { weekday: 'long', day: 'numeric', month: 'long' });

const letterOf = (
  { name, role, studio, expiresAt }: MadeInvitation,
  { from, link, to }: { readonly from: string; readonly link: string; readonly to: string },
): Letter => ({
  to,
  subject: `${studio}: your way in`,
  text: [
    `Hello ${name},`,
    '',
    role === 'student'
      ? `${from} of ${studio} made you a link to your practice room. It sets up your account, or a new password:`
      : `${from} made you a link to teach in ${studio}. It sets up your account, or a new password:`,
    '',
    link,
    '',
    `It opens once, until ${until.format(expiresAt)}. Whoever has it can use it: do not pass it on.`,
    'If you did not expect it, do nothing.',
  ].join('\n'),
});
