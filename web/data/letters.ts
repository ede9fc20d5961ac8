/** Letters to people, and the outbox of the studio. */
import type { Letter, LetterInput, LetterLine, OutboxOfStudio } from '../../api/letters.js';
import { call } from './call.js';
import { outdated, useRead, type Read } from './query.js';

export const useLetters = (): Read<OutboxOfStudio> => useRead('letters.list', () => ({}));
export const useLetter = (id: () => string | null): Read<Letter> =>
  useRead('letters.get', () => (id() ? { params: { id: id()! } } : null));

export async function sendLetter(person: string, input: LetterInput): Promise<LetterLine> {
  const letter = await call('letters.send', { params: { id: person }, body: input });
  outdated('letters.list', 'links.list');
  return letter;
}
export async function removeLetter(id: string): Promise<void> {
  await call('letters.remove', { params: { id } });
  outdated('letters.list');
}
