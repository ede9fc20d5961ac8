/** Documents on paper: the typeface, its letters, and one frame for all of them. */
import pdfmake from 'pdfmake';
import type { Content, TDocumentDefinitions, TFontDictionary } from 'pdfmake/interfaces.js';
import { fileFor, typefaces, type Face, type FaceFile } from './typefaces.js';

const MISSING =
  'A � stands for a letter that the fonts of this sheet do not have: they have Latin, Greek and Cyrillic.';

/** One character as the fonts have it: itself, without its marks, or a mark that stands for it. */
function glyph(character: string, face: Face): string {
  const has = (c: string): boolean => fileFor(c, face) !== null;
  if (character < ' ' || has(character)) return character;
  const bare = character.normalize('NFD').replace(/\p{M}/gu, '');
  return bare !== '' && [...bare].every(has) ? bare : '�';
}

interface SetText {
  text: string;
  font: FaceFile;
}
/** A text in pieces, each with the font that has its letters. */
function pieces(text: string, face: Face): SetText[] {
  const found: SetText[] = [];
  for (const character of text) {
    const last = found.at(-1);
    // A blank stays with what it follows.
    const font = character <= ' ' && last ? last.font : (fileFor(character, face) ?? face);
    if (last?.font === font) last.text += character;
    else found.push({ text: character, font });
  }
  return found;
}
/** What of a document is read: texts, alone or in a list. */
const READ = new Set(['text', 'content', 'columns', 'stack', 'body', 'ul', 'ol']);

/** Every text of a document in characters that the fonts have, each set in the one that has them, and whether one was missing. */
export function inFont<T>(document: T): { value: T; missing: boolean } {
  let missing = false;
  const setIn = (text: string, face: Face, key: string): unknown => {
    const told = [...text].map((c) => glyph(c, face)).join('');
    missing ||= told.includes('�') && !text.includes('�');
    const set = pieces(told, face);
    if (set.every((piece) => piece.font === face)) return told;
    return key === 'text' ? set : { text: set };
  };
  const walk = (part: unknown, key: string, face: Face): unknown => {
    if (typeof part === 'string') return READ.has(key) ? setIn(part, face, key) : part;
    // A text in a list of texts is one of its own.
    if (Array.isArray(part)) return part.map((p) => walk(p, key === 'text' ? 'content' : key, face));
    if (part === null || typeof part !== 'object') return part;
    const own = 'font' in part && part.font === 'Head' ? 'Head' : face;
    return Object.fromEntries(Object.entries(part).map(([k, v]) => [k, walk(v, k, own)]));
  };
  return { value: walk(document, 'content', 'Text') as T, missing };
}

/** The paper's engine with the fonts in its own store, by names; a chart's figures are set in Roboto, which lies on the disk. */
async function engine(): Promise<typeof pdfmake> {
  const { virtualfs } = pdfmake as typeof pdfmake & {
    virtualfs: { existsSync(name: string): boolean; writeFileSync(name: string, bytes: Buffer): void };
  };
  const named = Object.entries(await typefaces()).map(([face, styles]) => {
    const names = Object.entries(styles).map(([style, font]) => {
      if (typeof font === 'string') return [style, font];
      const name = `${face}-${style}`;
      if (!virtualfs.existsSync(name)) virtualfs.writeFileSync(name, font);
      return [style, name];
    });
    return [face, Object.fromEntries(names)];
  });
  pdfmake.setFonts(Object.fromEntries(named) as TFontDictionary);
  return pdfmake;
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
    defaultStyle: { font: 'Text', fontSize, color: INK, lineHeight: 1.12 },
    content,
  };
  const { value, missing } = inFont(definition);
  if (missing) (value.content as Content[]).push({ text: MISSING, color: SOFT, margin: [0, 4, 0, 0] });
  return (await engine()).createPdf(value).getBuffer();
}
