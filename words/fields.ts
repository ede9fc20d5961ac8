/** Fields of a record and what they hold, in words, for laying two versions side by side. */
import type { ClassBlock } from '../core/formats/class.js';
import type { AnyDose } from '../core/formats/dose.js';
import { blockText } from './class.js';
import { doseText } from './dose.js';
import type { Units } from './units.js';
import { massText, statureText } from './units.js';

const NAMES: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  person: {
    groupId: 'Group',
    birthYear: 'Year of birth',
    stature: 'Height',
    mass: 'Weight',
    sex: 'Body table',
    email: 'E-mail',
    familyMethods: 'Methods of single positions',
    kit: 'Kit at hand',
  },
  look: { note: 'Note', overrule: 'Cause named by a coach', marks: 'Angles and distances' },
  prescription: { items: 'Drills', startsOn: 'Starts on', relookOn: 'Look again on', lookId: 'Look it came from' },
  defaults: {
    name: 'The hall’s name',
    familyMethods: 'Methods of single positions',
    kit: 'Kit room',
    timeZone: 'Time zone',
    offlineCopies: 'Copies on devices',
  },
  class: { pins: 'Versions set by hand', kit: 'Kit room' },
  programme: {
    pins: 'Set by hand',
    bans: 'Barred',
    offs: 'Taken off a day',
    sets: 'Numbers of your own',
    easierWeek: 'Easier week',
    pullDays: 'Pulling days',
    from: 'Starts on',
  },
  entry: {},
};

/**
 * `excludedBy` as “Excluded by”, where a kind of record has no better name for it.
 * @example fieldName('person', 'birthYear') // => 'Year of birth'
 * @example fieldName('entry', 'selfCheck') // => 'Self check'
 */
export function fieldName(kind: string, field: string): string {
  const known = NAMES[kind]?.[field];
  if (known) return known;
  const words = field.replace(/([a-z])([A-Z])/g, (_all, a: string, b: string) => `${a} ${b.toLowerCase()}`);
  return words.charAt(0).toUpperCase() + words.slice(1);
}

/** What ids are called; undefined for one that is not known. */
export type NameOf = (id: string) => string | undefined;

const plain = (value: unknown, nameOf: NameOf): string | null => {
  if (value === null || value === undefined || value === '') return '–';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value === 'number') return String(Math.round(value * 1000) / 1000).replace('-', '−');
  return typeof value === 'string' ? (nameOf(value) ?? value) : null;
};
const told = (value: unknown, nameOf: NameOf): string => {
  const text = plain(value, nameOf);
  if (text !== null) return text;
  if (Array.isArray(value)) return value.length === 0 ? '–' : value.map((v) => told(v, nameOf)).join(', ');
  const pairs = Object.entries(value as object).filter(([, v]) => v !== null && v !== undefined && v !== '');
  return pairs.map(([k, v]) => `${nameOf(k) ?? fieldName('', k).toLowerCase()} ${told(v, nameOf)}`).join(' · ');
};

/**
 * What a field holds, a line each for lists of more than words.
 * @example valueLines([{ drill: 'dead-bug', sets: 3 }], () => undefined) // => ['drill dead-bug · sets 3']
 * @example valueLines(null, () => undefined) // => ['–']
 */
export function valueLines(value: unknown, nameOf: NameOf): string[] {
  if (Array.isArray(value) && value.some((v) => typeof v === 'object' && v !== null))
    return value.map((v) => told(v, nameOf));
  if (typeof value === 'object' && value !== null && !Array.isArray(value)) {
    const pairs = Object.entries(value);
    if (pairs.length > 0) return pairs.map(([k, v]) => `${nameOf(k) ?? k}: ${told(v, nameOf)}`);
    return ['–'];
  }
  return [told(value, nameOf)];
}

/** The lines of a field of a record of some kind: bodies in the units that the device shows. */
export function fieldLines(kind: string, field: string, value: unknown, nameOf: NameOf, units: Units): string[] {
  if (kind === 'person' && typeof value === 'number' && field === 'stature') return [statureText(value, units)];
  if (kind === 'person' && typeof value === 'number' && field === 'mass') return [massText(value, units)];
  if (field === 'birthYear' && typeof value === 'number') return [String(value)];
  if (field === 'minutes' && typeof value === 'number') return [`${value} min`];
  const list: unknown[] = Array.isArray(value) ? value : [];
  if (kind === 'prescription' && field === 'items' && list.length > 0)
    return (list as { drill: string; dose: AnyDose }[]).map(
      (i) => `${nameOf(i.drill) ?? i.drill}: ${doseText(i.dose)}`,
    );
  if (kind === 'class' && field === 'blocks' && list.length > 0)
    return (list as ClassBlock[]).map((b) => `${nameOf(b.move) ?? b.move}: ${blockText(b)}`);
  return valueLines(value, nameOf);
}
