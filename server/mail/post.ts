/** Letters to people. The one that ships puts them in the outbox; another could send them. */
import { createTransport } from 'nodemailer';

export interface Letter {
  to: { name: string; address: string };
  /** Who it is from, as the person knows them. */
  from: string;
  subject: string;
  text: string;
  attachments: { name: string; type: string; content: Buffer }[];
}

export interface Post {
  /** Whether a letter really leaves. */
  leaves: boolean;
  /** @returns the message as it was sent (RFC 5322) */
  send: (letter: Letter) => Promise<Buffer>;
}

/** An address that leads nowhere (RFC 2606): what is simulated has no sender that could be answered. */
const NOWHERE = 'hall@upright-anchor.invalid';

/** Writes every letter whole, and sends none. */
export function simulatedPost(): Post {
  const transport = createTransport({ streamTransport: true, buffer: true, newline: 'windows' });
  return {
    leaves: false,
    async send({ to, from, subject, text, attachments }) {
      const { message } = await transport.sendMail({
        to,
        from: { name: from, address: NOWHERE },
        subject,
        text,
        attachments: attachments.map(({ name, type, content }) => ({ filename: name, contentType: type, content })),
        // Nothing is fetched or read for a letter but what it is given.
        disableFileAccess: true,
        disableUrlAccess: true,
      });
      return Buffer.isBuffer(message) ? message : Buffer.from(String(message));
    },
  };
}
