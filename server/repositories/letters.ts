/** Letters as they left: sealed, and for so many days only. */
import type { Knex } from 'knex';
import { z } from 'zod';
import { LETTER_DAYS, LETTER_KINDS, type Letter, type LetterLine } from '../../api/letters.js';
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
  person_id: z.string(),
  person_name: z.string(),
  what: z.enum(LETTER_KINDS),
  about: z.instanceof(Buffer),
  sent_at: z.string(),
  by: z.string(),
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
  return {
    async add(
      letter: Pick<Letter, 'id' | 'personId' | 'what' | 'at'>,
      about: About,
      { message, attachments }: WholeLetter,
      by: string,
    ): Promise<void> {
      const { id } = letter;
      const sealed = (value: object): Buffer => seal.seal(Buffer.from(JSON.stringify(value)), id);
      await db('letters')
        .where('sent_at', '<', new Date(Date.parse(letter.at) - LETTER_DAYS * DAY_MS).toISOString())
        .delete();
      await db('letters').insert({
        id,
        person_id: letter.personId,
        what: letter.what,
        about: sealed(about),
        message: sealed({
          message: message.toString('base64'),
          attachments: attachments.map((a) => a.toString('base64')),
        }),
        sent_at: letter.at,
        sent_by: by,
      });
    },
    async find(id: string): Promise<StoredLetter | null> {
      const found = maybeRow('letters', row, await rows().where('letters.id', id).first());
      return found && told(found);
    },
    /** Newest first. */
    async list(): Promise<StoredLetter[]> {
      return parseRows('letters', row, await rows().orderBy('sent_at', 'desc').limit(LISTED)).map(told);
    },
    /** Null where it cannot be read any more. */
    async whole(id: string): Promise<WholeLetter | null> {
      const found = maybeRow(
        'letters',
        z.object({ message: z.instanceof(Buffer) }),
        await db('letters').where('id', id).first('message'),
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
      return (await db('letters').where('id', id).delete()) > 0;
    },
  };
}
