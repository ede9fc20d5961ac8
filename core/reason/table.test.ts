import { describe, expect, test } from '@jest/globals';
import { record, rungOf } from '../catalog/index.js';
import { catalog } from '../catalog/shipped.js';
import type { CauseId } from '../formats/catalog.js';
import { evidenceSchema, TEST_IDS, type Evidence } from '../formats/observation.js';
import { watchedPlank } from '../testing.js';
import { factsOf, testResult } from './facts.js';
import { piecesOf } from './likelihoods.js';

const KEYS: Record<string, keyof Evidence> = {
  onset: 'onset',
  cue: 'cue',
  easier: 'easier-version',
  raised: 'raised-surface',
  felt: 'felt-first',
  cramp: 'cramp',
  bent: 'straight-against-bent',
  breath: 'breath',
  shaking: 'shaking',
  gap: 'back-gap',
  tilt: 'pelvic-tilt',
};

describe('the evidence table', () => {
  test.each(catalog.evidence.map((row) => [row.id, row] as const))(
    '%s can be reached from an observation and moves its causes the right way',
    (_id, row) => {
      const raise = row.when.includes('lever:leg-raise');
      const family = record(catalog.families, raise ? 'hollow' : 'front-plank');
      const rung = rungOf(catalog, family.id, raise ? 'straight' : 'forearm');
      const evidence: Record<string, string> = {};
      const screen: string[] = [];
      for (const fact of row.when) {
        const [kind, value] = fact.split(':') as [string, string];
        if (kind === 'sides') evidence.sides = value === 'apart' ? 'left-worse' : 'even';
        else if (kind === 'screen') screen.push(value);
        else if (kind !== 'lever') evidence[KEYS[kind]!] = value;
      }
      const observation = watchedPlank({
        position: family.id,
        rung: rung.id,
        events: [],
      });
      const seen = { observation, evidence: evidenceSchema.parse(evidence), family, rung, hold: null, measures: [] };
      const facts = factsOf(catalog, seen, { screen });
      for (const fact of row.when) expect([...facts.known]).toContain(fact);
      // Likelier, or less likely, than where no cause pulls: for every cause, whichever positions it can be found in.
      const causes = Object.keys(row.weighs) as CauseId[];
      const pieces = piecesOf(catalog, causes, facts, family, []).filter((p) => p.joins === 'mean');
      const piece = pieces.find((p) => p.from.is === 'row' && p.from.row === row.id)!;
      causes.forEach((cause, i) =>
        expect([cause, Math.sign(Math.log(piece.single[i]! / piece.base))]).toEqual([
          cause,
          row.weighs[cause]!.startsWith('+') ? 1 : -1,
        ]),
      );
    },
  );
});

describe('the quick tests', () => {
  test('are the ones that files know, each under ninety seconds but the full rest', () => {
    expect(catalog.tests.map((t) => t.id).sort()).toEqual([...TEST_IDS].sort());
    for (const t of catalog.tests.filter((x) => x.id !== 'rested')) expect(t.seconds).toBeLessThanOrEqual(90);
  });
  test.each(catalog.tests.filter((t) => t.number).map((t) => [t.id, t] as const))(
    '%s: a number on either side of the limit',
    (_id, t) => {
      const { limit, positive } = t.number!;
      expect(testResult(t, limit - 1)).toBe(positive === 'below' ? 'positive' : 'negative');
      expect(testResult(t, limit + 1)).toBe(positive === 'below' ? 'negative' : 'positive');
    },
  );
  test('every cause but pain and tiredness has a drill, and most have a test that speaks for it', () => {
    const untested = catalog.causes.filter((c) => !catalog.tests.some((t) => t.for.includes(c.id))).map((c) => c.id);
    for (const c of catalog.causes)
      if (c.id !== 'pain')
        expect({ cause: c.id, drills: catalog.drills.some((d) => d.causes[c.id]) }).toEqual({
          cause: c.id,
          drills: true,
        });
    expect(untested.length).toBeLessThan(11);
  });
});

describe('cautions over the whole catalogue', () => {
  test.each(catalog.cautions.map((c) => [c.id] as const))(
    '%s: no drill both excludes it and describes a change for it',
    (caution) => {
      for (const drill of catalog.drills)
        expect({
          drill: drill.id,
          both: drill.excludedBy.includes(caution) && drill.changedBy[caution] !== undefined,
        }).toEqual({ drill: drill.id, both: false });
    },
  );
  test('a neck caution: no drill that loads the neck by its fold or its head-up hold is left in', () => {
    const loading = [
      'head-nod-lift',
      'tucked-crunch',
      'class-crunch',
      'edge-inside',
      'rollers-close',
      'chest-to-wall',
      'push-tall',
      'dragon-tuck',
      'partner-tuck-light',
      'curl-up-hands-free',
    ];
    for (const id of loading)
      expect({ id, excluded: record(catalog.drills, id).excludedBy.includes('neck') }).toEqual({ id, excluded: true });
  });
});
