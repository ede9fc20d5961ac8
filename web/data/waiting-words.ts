/** What waits on this device, in words: whose it is, what, when. */
import { kept } from './query.js';
import { familyName } from './names.js';
import { lookIdOf, type OutboxItem } from './waiting-item.js';
import { waitingWords as wording } from '../../words/pages/data.js';

/** Whose look an item is about, as far as this device knows. */
function personOf(item: OutboxItem, all: readonly OutboxItem[]): string | null {
  if (item.name === 'looks.add') return item.ask.params.id;
  const id = lookIdOf(item);
  const added = all.find((i) => i.name === 'looks.add' && i.ask.body.id === id);
  return added?.name === 'looks.add' ? added.ask.params.id : (kept('looks.get', { params: { id } })?.personId ?? null);
}
const nameOf = (id: string | null): string => (id && kept('people.get', { params: { id } })?.name) || 'somebody';

const WHAT: Readonly<Record<Exclude<OutboxItem['name'], 'looks.add'>, string>> = {
  'looks.change': wording.anAnswer,
  'mends.add': wording.whatAMendDid,
  'mends.remove': wording.aMendTakenBack,
};

/** `A look at Marit Solheim: Front plank` */
export function waitingText(item: OutboxItem, all: readonly OutboxItem[]): string {
  const who = nameOf(personOf(item, all));
  return item.name === 'looks.add'
    ? wording.aLookAt(who, familyName(item.ask.body.observation.position))
    : wording.at(WHAT[item.name], who);
}

/**
 * A field's place in a coach's words: without the envelope, counted from one.
 * @example fieldText('observation.events[0].t') // => 'event 1, t'
 */
export const fieldText = (path: string): string =>
  path
    .replace(/^observation\./, '')
    .replace(/(\w+?)s?\[(\d+)\]/g, (_all, name: string, index: string) => `${name} ${Number(index) + 1}`)
    .replaceAll('.', ', ');

/** What waits, as a file that nothing is lost in. */
export const waitingFile = (items: readonly OutboxItem[]): string =>
  JSON.stringify(
    {
      format: 'upright-anchor/waiting',
      version: 1,
      items: items.map(({ name, ask, keptAt }) => ({ name, ask, keptAt })),
    },
    null,
    2,
  );
