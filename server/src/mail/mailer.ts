import { createTransport } from 'nodemailer';

export interface Letter {
  readonly to: string;
  readonly subject: string;
  readonly text: string;
}

/** Sends one letter; throws where the mail server does not take it. */
export type Mailer = (letter: Letter) => Promise<void>;

const waitMs = 15_000;

/** A mailer over SMTP, from one address. The password in the URL goes to that server only. */
export function smtpMailer(url: string, from: string): Mailer {
  const transport = createTransport(url, {
    from,
    connectionTimeout: waitMs,
    greetingTimeout: waitMs,
    socketTimeout: waitMs,
    // What is sent is plain text of our own: nothing is fetched for it.
    disableFileAccess: true,
    disableUrlAccess: true,
  });
  return async (letter) => {
    await transport.sendMail(letter);
  };
}
