/** What a file would do here: who is new, who is known, what is kept already. Nothing is changed. */
import { SHOWN, type ImportPreview, type ImportQuery } from '../../api/imports.js';
import type { PersonInput, PersonPatch } from '../../api/people.js';
import { personInputSchema } from '../../api/people.js';
import type { Day } from '../../core/days.js';
import type { StudioEntry } from '../../core/formats/entries.js';
import { nameKey, type RosterRow } from '../../core/transfer/roster.js';
import type { RowProblem } from '../../core/transfer/table.js';
import {
  fieldsText,
  heldText,
  KEPT_ALREADY,
  KNOWN_SAYS,
  NOTHING_NEW,
  OWN_ENTRY,
  recordText,
} from '../../words/transfer.js';
import { sameLook, type Looks } from '../repositories/looks.js';
import type { RosterLine } from '../repositories/people.js';
import type { ReadLook } from '../work/look-read.js';
import type { RecordOfFile } from '../../api/person-file.js';
import type { ReadImport } from './read-import.js';

type Line = ImportPreview['lines'][number];
/** What is to be done, all of it or nothing. */
export interface Acts {
  /** Names of groups that are not here yet. */
  groups: string[];
  add: { input: PersonInput; group: string | null }[];
  change: { id: string; patch: PersonPatch; before: PersonPatch; group: string | null }[];
  looks: { personId: string; day: Day; look: ReadLook }[];
  records: { record: RecordOfFile; looks: ReadLook[] }[];
  entries: StudioEntry[];
}
export interface Weighed {
  lines: Line[];
  known: number;
  problems: RowProblem[];
  acts: Acts;
}
export interface Here {
  roster: readonly RosterLine[];
  groups: readonly { id: string; name: string }[];
  looks: Pick<Looks, 'keptOf'>;
  /** The person whom everything in the file is of, if the coach said so. */
  person: { id: string; name: string } | null;
  known: ImportQuery['known'];
  /** The name of a version, by `family/rung`. */
  nameOf: (place: string) => string;
}

const nothing = (): Acts => ({ groups: [], add: [], change: [], looks: [], records: [], entries: [] });

function byName(roster: readonly RosterLine[]): Map<string, RosterLine[]> {
  const found = new Map<string, RosterLine[]>();
  for (const person of roster) found.set(nameKey(person.name), [...(found.get(nameKey(person.name)) ?? []), person]);
  return found;
}

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);
/** What a row says otherwise than what stands. */
function differing(person: RosterLine, says: RosterRow['says']): { patch: PersonPatch; before: PersonPatch } {
  const { group: _group, ...fields } = says;
  const keys = (Object.keys(fields) as (keyof typeof fields)[]).filter((key) => !same(person[key], fields[key]));
  const pick = (of: object): PersonPatch =>
    Object.fromEntries(keys.map((key) => [key, (of as Record<string, unknown>)[key]]));
  return { patch: pick(fields), before: pick(person) };
}
function weighRoster(people: readonly RosterRow[], here: Here): Weighed {
  const roster = byName(here.roster);
  const acts = nothing();
  const problems: RowProblem[] = [];
  let known = 0;
  const groups = new Map(here.groups.map((g) => [nameKey(g.name), g.name]));
  const groupOf = (name: string | undefined): string | null => {
    if (name === undefined) return null;
    const there = groups.get(nameKey(name));
    if (there !== undefined) return there;
    groups.set(nameKey(name), name);
    acts.groups.push(name);
    return name;
  };
  const lines = people.map(({ row, name, says }): Line => {
    const there = roster.get(nameKey(name)) ?? [];
    if (there.length > 0) known += 1;
    if (there.length > 0 && here.known !== 'add') {
      if (here.known !== 'change') return { row, does: 'leaves', name, says: KNOWN_SAYS };
      if (there.length > 1) {
        problems.push({ row, column: 'Name', message: `${there.length} people here are called “${name}”` });
        return { row, does: 'leaves', name, says: KNOWN_SAYS };
      }
      const [person] = there as [RosterLine];
      const { patch, before } = differing(person, says);
      const moved = says.group !== undefined && nameKey(says.group) !== nameKey(person.group?.name ?? '');
      const changed = [...Object.keys(patch), ...(moved ? ['group'] : [])];
      if (changed.length === 0) return { row, does: 'leaves', name, says: NOTHING_NEW };
      acts.change.push({
        id: person.id,
        patch,
        before: { ...before, ...(moved ? { groupId: person.group?.id ?? null } : {}) },
        group: moved ? groupOf(says.group) : null,
      });
      return { row, does: 'changes', name, says: fieldsText(changed) };
    }
    const { group, ...fields } = says;
    const input = personInputSchema.safeParse({ name, ...fields });
    // What is wrong with a row was told where it was read.
    if (input.success) acts.add.push({ input: input.data, group: groupOf(group) });
    return { row, does: 'adds', name, says: group ?? '' };
  });
  return { lines, known, problems, acts };
}

interface OfSomebody {
  row: number;
  /** Where a problem is told at. */
  column: string;
  name: string;
  day: Day;
  look: ReadLook;
  says: string;
}
/** Sets and looks, each given to whom it is of; what is kept already is left. */
async function weighLooks(all: readonly OfSomebody[], here: Here): Promise<Weighed> {
  const roster = byName(here.roster);
  const problems: RowProblem[] = [];
  const found = all.flatMap((one): (OfSomebody & { personId: string; who: string })[] => {
    const wrong = (message: string): [] => {
      problems.push({ row: one.row, column: one.column, message });
      return [];
    };
    const { person } = here;
    if (person !== null) {
      if (one.name !== '' && nameKey(one.name) !== nameKey(person.name))
        return wrong(`is of “${one.name}”, not of ${person.name}`);
      return [{ ...one, personId: person.id, who: person.name }];
    }
    if (one.name === '') return wrong('does not say whose it is');
    const there = roster.get(nameKey(one.name)) ?? [];
    if (there.length === 0) return wrong(`nobody here is called “${one.name}”`);
    if (there.length > 1) return wrong(`${there.length} people here are called “${one.name}”`);
    return [{ ...one, personId: there[0]!.id, who: there[0]!.name }];
  });
  const acts = nothing();
  const kept = await here.looks.keptOf([...new Set(found.map((f) => f.personId))]);
  const lines = found.map(({ row, look, personId, who, day, says }): Line => {
    const key = sameLook(personId, look.input.startedAt, look.input.observation.position);
    const line = { row, name: who, says: `${day}, ${says}` };
    if (kept.has(key)) return { ...line, does: 'leaves', says: `${line.says}: ${KEPT_ALREADY}` };
    kept.add(key);
    acts.looks.push({ personId, day, look });
    return { ...line, does: 'adds' };
  });
  return { lines, known: 0, problems, acts };
}

function weighRecords({ people, entries }: Extract<ReadImport, { kind: 'records' }>, here: Here): Weighed {
  const roster = byName(here.roster);
  const groups = new Map(here.groups.map((g) => [nameKey(g.name), g.name]));
  const acts: Acts = { ...nothing(), entries: entries ?? [] };
  const problems: RowProblem[] = [];
  let known = 0;
  const lines = people.map(({ where, record, looks }, i): Line => {
    const { name, group } = record.person;
    const is = roster.has(nameKey(name));
    if (is) known += 1;
    if (is && here.known === 'change')
      problems.push({
        row: 0,
        column: where,
        message: `${name} ${KNOWN_SAYS}: a whole record is not laid over another`,
      });
    if (is && here.known !== 'add') return { row: i + 1, does: 'leaves', name, says: KNOWN_SAYS };
    acts.records.push({ record, looks });
    if (group !== null && !groups.has(nameKey(group))) {
      groups.set(nameKey(group), group);
      acts.groups.push(group);
    }
    return { row: i + 1, does: 'adds', name, says: recordText({ looks: looks.length, ...countsOf(record) }) };
  });
  for (const { kind } of acts.entries) lines.push({ row: lines.length + 1, does: 'adds', name: OWN_ENTRY, says: kind });
  return { lines, known, problems, acts };
}

/** Weighs what was read against who and what is here. */
export async function weigh(read: ReadImport, here: Here): Promise<Weighed> {
  switch (read.kind) {
    case 'roster':
      return weighRoster(read.people, here);
    case 'sets':
      return weighLooks(
        read.sets.map((s) => ({ ...s, column: 'Name', says: shortSays(s.look, here) })),
        here,
      );
    case 'looks':
      return weighLooks(
        read.looks.map((l, i) => ({ ...l, row: i + 1, column: l.file, says: shortSays(l.look, here) })),
        here,
      );
    case 'records':
      return weighRecords(read, here);
  }
}
const shortSays = ({ input: { observation } }: ReadLook, { nameOf }: Pick<Here, 'nameOf'>): string =>
  heldText(nameOf(`${observation.position}/${observation.rung ?? ''}`), {
    reps: observation.reps?.length,
    seconds: observation.ended?.t,
  });
const countsOf = ({ prescriptions, programmes, cautions, consents }: RecordOfFile): Record<string, number> => ({
  prescriptions: prescriptions.length,
  programmes: programmes.length,
  cautions: cautions.length,
  consents: consents.length,
});

/** A preview as it is told: first lines and problems, counts of all. */
export function previewOf(read: ReadImport, { lines, known, problems }: Weighed): ImportPreview {
  const all = [...read.problems, ...problems].sort((a, b) => a.row - b.row);
  const count = (does: Line['does']): number => lines.filter((l) => l.does === does).length;
  return {
    kind: read.kind,
    read: read.read,
    table: 'table' in read ? read.table : null,
    lines: lines.slice(0, SHOWN),
    counts: { adds: count('adds'), changes: count('changes'), leaves: count('leaves') },
    knownPeople: known,
    problems: all.slice(0, SHOWN),
    problemCount: all.length,
  };
}
