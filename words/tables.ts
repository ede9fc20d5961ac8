/** People, sets, measures and work as tables: what leaves the application as text or a workbook. */
import type { Catalog } from '../core/catalog/index.js';
import type { Day } from '../core/days.js';
import type { CauseId } from '../core/formats/catalog.js';
import type { EndReason, Observation } from '../core/formats/observation.js';
import type { LoggedHold } from '../core/ladder/holds.js';
import { measureDefinition } from '../core/measure/measures.js';
import type { ItemLog } from '../core/programme/adherence.js';
import { ROSTER_FIELDS, SET_FIELDS, type RosterField, type SetField } from '../core/transfer/columns.js';
import { NO_KIT } from '../core/transfer/roster.js';
import { wallClock } from '../core/transfer/sets.js';
import { siteText } from './labels.js';
import { causeName, drillName, familyName, faultName, methodName, placeName, rungName } from './names.js';

export type Cell = string | number | null;
export interface WrittenTable {
  name: string;
  head: string[];
  rows: Cell[][];
}
type Names = Pick<Catalog, 'families' | 'rungs' | 'faults' | 'drills' | 'methods' | 'causes'>;

const tenth = (n: number): number => Math.round(n * 10) / 10;
/** Cells by field in the order of the fields. */
const inOrder = <F extends string>(fields: readonly { id: F }[], cells: Record<F, Cell>): Cell[] =>
  fields.map((f) => cells[f.id]);

export interface RosterPerson {
  name: string;
  group: { name: string } | null;
  birthYear: number | null;
  stature: number | null;
  mass: number | null;
  sex: string;
  email: string | null;
  goal: string;
  method: string | null;
  familyMethods: Readonly<Record<string, string>>;
  kit: readonly string[] | null;
  notes: string;
}
/** A row a person, as {@link ROSTER_FIELDS} are read again. */
export const rosterTable = (catalog: Pick<Catalog, 'methods'>, people: readonly RosterPerson[]): WrittenTable => ({
  name: 'People',
  head: ROSTER_FIELDS.map((f) => f.head),
  rows: people.map((p) =>
    inOrder<RosterField>(ROSTER_FIELDS, {
      name: p.name,
      group: p.group?.name ?? null,
      born: p.birthYear,
      height: p.stature,
      weight: p.mass,
      sex: p.sex,
      email: p.email,
      goal: p.goal,
      method: p.method === null ? null : methodName(catalog, p.method),
      methods: Object.entries(p.familyMethods)
        .map(([family, method]) => `${family}=${method}`)
        .join('; '),
      kit: p.kit === null ? null : p.kit.length === 0 ? NO_KIT : p.kit.join('; '),
      notes: p.notes,
    }),
  ),
});

/** A set as it was kept, with what was judged of it. */
export interface SetToTell extends LoggedHold {
  name: string;
  endedBy: EndReason | null;
  note: string;
  /** Where it comes from. */
  source: string;
}
/** A row a set, as {@link SET_FIELDS} are read again; where it comes from stands behind. */
export const setsTable = (catalog: Names, sets: readonly SetToTell[], timeZone: string): WrittenTable => ({
  name: 'Sets',
  head: [...SET_FIELDS.map((f) => f.head), 'From'],
  rows: sets.map((s) => {
    const [family, rung] = s.place.split('/') as [string, string];
    const counted = s.reps !== null;
    return [
      ...inOrder<SetField>(SET_FIELDS, {
        name: s.name,
        day: s.day,
        time: wallClock(s.at, timeZone),
        position: familyName(catalog, family),
        version: rungName(catalog, family, rung),
        side: s.side,
        target: s.target,
        held: tenth(s.total),
        clean: counted ? null : tenth(s.clean),
        fault: s.first === null ? null : faultName(catalog, s.first),
        // As it is read again.
        ended: s.endedBy && s.endedBy.replaceAll('-', ' '),
        targetReps: s.reps?.target ?? null,
        reps: s.reps?.done ?? null,
        cleanReps: s.reps?.clean ?? null,
        setup: Object.entries(s.setup ?? {})
          .map(([knob, value]) => `${knob}=${value}`)
          .join('; '),
        note: s.note,
      }),
      s.source,
    ];
  }),
});

export interface MeasureToTell {
  name: string;
  day: Day;
  place: string;
  id: string;
  value: number;
  sd: number;
  unit: string;
}
/** A row a measure of a look; the range holds the true value nineteen times in twenty. */
export const measuresTable = (catalog: Names, measures: readonly MeasureToTell[]): WrittenTable => ({
  name: 'Measures',
  head: ['Name', 'Day', 'Position', 'Version', 'Measure', 'Value', '±', 'Unit'],
  rows: measures.map((m) => {
    const [family, rung] = m.place.split('/') as [string, string];
    return [
      m.name,
      m.day,
      familyName(catalog, family),
      rungName(catalog, family, rung),
      measureDefinition(m.id).name,
      tenth(m.value),
      tenth(1.96 * m.sd),
      m.unit,
    ];
  }),
});

/** Clean seconds (reps where reps are counted) of each day by version, the best of the day: a column a version, to be drawn as it stands. */
export function chartTable(catalog: Names, holds: readonly LoggedHold[]): WrittenTable {
  const places = [...new Set(holds.map((h) => h.place))].sort();
  const days = [...new Set(holds.map((h) => h.day))].sort();
  const best = (day: Day, place: string): number | null => {
    const of = holds.filter((h) => h.day === day && h.place === place).map((h) => h.reps?.clean ?? h.clean);
    return of.length === 0 ? null : tenth(Math.max(...of));
  };
  const unit = (place: string): string => (holds.some((h) => h.place === place && h.reps !== null) ? 'reps' : 's');
  return {
    name: 'Chart',
    head: ['Day', ...places.map((p) => `${placeName(catalog, p)}, ${unit(p)}`)],
    rows: days.map((day) => [day, ...places.map((p) => best(day, p))]),
  };
}

const DONE_WORDS: Readonly<Record<ItemLog['is'], string>> = { done: 'done', partly: 'partly', not: 'not today' };
export interface WorkToTell extends ItemLog {
  best: number | null;
  felt: string | null;
  pain: boolean;
  note: string;
  /** Null: the person's own word, by link. */
  by: string | null;
}
/** What was done alone, a row an item and day. */
export const workTable = (catalog: Names, logs: readonly WorkToTell[]): WrittenTable => ({
  name: 'Work alone',
  head: ['Day', 'Drill or version', 'Done', 'Sets', 'Best, s or reps', 'Felt first', 'Pain', 'Note', 'Said by'],
  rows: logs.map((l) => [
    l.day,
    drillName(catalog, l.item),
    DONE_WORDS[l.is],
    l.sets,
    l.best,
    l.felt === null ? null : siteText(l.felt),
    l.pain ? 'yes' : 'no',
    l.note,
    l.by ?? 'the person',
  ]),
});

export interface RecordToTell {
  person: RosterPerson;
  cautions: readonly { name: string; from: Day; until: Day | null; note: string }[];
  sets: readonly SetToTell[];
  measures: readonly MeasureToTell[];
  work: readonly WorkToTell[];
  prescriptions: readonly {
    startsOn: Day;
    relookOn: Day;
    endedOn: Day | null;
    family: string;
    causes: readonly { cause: CauseId; probability: number }[];
    items: readonly { drill: string; text: { name: string } | null }[];
    by: string;
  }[];
  tests: readonly { day: Day; tests: NonNullable<Observation['tests']> }[];
  steps: readonly { day: Day; from: string; to: string; proposal: string; decision: string; by: string }[];
}
/** Everything of a person that a table can hold, a sheet a kind; the sheet to draw from stands behind the sets. */
export const recordTables = (
  catalog: Names & Pick<Catalog, 'tests'>,
  of: RecordToTell,
  timeZone: string,
): WrittenTable[] => [
  rosterTable(catalog, [of.person]),
  setsTable(catalog, of.sets, timeZone),
  chartTable(catalog, of.sets),
  measuresTable(catalog, of.measures),
  workTable(catalog, of.work),
  {
    name: 'Drills given',
    head: ['From', 'Look again', 'Ended', 'Position', 'Likely', 'Drills', 'By'],
    rows: of.prescriptions.map((p) => [
      p.startsOn,
      p.relookOn,
      p.endedOn,
      familyName(catalog, p.family),
      p.causes.map((c) => causeName(catalog, c.cause)).join(', '),
      p.items.map((i) => i.text?.name ?? drillName(catalog, i.drill)).join(', '),
      p.by,
    ]),
  },
  {
    name: 'Tests',
    head: ['Day', 'Test', 'Answer'],
    rows: of.tests.flatMap(({ day, tests }) =>
      Object.entries(tests).map(([id, answer]): Cell[] => [
        day,
        catalog.tests.find((t) => t.id === id)?.name ?? id,
        answer ?? null,
      ]),
    ),
  },
  {
    name: 'Steps',
    head: ['Day', 'From', 'To', 'Proposed', 'Decision', 'By'],
    rows: of.steps.map((s) => [
      s.day,
      placeName(catalog, s.from),
      placeName(catalog, s.to),
      s.proposal,
      s.decision,
      s.by,
    ]),
  },
  {
    name: 'Cautions',
    head: ['Caution', 'From', 'Until', 'Note'],
    rows: of.cautions.map((c) => [c.name, c.from, c.until, c.note]),
  },
];
