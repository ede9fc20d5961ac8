/** @jest-environment <rootDir>/tests/setup/browser.mjs */
import { describe, expect, test } from '@jest/globals';
import { idOf, lookInput } from '../../tests/browser/people.js';
import { stepsOf, valueAt, withValueAt, type OutboxItem } from './waiting-item.js';
import { fieldText, waitingFile, waitingText } from './waiting-words.js';
import { catalogueReady } from './catalogue.js';

await catalogueReady();

const add = (n: number): OutboxItem => ({
  name: 'looks.add',
  accountId: idOf(900),
  ask: { params: { id: idOf(1) }, body: lookInput(n) },
});

describe('what waits, in words', () => {
  test('says what it is and whose, as far as this device knows', () => {
    expect(waitingText(add(11), [])).toBe('A look at somebody: Front plank');
    const note: OutboxItem = {
      name: 'looks.change',
      accountId: idOf(900),
      ask: { params: { id: idOf(11) }, body: { note: 'x' } },
    };
    expect(waitingText(note, [add(11), note])).toBe('An answer to a look at somebody');
  });
  test('fields are named without the envelope, counted from one', () => {
    expect(fieldText('observation.target')).toBe('target');
    expect(fieldText('observation.events[0].t')).toBe('event 1, t');
    expect(fieldText('note')).toBe('note');
  });
  test('a file of it holds everything that would be sent, and nobody’s account', () => {
    const file = JSON.parse(waitingFile([add(11)])) as { items: { ask: object }[] };
    expect(file.items[0]!.ask).toEqual(add(11).ask);
    expect(JSON.stringify(file)).not.toContain(idOf(900));
  });
});

describe('a place in a request', () => {
  const body = { observation: { target: 4, events: [{ t: 1 }, { t: 2 }] } };
  test('is read, replaced and taken away, and nothing else is', () => {
    expect(stepsOf('observation.events[1].t')).toEqual(['observation', 'events', 1, 't']);
    expect(valueAt(body, 'observation.events[1].t')).toBe(2);
    expect(valueAt(body, 'observation.mast.x')).toBeUndefined();
    expect(withValueAt(body, 'observation.events[1].t', 9).observation.events).toEqual([{ t: 1 }, { t: 9 }]);
    expect(withValueAt(body, 'observation.target', undefined)).toEqual({
      observation: { events: body.observation.events },
    });
    expect(withValueAt(body, 'mast.x', 1)).toEqual(body);
    expect(body.observation.target).toBe(4);
  });
});
