import { assignableRecord } from '../prescribe/assignable.js';
import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { record, rungOf, type Catalog } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import { ladderOf, ladders, rungsOnLadder } from '../catalog/ladders.js';
import { addDays } from '../days.js';
import { CAUTION_IDS, type CautionId } from '../formats/catalog.js';
import type { StudioEntry } from '../formats/entries.js';
import { gateFor, neighbours } from '../ladder/gates.js';
import { methodInForce, type MethodChoice } from '../person/method-in-force.js';
import { chooseDrills } from '../prescribe/choose.js';
import { openTests } from '../reason/rank.js';
import { evaluated, watchedPlank } from '../testing.js';
import { ASK_AGAIN_AFTER, intakeDue, readIntake, stopSigns } from './intake.js';
import { applyEntries, problemsOfEntry } from './overlay.js';

const bridge = record(catalog.drills, 'bridge');

describe('entries laid over the shipped catalogue', () => {
  test('a known key replaces in place, a new one is added behind, the shipped stays as it is', () => {
    const before = JSON.stringify(catalog);
    const own = applyEntries(catalog, [
      { kind: 'drills', record: { ...bridge, name: 'Slow bridge' } },
      { kind: 'drills', record: { ...bridge, id: 'pier-bridge' } },
    ]);
    expect(own.drills.map((d) => d.id)).toEqual([...catalog.drills.map((d) => d.id), 'pier-bridge']);
    expect(record(own.drills, 'bridge').name).toBe('Slow bridge');
    expect(JSON.stringify(catalog)).toBe(before);
  });
  test('versions of two positions may share an id', () => {
    const full = catalog.rungs.filter((r) => r.id === 'full');
    expect(full.length).toBeGreaterThan(2);
    const own = applyEntries(catalog, [{ kind: 'rungs', record: { ...full[0]!, target: 7 } }]);
    expect(own.rungs.filter((r) => r.id === 'full').map((r) => r.target)).toEqual([
      7,
      ...full.slice(1).map((r) => r.target),
    ]);
  });
  test('nothing laid over is the catalogue itself', () => {
    expect(applyEntries(catalog, [])).toBe(catalog);
  });
  test('every shipped record passes its own check', () => {
    const kinds = ['drills', 'faults', 'tolerances', 'methods', 'cautions', 'rungs'] as const;
    for (const kind of kinds)
      for (const entry of catalog[kind]) expect(problemsOfEntry(catalog, { kind, record: entry })).toEqual([]);
  });
  const sag = record(catalog.faults, 'hip-sag');
  const limit = catalog.tolerances.find((t) => t.fault === 'hip-sag' && t.family === 'front-plank')!;
  test.each<[string, StudioEntry, string]>([
    ['a drill for no position', { kind: 'drills', record: { ...bridge, families: ['mast'] } }, 'families'],
    ['a harder drill that is none', { kind: 'drills', record: { ...bridge, harder: 'mast' } }, 'harder'],
    [
      'a fault taken from a position with its pad',
      { kind: 'faults', record: { ...sag, families: ['push-up'] } },
      'families',
    ],
    ['a limit for a fault of elsewhere', { kind: 'tolerances', record: { ...limit, family: 'carry' } }, 'fault'],
    ['a limit on no measure', { kind: 'tolerances', record: { ...limit, measure: 'mast-lean' } }, 'measure'],
    [
      'a method with a cue for no fault',
      { kind: 'methods', record: { ...catalog.methods[0]!, cues: { 'mast-lean': 'Up' } } },
      'cues',
    ],
    [
      'a caution that excludes what is not there',
      { kind: 'cautions', record: { ...catalog.cautions[0]!, excludes: ['drill:mast'] } },
      'excludes',
    ],
  ])('%s is a problem with its place', (_name, entry, path) => {
    const problems = problemsOfEntry(catalog, entry);
    expect(problems).toHaveLength(1);
    expect(problems[0]!.path.startsWith(path)).toBe(true);
  });
});

describe('a studio’s own version on its ladder', () => {
  const plank = ladders.find((l) => l.id === 'front-plank')!;
  const ahead = (id: string, metres: number): StudioEntry => {
    const base = rungOf(catalog, 'front-plank', 'forearm');
    const pose = { ...base.pose, support: { joint: 'elbow' as const, ahead: metres } };
    return { kind: 'rungs', record: { ...base, id, name: `Own ${id}`, ahead: metres, target: 25, pose } };
  };
  const withOwn = (...entries: StudioEntry[]) => applyEntries(catalog, entries);
  const way = (of: Catalog) => rungsOnLadder(of, plank).map((r) => r.id);
  test('by its load: between the version that loads less and the one that loads more, lighter ones first', () => {
    const own = withOwn(ahead('two-thumbs', 0.06), ahead('a-thumb', 0.03));
    const at = way(own).indexOf('forearm');
    expect(way(own).slice(at, at + 4)).toEqual(['forearm', 'a-thumb', 'two-thumbs', 'elbows-ahead']);
    const rung = rungOf(own, 'front-plank', 'a-thumb');
    expect(ladderOf(own, rung)?.id).toBe('front-plank');
    expect(gateFor(plank, rung, 45)).toMatchObject({ seconds: 25 });
    expect(neighbours(plank, rungsOnLadder(own, plank), 'front-plank/forearm').next?.id).toBe('a-thumb');
    expect(neighbours(plank, rungsOnLadder(own, plank), 'front-plank/a-thumb').next?.id).toBe('two-thumbs');
  });
  test('the heaviest stands at the end, what was taken away nowhere, and the shipped order stays', () => {
    const own = withOwn(ahead('far-out', 0.45), { ...ahead('gone', 0.03), retired: true });
    expect(way(own).at(-1)).toBe('far-out');
    expect(way(own)).not.toContain('gone');
    expect(way(own).filter((id) => id !== 'far-out')).toEqual(way(catalog));
  });
});

describe('no person with a caution is given what it excludes', () => {
  /** A studio's own table: each caution excludes and allows some of everything there is. */
  const reference = fc.constantFrom(
    ...catalog.drills.map((d) => `drill:${d.id}`),
    ...catalog.tests.map((t) => `test:${t.id}`),
    ...catalog.rungs.map((r) => `rung:${r.family}/${r.id}`),
  );
  const edited = fc
    .record({
      caution: fc.constantFrom(...CAUTION_IDS),
      excludes: fc.array(reference, { maxLength: 12 }),
      allows: fc.array(reference, { maxLength: 3 }),
    })
    .map(({ caution, excludes, allows }) => ({
      caution,
      excludes,
      allows: allows.filter((a) => !excludes.includes(a)),
      catalogue: applyEntries(catalog, [
        { kind: 'cautions', record: { ...record(catalog.cautions, caution), excludes, allows } },
      ]),
    }));
  const family = fc.constantFrom(...catalog.families);
  const ranking = (weights: number[]) =>
    catalog.causes.map((c, i) => ({
      cause: c.id,
      probability: weights[i % weights.length]! / 100,
      reasons: [],
    }));

  test('neither a drill nor a quick test, in any position, for any cause, with the table as shipped or as edited', () => {
    fc.assert(
      fc.property(
        family,
        edited,
        fc.subarray([...CAUTION_IDS]),
        fc.array(fc.integer({ min: 1, max: 95 }), { minLength: 3, maxLength: 9 }),
        (f, table, others, weights) => {
          const cautions: CautionId[] = [...new Set([table.caution, ...others])];
          for (const c of [catalog, table.catalogue]) {
            const { chosen } = chooseDrills(c, {
              family: f.id,
              ranking: ranking(weights),
              cautions,
              method: c.methods[0]!,
              minutes: 30,
            });
            for (const { drill } of chosen)
              expect(record(c.drills, drill).excludedBy.filter((x) => cautions.includes(x))).toEqual([]);
            const facts = { known: new Set<string>(), tests: new Map<string, 'positive' | 'negative'>(), loud: [] };
            const open = openTests(c, facts, f, { cautions });
            expect(open.filter((t) => t.excludedBy.some((x) => cautions.includes(x)))).toEqual([]);
          }
          for (const excluded of table.excludes) {
            const [kind, id] = excluded.split(':') as [string, string];
            const entry =
              kind === 'drill'
                ? record(table.catalogue.drills, id)
                : kind === 'test'
                  ? record(table.catalogue.tests, id)
                  : table.catalogue.rungs.find((r) => `${r.family}/${r.id}` === id)!;
            expect(entry.excludedBy).toContain(table.caution);
          }
        },
      ),
      { numRuns: 60 },
    );
  });
  test('with a neck caution no look at any position ends in a drill that loads the neck', () => {
    for (const f of catalog.families)
      for (const fault of f.pads) {
        const rung = catalog.rungs.find((r) => r.family === f.id)!;
        const look = watchedPlank({
          position: f.id,
          rung: rung.id,
          view: f.views[0],
          events: [{ t: 5, fault, state: 'on' }],
        });
        const { choice, nextTest } = evaluated(look, { cautions: ['neck'], minutes: 30 });
        for (const { drill } of choice.chosen)
          expect(assignableRecord(catalog, drill).excludedBy).not.toContain('neck');
        if (nextTest) expect(record(catalog.tests, nextTest.test).excludedBy).not.toContain('neck');
      }
  });
});

describe('the method in force', () => {
  const ids = fc.option(fc.constantFrom('straight', 'hollow', 'quiet', 'short'), { nil: null });
  const choice = fc.record({
    method: ids,
    familyMethods: fc.dictionary(fc.constantFrom('front-plank', 'hollow'), fc.constantFrom('straight', 'quiet')),
  });
  test('the nearest choice wins: person before studio, position before everything', () => {
    fc.assert(
      fc.property(
        fc.option(choice, { nil: null }),
        choice,
        fc.constantFrom('front-plank', 'hollow'),
        (person, studio, f) => {
          const order = [person?.familyMethods[f], person?.method, studio.familyMethods[f], studio.method];
          const wanted = order.find((m) => m) ?? record(catalog.families, f).defaultMethod;
          expect(methodInForce(catalog, { person, studio }, f).id).toBe(wanted);
          expect(methodInForce(catalog, { person, studio }, f, 'short').id).toBe('short');
          expect(methodInForce(catalog, { person, studio, asked: 'quiet' }, f, 'short').id).toBe('quiet');
        },
      ),
    );
  });
  test('nobody chose, or what was chosen is gone: the next choice stands, at last the position’s own', () => {
    const none: MethodChoice = { method: null, familyMethods: {} };
    const own = record(catalog.families, 'hollow').defaultMethod;
    expect(methodInForce(catalog, { person: none, studio: none }, 'hollow').id).toBe(own);
    expect(methodInForce(catalog, { person: null, studio: null }, 'hollow').id).toBe(own);
    const gone = { method: 'gone', familyMethods: { hollow: 'gone too' } };
    expect(methodInForce(catalog, { person: gone, studio: { ...none, method: 'quiet' } }, 'hollow').id).toBe('quiet');
  });
});

describe('stop signs', () => {
  test('any yes stops, an urgent one says at once, none says nothing', () => {
    fc.assert(
      fc.property(fc.subarray(stopSigns.map((s) => s.id)), (yes) => {
        const read = readIntake(Object.fromEntries(yes.map((id) => [id, true])));
        expect(read.stop).toBe(yes.length > 0);
        expect(read.yes.map((s) => s.id)).toEqual(yes);
        expect(read.advice === 'now').toBe(stopSigns.some((s) => s.urgent && yes.includes(s.id)));
        expect(read.advice === null).toBe(yes.length === 0);
      }),
    );
  });
  test('asked again when old', () => {
    expect(intakeDue(null, '2026-05-20')).toBe(true);
    expect(intakeDue('2026-05-20', '2026-05-20')).toBe(false);
    const last = addDays('2026-05-20', -ASK_AGAIN_AFTER);
    expect(intakeDue(last, '2026-05-20')).toBe(false);
    expect(intakeDue(last, '2026-05-21')).toBe(true);
  });
  test('a standing stop leaves the drills out, and keeps the findings', () => {
    const going = evaluated(watchedPlank());
    const stopped = evaluated(watchedPlank(), { stop: 'before-training' });
    expect(going.choice.chosen.length).toBeGreaterThan(0);
    expect(stopped.choice.chosen).toEqual([]);
    expect(stopped.findings).toEqual(going.findings);
  });
});
