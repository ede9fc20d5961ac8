/** @jest-environment <rootDir>/tests/setup/browser.mjs */
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import { catalog } from '../../../core/catalog/shipped.js';
import type { VueWrapper } from '@vue/test-utils';
import { Refusal, type FakeServer } from '../../../tests/browser/fake-server.js';
import { freshDevice, show, until } from '../../../tests/browser/mounted.js';
import { hallWith, idOf, lookOf, noFacts, somebody } from '../../../tests/browser/people.js';
import { stopSigns } from '../../../core/studio/intake.js';
import { watchedPlank } from '../../../core/testing.js';
import FloorPage from '../floor/FloorPage.vue';
import AddPersonForm from './AddPersonForm.vue';
import ImportLook from './ImportLook.vue';
import IntakePanel from './IntakePanel.vue';
import PeoplePage from './PeoplePage.vue';

let server: FakeServer;
let page: VueWrapper;
const everywhere = (): string => (document.body.textContent ?? '').replace(/\s+/g, ' ');
const press = (name: RegExp): void =>
  [...document.querySelectorAll('button')].find((b) => name.test(b.textContent ?? ''))!.click();

beforeEach(freshDevice);
afterEach(() => {
  page.unmount();
  document.body.innerHTML = '';
});

describe('the roster', () => {
  const many = (from: number, count: number) => Array.from({ length: count }, (_, i) => somebody(from + i));
  test('comes in pages by name; more are fetched when asked for', async () => {
    server = hallWith([]).on('people.list', ({ query }) => ({
      items: query.after ? many(51, 10) : many(1, 50),
      total: 60,
      next: query.after ? null : `Person 50~${idOf(50)}`,
    }));
    page = await show(PeoplePage, '/people');
    await until(() => page.text().includes('60 people'));
    expect(page.findAll('li')).toHaveLength(50);
    press(/Show more/);
    await until(() => page.findAll('li').length === 60);
    expect(server.asked.at(-1)!.query.after).toBe(`Person 50~${idOf(50)}`);
    expect(page.text()).not.toContain('Show more');
  });
  test('is searched by the server, once for what was typed', async () => {
    server = hallWith([somebody(1)]);
    page = await show(PeoplePage, '/people');
    await until(() => page.findAll('li').length === 1);
    server.on('people.list', () => ({ items: [], total: 0, next: null }));
    for (const typed of ['M', 'Ma', 'Mar']) await page.find('#search').setValue(typed);
    await until(() => page.text().includes('Nobody fits this search'));
    expect(server.asked.filter((a) => a.query.search).map((a) => a.query.search)).toEqual(['Mar']);
  });
  test('a slow answer to an older search is not shown under a newer one', async () => {
    server = hallWith([]);
    let slow!: () => void;
    server.on('people.list', async ({ query }) => {
      if (query.search === 'old') await new Promise<void>((resolve) => (slow = resolve));
      return { items: [somebody(query.search === 'old' ? 1 : 2)], total: 1, next: null };
    });
    page = await show(PeoplePage, '/people');
    await page.find('#search').setValue('old');
    await until(() => slow);
    await page.find('#search').setValue('new');
    await until(() => server.asked.some((a) => a.query.search === 'new'));
    slow();
    await until(() => page.text().includes('Person 2'));
    expect(page.text()).not.toContain('Person 1');
  });
  test('says what failed, and tries again', async () => {
    server = hallWith([somebody(1)]).on('people.list', () => new Refusal(500, 'The server is in trouble'));
    page = await show(PeoplePage, '/people');
    await until(() => page.text().includes('The server is in trouble'));
    server.on('people.list', () => ({ items: [somebody(1)], total: 1, next: null }));
    press(/again/i);
    await until(() => page.text().includes('Person 1'));
  });
});

describe('somebody new', () => {
  test('is added by three fields; what is refused is said, and what was typed stays', async () => {
    server = hallWith([]).on('people.add', () => new Refusal(500, 'The server is in trouble'));
    page = await show(AddPersonForm);
    await page.find('#p-name').setValue('Tilda Wren');
    await page.find('#p-stature').setValue('17');
    await page.find('form').trigger('submit');
    // Seventeen centimetres: said at the field, and not sent.
    await until(() => page.find('#p-stature').attributes('aria-invalid') === 'true');
    expect(page.find('#p-stature-wrong').text()).toMatch(/1\.0–2\.6 m/);
    expect(server.times('people.add')).toBe(0);
    await page.find('#p-stature').setValue('170');
    await until(() => !page.find('#p-stature-wrong').exists());
    await page.find('form').trigger('submit');
    await until(() => page.find('[role=alert]').exists());
    expect(page.find('[role=alert]').text()).toBe('The server is in trouble');
    expect((page.find('#p-name').element as HTMLInputElement).value).toBe('Tilda Wren');
    expect(page.emitted('added')).toBeUndefined();
    server.on('people.add', () => somebody(7));
    await page.find('form').trigger('submit');
    await until(() => page.emitted('added'));
    expect(page.emitted('added')).toEqual([[idOf(7), false]]);
    expect(
      server.asked.find((a) => a.name === 'people.add' && (a.body as { stature: number }).stature === 1.7)!.body,
    ).toMatchObject({ name: 'Tilda Wren', mass: null, groupId: null, sex: 'unspecified' });
  });
  test('with cautions and permissions; where one of them fails, the same button goes on and adds nobody twice', async () => {
    const neck = catalog.cautions.find((c) => c.id === 'neck')!;
    server = hallWith([])
      .on('people.add', () => somebody(7))
      .on('cautions.add', () => somebody(7, { cautions: ['neck'] }))
      .on('consents.add', () => new Refusal(500, 'The server is in trouble'));
    page = await show(AddPersonForm);
    await page.find('#p-name').setValue('Tilda Wren');
    const pressed = page.findAll('button').find((b) => b.text() === neck.name)!;
    await pressed.trigger('click');
    expect(pressed.attributes('aria-pressed')).toBe('true');
    await page.findAll('[role=switch]')[0]!.trigger('click');
    expect(page.text()).toContain('Given by themselves.');
    // Under eighteen somebody else gives it, by name.
    await page.find('#p-born').setValue(String(new Date().getFullYear() - 12));
    await page.find('#p-guardian').setValue('Ina Wren');
    await page.find('form').trigger('submit');
    await until(() => page.find('[role=alert]').exists());
    server.on('consents.add', () => somebody(7));
    await page.find('form').trigger('submit');
    await until(() => page.emitted('added'));
    expect([server.times('people.add'), server.times('cautions.add'), server.times('consents.add')]).toEqual([1, 1, 2]);
    expect(server.asked.find((a) => a.name === 'cautions.add')!.body).toMatchObject({ caution: 'neck', until: null });
    expect(server.asked.find((a) => a.name === 'consents.add')!.body).toMatchObject({
      kind: 'pictures',
      relation: 'guardian',
      givenBy: 'Ina Wren',
      clips: false,
    });
  });
});

describe('the floor', () => {
  test('of a studio without anybody leads a coach to the first steps', async () => {
    const none = { here: [], hereCount: 0, due: [], dueCount: 0, looksToday: 0, nobodyYet: true };
    server = hallWith([]).on('floor.get', () => none);
    page = await show(FloorPage);
    await until(() => page.find('a.btn-main').exists() && page.text().includes('Nobody is in this studio yet'));
    expect(page.find('a.btn-main').attributes('href')).toBe('/start');
  });
  test('where nobody is here, and somebody could be, offers a look', async () => {
    server = hallWith([somebody(1)]).on('floor.get', () => ({
      here: [],
      hereCount: 0,
      due: [],
      dueCount: 0,
      looksToday: 0,
      nobodyYet: false,
    }));
    page = await show(FloorPage);
    await until(() => page.text().includes('Here today'));
    expect(page.find('a.btn-main').attributes('href')).toBe('/bench');
  });
  test('counts all, and says how many more are due than it shows', async () => {
    server = hallWith([somebody(1)]).on('floor.get', () => ({
      here: [somebody(1, { here: true })],
      hereCount: 1,
      due: [somebody(2), somebody(3)],
      dueCount: 40,
      looksToday: 7,
      nobodyYet: false,
    }));
    page = await show(FloorPage);
    await until(() => page.text().includes('1 here · 7 looks today'));
    expect(page.text()).toContain('and 38 more');
    server.on('attendance.set', () => undefined as never);
    await page.find('[aria-label="Person 2 is here"]').trigger('click');
    await until(() => server.times('attendance.set') === 1);
    expect(server.asked.find((a) => a.name === 'attendance.set')).toMatchObject({
      params: { id: idOf(2) },
      body: { here: true },
    });
    await until(() => server.times('floor.get') === 2, 'the floor read anew');
  });
});

describe('a look from a file', () => {
  const fileOf = (content: string, name = 'front-plank 2026-05-18.json'): File =>
    Object.assign(new File([content], name), { text: () => Promise.resolve(content) });
  async function choose(file: File): Promise<void> {
    const input = page.find('input[type=file]');
    Object.defineProperty(input.element, 'files', { value: [file], configurable: true });
    await input.trigger('change');
  }
  beforeEach(async () => {
    server = hallWith([somebody(1)]);
    page = await show(ImportLook, '/', { person: somebody(1) });
  });
  test('is shown with the day that its name gives, and kept on that day', async () => {
    server.on('looks.add', ({ body }) => ({ ...lookOf(11, 1), id: body.id }));
    await choose(fileOf(JSON.stringify(watchedPlank())));
    await until(() => everywhere().includes('A look for Person 1'));
    expect((document.querySelector('#import-when') as HTMLInputElement).value).toBe('2026-05-18T12:00');
    press(/^Keep it$/);
    await until(() => server.times('looks.add') === 1);
    expect(server.asked.at(-1)!.body).toMatchObject({
      startedAt: new Date('2026-05-18T12:00').toISOString(),
      fromFile: true,
      confirmed: [],
    });
  });
  test('what the server asks about is asked of the coach, and answered with the next try', async () => {
    const question = { path: 'known-here', message: 'This look is in the history already.' };
    server.on('looks.add', ({ body }) =>
      body.confirmed?.includes('known-here')
        ? { ...lookOf(11, 1), id: body.id }
        : Object.assign(new Refusal(409, 'Asked'), { problems: [question] }),
    );
    await choose(fileOf(JSON.stringify(watchedPlank())));
    await until(() => everywhere().includes('A look for'));
    press(/^Keep it$/);
    await until(() => everywhere().includes(question.message));
    press(/all the same/);
    await until(() => !everywhere().includes('A look for'));
    expect(server.times('looks.add')).toBe(2);
  });
  test.each([
    ['no JSON', '{ not json', 'file: is not JSON'],
    ['a wrong position', JSON.stringify({ ...watchedPlank(), position: 'handwalk' }), 'position'],
    ['something else', '{"a":1}', 'nothing was kept'],
  ])('%s is refused with where and what', async (_what, content, said) => {
    await choose(fileOf(content));
    await until(() => everywhere().includes('This file was not taken'));
    expect(everywhere()).toContain(said);
    expect(server.times('looks.add')).toBe(0);
  });
});

describe('stop signs', () => {
  test('are kept only when all are answered; a yes says at once what follows', async () => {
    server = hallWith([somebody(1)]).on('intakes.add', ({ body }) =>
      noFacts({
        intakes: [
          {
            id: idOf(81),
            day: '2026-05-20',
            yes: Object.keys(body.answers).filter((k) => body.answers[k]),
            advice: 'now',
            askedAt: '2026-05-20T10:00:00.000Z',
            arrival: 1,
            lifts: true,
            note: '',
            by: 'J',
          },
        ],
      }),
    );
    page = await show(IntakePanel, '/', { person: somebody(1), facts: noFacts(), circumstance: null });
    press(/Ask now/);
    await until(() => page.find('form').exists());
    const keep = () => page.findAll('button').find((b) => b.text() === 'Keep')!;
    expect(keep().attributes('disabled')).toBeDefined();
    for (const radio of page.findAll('[role=radio]').filter((r) => r.text() === 'No')) await radio.trigger('click');
    await page
      .findAll('[role=radio]')
      .filter((r) => r.text() === 'Yes')[0]!
      .trigger('click');
    expect(page.find('[role=alert]').text()).toMatch(/professional/);
    expect(keep().attributes('disabled')).toBeUndefined();
    await page.find('form').trigger('submit');
    await until(() => server.times('intakes.add') === 1);
    const { answers } = server.asked.at(-1)!.body as { answers: Record<string, boolean> };
    expect(Object.values(answers).filter(Boolean)).toHaveLength(1);
    expect(Object.keys(answers)).toHaveLength(stopSigns.length);
    // The draft is gone from the device when the form is.
    await until(() => !page.find('form').exists());
  });
  test('none of the others is one press, and changes no yes', async () => {
    server = hallWith([somebody(1)]).on('intakes.add', () => noFacts());
    page = await show(IntakePanel, '/', { person: somebody(1), facts: noFacts(), circumstance: null });
    press(/Ask now/);
    await until(() => page.find('form').exists());
    await page
      .findAll('[role=radio]')
      .filter((r) => r.text() === 'Yes')[1]!
      .trigger('click');
    await until(() => page.text().includes('None of the others'));
    press(/None of the others/);
    await until(() => page.findAll('[aria-checked=true]').length === stopSigns.length);
    await page.find('form').trigger('submit');
    await until(() => server.times('intakes.add') === 1);
    const { answers } = server.asked.at(-1)!.body as { answers: Record<string, boolean> };
    expect(Object.entries(answers).filter(([, yes]) => yes)).toEqual([[stopSigns[1]!.id, true]]);
    expect(Object.keys(answers)).toHaveLength(stopSigns.length);
  });
});
