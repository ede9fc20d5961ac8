/** The catalogue as a studio has it: shipped records with its own on top. The shipped ones are never altered. */
import { bodyOf } from '../body/anthropometry.js';
import { ladders, placeKey, rungsOnLadder } from '../catalog/ladders.js';
import type { Rung } from '../formats/catalog.js';
import { loadOf, type Load } from '../statics/load.js';
import { CAUSE_IDS, type CautionId } from '../formats/catalog.js';
import { entryKey, type EntryKind, type EntryRecord, type StudioEntry } from '../formats/entries.js';
import type { Problem } from '../formats/problems.js';
import { measureDefinition } from '../measure/measures.js';
import type { Catalog } from '../catalog/index.js';

type Keyed = EntryRecord;

function laid<T extends Keyed>(kind: EntryKind, shipped: readonly T[], entries: readonly StudioEntry[]): T[] {
  const own = entries.filter((e) => e.kind === kind).map((e) => e.record as T);
  const byKey = new Map(own.map((record) => [entryKey(kind, record), record]));
  const known = new Set(shipped.map((record) => entryKey(kind, record)));
  return [
    ...shipped.map((record) => byKey.get(entryKey(kind, record)) ?? record),
    ...own.filter((record) => !known.has(entryKey(kind, record))),
  ];
}

/** Exclusions after what the cautions' own lists add and take away; what a caution lists as both stays excluded. */
function excluded(
  reference: string,
  by: readonly CautionId[],
  cautions: readonly EntryRecord<'cautions'>[],
): CautionId[] {
  const added = cautions.filter((c) => c.excludes.includes(reference)).map((c) => c.id);
  const allowed = new Set(
    cautions.filter((c) => c.allows.includes(reference) && !c.excludes.includes(reference)).map((c) => c.id),
  );
  return [...new Set([...by, ...added])].filter((c) => !allowed.has(c));
}

const AVERAGE = bodyOf();
function loadForAverage(rung: Rung): Load | null {
  try {
    return loadOf(rung, AVERAGE);
  } catch {
    // A pose that cannot stand for an average body has no load to order it by.
    return null;
  }
}
/**
 * A studio's own versions with where they stand: on the ladder of their position, before the first version that loads an average body
 * more; what has no load to compare stands at the end. Lighter ones come first.
 */
function onTheirLadders(shipped: Catalog, rungs: readonly Rung[]): Rung[] {
  const known = new Set(shipped.rungs.map(placeKey));
  const own = rungs.filter((r) => !known.has(placeKey(r)));
  if (own.length === 0) return [...rungs];
  const placed = own.map((rung) => {
    const ladder = ladders.find((l) => l.rungs.some((entry) => entry.split('/')[0] === rung.family));
    const load = ladder ? loadForAverage(rung) : null;
    if (!ladder) return { rung, load };
    const heavier = rungsOnLadder(shipped, ladder).find((r) => {
      if (!load || ladder.sideways.includes(placeKey(r)) || placeKey(r) in ladder.exceptions) return false;
      const other = loadForAverage(r);
      return other !== null && other.governs === load.governs && !other.moreEffort && other.value > load.value;
    });
    return { rung: { ...rung, stands: { on: ladder.id, before: heavier ? placeKey(heavier) : null } }, load };
  });
  placed.sort((a, b) => (a.load?.value ?? Number.MAX_VALUE) - (b.load?.value ?? Number.MAX_VALUE));
  return [...rungs.filter((r) => known.has(placeKey(r))), ...placed.map((p) => p.rung)];
}

/**
 * Lays a studio's entries over the shipped catalogue: an entry with a known key replaces the shipped record, another is added
 * after them; the cautions' lists of what they exclude and allow are worked into drills, quick tests and versions.
 * @example applyEntries(catalog, [{ kind: 'drills', record: { ...catalog.drills[0], id: 'own' } }]).drills.at(-1).id // => 'own'
 */
export function applyEntries(shipped: Catalog, entries: readonly StudioEntry[]): Catalog {
  if (entries.length === 0) return shipped;
  const cautions = laid('cautions', shipped.cautions, entries);
  const pads = laid('pads', shipped.pads, entries);
  return {
    ...shipped,
    cautions,
    pads,
    families: shipped.families.map((f) => ({ ...f, pads: pads.find((p) => p.id === f.id)?.order ?? f.pads })),
    methods: laid('methods', shipped.methods, entries),
    tolerances: laid('tolerances', shipped.tolerances, entries),
    faults: laid('faults', shipped.faults, entries),
    drills: laid('drills', shipped.drills, entries).map((d) => ({
      ...d,
      excludedBy: excluded(`drill:${d.id}`, d.excludedBy, cautions),
    })),
    rungs: onTheirLadders(shipped, laid('rungs', shipped.rungs, entries)).map((r) => ({
      ...r,
      excludedBy: excluded(`rung:${placeKey(r)}`, r.excludedBy, cautions),
    })),
    crossGates: laid('crossGates', shipped.crossGates, entries),
    retired: new Set(entries.filter((e) => e.retired).map((e) => `${e.kind}:${entryKey(e.kind, e.record)}`)),
    causes: laid('causes', shipped.causes, entries),
    tests: laid('tests', shipped.tests, entries).map((t) => ({
      ...t,
      excludedBy: excluded(`test:${t.id}`, t.excludedBy, cautions),
    })),
  };
}

/**
 * What is wrong with an entry beside its schema: ids that do not resolve, limits that do not worsen, a method's missing limits.
 * @returns a line per problem, none when it can be laid on the catalogue
 */
export function problemsOfEntry(catalog: Catalog, entry: StudioEntry): Problem[] {
  const problems: Problem[] = [];
  const ids = (list: readonly { id: string }[]): Set<string> => new Set(list.map((r) => r.id));
  const families = ids(catalog.families);
  const check = (known: Set<string>, path: string, what: string, values: readonly (string | undefined)[]): void =>
    values.forEach((value, i) => {
      if (value !== undefined && !known.has(value))
        problems.push({ path: values.length > 1 ? `${path}[${i}]` : path, message: `there is no ${what} "${value}"` });
    });
  switch (entry.kind) {
    case 'drills': {
      const drill = entry.record as EntryRecord<'drills'>;
      const drills = new Set([...ids(catalog.drills), drill.id]);
      check(families, 'families', 'position', drill.families);
      check(ids(catalog.faults), 'watch', 'fault', drill.watch);
      check(drills, 'easier', 'drill', [drill.easier]);
      check(drills, 'harder', 'drill', [drill.harder]);
      break;
    }
    case 'faults': {
      const fault = entry.record as EntryRecord<'faults'>;
      check(families, 'families', 'position', fault.families);
      check(new Set(CAUSE_IDS), 'causes', 'cause', fault.causes);
      for (const family of catalog.families)
        if (family.pads.includes(fault.id) && !fault.families.includes(family.id))
          problems.push({ path: 'families', message: `must keep ${family.id}, which has a pad for this fault` });
      break;
    }
    case 'tolerances': {
      const tolerance = entry.record as EntryRecord<'tolerances'>;
      check(families, 'family', 'position', [tolerance.family]);
      const fault = catalog.faults.find((f) => f.id === tolerance.fault);
      if (!fault?.families.includes(tolerance.family))
        problems.push({ path: 'fault', message: `"${tolerance.fault}" is no fault of ${tolerance.family}` });
      try {
        measureDefinition(tolerance.measure);
      } catch {
        problems.push({ path: 'measure', message: `there is no measure "${tolerance.measure}"` });
      }
      for (const [option, limits] of Object.entries(tolerance.limits)) {
        if (!limits) continue;
        const [a, b, c] = limits;
        if (tolerance.side === 'above' ? !(a < b && b < c) : !(a > b && b > c))
          problems.push({
            path: `limits.${option}`,
            message: `slight, clear and gross must ${tolerance.side === 'above' ? 'rise' : 'fall'}`,
          });
      }
      break;
    }
    case 'methods': {
      const method = entry.record as EntryRecord<'methods'>;
      check(ids(catalog.faults), 'cues', 'fault', Object.keys(method.cues));
      if (method.copiedFrom) check(ids(catalog.methods), 'copiedFrom', 'method', [method.copiedFrom]);
      break;
    }
    case 'cautions': {
      const caution = entry.record as EntryRecord<'cautions'>;
      const known = new Set([
        ...catalog.drills.map((d) => `drill:${d.id}`),
        ...catalog.tests.map((t) => `test:${t.id}`),
        ...catalog.rungs.map((r) => `rung:${placeKey(r)}`),
      ]);
      check(known, 'excludes', 'entry', caution.excludes);
      check(known, 'allows', 'entry', caution.allows);
      break;
    }
    case 'crossGates': {
      const gate = entry.record as EntryRecord<'crossGates'>;
      const places = new Set(catalog.rungs.map(placeKey));
      check(places, 'to', 'version', [gate.to]);
      check(places, 'from', 'version', [gate.from]);
      if (gate.from === gate.to) problems.push({ path: 'from', message: 'asks for itself' });
      break;
    }
    case 'pads': {
      const pads = entry.record as EntryRecord<'pads'>;
      check(families, 'id', 'position', [pads.id]);
      pads.order.forEach((id, i) => {
        const fault = catalog.faults.find((f) => f.id === id);
        if (!fault?.families.includes(pads.id))
          problems.push({ path: `order[${i}]`, message: `"${id}" is no fault of ${pads.id}` });
      });
      break;
    }
    case 'causes':
      check(ids(catalog.causes), 'id', 'cause', [entry.record.id]);
      break;
    case 'tests': {
      const test = entry.record as EntryRecord<'tests'>;
      check(ids(catalog.tests), 'id', 'test', [test.id]);
      if (test.families) check(families, 'families', 'position', test.families);
      break;
    }
    case 'rungs': {
      const rung = entry.record as EntryRecord<'rungs'>;
      check(families, 'family', 'position', [rung.family]);
      break;
    }
  }
  return problems;
}
