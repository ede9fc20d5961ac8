import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { catalog } from '../catalog/shipped.js';
import { placeKey } from '../catalog/ladders.js';
import { CAUTION_IDS } from '../formats/catalog.js';
import { doseSchema } from '../formats/dose.js';
import { assignable, assignableRungs } from './assignable.js';
import { changesBy, given } from './given.js';
import { prescriptionWarnings } from './prescription.js';

const ids = [...catalog.drills.map((d) => d.id), ...assignableRungs(catalog).map(placeKey)];

describe('an item that is added by hand', () => {
  test('has a dose that can be given, and no caution in force asks for a change that is not on it', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...ids),
        fc.subarray([...CAUTION_IDS]),
        fc.constantFrom(undefined, ...catalog.methods),
        (id, cautions, method) => {
          const item = given(catalog, id, cautions, method);
          expect(doseSchema.safeParse(item.dose).success).toBe(true);
          expect(item.minutes).toBeGreaterThan(0);
          const warnings = prescriptionWarnings(catalog, [item], cautions);
          expect(warnings.filter((w) => w.kind !== 'excluded')).toEqual([]);
        },
      ),
    );
  });
  test('carries the changes in the order of the cautions; an unknown one is named', () => {
    const drill = catalog.drills.find((d) => Object.keys(d.changedBy).length > 1)!;
    const cautions = CAUTION_IDS.filter((c) => drill.changedBy[c]);
    expect(given(catalog, drill.id, cautions, undefined).changes).toEqual(cautions.map((c) => drill.changedBy[c]));
    expect(changesBy(assignable(catalog, drill.id)!, [])).toEqual([]);
    expect(() => given(catalog, 'no-such', [], undefined)).toThrow(/no-such/);
  });
});
