/** Letters to people, as a coach would write them. */
import type { Day } from '../core/days.js';
import { writtenDay } from './days.js';

export const LETTER_WORDS = {
  sheet: 'Drills',
  programme: 'Programme',
  record: 'Record',
  'second-shut': 'Sign-in shut',
} as const;
export type LetterAbout =
  | { what: 'sheet'; relookOn: Day }
  | { what: 'programme'; link: string; until: Day; from: Day; weeks: number }
  | { what: 'record' };
interface Who {
  /** First name. */
  name: string;
  coach: string;
  /** '' where the hall has no name. */
  hall: string;
  note: string;
}

const STOP =
  'Stop on pain, numbness, dizziness, pressure in the chest or unusual breathlessness, and ask a licensed professional. This is general training advice.';

function about(letter: LetterAbout): string[] {
  switch (letter.what) {
    case 'sheet':
      return [
        'Your drills are on the sheet that comes with this letter.',
        `We look again on ${writtenDay(letter.relookOn)}.`,
      ];
    case 'programme':
      return [
        `Your programme is ready: ${letter.weeks} ${letter.weeks === 1 ? 'week' : 'weeks'} from ${writtenDay(letter.from)}.`,
        `It opens on your phone until ${writtenDay(letter.until)}, without an account:`,
        letter.link,
        'The link is yours alone: whoever has it can read the programme. Of the files with this letter one is the programme on paper, the other puts its days in your calendar.',
      ];
    case 'record':
      return ['Your record comes with this letter, as you asked for it.'];
  }
}
/** To who has an account: wrong codes shut its second factor. @param until when codes are taken again, as it is written */
export const secondShutText = ({ name, until, hall }: { name: string; until: string; hall: string }) => ({
  subject: hall ? `Wrong codes for your account, ${hall}` : 'Wrong codes for your account',
  text: `${[
    `Hello ${name},`,
    `Somebody typed your right password and then wrong codes. Codes from your phone are taken again from ${until} on; a code for a lost device lets you in before.`,
    'If it was you, wait. If not, whoever it was knows your password: sign in, change it, and tell an owner.',
    ...(hall ? [hall] : []),
  ].join('\n\n')}\n`,
});
const SUBJECT = { sheet: 'Your drills', programme: 'Your programme', record: 'Your record' } as const;

/** Subject and text of a letter. */
export function letterText(letter: LetterAbout, { name, coach, hall, note }: Who): { subject: string; text: string } {
  const subject = hall ? `${SUBJECT[letter.what]}, ${hall}` : SUBJECT[letter.what];
  const parts = [`Hello ${name},`, about(letter).join('\n'), ...(note ? [note] : [])];
  if (letter.what !== 'record') parts.push(STOP);
  parts.push([coach, ...(hall ? [hall] : [])].join('\n'));
  return { subject, text: `${parts.join('\n\n')}\n` };
}
