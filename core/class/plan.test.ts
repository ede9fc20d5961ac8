import { beforeAll, describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { rungOf } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import { placeKey } from '../catalog/ladders.js';
import { CAUTION_IDS } from '../formats/catalog.js';
import { classQuerySchema, type ClassBlock, type ClassMember, type ClassQuery } from '../formats/class.js';
import { InputError } from '../formats/problems.js';
import { loadSolver } from '../../server/work/solver.js';
import { classPlanFile } from '../../words/class.js';
import type { SolveLp } from './assign.js';
import { KIT_TAKEN, kitOf } from './kit.js';
import { gainOf, inClass, optionsFor } from './options.js';
import { secondsOf } from './pace.js';
import { planClass } from './plan.js';

let solve: SolveLp;
beforeAll(async () => {
  solve = await loadSolver();
});
const member = (id: string, change: Partial<ClassMember> = {}): ClassMember => ({
  id,
  athlete: { stature: 1.72, mass: 70, sex: 'unspecified' },
  cautions: [],
  places: {},
  faults: [],
  causes: [],
  ...change,
});
const block = (move: string, change: Partial<ClassBlock> = {}): ClassBlock => ({
  id: move,
  move,
  work: 30,
  rest: 15,
  rounds: 3,
  sides: 'none',
  ...change,
});
const ask = (change: Partial<ClassQuery> = {}): ClassQuery => ({
  format: 'upright-anchor/class-query',
  version: 1,
  minutes: 45,
  kit: {},
  members: [member('a')],
  blocks: [block('front-plank')],
  ...change,
});
const cap = (): number => 45;
const forearm = (clean: number): ClassMember['places'] => ({ 'front-plank': { rung: 'forearm', clean } });

describe('gain', () => {
  const who = inClass(member('a'));
  const at = (rung: string, change: Partial<Parameters<typeof gainOf>[3]> = {}, of = who): number =>
    gainOf(of, block('front-plank'), rungOf(catalog, 'front-plank', rung), {
      place: rungOf(catalog, 'front-plank', 'forearm'),
      clean: 40,
      steps: 0,
      before: 0,
      ...change,
    });
  test('today’s place is 1, a step above or below is less, and the same move again is worth nine tenths', () => {
    expect(at('forearm')).toBe(1);
    expect(at('knees', { steps: -2 })).toBeLessThan(0.9);
    expect(at('long-lever', { steps: 4 })).toBeLessThan(0.9);
    expect(at('forearm', { before: 1 })).toBe(0.9);
    expect(at('forearm', { before: 2 })).toBe(0.81);
  });
  test('a place held shorter than the block works makes lighter versions worth more, without a jump', () => {
    const light = (clean: number): number => at('knees', { clean, steps: -2 });
    expect(light(10)).toBeGreaterThan(light(40));
    for (let clean = 5; clean < 40; clean += 0.5)
      expect(Math.abs(light(clean + 0.5) - light(clean))).toBeLessThan(0.03);
  });
  test('worked: a lever too long at 0.6 takes 0.3 · 0.6 · ½ = 9 % off the place itself, and nothing off a version light enough', () => {
    const lever = inClass(member('a', { causes: [{ cause: 'lever', probability: 0.6 }] }));
    expect(at('forearm', {}, lever)).toBeCloseTo(1 - 0.3 * 0.6 * 0.5, 4);
    const tired = { steps: -2 };
    expect(at('knees', tired, lever)).toBe(at('knees', tired));
  });
});

describe('what a member may do', () => {
  const versions = (change: Partial<ClassMember>, move = 'front-plank'): string[] =>
    optionsFor(catalog, inClass(member('a', change)), block(move), { cap, before: 0 }).options.map((o) => o.version);
  test('nothing above a shut gate; the next version where it is open', () => {
    const shut = versions({ places: forearm(12) });
    const open = versions({ places: forearm(45) });
    expect(shut.at(-1)).toBe('front-plank/forearm');
    expect(open).toHaveLength(shut.length + 1);
    // Who has no place begins at the first version that takes no kit.
    expect(versions({})).toEqual(['front-plank/raised', 'front-plank/knees']);
  });
  test('a caution changes the version first: what stands in for it is there, nothing that it bars', () => {
    expect(versions({ cautions: ['low-back'] }, 'class-moves/sit-up')).not.toContain('class-moves/sit-up');
    expect(versions({ cautions: ['low-back'] }, 'class-moves/sit-up').length).toBeGreaterThan(0);
    expect(versions({ cautions: ['heavier-or-beginner'] }, 'class-moves/sit-up')).toContain('class-moves/sit-up');
  });
  test('property: whatever the cautions, the moves and the kit, nobody is given what a caution bars, or kit that is not there', () => {
    const moves = [
      ...catalog.families.map((f) => f.id).filter((id) => id !== 'class-moves'),
      ...catalog.rungs.filter((r) => r.family === 'class-moves').map(placeKey),
    ];
    const rungs = new Map(catalog.rungs.map((r) => [placeKey(r), r]));
    const arbitrary = fc.record({
      cautions: fc.array(fc.subarray([...CAUTION_IDS], { maxLength: 4 }), { minLength: 1, maxLength: 6 }),
      moves: fc.subarray(moves, { minLength: 1, maxLength: 4 }),
      kit: fc.dictionary(fc.constantFrom(...KIT_TAKEN), fc.nat(3)),
    });
    fc.assert(
      fc.property(arbitrary, ({ cautions, moves: list, kit }) => {
        const query = ask({
          kit,
          members: cautions.map((c, i) => member(`m${i}`, { cautions: c, places: forearm(30) })),
          blocks: list.map((m) => block(m, { rounds: 2 })),
        });
        const plan = planClass(query, catalog, solve);
        expect(plan.proven).toBe(true);
        for (const { rounds, options, out } of plan.blocks) {
          for (const { assigned } of rounds) {
            const used: Record<string, number> = {};
            for (const { member: id, version } of assigned) {
              const who = query.members.find((m) => m.id === id)!;
              expect(rungs.get(version)!.excludedBy.filter((c) => who.cautions.includes(c))).toEqual([]);
              for (const [k, n] of Object.entries(kitOf(rungs.get(version)!))) used[k] = (used[k] ?? 0) + n;
            }
            for (const [k, n] of Object.entries(used)) expect(n).toBeLessThanOrEqual(kit[k] ?? 0);
          }
          // Nobody is out who has a version that takes no kit.
          for (const { member: id } of out)
            expect(options.filter((o) => o.member === id && Object.keys(o.kit).length === 0)).toEqual([]);
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe('a class', () => {
  test('its total is the sum of the gains that it prints, and its minutes count lead-in, rest and the way to the next block', () => {
    const query = ask({
      members: [member('a', { places: forearm(40) }), member('b', { places: forearm(20) }), member('c')],
      kit: { box: 1 },
      blocks: [block('front-plank'), block('side-plank', { work: 20, rest: 10, rounds: 2, sides: 'each' })],
    });
    const plan = planClass(query, catalog, solve);
    const sum = plan.blocks.reduce(
      (all, b) =>
        all +
        b.rounds
          .flatMap((r) => r.assigned)
          .reduce((s, a) => s + b.options.find((o) => o.member === a.member && o.version === a.version)!.gain, 0),
      0,
    );
    expect(plan.total).toBeCloseTo(sum, 6);
    // 10 + 3 · (30 + 15) + 20, and 10 + 2 · (2 · 20 + 10) + 20.
    expect(secondsOf(query.blocks)).toEqual([165, 130]);
    expect(plan.minutes).toBe(4.9);
    expect(Object.values(plan.balance).reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
    expect(plan.balance.hold).toBe(1);
    expect(Object.values(plan.planes).reduce((a, b) => a + b, 0)).toBeCloseTo(1, 9);
    expect(plan.planes).toMatchObject({ back: 0, turning: 0 });
  });
  test('is the same again, and shares one box evenly where it costs nothing', () => {
    const raised = { 'front-plank': { rung: 'raised', clean: 10 } };
    const two = ask({
      members: [member('a', { places: raised }), member('b', { places: raised })],
      kit: { box: 1 },
      blocks: [block('front-plank', { rounds: 2 })],
    });
    const plan = planClass(two, catalog, solve);
    expect(planClass(two, catalog, solve)).toEqual(plan);
    const had = plan.blocks[0]!.rounds.map((r) => r.assigned.map((a) => a.member));
    expect(had.flat().sort()).toEqual(['a', 'b']);
    expect(plan.warnings).toContainEqual({ block: 'front-plank', is: 'some-out', members: 1 });
  });
  test('warns of a neck that works twice, of long times on the hands, of a class that is too long, of kit that is missing', () => {
    const says = (change: Partial<ClassQuery>): string[] =>
      planClass(ask(change), catalog, solve).warnings.map((w) => w.is);
    expect(says({ blocks: [block('hollow'), block('class-moves/crunch')] })).toContain('neck-twice');
    expect(says({ blocks: [block('front-plank', { id: 'x', rounds: 6 })], kit: { box: 1 } })).toContain(
      'long-on-hands',
    );
    expect(says({ minutes: 2 })).toContain('too-long');
    expect(says({})).toEqual(['no-kit']);
    expect(says({ blocks: [block('hanging')] })).toEqual(['nobody', 'no-kit']);
    expect(says({ kit: { box: 1 } })).toEqual([]);
  });
  test('flags the blocks that use a pattern which somebody’s screen finding touches, and of whom', () => {
    const two = ask({
      members: [member('a', {}), member('b', {})],
      blocks: [block('class-moves/climber'), block('front-plank')],
    });
    const screens = [
      { member: 'b', faults: ['knee-in', 'arms-forward'] },
      { member: 'gone', faults: ['knee-in'] },
    ];
    const said = planClass(two, catalog, solve, undefined, { screens }).warnings.filter((w) => w.is === 'screen');
    expect(said).toEqual([
      { block: 'class-moves/climber', is: 'screen', found: [{ fault: 'knee-in', pattern: 'squat', members: ['b'] }] },
    ]);
    // Whoever is given nothing there is not touched by it.
    const hurt = { screens, pain: [{ member: 'b', family: 'class-moves' }] };
    expect(planClass(two, catalog, solve, undefined, hurt).warnings.map((w) => w.is)).not.toContain('screen');
  });
  test('whoever sagged last time is watched, about when the line usually breaks, from where it shows', () => {
    const sags = member('s', { places: forearm(20), faults: ['hip-sag'] });
    const { watch } = planClass(ask({ members: [member('a', { places: forearm(60) }), sags] }), catalog, solve);
    expect(watch[0]).toMatchObject({
      block: 'front-plank',
      round: 1,
      member: 's',
      from: 'side',
      why: { fault: 'hip-sag' },
    });
    expect(watch[0]!.at).toBeGreaterThan(12);
    expect(watch[0]!.at).toBeLessThan(20);
  });
  test('what is wrong is said where: ids, bodies, a move without its version, things that stand twice', () => {
    const paths = (change: object): string[] => {
      try {
        planClass(ask(change), catalog, solve);
        return [];
      } catch (error) {
        if (!(error instanceof InputError)) throw error;
        return error.problems.map((p) => p.path);
      }
    };
    expect(paths({ kit: { anchor: 1 } })).toEqual(['kit.anchor']);
    expect(paths({ members: [member('a', { places: { hull: { rung: 'x', clean: 1 } } })] })).toEqual([
      'members[0].places.hull',
    ]);
    expect(paths({ members: [member('a', { places: { hollow: { rung: 'x', clean: 1 } } })] })).toEqual([
      'members[0].places.hollow.rung',
    ]);
    expect(paths({ members: [member('a', { faults: ['leak'] })] })).toEqual(['members[0].faults[0]']);
    expect(paths({ members: [member('a'), member('a')] })).toEqual(['members[1].id']);
    expect(paths({ blocks: [block('class-moves')] })).toEqual(['blocks[0].move']);
    expect(paths({ blocks: [block('front-plank/knees')] })).toEqual(['blocks[0].move']);
    expect(classQuerySchema.safeParse({ ...ask(), members: [] }).success).toBe(false);
  });
  test('as a file it says why in words, and holds nothing but what the format has', () => {
    const plan = planClass(
      ask({ members: [member('a', { places: forearm(40) }), member('b', { cautions: ['wrist'] })], kit: { box: 1 } }),
      catalog,
      solve,
    );
    const file = classPlanFile(catalog, plan);
    expect(Object.keys(file)).toEqual([
      'format',
      'version',
      'proven',
      'total',
      'minutes',
      'blocks',
      'watch',
      'balance',
      'warnings',
    ]);
    expect(file.blocks[0]!.rounds[0]!.assigned[0]).toEqual({
      member: 'a',
      version: 'front-plank/forearm',
      why: 'Today’s version.',
    });
    for (const { why } of [...file.watch, ...file.blocks.flatMap((b) => b.rounds.flatMap((r) => r.assigned))])
      expect(why).toMatch(/^\S.*\S$/);
  });
});

describe('other ways to pace a block', () => {
  const bodies = (masses: readonly number[], change: Partial<ClassMember> = {}): ClassMember[] =>
    masses.map((mass, i) => member(`m${i}`, { athlete: { stature: 1.7, mass, sex: 'unspecified' }, ...change }));
  const plan = (one: Partial<ClassBlock>, change: Partial<ClassQuery> = {}) =>
    planClass(ask({ blocks: [block('front-plank', one)], ...change }), catalog, solve).blocks[0]!;

  test('a step-down names the next easier version, which takes nothing that is not there by then', () => {
    const [given] = plan({ stepDown: 20 }, { members: [member('a', { places: forearm(40) })] }).rounds[0]!.assigned;
    const rungs = catalog.rungs.filter((r) => r.family === 'front-plank').map((r) => placeKey(r));
    expect(given).toMatchObject({ version: 'front-plank/forearm' });
    expect(rungs.indexOf(given!.then!)).toBeLessThan(rungs.indexOf('front-plank/forearm'));
    expect(kitOf(catalog.rungs.find((r) => placeKey(r) === given!.then)!)).toEqual({});
    const [easiest] = plan(
      { stepDown: 20 },
      { members: [member('a', { places: { 'front-plank': { rung: 'knees', clean: 9 } } })] },
    ).rounds[0]!.assigned;
    expect(easiest).not.toHaveProperty('then');
    expect(plan({}, { members: [member('a', { places: forearm(40) })] }).rounds[0]!.assigned[0]).not.toHaveProperty(
      'then',
    );
  });
  test('a pair shares the kit: half as many boxes give everybody theirs', () => {
    const places: ClassMember['places'] = { 'front-plank': { rung: 'raised', clean: 30 } };
    const four = { members: bodies([60, 62, 80, 81], { places }), kit: { box: 2 } };
    const given = (one: Partial<ClassBlock>) => plan(one, four).rounds[0]!.assigned.map((a) => a.version);
    expect(given({ pairs: true })).toEqual(Array.from({ length: 4 }, () => 'front-plank/raised'));
    expect(given({}).filter((v) => v === 'front-plank/raised')).toHaveLength(2);
    expect(plan({ pairs: true }, four).pairs).toEqual([
      { first: 'm0', second: 'm1' },
      { first: 'm2', second: 'm3' },
    ]);
  });
  test('a banded block takes a band each, and who gets none is told why', () => {
    const banded = plan({ band: true }, { members: bodies([60, 70], { places: forearm(40) }), kit: { band: 1 } });
    expect(banded.rounds[0]!.assigned).toHaveLength(1);
    expect(banded.out).toEqual([{ member: 'm1', why: { is: 'kit' } }]);
    expect(banded.seconds).toBe(10 + 3 * (15 + 15) + 20);
  });
  test('a step-down that comes after the work is none', () => {
    expect(() => plan({ stepDown: 30 })).toThrow('blocks[0].stepDown: comes after the work, which takes 30 s');
  });
  test('of pairs both turns are watched in full: who works second is looked at in a work of its own', () => {
    const two = { members: bodies([60, 62], { places: forearm(24), faults: ['hip-sag'] }) };
    const watched = (pairs: boolean) =>
      planClass(ask({ blocks: [block('front-plank', { pairs, rounds: 1 })], ...two }), catalog, solve).watch;
    // At the same second of the clock one coach sees one of them; in turns, both.
    expect(watched(false).map((w) => w.member)).toHaveLength(1);
    expect(
      watched(true)
        .map((w) => w.member)
        .sort(),
    ).toEqual(['m0', 'm1']);
  });
});
