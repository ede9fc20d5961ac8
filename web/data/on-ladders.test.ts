import { describe, expect, test } from '@jest/globals';
import type { LadderStep, OnLadders } from '../../api/ladders.js';
import { catalog as shipped } from '../../core/catalog/shipped.js';
import { rungAt } from '../../core/ladder/gates.js';
import { takenOf } from '../../core/ladder/places.js';
import { plankHold } from '../../core/testing.js';
import { nobody } from '../../core/person/circumstance.js';
import { loadText } from '../../words/loads.js';
import { answeredStep, decided, knowsBody, proposalAt, standingAt, wordsOfStep } from './on-ladders.js';
import { catalogueReady } from './catalogue.js';

await catalogueReady();

const plank = rungAt(shipped, 'front-plank/forearm');
const hold = { ...plankHold({ clean: 40 }), values: {}, lookId: '0b0e6a34-1111-4222-8333-444455556666' };
const on: OnLadders = { holds: [hold], steps: [], goals: [], said: [] };
// A gate counts for six weeks.
const known = { ...nobody(), today: hold.day };

describe('a person on a version', () => {
  test('gate, load and place together', () => {
    const stands = standingAt('front-plank/forearm', known, on)!;
    expect(stands).toMatchObject({ here: true, barred: [], status: { passed: true, best: 40 } });
    expect(loadText(stands.load)).toMatch(/^\d+ N·m$/);
    expect(loadText(standingAt('push-up/full', known, on)!.load)).toMatch(/^\d+ % of body weight$/);
    expect(loadText(standingAt('rotation/loaded', known, on)!.load)).toBe('no load figure');
    expect(standingAt('class-moves/crunch', known, on)).toBeNull();
  });
  test('a caution bars, and doubles the gate of a lever', () => {
    const careful = (caution: 'shoulder' | 'low-back') => ({ ...known, cautions: [caution] });
    expect(standingAt('front-plank/feet-raised', careful('shoulder'), on)!.barred).toEqual(['shoulder']);
    expect(standingAt('front-plank/forearm', careful('low-back'), on)!.status.passed).toBe(false);
  });
  test('loads are this person’s only when stature and mass are known', () => {
    expect(knowsBody({ stature: 1.7, mass: 70 })).toBe(true);
    expect(knowsBody({ stature: 1.7, mass: null })).toBe(false);
    expect(knowsBody(null)).toBe(false);
  });
});

describe('a proposal and the decision on it', () => {
  const proposal = proposalAt(plank, known, on)!;
  const words = wordsOfStep(plank, known.body, proposal);
  const stored = (change: Partial<LadderStep> = {}): LadderStep => ({
    ...decided(proposal, words, plank, 'accepted'),
    lookId: null,
    step: null,
    reason: '',
    day: '2026-05-21',
    by: 'Jonna',
    ...change,
  });
  test('the decision keeps codes for the program and words for people', () => {
    expect(proposal.rule).toBe(3);
    expect(decided(proposal, words, plank, 'declined', { reason: 'tired' })).toMatchObject({
      from: 'front-plank/forearm',
      rule: 3,
      kind: proposal.kind,
      proposal: words.says,
      numbers: words.numbers,
      step: words.step,
      reason: 'tired',
    });
  });
  test('a stop sign, or pain here, makes it rule 1; pain elsewhere does not', () => {
    expect(proposalAt(plank, { ...known, stop: 'now' }, on)!.rule).toBe(1);
    expect(proposalAt(plank, { ...known, painIn: ['front-plank'] }, on)!.rule).toBe(1);
    expect(proposalAt(plank, { ...known, painIn: ['hollow'] }, on)!.rule).toBe(3);
  });
  test('is known again by rule, kind and version, whatever the words have become', () => {
    const list = { holds: [hold], steps: [stored({ proposal: 'Said otherwise in another version' })] };
    expect(answeredStep(list, plank, proposal, null)).toBeDefined();
    expect(answeredStep({ ...list, steps: [stored({ rule: 6 })] }, plank, proposal, null)).toBeUndefined();
    expect(answeredStep({ ...list, steps: [stored({ from: 'hollow/tuck' })] }, plank, proposal, null)).toBeUndefined();
    expect(answeredStep({ ...list, steps: [stored({ to: 'hollow/tuck' })] }, plank, proposal, null)).toBeUndefined();
  });
  test('stands until a hold of a later day; at a look only what was decided there', () => {
    const later = { ...hold, day: '2026-05-22' };
    expect(answeredStep({ holds: [later, hold], steps: [stored()] }, plank, proposal, null)).toBeUndefined();
    expect(answeredStep({ holds: [hold], steps: [stored()] }, plank, proposal, hold.lookId)).toBeUndefined();
    expect(
      answeredStep({ holds: [hold], steps: [stored({ lookId: hold.lookId })] }, plank, proposal, hold.lookId),
    ).toBeDefined();
  });
  test('a declined one leads nowhere, a changed one where the coach said', () => {
    expect(takenOf([stored({ decision: 'declined', reason: 'tired' })])).toEqual([]);
    expect(takenOf([stored({ decision: 'changed', to: 'front-plank/knees', reason: 'x' })])).toMatchObject([
      { to: 'front-plank/knees', day: '2026-05-21' },
    ]);
  });
});
