import { describe, expect, it } from '@jest/globals';
import { catalog } from '../core/catalog/shipped.js';
import { fieldLines, fieldName, valueLines } from './fields.js';

const nameOf = (id: string): string | undefined => catalog.drills.find((d) => d.id === id)?.name;

describe('fields in words', () => {
  it('are called as a coach calls them, and otherwise by their own name', () => {
    expect(fieldName('person', 'birthYear')).toBe('Year of birth');
    expect(fieldName('defaults', 'offlineCopies')).toBe('Copies on devices');
    expect(fieldName('entry', 'selfCheck')).toBe('Self check');
  });
  it('say bodies in the units that are shown, and years as years', () => {
    expect(fieldLines('person', 'stature', 1.72, nameOf, 'metric')).toEqual(['172 cm']);
    expect(fieldLines('person', 'stature', 1.72, nameOf, 'imperial')).toEqual(['5 ft 8 in']);
    expect(fieldLines('person', 'birthYear', 1988, nameOf, 'metric')).toEqual(['1988']);
  });
  it('say drills and blocks as sheets do', () => {
    const items = [{ drill: 'bridge', dose: catalog.doses.wake, place: null }];
    const [line] = fieldLines('prescription', 'items', items, nameOf, 'metric');
    expect(line).toMatch(/^Bridge: \d/);
    const block = { id: 'b1', move: 'front-plank', work: 30, rest: 15, rounds: 2, sides: 'none' };
    expect(fieldLines('class', 'blocks', [block], () => 'Front plank', 'metric')[0]).toMatch(/^Front plank: .*30/);
  });
  it('say nothing where there is nothing, and every value of anything else', () => {
    for (const nothing of [null, undefined, '', []]) expect(valueLines(nothing, nameOf)).toEqual(['–']);
    expect(valueLines({ box: 2, band: 6 }, nameOf)).toEqual(['box: 2', 'band: 6']);
    expect(valueLines(true, nameOf)).toEqual(['yes']);
    expect(valueLines(-0.5, nameOf)).toEqual(['−0.5']);
    expect(valueLines(['bridge', 'x'], nameOf)).toEqual(['Bridge, x']);
  });
});
