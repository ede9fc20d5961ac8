/** @jest-environment <rootDir>/tests/setup/browser.mjs */
import { afterEach, beforeEach, describe, expect, test } from '@jest/globals';
import type { VueWrapper } from '@vue/test-utils';
import { unjudged, type HistoryItem, type Look, type MendTried } from '../../../api/observations.js';
import type { Prescription } from '../../../api/plans.js';
import { catalog } from '../../../core/catalog/shipped.js';
import { freshDevice, show, until } from '../../../tests/browser/mounted.js';
import { hallWith, idOf, lookOf, somebody } from '../../../tests/browser/people.js';
import BetweenCard from './BetweenCard.vue';

let page: VueWrapper;
beforeEach(freshDevice);
afterEach(() => page.unmount());

const at = (n: number, day: string, mends: MendTried[] = []): Look => ({
  ...lookOf(n, 1),
  day,
  startedAt: `${day}T10:00:00.000Z`,
  mends,
});
const tried = (result: MendTried['result']): MendTried => ({
  id: idOf(70),
  fault: 'hip-sag',
  step: 0,
  kind: 'cue',
  result,
  at: '2026-05-01T10:00:00.000Z',
});
const line = (n: number, day: string, change: Partial<HistoryItem> = {}): HistoryItem => ({
  ...unjudged('not asked'),
  id: idOf(n),
  startedAt: `${day}T10:00:00.000Z`,
  day,
  position: 'front-plank',
  mediaId: null,
  relookOf: null,
  runId: null,
  target: null,
  helped: [],
  ...change,
});
const drills = (startsOn: string, endedOn: string | null): Prescription => ({
  id: idOf(80),
  series: idOf(80),
  version: 1,
  newest: true,
  lookId: null,
  family: 'front-plank',
  method: '',
  causes: [],
  items: [{ drill: 'bridge', dose: catalog.doses.wake!, why: '', changes: [], minutes: 3, size: null, text: null }],
  note: '',
  startsOn,
  relookOn: startsOn,
  endedOn,
  by: 'Coach',
  at: `${startsOn}T10:00:00.000Z`,
  warnings: [],
});

describe('between two looks', () => {
  const said = catalog.faults.find((f) => f.id === 'hip-sag')!.mends[0]!.say;
  test('stand the days, what was tried then and what helped in between, and the drills of that time', async () => {
    hallWith([somebody(1)])
      .on('looks.list', () => ({
        items: [
          line(13, '2026-05-20'),
          line(12, '2026-05-10', { helped: [{ fault: 'hip-sag', step: 0 }] }),
          line(15, '2026-05-11', { position: 'hollow', helped: [{ fault: 'hip-sag', step: 0 }] }),
          line(11, '2026-05-01'),
        ],
        next: null,
      }))
      .on('prescriptions.list', () => [drills('2026-05-02', null), drills('2026-03-01', '2026-04-01')]);
    page = await show(BetweenCard, '/', { then: at(11, '2026-05-01', [tried('did-not')]), now: at(13, '2026-05-20') });
    await until(() => page.text().includes('one look'));
    expect(page.text()).toContain('19 days between');
    expect(page.findAll('li').map((li) => li.text())).toEqual([
      expect.stringMatching(/1 May 2026.*Did not$/),
      expect.stringMatching(/10 May 2026.*Helped$/),
      expect.stringContaining('from 2 May 2026'),
    ]);
    expect(page.text()).toContain(said);
  });
  test('nothing is said to be nothing', async () => {
    hallWith([somebody(1)]);
    page = await show(BetweenCard, '/', { then: at(11, '2026-05-20'), now: at(13, '2026-05-20') });
    await until(() => page.text().includes('No mend was tried'));
    expect(page.text()).toContain('The same day');
  });
});
