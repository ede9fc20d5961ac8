/** Documents on paper: the typeface, its letters, and one frame for all of them. */
import { createRequire } from 'node:module';
import * as fontkit from 'fontkit';
import pdfmake from 'pdfmake';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces.js';

const fontFile = (style: string): string =>
  createRequire(import.meta.url).resolve(`pdfmake/fonts/Roboto/Roboto-${style}.ttf`);
pdfmake.setFonts({
  Roboto: {
    normal: fontFile('Regular'),
    bold: fontFile('Medium'),
    italics: fontFile('Italic'),
    bolditalics: fontFile('MediumItalic'),
  },
});
const covered = fontkit.openSync(fontFile('Regular')) as fontkit.Font;
const MISSING = 'A � stands for a letter that the font of this sheet does not have: it has Latin, Greek and Cyrillic.';

/** One character as the font has it: itself, without its marks, or a mark that stands for it. */
function glyph(character: string): string {
  const has = (c: string): boolean => covered.hasGlyphForCodePoint(c.codePointAt(0)!);
  if (character < ' ' || has(character)) return character;
  const bare = character.normalize('NFD').replace(/\p{M}/gu, '');
  return bare !== '' && [...bare].every(has) ? bare : '�';
}

/** Every text of a document in characters that the font has, and whether one was missing. */
export function inFont<T>(document: T): { value: T; missing: boolean } {
  let missing = false;
  const walk = (part: unknown, key = ''): unknown => {
    if (typeof part === 'string') {
      if (key === 'svg') return part;
      const text = [...part].map(glyph).join('');
      missing ||= text.includes('�') && !part.includes('�');
      return text;
    }
    if (Array.isArray(part)) return part.map((p) => walk(p, key));
    if (part === null || typeof part !== 'object') return part;
    return Object.fromEntries(Object.entries(part).map(([k, v]) => [k, walk(v, k)]));
  };
  return { value: walk(document) as T, missing };
}

// Nothing is fetched for a sheet: everything on it is drawn here.
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy((path: string) => /[\\/]pdfmake[\\/]fonts[\\/]/.test(path));

export const INK = '#1b2831';
export const ROPE = '#b4471a';
export const SOFT = '#55626a';
export const RULE = '#b9c1bd';

/**
 * A document on A4 as bytes. Letters that the typeface does not have stand as a mark, which is explained below.
 * @param margins left, top, right, bottom, points
 * @throws when a font cannot be read
 */
export async function pdfOf(
  title: string,
  content: Content[],
  { fontSize, margins }: { fontSize: number; margins: [number, number, number, number] },
): Promise<Buffer> {
  const definition: TDocumentDefinitions = {
    pageSize: 'A4',
    pageMargins: margins,
    info: { title, creator: 'Upright Anchor' },
    defaultStyle: { font: 'Roboto', fontSize, color: INK, lineHeight: 1.12 },
    content,
  };
  const { value, missing } = inFont(definition);
  if (missing) (value.content as Content[]).push({ text: MISSING, color: SOFT, margin: [0, 4, 0, 0] });
  return pdfmake.createPdf(value).getBuffer();
}
