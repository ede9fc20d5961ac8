import { describe, expect, test } from '@jest/globals';
import { inFont } from './pdf.js';

describe('letters on the sheet', () => {
  test('Latin, Greek and Cyrillic are printed as they are, with their marks', () => {
    const names = ['Łódź', 'Ğülşen', 'Ñuñez', 'Ελλάδα', 'Київ', 'Đorđe', 'Việt'];
    expect(inFont(names)).toEqual({ value: names, missing: false });
  });
  test('a mark that the font lacks is left out; a letter that it lacks is a sign for it, and that is said', () => {
    expect(inFont({ text: 'Ṡiobhán, Ἀχιλλεύς' })).toEqual({ value: { text: 'Siobhán, Αχιλλεύς' }, missing: false });
    expect(inFont([{ text: 'שלום' }])).toEqual({ value: [{ text: '����' }], missing: true });
  });
  test('figures and numbers are left alone', () => {
    const document = { svg: '<text>日本</text>', width: 12, canvas: [{ type: 'line', x1: 0 }] };
    expect(inFont(document)).toEqual({ value: document, missing: false });
  });
});
