import { afterEach, describe, expect, test } from '@jest/globals';
import type { OnLadders } from '../../api/ladders.js';
import type { Person } from '../../api/people.js';
import { catalog as shipped, record } from '../../core/catalog/index.js';
import { rungAt } from '../../core/ladder/gates.js';
import { studio } from './catalogue.js';
import { bodyOfPerson, capFor, decided, knowsBody, loadText, proposalAt, standingAt, taken } from './on-ladders.js';

const person = (change: Partial<Person> = {}): Person =>
  ({ stature: 1.72, mass: 68, sex: 'female', method: null, familyMethods: {}, cautions: [], ...change }) as Person;
const plank = rungAt(shipped, 'front-plank/forearm');
const hold = {
  lookId: '0b0e6a34-1111-4222-8333-444455556666',
  place: 'front-plank/forearm',
  day: '2026-05-20',
  clean: 40,
  total: 40,
  target: 40,
  worst: null,
  broke: false,
  pain: false,
  cue: null,
  felt: null,
  side: null,
  values: {},
};
const on: OnLadders = { holds: [hold], steps: [], goals: [] };
afterEach(() => {
  studio.defaults = { method: null, familyMethods: {}, kit: null };
});

describe('the method’s cap', () => {
  const cap = (id: string): number => record(shipped.methods, id).cap;
  test('comes from the person, then the studio, then the position', () => {
    expect(capFor(plank, person())).toBe(cap(record(shipped.families, 'front-plank').defaultMethod));
    studio.defaults = { method: 'short', familyMethods: {}, kit: null };
    expect(capFor(plank, person())).toBe(cap('short'));
    expect(capFor(plank, person({ familyMethods: { 'front-plank': 'quiet' } }))).toBe(cap('quiet'));
  });
  test('a method that is gone gives way to the position’s own', () => {
    expect(capFor(plank, person({ method: 'gone' }))).toBe(cap(record(shipped.families, 'front-plank').defaultMethod));
  });
});

describe('a person on a version', () => {
  test('gate, load and place together', () => {
    const s = standingAt('front-plank/forearm', person(), on)!;
    expect(s).toMatchObject({ here: true, barred: [], status: { passed: true, best: 40 } });
    expect(loadText(s.load)).toMatch(/^\d+ N·m$/);
    expect(loadText(standingAt('push-up/full', person(), on)!.load)).toMatch(/^\d+ % of body weight$/);
    expect(loadText(standingAt('rotation/loaded', person(), on)!.load)).toBe('no load figure');
    expect(standingAt('class-moves/crunch', person(), on)).toBeNull();
  });
  test('a caution bars, and doubles the gate of a lever', () => {
    expect(standingAt('front-plank/feet-raised', person({ cautions: ['shoulder'] }), on)!.barred).toEqual(['shoulder']);
    expect(standingAt('front-plank/forearm', person({ cautions: ['low-back'] }), on)!.status.passed).toBe(false);
  });
  test('a body that is not known is an average one, and says so', () => {
    expect(knowsBody(person())).toBe(true);
    expect(knowsBody(person({ mass: null }))).toBe(false);
    expect(knowsBody(null)).toBe(false);
    expect(bodyOfPerson(null).mass).toBe(67.5);
  });
  test('a decision keeps the proposal, its rule and its numbers; a declined one leads nowhere', () => {
    const proposal = proposalAt(plank, person(), on, false)!;
    expect(proposal.rule).toBe(3);
    expect(proposalAt(plank, person(), on, true)!.rule).toBe(1);
    const stored = decided(proposal, plank, 'declined', { reason: 'tired' });
    expect(stored).toMatchObject({
      from: 'front-plank/forearm',
      rule: 3,
      proposal: proposal.says,
      numbers: proposal.numbers,
      step: proposal.step!.says,
      reason: 'tired',
    });
    const step = { ...stored, day: '2026-05-21', by: 'Jonna' };
    expect(taken({ steps: [step] })).toEqual([]);
    expect(taken({ steps: [{ ...step, decision: 'changed', to: 'front-plank/knees' }] })).toEqual([
      { to: 'front-plank/knees', day: '2026-05-21' },
    ]);
  });
});
