import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { record } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import {
  capFor,
  cautionsOn,
  circumstanceOf,
  effectsOf,
  judgedBy,
  methodFor,
  nobody,
  stoppedBy,
  type PersonRecord,
  type StoredFacts,
  type StudioRecord,
} from './circumstance.js';

const person = (change: Partial<PersonRecord> = {}): PersonRecord => ({
  stature: 1.72,
  mass: 68,
  sex: 'female',
  method: null,
  familyMethods: {},
  kit: null,
  cautionRecords: [],
  ...change,
});
const studio = (change: Partial<StudioRecord> = {}): StudioRecord => ({
  method: null,
  familyMethods: {},
  kit: null,
  timeZone: 'UTC',
  ...change,
});
const facts = (change: Partial<StoredFacts> = {}): StoredFacts => ({
  intakes: [],
  lastHolds: [],
  screens: [],
  prescriptions: [],
  ...change,
});
const NOW = { now: '2026-05-20T10:00:00Z' };
const asked = (arrival: number, yes: string[] = [], change: Partial<StoredFacts['intakes'][number]> = {}) => ({
  arrival,
  day: '2026-05-19',
  yes,
  advice: yes.length > 0 ? ('before-training' as const) : null,
  lifts: true,
  ...change,
});

describe('stop signs and pain', () => {
  const at = (f: Partial<StoredFacts>) => circumstanceOf(person(), studio(), facts(f), NOW);
  test('the last asking stands, in whatever order they are stored', () => {
    const list = [asked(1), asked(9, ['pain']), asked(5)];
    for (const intakes of [list, [...list].reverse()])
      expect(at({ intakes })).toMatchObject({ stop: 'before-training', signs: ['pain'], intakeDue: false });
    expect(at({ intakes: [...list, asked(10)] }).stop).toBeNull();
    expect(at({}).intakeDue).toBe(true);
  });
  test('what arrived later counts later, whatever the clocks say', () => {
    const early = { day: '2026-01-01' };
    expect(at({ intakes: [asked(3), asked(4, ['fall'], early)] }).signs).toEqual(['fall']);
  });
  test('who may not lift a stop adds signs and takes none away', () => {
    const helper = { lifts: false };
    const list = [asked(1, ['pain']), asked(2, [], helper), asked(3, ['chest'], { ...helper, advice: 'now' })];
    expect(at({ intakes: list })).toMatchObject({ signs: ['pain', 'chest'], stop: 'now' });
    expect(at({ intakes: [...list, asked(4, [], helper)] }).stop).toBe('now');
    expect(at({ intakes: [...list, asked(4)] })).toMatchObject({ signs: [], stop: null });
    const lastHolds = [{ position: 'hollow', arrival: 5, pain: true }];
    expect(at({ lastHolds, intakes: [asked(6, [], helper)] }).painIn).toEqual(['hollow']);
  });
  test('a stop stands from a yes until the next asking that may lift it, in any history', () => {
    const one = fc.record({ yes: fc.subarray(['pain', 'fall', 'headache']), lifts: fc.boolean() });
    fc.assert(
      fc.property(fc.array(one, { maxLength: 8 }), (history) => {
        const signs = new Set<string>();
        for (const { yes, lifts } of history) {
          if (lifts) signs.clear();
          for (const sign of yes) signs.add(sign);
        }
        const found = at({ intakes: history.map((h, i) => asked(i, h.yes, { lifts: h.lifts })) });
        expect(new Set(found.signs)).toEqual(signs);
        expect(found.stop).toBe(signs.size > 0 ? 'before-training' : null);
      }),
    );
  });
  test('pain in a position stands until a clear asking, and only there', () => {
    const lastHolds = [
      { position: 'hollow', arrival: 5, pain: true },
      { position: 'front-plank', arrival: 6, pain: false },
    ];
    expect(at({ lastHolds }).painIn).toEqual(['hollow']);
    expect(at({ lastHolds, intakes: [asked(4)] }).painIn).toEqual(['hollow']);
    expect(at({ lastHolds, intakes: [asked(7, ['fall'])] }).painIn).toEqual(['hollow']);
    expect(at({ lastHolds, intakes: [asked(7)] }).painIn).toEqual([]);
    const sore = at({ lastHolds });
    expect([stoppedBy(sore, 'hollow'), stoppedBy(sore, 'front-plank')]).toEqual(['pain', null]);
    expect(stoppedBy({ ...sore, stop: 'now' }, 'front-plank')).toBe('signs');
  });
});

describe('days of the hall', () => {
  test('a look in the evening counts for the evening’s date, and cautions for today’s', () => {
    const behind = studio({ timeZone: 'America/Los_Angeles' });
    const c = circumstanceOf(
      person({ cautionRecords: [{ caution: 'neck', from: '2026-05-20', until: null }] }),
      behind,
      facts(),
      { now: '2026-05-20T03:00:00Z', look: '2026-05-10T05:00:00Z' },
    );
    expect(c).toMatchObject({ today: '2026-05-19', day: '2026-05-09', at: '2026-05-10T05:00:00Z', cautions: [] });
  });
  test('a caution is in force from its first to its last day, both counted, each once', () => {
    const day = fc.integer({ min: 1, max: 28 }).map((d) => `2026-05-${String(d).padStart(2, '0')}`);
    fc.assert(
      fc.property(day, fc.option(day, { nil: null }), day, (from, until, today) => {
        const records = [{ caution: 'neck' as const, from, until }];
        const holds = from <= today && (until === null || today <= until);
        expect(cautionsOn([...records, ...records], today)).toEqual(holds ? ['neck'] : []);
      }),
    );
  });
});

describe('method, cap, kit, body', () => {
  test('kit: the person’s own before the hall’s, any where neither says', () => {
    const kit = (p: PersonRecord | null, s: StudioRecord) => circumstanceOf(p, s, facts(), NOW).kit;
    expect(kit(person({ kit: [] }), studio({ kit: ['mat'] }))).toEqual([]);
    expect(kit(person(), studio({ kit: ['mat'] }))).toEqual(['mat']);
    expect(kit(null, studio())).toBeUndefined();
  });
  test('cap and method: asked for, the look’s own, the person’s, the hall’s', () => {
    const c = circumstanceOf(person({ familyMethods: { hollow: 'quiet' } }), studio({ method: 'short' }), facts(), NOW);
    expect(methodFor(catalog, c, 'hollow').id).toBe('quiet');
    expect(methodFor(catalog, c, 'front-plank').id).toBe('short');
    expect(methodFor(catalog, c, 'hollow', 'hollow').id).toBe('hollow');
    expect(methodFor(catalog, judgedBy(c, 'straight'), 'hollow', 'hollow').id).toBe('straight');
    expect(judgedBy(c, '')).toBe(c);
    expect(capFor(catalog, c, 'hollow')).toBe(record(catalog.methods, 'quiet').cap);
  });
  test('a body goes in only as far as it is known; effects are the table’s', () => {
    const some = circumstanceOf(person({ mass: null }), studio(), facts(), NOW);
    expect(some.athlete).toEqual({ stature: 1.72, sex: 'female' });
    expect(some.body.stature).toBe(1.72);
    expect(nobody()).toMatchObject({ athlete: {}, cautions: [], logged: [], stop: null });
    expect(effectsOf(catalog, { cautions: ['wrist', 'neck'] }).map((c) => c.id)).toEqual(
      catalog.cautions.filter((c) => ['wrist', 'neck'].includes(c.id)).map((c) => c.id),
    );
  });
  test('drills: of the last two weeks, and in force', () => {
    const prescriptions = [
      { startsOn: '2026-05-01', endedOn: null, drills: ['bridge'] },
      { startsOn: '2026-04-01', endedOn: '2026-05-10', drills: ['dead-bug'] },
      { startsOn: '2026-03-01', endedOn: '2026-04-10', drills: ['old'] },
    ];
    const c = circumstanceOf(person(), studio(), facts({ prescriptions }), NOW);
    expect([c.recent, c.inForce]).toEqual([['bridge', 'dead-bug'], ['bridge']]);
  });
});
