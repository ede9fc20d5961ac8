/** @jest-environment <rootDir>/tests/setup/browser.mjs */
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { VueWrapper } from '@vue/test-utils';
import type { FakeServer } from '../../../tests/browser/fake-server.js';
import { Refusal } from '../../../tests/browser/fake-server.js';
import { freshDevice, show, until } from '../../../tests/browser/mounted.js';
import { hallWith, idOf, lookOf, noFacts, onNoLadder, somebody } from '../../../tests/browser/people.js';
import type { Look } from '../../../api/observations.js';
import { addDays, daysBetween } from '../../../core/days.js';
import { plankHold } from '../../../core/testing.js';
import { useOutbox } from '../../data/outbox.js';
import LookPage from './LookPage.vue';

let server: FakeServer;
let page: VueWrapper;
const signs = (advice: 'now' | null) => ({
  id: idOf(80),
  day: '2026-05-19',
  yes: advice ? ['chest-pain'] : [],
  advice,
  askedAt: '2026-05-19T10:00:00.000Z',
  arrival: 1,
  lifts: true,
  note: '',
  by: 'J',
});
const text = (): string => page.text().replace(/\s+/g, ' ');
/** Opens a look of person 1, and waits until it is read. */
async function open(look: Look, facts = noFacts({ intakes: [signs(null)] })): Promise<void> {
  server = hallWith([somebody(1)], [look]).on('facts.get', () => facts);
  page = await show(LookPage, `/looks/${look.id}`, { id: look.id });
  await until(() => page.find('h1').exists(), 'the look');
}
const button = (name: RegExp) => page.findAll('button').find((b) => name.test(b.text()))!;

beforeEach(freshDevice);
afterEach(() => page.unmount());

describe('a look on its page', () => {
  test('names the fault, one mend and a start', async () => {
    await open(lookOf(11, 1));
    expect(text()).toContain('Mend it: hips sag');
    expect(text()).toContain('Would start with:');
    expect(page.find('[aria-label="Did it help?"]').exists()).toBe(true);
  });
  test('the re-look keeps its distance from the day the work starts', async () => {
    await open(lookOf(11, 1));
    await until(() => button(/Assign these drills/), 'the button');
    await button(/Assign these drills/).trigger('click');
    const day = (id: string): string => page.find<HTMLInputElement>(id).element.value;
    const apart = (): number => daysBetween(day('#a-start'), day('#a-relook'));
    expect(apart()).toBe(10);
    await page.find('#a-relook').setValue(addDays(day('#a-start'), 14));
    await page.find('#a-start').setValue('2026-06-01');
    expect(day('#a-relook')).toBe('2026-06-15');
    await page.find('#a-start').setValue('');
    expect(day('#a-relook')).toBe('2026-06-15');
  });
  test('a stop sign leaves neither drills nor a start, here or in other schools', async () => {
    await open(lookOf(11, 1), noFacts({ intakes: [signs('now')] }));
    expect(text()).toContain('This wants a licensed professional now');
    expect(text()).not.toContain('Would start with:');
    expect(text()).toContain('Verdict:');
    expect(text()).not.toContain('Assign');
  });
  test('pain in the last hold of this position does the same; in another position it does not', async () => {
    const painIn = (position: string) =>
      noFacts({
        intakes: [signs(null)],
        lastHolds: [{ position, at: '2026-05-20T10:00:00.000Z', arrival: 2, pain: true }],
      });
    await open(lookOf(11, 1), painIn('front-plank'));
    expect(text()).not.toContain('Would start with:');
    page.unmount();
    await freshDevice();
    await open(lookOf(11, 1), painIn('hollow'));
    expect(text()).toContain('Would start with:');
  });
  test('while stop signs cannot be read nothing is proposed, and it says so', async () => {
    server = hallWith([somebody(1)], [lookOf(11, 1)]).on('facts.get', () => new Refusal(500, 'In trouble'));
    page = await show(LookPage, `/looks/${idOf(11)}`, { id: idOf(11) });
    await until(() => page.find('h1').exists(), 'the look');
    expect(text()).toContain('cannot be read now, so nothing is proposed');
    expect(text()).not.toContain('Would start with:');
    server.on('facts.get', () => noFacts({ intakes: [signs(null)] }));
    await button(/Try again/).trigger('click');
    await until(() => text().includes('Would start with:'));
  });
  test('the other schools judge the same look by their own method', async () => {
    await open(lookOf(11, 1));
    const schools = page.findAll('details').find((d) => d.text().includes('other schools'))!;
    const said = schools.findAll('li').map((li) => li.text());
    expect(said.length).toBeGreaterThan(2);
    expect(new Set(said).size).toBe(said.length);
  });
  test('an answered mend shows at once while the server is down, with what comes next', async () => {
    await open(lookOf(11, 1));
    server.down = true;
    await button(/^Did not/).trigger('click');
    await until(() => text().includes('Step 2 of'));
    expect(useOutbox().waiting.map((i) => i.name)).toEqual(['mends.add']);
    await button(/^(Undo|Take)/).trigger('click');
    await until(() => text().includes('Step 1 of'));
  });
  test('a deleted look can be put back', async () => {
    await open(lookOf(11, 1));
    server.on('looks.remove', () => undefined as never).on('looks.restore', () => lookOf(11, 1) as never);
    await page.find('[aria-label="Take this look out of the history"]').trigger('click');
    await until(() => text().includes('taken out of the history'));
    await button(/^Undo/).trigger('click');
    await until(() => text().includes('Mend it: hips sag'));
  });
  test('a step that was proposed is decided, and the decision stands on the page', async () => {
    await open(lookOf(11, 1));
    const steps: ReturnType<typeof onNoLadder>['steps'] = [];
    const hold = {
      ...plankHold({ clean: 21.4, total: 40, worst: 'clear', broke: true }),
      values: {},
      lookId: idOf(11),
    };
    server.on('ladders.get', () => onNoLadder({ holds: [hold], steps }));
    server.on('steps.add', ({ body }) => {
      steps.unshift({
        ...body,
        lookId: body.lookId ?? null,
        step: body.step ?? null,
        reason: body.reason ?? '',
        reps: body.reps ?? null,
        setup: body.setup ?? null,
        rest: body.rest ?? null,
        day: '2026-05-20',
        by: 'Jonna',
      });
      return onNoLadder({ holds: [hold], steps });
    });
    await button(/^Accept/).trigger('click');
    await until(() => /Accepted\s+by Jonna/.test(text()));
    expect(server.asked.find((a) => a.name === 'steps.add')!.body).toMatchObject({
      lookId: idOf(11),
      from: 'front-plank/forearm',
      decision: 'accepted',
    });
  });
});
