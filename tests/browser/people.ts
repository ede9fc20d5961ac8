/** People and looks that the interface's tests start from; every one passes the schema of the route that sends it. */
import type { Account, SessionState } from '../../api/accounts.js';
import type { OnLadders } from '../../api/ladders.js';
import { lookInputSchema, type Look, type LookInput } from '../../api/observations.js';
import type { Person } from '../../api/people.js';
import type { Facts } from '../../api/plans.js';
import type { StudioCatalogue } from '../../api/studio.js';
import type { Observation } from '../../core/formats/observation.js';
import { watchedPlank } from '../../core/testing.js';
import type { KeptHold } from '../../web/data/hold-keeper.js';
import { FakeServer } from './fake-server.js';

/** An id that says what it is for: `idOf(3)` is the same in every test. */
export const idOf = (n: number): string => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;

export const account = (n = 900): Account => ({
  id: idOf(n),
  name: `Coach ${n}`,
  email: `coach${n}@hall.test`,
  role: 'coach',
  groups: [],
  disabled: false,
  personId: null,
  second: false,
});
export const sessionOf = (who: Account | null): SessionState => ({
  account: who,
  token: who ? `token-${who.id}` : 'door',
  eye: null,
  needsOwner: false,
  demo: null,
});
export const somebody = (n: number, change: Partial<Person> = {}): Person => ({
  id: idOf(n),
  name: `Person ${n}`,
  group: null,
  cautions: [],
  archived: false,
  lastLookAt: null,
  due: true,
  here: false,
  birthYear: 1990,
  minor: false,
  stature: 1.72,
  mass: 68,
  sex: 'female',
  email: null,
  goal: '',
  method: null,
  familyMethods: {},
  kit: null,
  notes: '',
  cautionRecords: [],
  consents: [],
  allows: { pictures: false, clips: false, handsOn: false, ownClips: [] },
  ...change,
});
export const noFacts = (change: Partial<Facts> = {}): Facts => ({
  intakes: [],
  lastHolds: [],
  screens: [],
  answered: [],
  prescriptions: [],
  ...change,
});
export const onNoLadder = (change: Partial<OnLadders> = {}): OnLadders => ({
  holds: [],
  steps: [],
  goals: [],
  said: [],
  ...change,
});
export const studioOf = (change: Partial<StudioCatalogue['defaults']> = {}): StudioCatalogue => ({
  entries: [],
  defaults: { method: null, familyMethods: {}, kit: null, timeZone: 'Europe/Oslo', offlineCopies: true, ...change },
});
export const lookInput = (n: number, change: Partial<Observation> = {}, at = '2026-05-20T16:00:00.000Z'): LookInput =>
  lookInputSchema.parse({ id: idOf(n), startedAt: at, observation: watchedPlank(change) });
export const lookOf = (n: number, person: number, change: Partial<Observation> = {}): Look => ({
  id: idOf(n),
  personId: idOf(person),
  startedAt: '2026-05-20T16:00:00.000Z',
  day: '2026-05-20',
  observation: watchedPlank(change),
  mediaId: null,
  relookOf: null,
  relooks: [],
  togetherWith: null,
  together: [],
  marks: [],
  anchors: [],
  pad: [],
  runId: null,
  clipId: null,
  note: '',
  mends: [],
  overrule: null,
  by: 'Coach 900',
  madeBy: idOf(900),
  eye: null,
});

/** A hall with these people and looks and nothing else, and somebody signed in. */
export function hallWith(people: readonly Person[], looks: readonly Look[] = [], who = account()): FakeServer {
  const server = new FakeServer();
  const find = (id: string): Person => people.find((p) => p.id === id)!;
  return server
    .on('session.get', () => sessionOf(who))
    .on('catalogue.get', () => studioOf())
    .on('groups.list', () => [])
    .on('people.get', ({ params }) => find(params.id))
    .on('people.list', () => ({ items: [...people], total: people.length, next: null }))
    .on('facts.get', () => noFacts())
    .on('ladders.get', () => onNoLadder())
    .on('looks.list', () => ({ items: [], next: null }))
    .on('looks.get', ({ params }) => looks.find((l) => l.id === params.id)!)
    .on('prescriptions.list', () => [])
    .on('screens.list', () => []);
}

/** A hold of the front plank under way, as a device keeps it. */
export const keptHold = (change: Partial<KeptHold> = {}): KeptHold => ({
  id: idOf(11),
  accountId: account().id,
  personId: idOf(1),
  relookOf: null,
  position: 'front-plank',
  rung: 'forearm',
  method: '',
  target: 40,
  knobs: {},
  targetReps: null,
  rest: null,
  view: 'side',
  side: null,
  segments: [],
  reps: [],
  resets: [],
  rests: [],
  startedAt: Date.parse('2026-05-20T16:00:00Z'),
  events: [],
  pad: [],
  away: [],
  removed: [],
  stoppedAt: null,
  reason: null,
  turn: 0,
  ...change,
});
