/** Letters to people, and the outbox. */
import type { Account } from '../../api/accounts.js';
import type { letterRoutes } from '../../api/letter-routes.js';
import type { Letter, LetterInput, LetterLine } from '../../api/letters.js';
import type { Person } from '../../api/people.js';
import { DAY_MS } from '../../core/days.js';
import { prescriptionWarnings } from '../../core/prescribe/prescription.js';
import { letterText, type LetterAbout } from '../../words/letters.js';
import { shortNames } from '../../words/names.js';
import { Again, type Handlers } from '../http/mount.js';
import { HttpProblem, notFound } from '../http/problems.js';
import type { Post, Letter as Sent } from '../mail/post.js';
import { hallOf, programmeCalendar } from '../media/calendar.js';
import { programmePdf } from '../media/programme.js';
import type { Letters, StoredLetter } from '../repositories/letters.js';
import { recordFile } from '../transfer/record-file.js';
import { sheetFile } from '../transfer/sheet-file.js';
import { sendFile } from './send-file.js';
import { personOf, type Context } from './context.js';

type Made = Pick<Sent, 'attachments'> & { about: LetterAbout };

export function letterHandlers(
  context: Context,
  { letters, post }: { letters: Letters; post: Post },
): Handlers<keyof typeof letterRoutes> {
  const { plans, programmes, studio, circumstances } = context;

  const line = ({ about, ...letter }: StoredLetter): LetterLine => ({
    ...letter,
    to: about?.to ?? null,
    subject: about?.subject ?? null,
  });
  const found = async (id: string): Promise<StoredLetter> => {
    const letter = await letters.find(id);
    if (!letter) throw notFound('This letter');
    return letter;
  };
  const unreadable = (): HttpProblem =>
    new HttpProblem(
      409,
      'This letter cannot be read any more',
      'It was sealed with the secret of another installation of this studio.',
    );

  /** What a letter is about, with its files. A programme's link is made for it. */
  async function made(
    account: Account,
    person: Person,
    { what, of, days = 30 }: Pick<LetterInput, 'what' | 'of' | 'days'>,
  ): Promise<Made> {
    const { catalog, defaults } = await studio.now();
    if (what === 'record')
      return {
        about: { what },
        attachments: [
          { name: 'record.pdf', type: 'application/pdf', content: await recordFile(context, account, person.id) },
        ],
      };
    if (what === 'sheet') {
      const stored = await plans.findPrescription(of!);
      if (stored?.personId !== person.id) throw notFound('This prescription');
      const warnings = prescriptionWarnings(catalog, stored.items, person.cautions);
      return {
        about: { what, relookOn: stored.relookOn },
        attachments: [
          {
            name: 'drills.pdf',
            type: 'application/pdf',
            content: await sheetFile(context, account, person, { ...stored, warnings }),
          },
        ],
      };
    }
    const stored = await programmes.find(of!);
    if (stored?.personId !== person.id) throw notFound('This programme');
    const { address } = context.config;
    if (address === null)
      throw new HttpProblem(
        409,
        'This studio does not know its address',
        'A link in a letter begins with it. Whoever runs the program tells it by ANCHOR_ADDRESS; the sheet can be given on paper.',
      );
    const now = circumstances.now();
    const until = new Date(Date.parse(now) + days * DAY_MS).toISOString();
    const { secret } = await programmes.addLink(stored, { scopes: ['programme', 'progress'], until }, account.id, now);
    const name = shortNames([person]).get(person.id)!;
    return {
      about: {
        what,
        link: `${address}/s/${secret}`,
        until: await circumstances.dayOf(until),
        from: stored.settings.from,
        weeks: stored.settings.weeks,
      },
      attachments: [
        {
          name: 'programme.ics',
          type: 'text/calendar',
          content: Buffer.from(programmeCalendar(catalog, stored, name, hallOf(defaults))),
        },
        {
          name: 'programme.pdf',
          type: 'application/pdf',
          content: await programmePdf(catalog, stored, person, defaults.name ?? ''),
        },
      ],
    };
  }
  return {
    'letters.send': async ({ account, params, body }) => {
      const person = await personOf(context, account, params.id);
      const known = await letters.find(body.id);
      if (known && known.personId !== person.id) throw new HttpProblem(409, 'This letter is to somebody else');
      if (known) return new Again(line(known));
      const { about, attachments } = await made(account, person, body);
      const { defaults } = await studio.now();
      const { subject, text } = letterText(about, {
        name: shortNames([person]).get(person.id)!,
        coach: account.name,
        hall: defaults.name ?? '',
        note: body.note,
      });
      const to = { name: person.name, address: body.to };
      const message = await post.send({ to, from: defaults.name ?? account.name, subject, text, attachments });
      await letters.add(
        { id: body.id, personId: person.id, what: body.what, at: circumstances.now() },
        {
          to: body.to,
          subject,
          text,
          attachments: attachments.map(({ name, type, content }) => ({ name, type, bytes: content.length })),
        },
        { message, attachments: attachments.map((a) => a.content) },
        account.id,
      );
      return line(await found(body.id));
    },
    'letters.list': async () => ({ leaves: post.leaves, letters: (await letters.list()).map(line) }),
    'letters.get': async ({ params }): Promise<Letter> => {
      const letter = await found(params.id);
      if (!letter.about) throw unreadable();
      return { ...line(letter), text: letter.about.text, attachments: letter.about.attachments };
    },
    'letters.message': async ({ params, response }) => {
      const { id } = await found(params.id);
      const whole = await letters.whole(id);
      if (!whole) throw unreadable();
      return sendFile(response, { type: 'message/rfc822', name: 'letter.eml', file: whole.message });
    },
    'letters.attachment': async ({ params, response }) => {
      const { id, about } = await found(params.id);
      const whole = await letters.whole(id);
      if (!whole || !about) throw unreadable();
      const [told, file] = [about.attachments[params.at], whole.attachments[params.at]];
      if (!told || !file) throw notFound('This file');
      return sendFile(response, { type: told.type, name: told.name, file });
    },
    'letters.remove': async ({ params }) => {
      if (!(await letters.remove(params.id))) throw notFound('This letter');
      return undefined;
    },
  };
}
