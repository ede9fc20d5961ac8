/** Sets out of a table: how long somebody held what, and what went first. */
import type { Catalog } from '../catalog/index.js';
import { hallDay, type Day } from '../days.js';
import type { View } from '../landmarks.js';
import type { ObservationInput } from '../formats/observation.js';
import { dayOrderOf, readCount, readDay, readNumber, readSeconds, type DayOrder, type Read } from './cells.js';
import type { Columns, SetField } from './columns.js';
import { named, rowReader, type RowProblem, type RowReader, type Table } from './table.js';

export interface SetRow {
  row: number;
  /** '' where the table has no column of names. */
  name: string;
  day: Day;
  /** The instant that it is kept at. */
  startedAt: string;
  note: string;
  observation: ObservationInput;
}
export interface SetOptions {
  dates: DayOrder | null;
  /** IANA name of the hall's zone. */
  timeZone: string;
}

/** Sets of a day whose time is not told follow each other from noon, a minute apart. */
const NOON = 12 * 60;
const DAY_MINUTES = 24 * 60;

/**
 * The instant of a time on the hall's wall. A time that a change of clocks skips is taken as the one after it.
 * @param minutes since midnight, with fractions
 */
export function instantOn(day: Day, minutes: number, timeZone: string): string {
  const wanted = Date.parse(day) + minutes * 60_000;
  // The zone's offset at the wanted time, found in two steps: the first is off only beside a change of clocks.
  const offset = (at: number): number => wallTime(at, timeZone) - Math.floor(at / 1000) * 1000;
  const near = wanted - offset(wanted);
  return new Date(wanted - offset(near)).toISOString();
}
const walls = new Map<string, Intl.DateTimeFormat>();
/** What the wall says, as if it were universal time, ms. */
function wallTime(at: number, timeZone: string): number {
  const format =
    walls.get(timeZone) ??
    new Intl.DateTimeFormat('en-GB', {
      timeZone,
      hour: '2-digit',
      minute: '2-digit',
      second: '2-digit',
      hour12: false,
    });
  walls.set(timeZone, format);
  const part = Object.fromEntries(format.formatToParts(at).map((p) => [p.type, Number(p.value)]));
  return Date.parse(hallDay(at, timeZone)) + ((part.hour! % 24) * 3600 + part.minute! * 60 + part.second!) * 1000;
}
/** The time of an instant on the hall's wall, `HH:MM:SS`. */
export const wallClock = (at: string, timeZone: string): string =>
  new Date(wallTime(Date.parse(at), timeZone)).toISOString().slice(11, 19);

const TIME = /^(\d{1,2})[:.](\d{2})(?:[:.](\d{2}))?$/;
const readTime = (text: string): Read<number> => {
  const found = TIME.exec(text);
  const [h, m, s] = [Number(found?.[1]), Number(found?.[2]), Number(found?.[3] ?? 0)];
  return found && h < 24 && m < 60 && s < 60
    ? { value: h * 60 + m + s / 60 }
    : { problem: `“${text}” is no time like 17:30` };
};

const ENDS: Readonly<Record<string, 'target' | 'position-lost' | 'coach' | 'stopped-early' | 'pain'>> = {
  target: 'target',
  'target reached': 'target',
  'position-lost': 'position-lost',
  'position lost': 'position-lost',
  coach: 'coach',
  'the coach': 'coach',
  'stopped-early': 'stopped-early',
  'stopped early': 'stopped-early',
  pain: 'pain',
};
const readEnd = (text: string): Read<(typeof ENDS)[string]> => {
  const end = ENDS[text.toLowerCase()];
  return end ? { value: end } : { problem: `“${text}” is none of target, position lost, coach, stopped early, pain` };
};
const SIDES: Readonly<Record<string, 'left' | 'right'>> = { left: 'left', l: 'left', right: 'right', r: 'right' };
const readSide = (text: string): Read<'left' | 'right'> => {
  const side = SIDES[text.toLowerCase()];
  return side ? { value: side } : { problem: `“${text}” is neither left nor right` };
};
const readSetup = (text: string): Read<Record<string, number>> => {
  const pairs: [string, number][] = [];
  for (const one of text.split(';').filter((t) => t.trim() !== '')) {
    const [knob, value] = one.split('=').map((p) => p.trim());
    const n = readNumber(value ?? '');
    if (!knob || 'problem' in n) return { problem: `“${one.trim()}” is not like handHeight=0.3` };
    pairs.push([knob, n.value]);
  }
  return { value: Object.fromEntries(pairs) };
};

type Reader = RowReader<SetField>;

/** Position and version, by id or by name; a version alone stands for itself where one position has it. */
function placeOf(
  reader: Reader,
  catalog: Pick<Catalog, 'families' | 'rungs'>,
): { family: string; rung: string; view: View } | null {
  const [position, version] = [reader.text('position'), reader.text('version')];
  const [byPath, pathRung] = position.includes('/') ? position.split('/') : [position, undefined];
  const family =
    named(catalog.families, byPath) ?? (pathRung === undefined ? undefined : named(catalog.families, position));
  if (!family) {
    reader.wrong('position', position === '' ? 'is missing' : `there is no position “${position}”`);
    return null;
  }
  const asked = version || pathRung;
  const rung = asked
    ? named(
        catalog.rungs.filter((r) => r.family === family.id),
        asked,
      )
    : undefined;
  if (asked && !rung) {
    reader.wrong(version ? 'version' : 'position', `${family.name} has no version “${asked}”`);
    return null;
  }
  return { family: family.id, rung: rung?.id ?? family.baseRung, view: family.views[0]! };
}

/** A fault by its id, its name, or what is on its pad; undefined where nothing is named, null for one that is not known. */
function faultIn(text: string, { faults }: Pick<Catalog, 'faults'>): string | null | undefined {
  if (text === '') return undefined;
  return (
    (
      named(faults, text) ??
      named(
        faults.map((f) => ({ id: f.id, name: f.pad })),
        text,
      )
    )?.id ?? null
  );
}

interface Counts {
  held: number | undefined;
  clean: number | undefined;
  reps: number | undefined;
  cleanReps: number | undefined;
  /** Undefined where none was named, null where none of the catalogue was. */
  fault: string | null | undefined;
}
/** Of a hold: the tap at which it was over with being clean. */
function taps({ held, clean, fault }: Counts, reader: Reader): ObservationInput['events'] {
  if (held === undefined || clean === undefined || clean >= held) {
    if (fault && clean === undefined) reader.wrong('clean', 'is missing: when did it go?');
    return undefined;
  }
  if (fault === undefined) {
    reader.wrong('fault', `is missing: ${clean} of ${held} s were clean, and it is not said what went`);
    return undefined;
  }
  return fault === null ? undefined : [{ t: clean, fault, state: 'on' }];
}
/** Reps without times of their own: even through the set, the clean ones first. */
function reps({ held, reps: done, cleanReps, fault }: Counts): ObservationInput['reps'] {
  if (done === undefined) return undefined;
  const clean = cleanReps ?? done;
  return Array.from({ length: done }, (_, i) => ({
    t: Math.round(((i + 1) * held! * 1000) / done) / 1000,
    clean: i < clean,
    ...(i >= clean && fault ? { fault } : {}),
  }));
}
/** A rep takes so long where nobody said how long the set was, s. Assumption: the tempo that counted versions mostly have. */
const REP_SECONDS = 4;

/** Records the set as it would have been watched; null where too little of it can be read. */
function observed(reader: Reader, catalog: Pick<Catalog, 'families' | 'rungs' | 'faults'>): ObservationInput | null {
  const { read, text, wrong } = reader;
  const place = placeOf(reader, catalog);
  const [done, cleanReps] = [read('reps', readCount), read('cleanReps', readCount)];
  const [said, clean] = [read('held', readSeconds), read('clean', readSeconds)];
  const held = said ?? clean ?? (done === undefined ? undefined : done * REP_SECONDS);
  const [target, targetReps] = [read('target', readSeconds), read('targetReps', readCount)];
  const [side, setup, end] = [read('side', readSide), read('setup', readSetup), read('ended', readEnd)];
  const fault = faultIn(text('fault'), catalog);
  if (fault === null) wrong('fault', `there is no fault “${text('fault')}”`);
  if (held === undefined) {
    if (text('held') === '' && text('clean') === '' && text('reps') === '')
      wrong('held', 'is missing, and so are reps');
    return null;
  }
  if (clean !== undefined && clean > held) wrong('clean', `is more than the ${held} s held`);
  if (done !== undefined && cleanReps !== undefined && cleanReps > done)
    wrong('cleanReps', `is more than the ${done} reps done`);
  if (!place || held <= 0) {
    if (held <= 0) wrong('held', 'must be more than 0');
    return null;
  }
  const counts: Counts = { held, clean, reps: done, cleanReps, fault };
  const counted = done !== undefined;
  const events = counted ? undefined : taps(counts, reader);
  const reached = !counted && target !== undefined && held >= target;
  return {
    format: 'upright-anchor/observation',
    version: 1,
    position: place.family,
    rung: place.rung,
    view: place.view,
    frames: [],
    ...(events ? { events } : {}),
    ...(counted ? { reps: reps(counts) } : {}),
    ended: { t: held, reason: end ?? (reached ? 'target' : events ? 'position-lost' : 'coach') },
    ...(target === undefined ? {} : { target }),
    ...(targetReps === undefined ? {} : { targetReps }),
    ...(side === undefined ? {} : { side }),
    ...(setup === undefined ? {} : { setup }),
  };
}

/**
 * Sets read. Of a set that was longer than clean it must be said what went first; a set without a time follows the one before it.
 * @returns sets by row, what is wrong, and how days were taken
 */
export function readSets(
  table: Table,
  columns: Columns<SetField>,
  catalog: Pick<Catalog, 'families' | 'rungs' | 'faults'>,
  { dates, timeZone }: SetOptions,
): { sets: SetRow[]; problems: RowProblem[]; taken: { dates: DayOrder | null } } {
  const problems: RowProblem[] = [];
  const order = dates ?? dayOrderOf(table.rows.map((r) => r.cells[columns.day ?? -1] ?? ''));
  const untimed = new Map<string, number>();
  const sets = table.rows.flatMap((given): SetRow[] => {
    const before = problems.length;
    const reader = rowReader(table, columns, given, problems);
    const name = reader.text('name').replace(/\s+/g, ' ');
    const day = reader.read('day', (t) => readDay(t, order));
    if (reader.text('day') === '') reader.wrong('day', 'is missing');
    const time = reader.read('time', readTime);
    const observation = observed(reader, catalog);
    if (!observation || day === undefined || problems.length > before) return [];
    const key = `${day} ${name}`;
    const nth = untimed.get(key) ?? 0;
    if (time === undefined) untimed.set(key, nth + 1);
    const minutes = time ?? Math.min(NOON + nth, DAY_MINUTES - 1);
    return [
      {
        row: given.row,
        name,
        day,
        startedAt: instantOn(day, minutes, timeZone),
        note: reader.text('note'),
        observation,
      },
    ];
  });
  return { sets, problems, taken: { dates: order } };
}
