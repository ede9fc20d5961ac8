import { describe, expect, test } from '@jest/globals';
import * as fontkit from 'fontkit';
import { inFont } from './pdf.js';
import { typefaces } from './typefaces.js';

/** The letters of a text that is set, and the fonts that it is set in, in order. */
function read(value: unknown): { letters: string; fonts: string[] } {
  if (typeof value === 'string') return { letters: value, fonts: [] };
  if (Array.isArray(value)) {
    const all = value.map(read);
    return { letters: all.map((a) => a.letters).join(''), fonts: all.flatMap((a) => a.fonts) };
  }
  const { text, font } = value as { text: unknown; font?: string };
  const inner = read(text);
  return { letters: inner.letters, fonts: font ? [font] : inner.fonts };
}
const set = (document: unknown): { letters: string; fonts: string[]; missing: boolean } => {
  const { value, missing } = inFont(document);
  return { ...read(value), missing };
};

describe('letters on the sheet', () => {
  test('Latin, Greek and Cyrillic are printed as they are, with their marks', () => {
    const names = ['Łódź', 'Ğülşen', 'Ñuñez', 'Ελλάδα', 'Київ', 'Đorđe', 'Việt'];
    for (const name of names) expect(set({ text: name })).toMatchObject({ letters: name, missing: false });
    // A text of plain letters stays one text; another is set piece by piece in the fonts that have them.
    expect(inFont({ text: 'Ñuñez' }).value).toEqual({ text: 'Ñuñez' });
    expect(set({ text: 'Łódź' }).fonts).toEqual(['TextExt', 'Text', 'TextExt']);
    expect(set({ text: 'Việt' }).fonts).toEqual(['Text', 'TextVi', 'Text']);
    expect(set({ text: 'Marit, Ελλάδα' }).fonts).toEqual(['Text', 'Roboto']);
    expect(set({ text: 'Łódź', font: 'Head' }).letters).toBe('Łódź');
    expect(inFont({ font: 'Head', text: 'Łódź' }).value).toEqual({
      font: 'Head',
      text: [
        { text: 'Ł', font: 'HeadExt' },
        { text: 'ód', font: 'Head' },
        { text: 'ź', font: 'HeadExt' },
      ],
    });
  });
  test('a mark that the font lacks is left out; a letter that it lacks is a sign for it, and that is said', () => {
    expect(set({ text: 'Ṡiobhán, Ἀχιλλεύς' })).toMatchObject({ letters: 'Siobhán, Αχιλλεύς', missing: false });
    expect(set({ text: 'שלום' })).toMatchObject({ letters: '����', missing: true });
  });
  test('figures and numbers are left alone', () => {
    const document = { svg: '<text>日本</text>', width: 12, canvas: [{ type: 'line', x1: 0 }] };
    expect(inFont(document)).toEqual({ value: document, missing: false });
  });
  test('the fonts are cut from the web fonts: fixed weights, every letter kept, bold wider than regular', async () => {
    const { Text } = await typefaces();
    const [regular, bold] = [Text.normal, Text.bold].map((bytes) => fontkit.create(bytes) as fontkit.Font) as [
      fontkit.Font,
      fontkit.Font,
    ];
    expect(Object.keys(regular.variationAxes)).toEqual([]);
    expect(regular.characterSet.length).toBeGreaterThan(200);
    const widthOf = (of: fontkit.Font): number => of.layout('Front plank, forearms').advanceWidth;
    expect(widthOf(bold)).toBeGreaterThan(widthOf(regular) * 1.02);
    expect((await typefaces()).Text).toBe(Text);
  });
});
