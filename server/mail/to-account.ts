/** Letters that the studio writes by itself to who has an account. */
import { randomUUID } from 'node:crypto';
import { hallDay, hallTime } from '../../core/days.js';
import { writtenDay } from '../../words/days.js';
import { secondShutText } from '../../words/letters.js';
import type { Letters } from '../repositories/letters.js';
import type { Context } from '../routes/context.js';
import type { Post } from './post.js';

export type TellShut = ReturnType<typeof tellShutIn>;

export const tellShutIn =
  (
    { accounts, studio, circumstances }: Pick<Context, 'accounts' | 'studio' | 'circumstances'>,
    letters: Letters,
    post: Post,
  ) =>
  /** Wrong codes shut the second factor of an account: whoever it is of is told. @param until ISO instant */
  async (accountId: string, until: string): Promise<void> => {
    const [account, { defaults }] = [await accounts.find(accountId), await studio.now()];
    if (!account) return;
    const { name: hall = '', timeZone } = defaults;
    const written = `${hallTime(until, timeZone)} on ${writtenDay(hallDay(until, timeZone))}`;
    const { subject, text } = secondShutText({ name: account.name, until: written, hall });
    const to = { name: account.name, address: account.email };
    const message = await post.send({ to, from: hall || account.name, subject, text, attachments: [] });
    await letters.addToAccount(
      { id: randomUUID(), accountId, what: 'second-shut', at: circumstances.now() },
      { to: account.email, subject, text, attachments: [] },
      { message, attachments: [] },
    );
  };
