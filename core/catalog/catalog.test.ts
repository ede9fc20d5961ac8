import { describe, expect, test } from '@jest/globals';
import type { z } from 'zod';
import { bodyOf } from '../body/anthropometry.js';
import { placeFigure } from '../body/figure.js';
import {
  CAUSE_IDS,
  CAUTION_IDS,
  causeSchema,
  cautionSchema,
  evidenceRowSchema,
  quickTestSchema,
  DOSE_ROLES,
  drillSchema,
  familySchema,
  faultSchema,
  MEND_KINDS,
  METHOD_IDS,
  methodSchema,
  rungSchema,
  toleranceSchema,
} from '../formats/catalog.js';
import { doseSchema } from '../formats/dose.js';
import { measureDefinition } from '../measure/measures.js';
import { record, rungOf, rungsOf } from './index.js';
import { catalog } from './shipped.js';

const faultIds = new Set(catalog.faults.map((f) => f.id));
const drillIds = new Set(catalog.drills.map((d) => d.id));

describe('catalogue', () => {
  test.each([
    ['families', familySchema],
    ['rungs', rungSchema],
    ['tolerances', toleranceSchema],
    ['faults', faultSchema],
    ['drills', drillSchema],
    ['methods', methodSchema],
    ['cautions', cautionSchema],
    ['causes', causeSchema],
    ['evidence', evidenceRowSchema],
    ['tests', quickTestSchema],
  ] as const)('%s keep to their schema', (part, schema) => {
    for (const entry of catalog[part]) {
      const result = (schema as z.ZodType).safeParse(entry);
      expect({ id: entry.id, problems: result.success ? [] : result.error.issues }).toEqual({
        id: entry.id,
        problems: [],
      });
    }
  });
  test.each(['families', 'tolerances', 'faults', 'drills', 'methods', 'cautions'] as const)(
    'ids of %s are not repeated',
    (part) => {
      const ids = catalog[part].map((e) => e.id);
      expect(new Set(ids).size).toBe(ids.length);
    },
  );
  test('rung ids are not repeated within a family', () => {
    for (const family of catalog.families) {
      const ids = rungsOf(catalog, family.id).map((r) => r.id);
      expect(new Set(ids).size).toBe(ids.length);
    }
  });
  test('every id that is referred to exists', () => {
    const families = new Set(catalog.families.map((f) => f.id));
    for (const family of catalog.families) {
      expect(() => rungOf(catalog, family.id)).not.toThrow();
      for (const pad of family.pads) expect(record(catalog.faults, pad).families).toContain(family.id);
    }
    for (const rung of catalog.rungs) expect(families).toContain(rung.family);
    for (const t of catalog.tolerances) {
      expect(families).toContain(t.family);
      expect(record(catalog.faults, t.fault).families).toContain(t.family);
      expect(() => measureDefinition(t.measure)).not.toThrow();
    }
    for (const fault of catalog.faults) for (const family of fault.families) expect(families).toContain(family);
    for (const drill of catalog.drills) {
      for (const family of drill.families) expect(families).toContain(family);
      for (const watch of drill.watch) expect(faultIds).toContain(watch);
      for (const next of [drill.easier, drill.harder]) if (next) expect(drillIds).toContain(next);
    }
    for (const method of catalog.methods)
      for (const fault of Object.keys(method.cues)) expect(faultIds).toContain(fault);
  });
  test('every tolerance has limits that worsen, for every option of its axis that a method can choose', () => {
    for (const t of catalog.tolerances) {
      const options = t.axis ? catalog.methods.map((m) => m.axes[t.axis!]) : ['any'];
      for (const option of options) expect({ id: t.id, has: option in t.limits }).toEqual({ id: t.id, has: true });
      for (const limits of Object.values(t.limits)) {
        if (!limits) continue;
        const [a, b, c] = limits;
        expect(t.side === 'above' ? a < b && b < c : a > b && b > c).toBe(true);
      }
    }
  });
  test('every fault can be mended: steps in the fixed order of kinds, and drills that serve its causes', () => {
    for (const fault of catalog.faults) {
      // What a family hears beside the fault's own steps is put in order for it, see mends.test.ts.
      const order = fault.mends.filter((m) => !m.families).map((m) => MEND_KINDS.indexOf(m.kind));
      expect({ id: fault.id, order }).toEqual({ id: fault.id, order: [...order].sort((a, b) => a - b) });
      for (const family of fault.families) {
        const serving = catalog.drills.filter(
          (d) => d.families.includes(family) && fault.causes.some((c) => d.causes[c]),
        );
        expect({ fault: fault.id, family, enough: serving.length >= 2 }).toEqual({
          fault: fault.id,
          family,
          enough: true,
        });
      }
    }
  });
  test('doses for every role, names for every cause, the fixed methods and cautions', () => {
    for (const role of DOSE_ROLES) expect(doseSchema.safeParse(catalog.doses[role]).success).toBe(true);
    expect(catalog.causes.map((c) => c.id).sort()).toEqual([...CAUSE_IDS].sort());
    expect(catalog.methods.map((m) => m.id)).toEqual([...METHOD_IDS]);
    expect(catalog.cautions.map((c) => c.id)).toEqual([...CAUTION_IDS]);
  });
  test('enough of it for planks and hollows', () => {
    expect(catalog.faults.length).toBeGreaterThanOrEqual(14);
    expect(catalog.drills.length).toBeGreaterThanOrEqual(24);
  });
  test('rung ids that outside files rely on', () => {
    expect(rungsOf(catalog, 'front-plank').map((r) => r.id)).toEqual(
      expect.arrayContaining([
        'raised',
        'knees',
        'forearm',
        'straight-arm',
        'squeezed',
        'hollow-shaped',
        'elbows-ahead',
        'feet-raised',
        'long-lever',
        'minus-one',
        'minus-two',
        'banded',
        'push-up-bottom',
        'knees-straight-arm',
      ]),
    );
    expect(rungsOf(catalog, 'hollow').map((r) => r.id)).toEqual(
      expect.arrayContaining(['knees-in', 'bent-knee', 'one-leg', 'straight', 'overhead', 'low', 'rock']),
    );
  });
  test('every rung can be drawn for small and tall bodies', () => {
    for (const rung of catalog.rungs)
      for (const stature of [1.3, 2.1]) expect(() => placeFigure(rung.pose, bodyOf({ stature }))).not.toThrow();
  });
  test('an unknown id is named', () => {
    expect(() => record(catalog.drills, 'no-such')).toThrow('no-such');
  });
});
