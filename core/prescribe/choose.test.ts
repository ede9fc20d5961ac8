import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { record, type Catalog } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import {
  CAUSE_IDS,
  CAUTION_IDS,
  PHASES,
  PLACES_IN_SESSION,
  type CauseId,
  type CautionId,
  type Drill,
} from '../formats/catalog.js';
import { seededRandom } from '../statistics.js';
import { TWINS } from '../catalog/drills/twins.js';
import { assignable, assignableRungs, rungAsDrill, versionOf } from './assignable.js';
import { curlWorth } from './by-method.js';
import { doseBelow, doseOf } from './dose.js';
import { chooseDrills, fitsPosition, isOwn, postureServes, type ChoiceQuery } from './choose.js';

const straight = record(catalog.methods, 'straight');
const quiet = record(catalog.methods, 'quiet');
const tucked = record(catalog.methods, 'short');
const ask = (change: Partial<ChoiceQuery> = {}, source: Catalog = catalog) =>
  chooseDrills(source, {
    family: 'front-plank',
    ranking: [
      { cause: 'lever', probability: 0.7 },
      { cause: 'abs-endurance', probability: 0.5 },
      { cause: 'pattern', probability: 0.3 },
    ],
    method: straight,
    ...change,
  });
const anyRanking = fc
  .array(
    fc.record({ cause: fc.constantFrom(...CAUSE_IDS), probability: fc.double({ min: 0.01, max: 0.95, noNaN: true }) }),
    { minLength: 1, maxLength: 6 },
  )
  .map((list) => [...new Map(list.map((r) => [r.cause, r])).values()]);

/** The same objective by trying every set. */
function bruteForce(
  source: Catalog,
  query: Required<Pick<ChoiceQuery, 'ranking' | 'minutes' | 'count' | 'family'>>,
): number {
  const chance = new Map(query.ranking.map((r) => [r.cause, r.probability]));
  const usable = source.drills.filter(
    (d) =>
      (d.phase === 'ease' || d.phase === 'lengthen'
        ? Object.keys(d.causes).some((c) => (chance.get(c as CauseId) ?? 0) >= 0.5 * Math.max(...chance.values()))
        : d.families.includes(query.family)) && Object.keys(d.causes).some((c) => chance.has(c as CauseId)),
  );
  let best = 0;
  const family = record(source.families, query.family);
  const fit = new Map(usable.map((d) => [d.id, fitsPosition(source, d, family) * curlWorth(d, tucked)]));
  const own = (d: Drill): boolean => isOwn(d, query.family);
  const wanted = usable.some(own) ? own : (d: Drill): boolean => d.families.includes(query.family);
  const visit = (set: Drill[], from: number): void => {
    if (set.some(wanted) && set.reduce((s, d) => s + d.minutes, 0) <= query.minutes) {
      let sum = 0;
      for (const [cause, p] of chance) {
        const worth = set.map((d) => (d.causes[cause] ?? 0) * p * fit.get(d.id)!).sort((a, b) => b - a);
        worth.forEach((w, i) => (sum += w * 0.5 ** i));
      }
      best = Math.max(best, sum);
    }
    if (set.length < query.count) for (let i = from; i < usable.length; i += 1) visit([...set, usable[i]!], i + 1);
  };
  visit([], 0);
  return best;
}

describe('choice of drills', () => {
  test('more minutes than usual are used while a drill still adds', () => {
    fc.assert(
      fc.property(anyRanking, fc.integer({ min: 21, max: 40 }), (ranking, minutes) => {
        const { chosen, leftOut, minutes: used } = ask({ ranking, minutes });
        const fits = leftOut.filter(
          ({ drill, why }) =>
            (why.is === 'others-more' || why.is === 'minutes' || why.is === 'covered') &&
            assignable(catalog, drill)!.minutes + used <= minutes,
        );
        expect(used).toBeLessThanOrEqual(minutes);
        // Where nothing of the position answers the causes, nothing is chosen: its version is given with the next step.
        if (chosen.length > 0 && chosen.length < 5) expect(fits).toEqual([]);
      }),
    );
  });
  test('a version and the drill that is it under another name are not both given; what broke, or is heavier, is not given under any', () => {
    const ranking = [{ cause: 'lever' as const, probability: 0.9 }];
    const rung = { place: 'front-plank/knees', dose: doseOf(catalog, assignable(catalog, 'front-plank/knees')!) };
    const why = (change: Partial<ChoiceQuery>, drill: string) => {
      const { chosen, leftOut } = ask({ ranking, minutes: 40, count: 5, ...change });
      return chosen.some((c) => c.drill === drill) ? 'given' : leftOut.find((l) => l.drill === drill)?.why.is;
    };
    expect(why({ rung }, 'plank-knees')).toBe('covered');
    expect(why({ rung, pins: ['plank-knees'] }, 'plank-knees')).toBe('given');
    expect(why({ broke: ['front-plank/forearm'] }, 'plank-forearm')).toBe('broke');
    expect(why({ heavier: ['front-plank/forearm'] }, 'plank-forearm')).toBe('heavier');
    // A version that a caution leaves out leaves its drill where that is allowed.
    expect(why({ rung, bans: [rung.place] }, 'plank-knees')).not.toBe('covered');
    for (const [drill, place] of Object.entries(TWINS)) {
      expect(versionOf(record(catalog.drills, drill))).toBe(place);
      expect(assignable(catalog, place) ?? catalog.rungs.find((r) => `${r.family}/${r.id}` === place)).toBeDefined();
    }
    expect(versionOf({ id: 'own', copiedFrom: 'plank-knees' })).toBe('front-plank/knees');
  });
  test('what loosens serves every posture; what works on the back, none that hangs or stands', () => {
    const onTheBack = catalog.drills.find(
      (d) => !postureServes(catalog, d, 'hanging') && !postureServes(catalog, d, 'handstand'),
    )!;
    expect(onTheBack.phase).not.toBe('ease');
    expect(onTheBack.phase).not.toBe('lengthen');
    for (const phase of ['ease', 'lengthen'] as const)
      expect(postureServes(catalog, { ...onTheBack, phase }, 'hanging')).toBe(true);
    expect(postureServes(catalog, { ...onTheBack, families: ['hanging'] }, 'hanging')).toBe(true);
    expect(postureServes(catalog, onTheBack, 'hollow')).toBe(true);
  });
  test('exact: as good as trying every set', () => {
    const random = seededRandom(4);
    // Those with a rule of their own beside what they are worth.
    const short = [
      'quad-weak-short-range',
      'flexor-short',
      'hamstring-short',
      'calf-short',
      'adductor-short',
      'shoulder-closed',
    ];
    for (let round = 0; round < 12; round += 1) {
      const source = { ...catalog, drills: catalog.drills.filter(() => random() < 0.4) };
      const ranking = CAUSE_IDS.filter((c) => random() < 0.25 && !short.includes(c)).map((cause) => ({
        cause,
        probability: 0.05 + 0.9 * random(),
      }));
      const query = { family: 'hollow', ranking, minutes: 6 + Math.floor(random() * 8), count: 3 };
      const found = ask({ ...query, method: tucked }, source);
      expect(found.covered).toBeCloseTo(bruteForce(source, query), 9);
    }
  });
  test('no caution is ever crossed, minutes and number are kept, for all cautions together and apart', () => {
    fc.assert(
      fc.property(
        anyRanking,
        fc.subarray([...CAUTION_IDS]),
        fc.integer({ min: 4, max: 30 }),
        fc.integer({ min: 2, max: 5 }),
        fc.constantFrom(...catalog.methods),
        (ranking, cautions: CautionId[], minutes, count, method) => {
          const { chosen, minutes: used } = ask({ ranking, cautions, minutes, count, method });
          expect(used).toBeLessThanOrEqual(minutes);
          expect(chosen.length).toBeLessThanOrEqual(count);
          for (const c of chosen)
            expect(record(catalog.drills, c.drill).excludedBy.filter((x) => cautions.includes(x))).toEqual([]);
          if (chosen.length > 0)
            expect(chosen.some((c) => record(catalog.drills, c.drill).families.includes('front-plank'))).toBe(true);
        },
      ),
    );
  });
  test('kit that is not there is named as the reason', () => {
    const { chosen, leftOut } = ask({ kit: ['mat', 'wall'] });
    for (const c of chosen)
      expect(record(catalog.drills, c.drill).kit.every((k) => ['mat', 'wall'].includes(k))).toBe(true);
    expect(leftOut.find((l) => l.drill === 'plank-raised')?.why).toEqual({ is: 'kit', kit: 'box' });
  });
  test('pins stay, bans go, a swap offers the next best first', () => {
    const plain = ask();
    const ban = plain.chosen[0]!.drill;
    expect(ask({ bans: [ban] }).chosen.map((c) => c.drill)).not.toContain(ban);
    expect(ask({ pins: ['chin-nod'] }).chosen.map((c) => c.drill)).toContain('chin-nod');
    expect(() => ask({ pins: ['no-such'] })).toThrow('no-such');
    expect(['covered', 'others-more', 'minutes']).toContain(plain.leftOut[0]!.why.is);
  });
  test('pinned drills take of the minutes; what is left over is all that others get', () => {
    const [long] = [...catalog.drills]
      .filter((d) => d.families.includes('front-plank') && d.excludedBy.length === 0)
      .sort((a, b) => b.minutes - a.minutes);
    const { chosen, minutes } = ask({ pins: [long!.id], minutes: long!.minutes + 3 });
    expect(chosen.map((c) => c.drill)).toContain(long!.id);
    expect(minutes).toBeLessThanOrEqual(long!.minutes + 3);
    expect(ask({ pins: [long!.id], minutes: long!.minutes }).chosen.map((c) => c.drill)).toEqual([long!.id]);
  });
  test('a method of four phases gets one of each, in order; position first does not', () => {
    const ranking = [
      { cause: 'flexor-short' as const, probability: 0.8 },
      { cause: 'flexor-takeover' as const, probability: 0.6 },
      { cause: 'glute-quiet' as const, probability: 0.4 },
    ];
    const phases = ask({ ranking, method: quiet, minutes: 20 }).chosen.map(
      (c) => record(catalog.drills, c.drill).phase,
    );
    expect(phases).toEqual(['ease', 'lengthen', 'wake', 'use']);
  });
  test('what was done in the last two weeks gives way to something as good', () => {
    const first = ask().chosen.map((c) => c.drill);
    expect(ask({ recent: first }).chosen.map((c) => c.drill)).not.toEqual(first);
  });
  test('what a coach would never accept', () => {
    const chosen = (family: string, cause: CauseId, change: Partial<ChoiceQuery> = {}) =>
      ask({ family, ranking: [{ cause, probability: 0.8 }], ...change }).chosen.map((c) => c.drill);
    for (const family of catalog.families.map((f) => f.id))
      for (const cause of ['lever', 'abs-endurance', 'pattern', 'lat-pull-weak', 'flexor-short'] as const)
        for (const method of catalog.methods) {
          const place = `${family}, ${cause}, ${method.id}`;
          const rungs = assignableRungs(catalog).filter((r) => r.family === family);
          const rung = rungs[0]
            ? { place: `${family}/${rungs[0].id}`, dose: doseOf(catalog, rungAsDrill(catalog, rungs[0]), method) }
            : null;
          const given = chosen(family, cause, { method, rung }).map((id) => assignable(catalog, id)!);
          // The position itself is there: a drill that serves every position is not it.
          const own = given.some((d) => isOwn(d, family));
          expect([place, own || rung === null]).toEqual([place, true]);
          if (method.axes.bending === 'avoided')
            expect([
              place,
              given.filter((d) => d.kind === 'fold' && d.phase !== 'lengthen' && !d.id.includes('/')),
            ]).toEqual([place, []]);
        }
    const felt = ask({ family: 'hollow', method: record(catalog.methods, 'hollow'), felt: 'neck' });
    expect(felt.chosen.map((c) => assignable(catalog, c.drill)!.kind)).not.toContain('fold');
    expect(felt.leftOut.some((l) => l.why.is === 'bending')).toBe(true);
    // A weak short-range thigh is not stretched, and a pull that gives out gets a pull.
    for (const drill of catalog.drills.filter((d) => d.causes['quad-weak-short-range']))
      expect([drill.id, drill.phase === 'lengthen' && /hip flexor|front of hip/i.test(drill.name)]).toEqual([
        drill.id,
        false,
      ]);
    const ids = (family: string, cause: CauseId): string[] =>
      chosen(family, cause, { method: record(catalog.methods, 'hollow') });
    expect(ids('front-lever', 'pattern').some((id) => /breath|middle/.test(id))).toBe(false);
    expect(ids('arch', 'lever').some((id) => /hollow/.test(id))).toBe(false);
    const weak = ask({
      family: 'hanging',
      method: record(catalog.methods, 'hollow'),
      ranking: [
        { cause: 'quad-weak-short-range', probability: 0.5 },
        { cause: 'flexor-short', probability: 0.45 },
      ],
    });
    expect(weak.chosen.map((c) => c.drill)).not.toContain('hip-flexor-stretch');
    expect(chosen('front-lever', 'lat-pull-weak').map((id) => assignable(catalog, id)!.kind)).toContain('pull');
    expect(chosen('bird-dog', 'pattern').some((id) => assignable(catalog, id)!.families.includes('bird-dog'))).toBe(
      true,
    );
  });
  test('a short muscle gets ease, length and strength, whatever the method', () => {
    for (const cause of ['flexor-short', 'hamstring-short'] as const) {
      const given = ask({ ranking: [{ cause, probability: 0.8 }], minutes: 30 }).chosen.map(
        (c) => record(catalog.drills, c.drill).phase,
      );
      expect(given).toEqual(expect.arrayContaining(['ease', 'lengthen']));
      expect(given.some((phase) => phase === 'wake' || phase === 'use')).toBe(true);
    }
  });
  test('minutes that were asked for are used, five drills at most', () => {
    const ranking = (['lever', 'abs-endurance', 'pattern', 'glute-quiet', 'flexor-takeover'] as const).map((cause) => ({
      cause,
      probability: 0.5,
    }));
    expect(ask({ ranking, minutes: 20 }).chosen).toHaveLength(3);
    const [used, longer] = [20, 28].map((minutes) => ask({ ranking, minutes }).minutes) as [number, number];
    expect(longer).toBeGreaterThan(used);
    expect(ask({ ranking, minutes: 40 }).chosen).toHaveLength(5);
  });
  test('every version of every ladder can be given, like a drill, with a dose that begins below today', () => {
    for (const rung of assignableRungs(catalog)) {
      const id = `${rung.family}/${rung.id}`;
      const drill = assignable(catalog, id)!;
      expect(drill).toMatchObject({ id, families: [rung.family], excludedBy: rung.excludedBy });
      expect(drill.how.length).toBeGreaterThan(1);
      const [given] = ask({ family: rung.family, ranking: [], pins: [id] }).chosen;
      expect(given!.drill).toBe(id);
    }
    const dose = doseOf(catalog, assignable(catalog, 'front-plank/forearm')!);
    const plank = catalog.rungs.find((r) => r.id === 'forearm')!;
    expect(doseBelow(dose, plank, 25, 40)).toMatchObject({ amount: [20, 20], unit: 's', clean: true });
    expect(doseBelow(dose, plank, null, 40).amount).toEqual([40, 40]);
    const raise = catalog.rungs.find((r) => r.family === 'hanging' && r.id === 'half')!;
    expect(doseBelow(dose, raise, 5, 6)).toMatchObject({ amount: [4, 4], unit: 'reps', clean: true });
    expect(() => ask({ pins: ['front-plank/slipway'] })).toThrow(/slipway/);
  });
  test('in order: from the warm-up to after, by phases within a place, and then the fewest neighbours that load one link; four phases go first where the method has them', () => {
    const linkOf = (id: string, chance: ReadonlyMap<string, number>): string => {
      const [main] = Object.entries(record(catalog.drills, id).causes)
        .map(([cause, weight]) => [cause, (chance.get(cause) ?? 0) * weight] as const)
        .filter(([, worth]) => worth > 0)
        .sort((a, b) => b[1] - a[1]);
      return main ? record(catalog.causes, main[0]).link : 'none';
    };
    const orders = (list: string[]): string[][] =>
      list.length < 2
        ? [list]
        : list.flatMap((x, i) => orders([...list.slice(0, i), ...list.slice(i + 1)]).map((rest) => [x, ...rest]));
    fc.assert(
      fc.property(anyRanking, fc.integer({ min: 2, max: 5 }), fc.boolean(), (ranking, count, four) => {
        const chance = new Map<string, number>(ranking.map((r) => [r.cause, r.probability]));
        const phase = (id: string): number => PHASES.indexOf(record(catalog.drills, id).phase);
        const place = (id: string): number => PLACES_IN_SESSION.indexOf(record(catalog.drills, id).place);
        const cost = (ids: readonly string[]): number =>
          ids.slice(1).reduce((sum, id, i) => {
            const [a, b] = [linkOf(ids[i]!, chance), linkOf(id, chance)];
            const back = (at: (id: string) => number): number => (at(id) < at(ids[i]!) ? 1 : 0);
            const [first, second] = four ? [phase, place] : [place, phase];
            return sum + 100 * back(first) + 10 * back(second) + (a === b && a !== 'none' ? 1 : 0);
          }, 0);
        const ids = ask({ ranking, count, minutes: 30, ...(four ? { method: quiet } : {}) }).chosen.map((c) => c.drill);
        expect(cost(ids)).toBe(Math.min(...orders(ids).map(cost)));
      }),
      { numRuns: 40 },
    );
  });
  test('a kind that fills half the week counts a tenth less, from three drills on', () => {
    const kinds = new Set(catalog.drills.map((d) => d.kind));
    const worth = (weekKinds: readonly Drill['kind'][]): number => ask({ weekKinds }).covered;
    const free = ask();
    const [kind] = free.chosen.map((c) => record(catalog.drills, c.drill).kind);
    const other = [...kinds].find((k) => !free.chosen.some((c) => record(catalog.drills, c.drill).kind === k))!;
    // Two drills make no week yet, and neither does a third that leaves the kind below half.
    expect(worth([kind!, kind!])).toBe(free.covered);
    expect(worth([kind!, other, other])).toBe(free.covered);
    expect(worth([kind!, kind!, other])).toBeLessThan(free.covered);
    expect(worth([kind!, kind!, other, other])).toBeLessThan(free.covered);
    const all = [...kinds].flatMap((k) => [k, k]).slice(0, 2);
    expect(worth([...all, all[0]!])).toBeLessThanOrEqual(free.covered);
    // Where every drill that serves is of the crowded kind, all of it is worth nine tenths.
    const ofKind: Catalog = { ...catalog, drills: catalog.drills.filter((d) => d.kind === kind) };
    expect(ask({ weekKinds: [kind!, kind!, kind!] }, ofKind).covered).toBeCloseTo(0.9 * ask({}, ofKind).covered, 9);
  });
  test('doses follow the method; a short and hard hold is softened for raised blood pressure', () => {
    const plank = record(catalog.drills, 'plank-forearm');
    const dose = (id: string, cautions: CautionId[] = []) =>
      doseOf(catalog, plank, record(catalog.methods, id), cautions).amount;
    expect(dose('straight')).toEqual([20, 40]);
    expect(dose('short')).toEqual([5, 15]);
    expect(dose('short', ['blood-pressure'])).toEqual([5, 10]);
    expect(dose('hollow')).toEqual([30, 60]);
  });
});
