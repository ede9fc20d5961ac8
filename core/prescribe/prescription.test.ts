import { describe, expect, test } from '@jest/globals';
import fc from 'fast-check';
import { record } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import { CAUTION_IDS, type CautionId } from '../formats/catalog.js';
import { applyEntries } from '../studio/overlay.js';
import { doseOf } from './dose.js';
import { mendSteps } from './mends.js';
import { kindBalance, prescriptionWarnings, recentDrills, type PrescribedDrill } from './prescription.js';

const item = (id: string, changes: string[] = []): PrescribedDrill => ({
  drill: id,
  dose: doseOf(catalog, record(catalog.drills, id)),
  why: '',
  changes,
  minutes: 3,
});
const sheet = catalog.drills.map((d) => item(d.id));

describe('warnings of a stored prescription', () => {
  test('without cautions there are none; a drill that is gone is named', () => {
    expect(prescriptionWarnings(catalog, sheet, [])).toEqual([]);
    expect(prescriptionWarnings(catalog, [{ ...item('bridge'), drill: 'keel-haul' }], ['neck'])).toMatchObject([
      { drill: 'keel-haul', kind: 'gone' },
    ]);
  });
  test.each(CAUTION_IDS)('%s: every excluded drill is named, every change not on the sheet is told', (caution) => {
    const warnings = prescriptionWarnings(catalog, sheet, [caution]);
    const named = (kind: string): string[] => warnings.filter((w) => w.kind === kind).map((w) => w.drill);
    expect(named('excluded')).toEqual(catalog.drills.filter((d) => d.excludedBy.includes(caution)).map((d) => d.id));
    expect(named('change')).toEqual(
      catalog.drills.filter((d) => d.changedBy[caution] && !d.excludedBy.includes(caution)).map((d) => d.id),
    );
  });
  test('a change that stands on the sheet is not told twice', () => {
    const drill = catalog.drills.find((d) => d.changedBy.wrist && !d.excludedBy.includes('wrist'))!;
    const change = drill.changedBy.wrist!;
    expect(prescriptionWarnings(catalog, [item(drill.id)], ['wrist'])).toHaveLength(1);
    expect(prescriptionWarnings(catalog, [item(drill.id, [change])], ['wrist'])).toEqual([]);
  });
  test('editing a caution changes them: what it excludes is warned of, what it allows is not', () => {
    const open = catalog.drills.find((d) => !d.excludedBy.includes('neck'))!;
    const barred = catalog.drills.find((d) => d.excludedBy.includes('neck'))!;
    const edited = applyEntries(catalog, [
      {
        kind: 'cautions',
        record: {
          ...record(catalog.cautions, 'neck'),
          excludes: [`drill:${open.id}`],
          allows: [`drill:${barred.id}`],
        },
      },
    ]);
    const excluded = (c: typeof catalog): string[] =>
      prescriptionWarnings(c, [item(open.id), item(barred.id)], ['neck'])
        .filter((w) => w.kind === 'excluded')
        .map((w) => w.drill);
    expect(excluded(catalog)).toEqual([barred.id]);
    expect(excluded(edited)).toEqual([open.id]);
  });
});

describe('drills of late', () => {
  const ran = (startsOn: string, endedOn: string | null, drill: string) => ({ startsOn, endedOn, items: [{ drill }] });
  test('what ran within fourteen days counts, once, whether it ended or not', () => {
    const list = [
      ran('2026-05-01', null, 'a'),
      ran('2026-04-01', '2026-05-10', 'b'),
      ran('2026-04-01', '2026-05-05', 'old'),
      ran('2026-06-01', null, 'to-come'),
      ran('2026-05-15', null, 'a'),
    ];
    expect(recentDrills(list, '2026-05-20')).toEqual(['a', 'b']);
  });
  test('worked: an ended one is recent for fourteen days, one that runs always, one that has not begun never', () => {
    const ran = (startsOn: string, endedOn: string | null): string[] =>
      recentDrills([{ startsOn, endedOn, items: [{ drill: 'a' }, { drill: 'a' }] }], '2026-05-20');
    expect(ran('2026-01-01', null)).toEqual(['a']);
    expect(ran('2026-05-20', null)).toEqual(['a']);
    expect(ran('2026-05-21', null)).toEqual([]);
    expect(ran('2026-01-01', '2026-05-06')).toEqual(['a']);
    expect(ran('2026-01-01', '2026-05-05')).toEqual([]);
  });
  test('the kinds of a week and those that are missing make up all five', () => {
    fc.assert(
      fc.property(fc.subarray(catalog.drills.map((d) => d.id)), (drills) => {
        const { counts, missing } = kindBalance(catalog, drills);
        const sum = Object.values(counts).reduce((a, b) => a + b, 0);
        expect(sum).toBe(drills.filter((id) => record(catalog.drills, id).kind).length);
        expect(missing.every((kind) => !counts[kind])).toBe(true);
        if (drills.length === 0) expect(missing).toHaveLength(5);
      }),
      { numRuns: 50 },
    );
  });
});

describe('mend steps', () => {
  const query = { family: 'front-plank', cautions: [] as CautionId[], handsOn: true, worked: [] };
  test('without cautions and with permission every step of the position stands there once, under its own place', () => {
    for (const fault of catalog.faults)
      for (const family of fault.families)
        expect(
          mendSteps(fault, { ...query, family })
            .map((s) => s.index)
            .sort((a, b) => a - b),
        ).toEqual(fault.mends.flatMap((m, i) => (!m.families || m.families.includes(family) ? [i] : [])));
  });
  test('a method’s cue stands for the fault’s own, and never for the cue of another posture', () => {
    const fault = record(catalog.faults, 'low-back-arch');
    const method = { cues: { 'low-back-arch': 'Paint the floor with your low back.' } };
    const first = (family: string) => mendSteps(fault, { ...query, family, method })[0]!.say;
    expect(first('hollow')).toBe('Paint the floor with your low back.');
    expect(first('front-plank')).not.toContain('floor with your low back');
  });
  test('no touch without permission, what helped before first, the method’s own cue', () => {
    const fault = record(catalog.faults, 'hip-sag');
    const steps = mendSteps(fault, {
      ...query,
      handsOn: false,
      worked: [4],
      method: { cues: { 'hip-sag': 'Haul in.' } },
    });
    expect(steps.map((s) => s.index)).toEqual([4, 0, 1, 3, 5]);
    expect(steps[1]!.say).toBe('Haul in.');
  });
  test('no caution leaves a step in that it excludes, nor a fault without a step', () => {
    fc.assert(
      fc.property(fc.constantFrom(...catalog.faults), fc.subarray([...CAUTION_IDS]), (fault, cautions) => {
        const steps = mendSteps(fault, { ...query, family: fault.families[0]!, cautions });
        expect(steps.length).toBeGreaterThan(0);
        expect(steps.flatMap((s) => s.excludedBy ?? []).filter((c) => cautions.includes(c))).toEqual([]);
      }),
    );
  });
});
