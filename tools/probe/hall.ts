/** A small hall to be probed: people in two groups, looks, a picture, and what every route wants to be called rightly. */
import { randomUUID } from 'node:crypto';
import sharp from 'sharp';
import { routes, type RouteName } from '../../api/routes.js';
import { plainSettings } from '../../api/programmes.js';
import { record } from '../../core/catalog/index.js';
import { catalog } from '../../core/catalog/shipped.js';
import { mondayOf } from '../../core/formats/programme.js';
import { stopSigns } from '../../core/studio/intake.js';
import { placedPlank, watchedPlank } from '../../core/testing.js';
import type { Client, ProbeServer } from './server.js';

const DAY = new Date().toISOString().slice(0, 10);
/** Of this week. */
const MONDAY = mondayOf(DAY);
export const lookBody = () => ({ id: randomUUID(), startedAt: new Date().toISOString(), observation: watchedPlank() });
export const picture = (): Promise<Buffer> =>
  sharp({ create: { width: 64, height: 48, channels: 3, background: '#888' } })
    .jpeg()
    .toBuffer();
export const pictureConsent = { kind: 'pictures', givenBy: 'Marit', relation: 'self', from: '2026-01-01' };

export interface Hall {
  clients: Record<'owner' | 'coach' | 'assistant' | 'stranger', Client>;
  /** A person whom the assistant may see, and one whom they may not. */
  mine: string;
  others: string;
  look: string;
  othersLook: string;
  media: string;
}

export async function hallOf(server: ProbeServer): Promise<Hall> {
  const owner = await server.owner();
  const id = (reply: { body: unknown }): string => (reply.body as { id: string }).id;
  const group = id(await owner.send('POST', '/groups', { name: 'Crew' }));
  const clients = {
    owner,
    coach: await server.as('coach'),
    assistant: await server.as('assistant', [group]),
    stranger: await server.stranger(),
  };
  const mine = id(await owner.send('POST', '/people', { name: 'Marit', groupId: group, stature: 1.72, mass: 68 }));
  const others = id(await owner.send('POST', '/people', { name: 'Teo' }));
  const look = id(await owner.send('POST', `/people/${mine}/looks`, lookBody()));
  const othersLook = id(await owner.send('POST', `/people/${others}/looks`, lookBody()));
  await owner.send('POST', `/people/${others}/consents`, pictureConsent);
  const media = id(await owner.upload(`/people/${others}/media`, await picture()));
  return { clients, mine, others, look, othersLook, media };
}

const bridge = record(catalog.drills, 'bridge');
/** A right body for every route that takes one. */
export const bodyFor = (name: RouteName): unknown => {
  switch (name) {
    case 'session.start':
      return { email: 'nobody@hall.example', password: 'not the one' };
    case 'owner.make':
      return { code: 'NONE', name: 'N', email: 'n@hall.example', password: 'salt-and-tar-42' };
    case 'password.change':
      return { before: 'not the one', password: 'salt-and-tar-43' };
    case 'accounts.add':
      return { name: 'N', email: `${randomUUID()}@hall.example`, password: 'salt-and-tar-42', role: 'coach' };
    case 'accounts.change':
      return { name: 'N' };
    case 'groups.add':
      return { name: randomUUID() };
    case 'people.add':
      return { name: 'N' };
    case 'people.change':
      return { goal: 'row' };
    case 'attendance.set':
      return { here: true };
    case 'cautions.add':
    case 'cautions.change':
      return { caution: 'neck', from: DAY };
    case 'consents.add':
      return { ...pictureConsent, kind: 'hands-on' };
    case 'looks.evaluate':
      return watchedPlank();
    case 'looks.add':
      return lookBody();
    case 'looks.change':
      return { note: 'good', evidence: { 'felt-first': 'belly' }, tests: { 'knees-in': 'positive' } };
    case 'mends.add':
      return { id: randomUUID(), fault: 'hip-sag', step: 0, kind: 'cue', result: 'helped' };
    case 'prescriptions.add':
      return {
        family: 'front-plank',
        method: 'Straight',
        causes: [{ cause: 'lever', probability: 0.5 }],
        startsOn: DAY,
        relookOn: DAY,
        items: [
          {
            drill: 'bridge',
            dose: catalog.doses.wake,
            why: '',
            changes: [],
            minutes: 3,
          },
        ],
      };
    case 'trail.keep':
      return { years: 2 };
    case 'second.keep':
      return { code: '000000' };
    case 'second.off':
    case 'backups.restore':
      return { password: 'not the one' };
    case 'people.erase':
      return { name: 'Nobody of this hall' };
    case 'retention.set':
      return { months: null };
    case 'backups.schedule':
      return { every: 'off', hour: 3, keep: 2 };
    case 'programmes.try':
      return plainSettings(MONDAY);
    case 'programmes.keep':
      return { id: randomUUID(), version: 0, settings: plainSettings(MONDAY) };
    case 'programmes.end':
      return { day: DAY };
    case 'programmes.log':
    case 'solo.note':
      return { logs: [{ day: MONDAY, item: 'front-plank/forearm', is: 'done' }] };
    case 'letters.send':
      return { id: randomUUID(), what: 'record', of: null, to: 'n@hall.example' };
    case 'links.add':
      return { scopes: ['programme', 'progress'], days: 30 };
    case 'solo.open':
      return { secret: randomUUID() };
    case 'solo.clip':
      return {
        secret: randomUUID(),
        clip: { id: randomUUID(), name: 'a.mp4', type: 'video/mp4', bytes: 40 },
        consent: { givenBy: 'N', relation: 'self' },
      };
    case 'solo.log':
      return { secret: randomUUID(), logs: [{ day: MONDAY, item: 'front-plank/forearm', is: 'done' }] };
    case 'prescriptions.end':
      return { day: DAY };
    case 'intakes.add':
      return { answers: Object.fromEntries(stopSigns.map((s) => [s.id, false])) };
    case 'screens.add':
      return {
        id: randomUUID(),
        doneAt: new Date().toISOString(),
        record: {
          screen: 'overhead-squat',
          reps: { front: 4 },
          counts: {},
          wideStance: false,
          supported: false,
          tests: {},
        },
      };
    case 'steps.add':
      return {
        id: randomUUID(),
        from: 'front-plank/forearm',
        rule: 3,
        kind: 'stay',
        proposal: 'Stay.',
        numbers: [],
        decision: 'accepted',
        to: 'front-plank/forearm',
        seconds: 30,
      };
    case 'classes.add':
    case 'classes.change':
      return {
        id: randomUUID(),
        name: 'Lunch',
        day: DAY,
        minutes: 30,
        kit: { box: 2 },
        members: [],
        blocks: [{ id: 'b1', move: 'front-plank', work: 30, rest: 15, rounds: 2, sides: 'none' }],
      };
    case 'deals.add':
      return { id: randomUUID(), kind: 'pictures' };
    case 'deals.answer':
      return { answered: { kind: 'pictures', answers: [{ faults: ['hip-sag'], sure: 'likely', degrees: 6 }] } };
    case 'seconds.set':
      return { observation: placedPlank() };
    case 'entries.put':
      return bridge;
    case 'defaults.set':
      return { method: null, familyMethods: {}, kit: null, timeZone: 'UTC', offlineCopies: true };
    default:
      return 'body' in routes[name] ? {} : undefined;
  }
};
