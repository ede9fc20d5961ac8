import { describe, expect, test } from '@jest/globals';
import { catalog } from '../../core/catalog/index.js';
import { FELT_SITES } from '../../core/formats/catalog.js';
import { END_REASONS } from '../../core/formats/observation.js';
import {
  cautionName,
  END_WORDS,
  familyName,
  faultName,
  measureText,
  rungName,
  secondsText,
  SITE_WORDS,
  sureText,
} from './words.js';

describe('words on the screen', () => {
  test('numbers carry units, a true minus and their error', () => {
    expect(measureText({ id: 'hip-line', value: -9.34, sd: 1.2 })).toBe('−9.3° ± 1.2°');
    expect(measureText({ id: 'low-back-gap', value: 2, sd: 0.5 })).toBe('2.0 cm ± 0.5 cm');
    expect(secondsText(21.44)).toBe('21.4 s');
  });
  test('how sure: words with the percentage, and never a hundred', () => {
    expect(sureText(1)).toBe('sure (99 %)');
    expect(sureText(0.86)).toBe('fairly sure (86 %)');
    expect(sureText(0.5)).toBe('borderline (50 %)');
  });
  test('every id that a screen can meet has a name', () => {
    for (const family of catalog.families) expect(familyName(family.id)).toBe(family.name);
    for (const rung of catalog.rungs) expect(rungName(rung.family, rung.id)).toBe(rung.name);
    for (const fault of catalog.faults) expect(faultName(fault.id)).toBe(fault.name);
    for (const caution of catalog.cautions) expect(cautionName(caution.id)).toBe(caution.name);
    for (const site of FELT_SITES) expect(SITE_WORDS[site]).toBeTruthy();
    for (const reason of END_REASONS) expect(END_WORDS[reason]).toBeTruthy();
  });
  test('an id of another studio is shown rather than lost', () => {
    expect(faultName('home-made-fault')).toBe('home-made-fault');
  });
});
