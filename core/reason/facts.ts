/** What is known about a look, as facts that the evidence table can weigh. */
import type { Catalog } from '../catalog/index.js';
import type { Family, QuickTest, Rung } from '../formats/catalog.js';
import type { Evidence, Observation } from '../formats/observation.js';
import type { Hold } from '../hold/hold.js';
import type { Measure } from '../measure/measure.js';

export interface Facts {
  /** `kind:value`, like `felt:belly`. */
  known: ReadonlySet<string>;
  /** Results of quick tests, numbers already judged. */
  tests: ReadonlyMap<string, 'positive' | 'negative'>;
}

/** A mend that was tried and what came of it; as much of a stored one as the reasoning needs. */
export interface TriedMend {
  kind: string;
  result: 'helped' | 'helped-for-a-moment' | 'did-not';
}

/** What earlier screens and tests say of the person. */
export interface PersonHistory {
  /** Faults that the last movement screen found. */
  screen?: readonly string[];
  /** Range checks and quick tests answered elsewhere; an answer on the look itself stands before them. */
  tests?: Observation['tests'];
  /** Left and right on the last sided screen. */
  sides?: Evidence['sides'];
}

/** The same fact asked in two ways counts once; the test, being later, stands. */
const TEST_STANDS_FOR: Readonly<Record<string, keyof Evidence>> = {
  'one-cue': 'cue',
  'knees-in': 'easier-version',
  talk: 'breath',
  'sides-compare': 'sides',
};

/** Beyond this the measured pelvis counts as tipped, degrees (the clear limit of the straight method, and its mirror). */
const TILT_CLEAR = 14;

/**
 * When the fault appeared: at once within 2 s or the first tenth, late in the last third of the target, early between.
 * @returns undefined when the hold has no first fault
 */
export function onsetOf(hold: Hold | null, target: number | undefined): NonNullable<Evidence['onset']> | undefined {
  if (!hold?.firstToGo) return undefined;
  const whole = target ?? hold.total;
  const at = hold.firstToGo.t - (hold.settled ?? 0);
  if (at <= Math.max(2, whole / 10)) return 'at-once';
  return at >= (2 / 3) * whole ? 'late' : 'early';
}

/** Positive or negative for a test's answer; a number is held against the test's limit, an active leg raise against the passive one. */
export function testResult(
  test: QuickTest,
  answer: 'positive' | 'negative' | number,
  others: Observation['tests'] = {},
): 'positive' | 'negative' {
  if (typeof answer === 'string') return answer;
  const passive = others['leg-raise-passive'];
  if (test.id === 'leg-raise-active' && typeof passive === 'number')
    return passive - answer >= 15 ? 'positive' : 'negative';
  const { positive, limit } = test.number ?? { positive: 'below' as const, limit: 0 };
  return (positive === 'below' ? answer < limit : answer > limit) ? 'positive' : 'negative';
}

/** What a mend's result answers about the cue, and about the easier version. */
const AS_CUE = { helped: 'mended', 'helped-for-a-moment': 'mended-for-a-moment', 'did-not': 'not-mended' } as const;
const AS_LEVER = { helped: 'mended', 'helped-for-a-moment': 'not-mended', 'did-not': 'not-mended' } as const;

/**
 * The answers that everybody reads, ladder and reasoning alike: those given in words, and where none was given those that mends
 * gave, by the first cue tried and the first shorter lever.
 */
export function mergedEvidence(evidence: Evidence | undefined, mends: readonly TriedMend[] = []): Evidence {
  const cue = mends.find((m) => m.kind === 'cue');
  const lever = mends.find((m) => m.kind === 'lever');
  return {
    ...(cue ? { cue: AS_CUE[cue.result] } : {}),
    ...(lever ? { 'easier-version': AS_LEVER[lever.result] } : {}),
    ...evidence,
  };
}

/**
 * Gathers the facts of a look. Derived ones (onset, tilt) give way to an answer in words.
 * @param seen the record with its merged evidence, its version, its hold (null for a still) and its measures
 */
export function factsOf(
  catalog: Catalog,
  seen: {
    observation: Pick<Observation, 'target' | 'tests'>;
    evidence: Evidence;
    family: Family;
    rung: Rung;
    hold: Hold | null;
    measures: readonly Measure[];
  },
  history: PersonHistory = {},
): Facts {
  const { observation, evidence, family, rung, hold, measures } = seen;
  const tests = new Map<string, 'positive' | 'negative'>();
  const answers = { ...history.tests, ...observation.tests };
  for (const [id, answer] of Object.entries(answers)) {
    const test = catalog.tests.find((t) => t.id === id);
    if (test && answer !== undefined) tests.set(id, testResult(test, answer, answers));
  }
  const said = (key: keyof Evidence): string | undefined =>
    Object.entries(TEST_STANDS_FOR).some(([test, stands]) => stands === key && tests.has(test))
      ? undefined
      : evidence[key];
  const tilt = measures.find((m) => m.id === 'pelvic-tilt');
  const measuredTilt = !tilt
    ? undefined
    : tilt.value - tilt.sd > TILT_CLEAR / 2
      ? 'forward'
      : tilt.value + tilt.sd < -2 * TILT_CLEAR
        ? 'back'
        : undefined;
  const onset = said('onset') ?? onsetOf(hold, observation.target);
  const pelvis = said('pelvic-tilt') ?? measuredTilt;
  const sides = said('sides') ?? history.sides;
  const known = new Set<string>();
  const add = (kind: string, value: string | undefined): void =>
    void (value !== undefined && known.add(`${kind}:${value}`));
  add('onset', onset);
  add('cue', said('cue'));
  add('easier', said('easier-version'));
  add('raised', said('raised-surface'));
  add('felt', said('felt-first'));
  add('cramp', said('cramp'));
  add('bent', said('straight-against-bent'));
  add('breath', said('breath'));
  add('shaking', said('shaking'));
  add('gap', said('back-gap'));
  add('tilt', pelvis);
  add('sides', sides === undefined ? undefined : sides === 'even' ? 'even' : 'apart');
  for (const fault of history.screen ?? []) known.add(`screen:${fault}`);
  if (rung.chordEnd === 'ankle') known.add('lever:long');
  if (['hanging', 'compression'].includes(family.id) || (family.id === 'hollow' && rung.chordEnd === 'ankle'))
    known.add('lever:leg-raise');
  return { known, tests };
}

/**
 * Answers that are known without being asked: by mends that were tried, by tests that ask the same, by the series or the taps, and by the
 * measured pelvis.
 */
export function derivedEvidence(judged: {
  observation: Pick<Observation, 'evidence' | 'target'>;
  evidence: Evidence;
  facts: Facts;
  hold: Hold | null;
}): Evidence {
  const { observation, evidence, facts, hold } = judged;
  const given = observation.evidence ?? {};
  const mended = Object.fromEntries(
    Object.entries(evidence).filter(([key]) => given[key as keyof Evidence] === undefined),
  );
  const onset = onsetOf(hold, observation.target);
  const tilt = (['forward', 'back'] as const).find((v) => facts.known.has(`tilt:${v}`));
  return {
    ...(onset && given.onset === undefined ? { onset } : {}),
    ...(tilt && given['pelvic-tilt'] === undefined ? { 'pelvic-tilt': tilt } : {}),
    ...mended,
  };
}
