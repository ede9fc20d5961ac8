import { describe, expect, test } from '@jest/globals';
import { faultsOf, record, rungsOf } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import { CAUSE_IDS, methodSchema, type Method } from '../formats/catalog.js';
import { limitsFor } from '../judge/judge.js';
import { breathBy, doseBy } from './by-method.js';
import { chooseDrills } from './choose.js';
import { doseOf } from './dose.js';
import { mendSteps } from './mends.js';

/** Everything of a method that a coach could see: limits, faults, cues, breath, doses, and the drills chosen. */
function seenOf(method: Method): string {
  const rungs = catalog.families.flatMap((f) => rungsOf(catalog, f.id));
  const everything = { cautions: [], handsOn: true, worked: [], method };
  return JSON.stringify([
    rungs.map((r) => limitsFor(catalog, r, method)),
    catalog.families.map((f) => faultsOf(catalog, f, { chordEnd: 'ankle' }, method).pads.map((p) => p.id)),
    catalog.faults.flatMap((f) =>
      f.families.map((family) => mendSteps(f, { ...everything, family }).map((s) => s.say)),
    ),
    catalog.drills.map((d) => [breathBy(d, method), doseOf(catalog, d, method)]),
    ['front-plank', 'hollow', 'curl-up', 'class-moves'].map((family) =>
      CAUSE_IDS.filter((c) => c !== 'pain').map((cause) =>
        chooseDrills(catalog, { family, ranking: [{ cause, probability: 0.7 }], method }).chosen.map((c) => c.drill),
      ),
    ),
    method.cap,
  ]);
}

describe('methods act', () => {
  const axes = Object.keys(methodSchema.shape.axes.shape) as (keyof Method['axes'])[];
  test.each(axes)('%s: each option changes something that can be seen', (axis) => {
    const options = (methodSchema.shape.axes.shape[axis] as { options: readonly string[] }).options;
    // A bare method: its own words for cues would hide what an axis says.
    const plain = { ...record(catalog.methods, 'straight'), cues: {} };
    // What a curl does with the pelvis is seen only where there are curls.
    const base = axis === 'curlPelvis' ? { ...plain, axes: { ...plain.axes, bending: 'used' as const } } : plain;
    const seen = options.map((option) => seenOf({ ...base, axes: { ...base.axes, [axis]: option } }));
    expect(new Set(seen).size).toBe(options.length);
  });
  test('no blow is said, and nobody goes to failure, where a caution stands against it', () => {
    const short = record(catalog.methods, 'short');
    const drill = record(catalog.drills, 'dead-bug-legs');
    expect(breathBy(drill, short)).toContain('hard blow');
    expect(breathBy(drill, short, ['blood-pressure'])).not.toContain('blow');
    const dose = catalog.doses.partner!;
    expect(doseBy(dose, 'partner', short, []).remark).toContain('spotter');
    expect(doseBy(dose, 'partner', short, ['under-16'])).toEqual(dose);
  });
});
