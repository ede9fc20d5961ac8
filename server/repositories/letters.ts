/** Letters as they left: sealed, and for so many days only. */
import type { Knex } from 'knex';
import { z } from 'zod';
import { ACCOUNT_LETTER_KINDS, LETTER_DAYS, LETTER_KINDS, type Letter, type LetterLine } from '../../api/letters.js';
import { DAY_MS } from '../../core/days.js';
import { maybeRow, parseRows } from '../database/rows.js';
import type { Seal } from '../mail/seal.js';

const aboutSchema = z.object({
  to: z.string(),
  subject: z.string(),
  text: z.string(),
  attachments: z.array(z.object({ name: z.string(), type: z.string(), bytes: z.number() })),
});
const messageSchema = z.object({ message: z.string(), attachments: z.array(z.string()) });
type About = z.infer<typeof aboutSchema>;
export interface StoredLetter extends Omit<LetterLine, 'to' | 'subject'> {
  about: About | null;
}
/** The message and its files, as bytes. */
export interface WholeLetter {
  message: Buffer;
  attachments: Buffer[];
}

const row = z.object({
  id: z.string(),
  person_id: z.string().nullable(),
  person_name: z.string(),
  what: z.enum([...LETTER_KINDS, ...ACCOUNT_LETTER_KINDS]),
  about: z.instanceof(Buffer),
  sent_at: z.string(),
  by: z.string().nullable(),
});
const LISTED = 200;

export type Letters = ReturnType<typeof lettersIn>;

export function lettersIn(db: Knex, seal: Seal) {
  const rows = (): Knex.QueryBuilder =>
    db('letters')
      .join('accounts', 'accounts.id', 'letters.sent_by')
      .join('people', 'people.id', 'letters.person_id')
      .select(
        'letters.id',
        'letters.person_id',
        'letters.what',
        'letters.about',
        'letters.sent_at',
        'people.name as person_name',
        'accounts.name as by',
      );
  const toAccounts = (): Knex.QueryBuilder =>
    db('account_letters')
      .join('accounts', 'accounts.id', 'account_letters.account_id')
      .select(
        'account_letters.id',
        'account_letters.what',
        'account_letters.about',
        'account_letters.sent_at',
        'accounts.name as person_name',
        db.raw('null as person_id'),
        db.raw('null as ??', ['by']),
      );
  const opened = <T>(schema: z.ZodType<T>, sealed: Buffer, of: string): T | null => {
    const content = seal.open(sealed, of);
    return content && schema.parse(JSON.parse(content.toString('utf8')));
  };
  const told = (r: z.infer<typeof row>): StoredLetter => ({
    id: r.id,
    personId: r.person_id,
    personName: r.person_name,
    what: r.what,
    at: r.sent_at,
    by: r.by,
    about: opened(aboutSchema, r.about, r.id),
  });
  /** Keeps a letter in a table, and lets those go there that are too old. */
  async function keep(
    table: 'letters' | 'account_letters',
    { id, what, at }: Pick<Letter, 'id' | 'what' | 'at'>,
    about: About,
    { message, attachments }: WholeLetter,
    whose: object,
  ): Promise<void> {
    const sealed = (value: object): Buffer => seal.seal(Buffer.from(JSON.stringify(value)), id);
    await db(table)
      .where('sent_at', '<', new Date(Date.parse(at) - LETTER_DAYS * DAY_MS).toISOString())
      .delete();
    const whole = { message: message.toString('base64'), attachments: attachments.map((a) => a.toString('base64')) };
    await db(table).insert({ id, what, about: sealed(about), message: sealed(whole), sent_at: at, ...whose });
  }
  return {
    add: (
      letter: Pick<Letter, 'id' | 'what' | 'at'> & { personId: string },
      about: About,
      whole: WholeLetter,
      by: string,
    ): Promise<void> => keep('letters', letter, about, whole, { person_id: letter.personId, sent_by: by }),
    /** Keeps a letter to who has an account. */
    addToAccount: (
      letter: Pick<Letter, 'id' | 'what' | 'at'> & { accountId: string },
      about: About,
      whole: WholeLetter,
    ): Promise<void> => keep('account_letters', letter, about, whole, { account_id: letter.accountId }),
    async find(id: string): Promise<StoredLetter | null> {
      const one =
        (await rows().where('letters.id', id).first()) ?? (await toAccounts().where('account_letters.id', id).first());
      const found = maybeRow('letters', row, one);
      return found && told(found);
    },
    /** Newest first. */
    async list(): Promise<StoredLetter[]> {
      const both = await Promise.all([rows(), toAccounts()].map((q) => q.orderBy('sent_at', 'desc').limit(LISTED)));
      return parseRows('letters', row, both.flat())
        .sort((a, b) => (a.sent_at < b.sent_at ? 1 : a.sent_at > b.sent_at ? -1 : 0))
        .slice(0, LISTED)
        .map(told);
    },
    /** Null where it cannot be read any more. */
    async whole(id: string): Promise<WholeLetter | null> {
      const found = maybeRow(
        'letters',
        z.object({ message: z.instanceof(Buffer) }),
        (await db('letters').where('id', id).first('message')) ??
          (await db('account_letters').where('id', id).first('message')),
      );
      const read = found && opened(messageSchema, found.message, id);
      return (
        read && {
          message: Buffer.from(read.message, 'base64'),
          attachments: read.attachments.map((a) => Buffer.from(a, 'base64')),
        }
      );
    },
    async remove(id: string): Promise<boolean> {
      return (
        (await db('letters').where('id', id).delete()) + (await db('account_letters').where('id', id).delete()) > 0
      );
    },
  };
}
