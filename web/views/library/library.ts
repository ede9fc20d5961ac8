/** What the library lists: kinds of entries, and those of a kind that fit a filter. */
import { offeredRungs, type Catalog } from '../../../core/catalog/index.js';
import { entryKey, type EntryRecord, type StudioEntry } from '../../../core/formats/entries.js';
import type { EntryBefore } from '../../data/catalogue.js';
import { measureDefinition } from '../../../core/measure/measures.js';
import { PHASE_WORDS } from '../../../words/labels.js';
import { familyName, faultName } from '../../../words/names.js';
import { library as wording } from '../../../words/pages/library.js';

export const KINDS = {
  positions: wording.positions,
  faults: wording.faults,
  drills: wording.drills,
  tests: wording.quickTests,
  causes: wording.causes,
  limits: wording.limits,
  methods: wording.methods,
} as const;
export type Kind = keyof typeof KINDS;

/** Where an entry is read. */
export const entryLink = (kind: Kind, id: string): { query: { kind: Kind; id: string } } => ({ query: { kind, id } });

export interface Filter {
  words: string;
  family: string;
  cause: string;
  phase: string;
  kit: string;
  plane: string;
}
/** Asks for drills that need nothing but what every room has. */
export const NO_KIT = 'no-kit';
const EVERY_ROOM = ['mat', 'wall', 'doorway'];
export const ALL: Readonly<Filter> = { words: '', family: '', cause: '', phase: '', kit: '', plane: '' };

export interface Listed {
  id: string;
  name: string;
  hint: string;
}

/** Entries of a kind that fit, in the catalogue's order. An empty filter lets everything pass. */
export function listed(catalog: Catalog, kind: Kind, filter: Filter): Listed[] {
  const words = filter.words.trim().toLowerCase();
  const fits = (text: string): boolean => words === '' || text.toLowerCase().includes(words);
  const inFamily = (families: readonly string[]): boolean => filter.family === '' || families.includes(filter.family);
  const byCause = (ids: readonly string[]): boolean => filter.cause === '' || ids.includes(filter.cause);
  const is = (wanted: string, own: string | readonly string[]): boolean =>
    wanted === '' || (typeof own === 'string' ? own === wanted : own.includes(wanted));
  const gone = (of: string, id: string): string | null =>
    catalog.retired.has(`${of}:${id}`) ? wording.takenAwayRead : null;
  switch (kind) {
    case 'positions':
      return catalog.families
        .filter((f) => fits(`${f.name} ${f.good.join(' ')}`) && inFamily([f.id]))
        .map((f) => ({ id: f.id, name: f.name, hint: wording.versions(offeredRungs(catalog, f.id).length) }));
    case 'faults':
      return catalog.faults
        .filter((f) => fits(`${f.name} ${f.seen}`) && inFamily(f.families) && byCause(f.causes))
        .map((f) => ({
          id: f.id,
          name: f.name,
          hint: f.families
            .slice(0, 3)
            .map((id) => familyName(catalog, id))
            .join(', '),
        }));
    case 'tests':
      return catalog.tests
        .filter((t) => fits(`${t.name} ${t.how.join(' ')}`) && (!t.families || inFamily(t.families)) && byCause(t.for))
        .map((t) => ({ id: t.id, name: t.name, hint: `${t.seconds} s` }));
    case 'causes':
      return catalog.causes
        .filter((c) => fits(`${c.name} ${c.picture}`))
        .map((c) => ({ id: c.id, name: c.name, hint: c.picture }));
    case 'limits':
      return catalog.tolerances
        .map((t) => ({ t, name: `${familyName(catalog, t.family)}: ${faultName(catalog, t.fault)}` }))
        .filter(({ t, name }) => fits(`${name} ${t.measure}`) && inFamily([t.family]))
        .map(({ t, name }) => ({ id: t.id, name, hint: `${measureDefinition(t.measure).name} ${t.side}` }));
    case 'methods':
      return catalog.methods
        .filter((m) => fits(`${m.name} ${m.summary}`))
        .map((m) => ({ id: m.id, name: m.name, hint: gone('methods', m.id) ?? wording.upToS(m.cap) }));
    case 'drills':
      return catalog.drills
        .filter(
          (d) =>
            fits(`${d.name} ${d.how.join(' ')}`) &&
            inFamily(d.families) &&
            byCause(Object.keys(d.causes)) &&
            is(filter.phase, d.phase) &&
            (filter.kit === NO_KIT ? d.kit.every((k) => EVERY_ROOM.includes(k)) : is(filter.kit, d.kit)) &&
            is(filter.plane, d.plane),
        )
        .map((d) => ({
          id: d.id,
          name: d.name,
          hint: gone('drills', d.id) ?? `${PHASE_WORDS[d.phase]} · ${d.plane} · ${d.minutes} min`,
        }));
  }
}

/**
 * Where else words are found than in one kind: the search goes over everything that there is to read, whatever else is filtered.
 * @returns the other kinds with how many entries fit, most first; none without words
 */
export function foundElsewhere(catalog: Catalog, kind: Kind, words: string): { kind: Kind; count: number }[] {
  if (words.trim() === '') return [];
  return (Object.keys(KINDS) as Kind[])
    .filter((k) => k !== kind)
    .map((k) => ({ kind: k, count: listed(catalog, k, { ...ALL, words }).length }))
    .filter((k) => k.count > 0)
    .sort((a, b) => b.count - a.count);
}

/** A change under way, and what stood when it began. */
export interface EntryDraft {
  record: EntryRecord;
  before: EntryBefore;
}
/** What a draft of a changed or copied entry is of. */
export const editDraft = ({ kind, record }: StudioEntry, copy: boolean): string =>
  `entry/${kind}/${entryKey(kind, record)}/${copy ? 'copy' : 'change'}`;
