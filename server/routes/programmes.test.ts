import { randomUUID } from 'node:crypto';
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { FloorState, PeoplePage } from '../../api/people.js';
import {
  plainSettings,
  type Programme,
  type ProgrammeLine,
  type ProgrammeSettings,
  type Tried,
} from '../../api/programmes.js';
import { addDays } from '../../core/days.js';
import { stopSigns } from '../../core/studio/intake.js';
import { watchedPlank } from '../../core/testing.js';
import { at, dayAt, mondayIn, NOW, testStudio, type Client, type TestStudio } from '../testing.js';

let studio: TestStudio;
let coach: Client;
beforeEach(async () => {
  studio = await testStudio();
  coach = await studio.as('coach');
});
afterEach(() => studio.close());

const MONDAY = mondayIn(0);
const settings = (change: Partial<ProgrammeSettings> = {}): ProgrammeSettings => ({
  ...plainSettings(MONDAY),
  ...change,
});
const person = async (by = coach): Promise<string> =>
  (await by.send('post', '/people', { name: `P ${randomUUID()}`, stature: 1.7, mass: 68 })).body.id as string;
const held = (id: string, clean: number, at = NOW, rung = 'forearm'): Promise<unknown> =>
  coach.send('post', `/people/${id}/looks`, {
    id: randomUUID(),
    startedAt: at,
    observation: watchedPlank({ rung, events: [{ t: clean, fault: 'hip-sag', state: 'on' }] }),
  });
const keep = async (
  id: string,
  change: Partial<ProgrammeSettings> = {},
  as: { id: string; version: number } = { id: randomUUID(), version: 0 },
): Promise<Programme> =>
  (await coach.send('post', `/people/${id}/programmes`, { ...as, settings: settings(change) })).body as Programme;
const itemsOf = (p: Pick<Programme, 'planned'>): string[] =>
  p.planned.weeks.flatMap((w) => w.days.flatMap((d) => d.items.map((i) => i.item)));

describe('programmes', () => {
  test('are worked out from what is known of the person: place, cautions, kit, goal', async () => {
    const id = await person();
    await held(id, 30);
    const tried = async (change: Partial<ProgrammeSettings> = {}): Promise<Tried> =>
      (await coach.send('post', `/people/${id}/programmes/try`, settings(change))).body as Tried;
    const { planned, changes } = await tried();
    expect(changes).toEqual([]);
    expect(planned.weeks[0]!.days[0]!.items.find((i) => i.item === 'front-plank/forearm')).toMatchObject({
      split: { hard: 29, easy: 11, rung: 'knees' },
    });
    // Nothing was kept by it.
    expect((await coach.get(`/people/${id}/programmes`)).body).toEqual([]);
    await coach.send('post', `/people/${id}/cautions`, { caution: 'wrist', from: MONDAY });
    await coach.send('patch', `/people/${id}`, { kit: ['mat'] });
    const after = await tried({ pins: [{ week: 1, day: 'mon', item: 'front-plank/straight-arm' }] });
    expect(after.planned.unplaced).toEqual([
      { pin: { week: 1, day: 'mon', item: 'front-plank/straight-arm' }, why: { is: 'caution', caution: 'wrist' } },
    ]);
    expect(
      after.planned.weeks.flatMap((w) => w.days.flatMap((d) => d.items.flatMap((i) => Object.keys(i.kit)))),
    ).not.toContain('box');
  });

  test('are kept in versions: sent twice once, a stale one refused, past days as they were', async () => {
    const id = await person();
    await held(id, 30);
    const first = await keep(id, { note: 'first' });
    expect(first).toMatchObject({ version: 1, personId: id, endedOn: null });
    const again = await coach.send('post', `/people/${id}/programmes`, {
      id: first.id,
      version: 0,
      settings: settings({ note: 'first' }),
    });
    expect([again.status, (again.body as Programme).version]).toEqual([200, 1]);
    // A week later the person stands elsewhere; what is past is as it was, what is to come is not.
    studio.setNow(at(7, '10:00:00'));
    await held(id, 12, at(7, '09:00:00'), 'knees');
    const tried = (await coach.send('post', `/people/${id}/programmes/try?of=${first.id}`, settings())).body as Tried;
    expect(tried.changes.length).toBeGreaterThan(0);
    expect(tried.changes.every((c) => c.day >= dayAt(7))).toBe(true);
    const second = await keep(id, { note: 'knees again' }, { id: first.id, version: 1 });
    expect(second.versions.map((v) => [v.version, v.note, v.by])).toEqual([
      [2, 'knees again', coach.account!.name],
      [1, 'first', coach.account!.name],
    ]);
    const past = (p: Programme) => p.planned.weeks.flatMap((w) => w.days).filter((d) => d.day < dayAt(7));
    expect(past(second)).toEqual(past(first));
    expect(itemsOf(second)).toContain('front-plank/knees');
    const stale = await coach.send('post', `/people/${id}/programmes`, {
      id: first.id,
      version: 1,
      settings: settings({ note: 'mine' }),
    });
    expect(stale.status).toBe(409);
    expect(((await coach.get(`/programmes/${first.id}`)).body as Programme).version).toBe(2);
    const other = await person();
    expect(
      (await coach.send('post', `/people/${other}/programmes`, { id: first.id, version: 2, settings: settings() }))
        .status,
    ).toBe(404);
  });

  test('two who keep at once: one of them is told', async () => {
    const id = await person();
    const first = await keep(id);
    const answers = await Promise.all(
      ['a', 'b'].map((note) =>
        coach.send('post', `/people/${id}/programmes`, { id: first.id, version: 1, settings: settings({ note }) }),
      ),
    );
    expect(answers.map((a) => a.status).sort()).toEqual([201, 409]);
    expect(((await coach.get(`/programmes/${first.id}`)).body as Programme).version).toBe(2);
  });

  test('what was done: logged by anybody who may see them, corrected, counted', async () => {
    const owner = await studio.as('owner');
    const group = (await owner.send('post', '/groups', { name: 'Crew' })).body.id as string;
    const id = (await coach.send('post', '/people', { name: 'Ada', groupId: group })).body.id as string;
    const made = await keep(id, { weeks: 1 });
    // The day after the first of its days.
    studio.setNow(`${addDays(MONDAY, 1)}T10:00:00.000Z`);
    const helper = await studio.as('assistant', [group]);
    const monday = made.planned.weeks[0]!.days[0]!;
    const log = (logs: object[], by = helper) => by.send('put', `/programmes/${made.id}/logs`, { logs });
    const all = monday.items.map((i) => ({ day: monday.day, item: i.item, is: 'done' }));
    const logged = (await log(all)).body as Programme;
    const sets = monday.items.reduce((sum, i) => sum + i.sets, 0);
    expect(logged.adherence).toMatchObject({ planned: sets, done: sets, share: 1, days: 1, daysDone: 1 });
    expect(logged.logs[0]).toMatchObject({ by: helper.account!.name, is: 'done' });
    const corrected = (await log([{ ...all[0]!, is: 'not', note: 'sore' }])).body as Programme;
    expect(corrected.adherence.done).toBe(sets - monday.items[0]!.sets);
    expect(corrected.logs).toHaveLength(all.length);
    const paths = async (of: object): Promise<string[]> =>
      ((await log([of])).body as { problems: { path: string; message: string }[] }).problems.map(
        (p) => `${p.path} ${p.message}`,
      );
    expect(await paths({ day: addDays(MONDAY, 1), item: all[0]!.item, is: 'done' })).toEqual([
      'logs[0].day is no training day of this programme',
    ]);
    expect(await paths({ day: monday.day, item: 'bridge-and-more', is: 'done' })).toEqual([
      'logs[0].item does not stand on that day',
    ]);
    const friday = made.planned.weeks[0]!.days[2]!;
    expect(await paths({ day: friday.day, item: friday.items[0]!.item, is: 'done' })).toEqual([
      'logs[0].day is still to come',
    ]);
    const stranger = await studio.as('assistant', []);
    expect((await log(all, stranger)).status).toBe(404);
    expect((await stranger.get(`/people/${id}/programmes`)).status).toBe(404);
    expect((await stranger.get('/programmes')).body).toEqual([]);
  });

  test('a look that is due stands on the floor until there is one', async () => {
    const id = await person();
    await held(id, 30);
    const made = await keep(id);
    expect(made.planned.relook).toEqual([addDays(MONDAY, 14)]);
    const due = async (): Promise<[boolean, boolean, boolean]> => {
      const floor = (await coach.get('/floor')).body as FloorState;
      const page = (await coach.get('/people?limit=50')).body as PeoplePage;
      const [line] = (await coach.get('/programmes')).body as ProgrammeLine[];
      return [floor.due.some((p) => p.id === id), page.items.find((p) => p.id === id)!.due, line!.due];
    };
    expect(await due()).toEqual([false, false, false]);
    studio.setNow(`${addDays(MONDAY, 14)}T08:00:00.000Z`);
    expect(await due()).toEqual([true, true, true]);
    await held(id, 33, `${addDays(MONDAY, 14)}T08:00:00.000Z`);
    expect(await due()).toEqual([false, false, false]);
    // An ended programme asks for nothing.
    const other = await person();
    await held(other, 30, `${addDays(MONDAY, 13)}T09:00:00.000Z`);
    const ended = await keep(other);
    await coach.send('post', `/programmes/${ended.id}/end`, { day: addDays(MONDAY, 12) });
    expect(((await coach.get('/floor')).body as FloorState).due.some((p) => p.id === other)).toBe(false);
    await coach.send('post', `/programmes/${ended.id}/end`, { day: null });
    expect(((await coach.get('/floor')).body as FloorState).due.some((p) => p.id === other)).toBe(true);
  });

  test('a stop sign stops planning, pain leaves its position alone, a new caution is said at what stands', async () => {
    const id = await person();
    await held(id, 30);
    const made = await keep(id);
    await coach.send('post', `/people/${id}/cautions`, { caution: 'shoulder', from: MONDAY });
    const seen = (await coach.get(`/programmes/${made.id}`)).body as Programme;
    expect(seen.alerts.every((a) => a.kind === 'excluded')).toBe(true);
    expect(seen.planned).toEqual(made.planned);
    await coach.send('post', `/people/${id}/looks`, {
      id: randomUUID(),
      startedAt: NOW,
      observation: watchedPlank({ events: [], ended: { t: 12, reason: 'pain' } }),
    });
    const tried = (await coach.send('post', `/people/${id}/programmes/try`, settings())).body as Tried;
    expect(
      tried.planned.weeks
        .flatMap((w) => w.days.flatMap((d) => d.items))
        .filter((i) => i.item.startsWith('front-plank/')),
    ).toEqual([]);
    expect(
      (await coach.send('post', `/people/${id}/programmes/try`, settings({ goal: 'front-plank/long-lever' }))).status,
    ).toBe(409);
    const answers = Object.fromEntries(stopSigns.map((s, i) => [s.id, i === 0]));
    await coach.send('post', `/people/${id}/intakes`, { answers });
    expect((await coach.send('post', `/people/${id}/programmes/try`, settings())).status).toBe(409);
  });

  test('what cannot be is said where: a week after the last, a Tuesday to begin with, an item of no library', async () => {
    const id = await person();
    const paths = async (change: Partial<ProgrammeSettings>): Promise<string[]> =>
      (
        (await coach.send('post', `/people/${id}/programmes/try`, settings(change))).body as {
          problems: { path: string }[];
        }
      ).problems.map((p) => p.path);
    expect(await paths({ from: addDays(MONDAY, 1) })).toEqual(['from']);
    expect(await paths({ easierWeek: 5 })).toEqual(['easierWeek']);
    expect(await paths({ bans: ['nothing-here'] })).toEqual(['bans[0]']);
    expect(await paths({ goal: 'front-plank/sky' })).toEqual(['goal']);
    const made = await keep(id);
    const moved = await coach.send('post', `/people/${id}/programmes`, {
      id: made.id,
      version: 1,
      settings: settings({ from: mondayIn(1) }),
    });
    expect(moved.status).toBe(422);
  });
});
