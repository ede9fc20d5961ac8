/**
 * The typefaces of paper: the application's own, cut from the web fonts that it ships to a fixed weight each, and Roboto for what they do
 * not have (Greek, Cyrillic).
 */
import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import * as fontkit from 'fontkit';
import subsetFont from 'subset-font';

const { resolve } = createRequire(import.meta.url);
/** Weights as on the screen. */
const [REGULAR, BOLD, HEAD] = [400, 600, 700];
type Style = 'normal' | 'bold' | 'italics' | 'bolditalics';
interface Cut {
  package: 'archivo' | 'bricolage-grotesque';
  /** The web font's part of the alphabet. */
  letters: 'latin' | 'latin-ext' | 'vietnamese';
  weights: Record<Style, readonly [weight: number, slope: 'normal' | 'italic']>;
}
const TEXT: Cut['weights'] = {
  normal: [REGULAR, 'normal'],
  bold: [BOLD, 'normal'],
  italics: [REGULAR, 'italic'],
  bolditalics: [BOLD, 'italic'],
};
const heading = [HEAD, 'normal'] as const;
const HEADING: Cut['weights'] = { normal: heading, bold: heading, italics: heading, bolditalics: heading };
const CUTS = {
  Text: { package: 'archivo', letters: 'latin', weights: TEXT },
  TextExt: { package: 'archivo', letters: 'latin-ext', weights: TEXT },
  TextVi: { package: 'archivo', letters: 'vietnamese', weights: TEXT },
  Head: { package: 'bricolage-grotesque', letters: 'latin', weights: HEADING },
  HeadExt: { package: 'bricolage-grotesque', letters: 'latin-ext', weights: HEADING },
  HeadVi: { package: 'bricolage-grotesque', letters: 'vietnamese', weights: HEADING },
} as const satisfies Record<string, Cut>;

/** What a text may be set in; a letter is set in the first of its line that has it. */
export type Face = 'Text' | 'Head';
export type FaceFile = keyof typeof CUTS | 'Roboto';
const LINES: Record<Face, readonly FaceFile[]> = {
  Text: ['Text', 'TextExt', 'TextVi', 'Roboto'],
  Head: ['Head', 'HeadExt', 'HeadVi', 'Roboto'],
};

const webFont = (cut: Cut, slope: string): string =>
  join(
    dirname(resolve(`@fontsource-variable/${cut.package}/package.json`)),
    `files/${cut.package}-${cut.letters}-wght-${slope}.woff2`,
  );
const roboto = (style: string): string => resolve(`pdfmake/fonts/Roboto/Roboto-${style}.ttf`);

const lettersOf = (file: string): ReadonlySet<number> => new Set((fontkit.openSync(file) as fontkit.Font).characterSet);
let read: Record<FaceFile, ReadonlySet<number>> | undefined;
/** The letters of every file; read with the first document, so that a start does not wait for it. */
const alphabets = (): Record<FaceFile, ReadonlySet<number>> =>
  (read ??= Object.fromEntries([
    ...Object.entries(CUTS).map(([name, cut]) => [name, lettersOf(webFont(cut, 'normal'))]),
    ['Roboto', lettersOf(roboto('Regular'))],
  ]) as Record<FaceFile, ReadonlySet<number>>);
/** The file that a character is set from, or null where none has it. */
export const fileFor = (character: string, face: Face): FaceFile | null =>
  LINES[face].find((name) => alphabets()[name].has(character.codePointAt(0)!)) ?? null;

/** Fonts by family and style: the bytes of those that were cut, the file of what lies on the disk as it is wanted. */
export type Families = Record<keyof typeof CUTS, Record<Style, Buffer>> & { Roboto: Record<Style, string> };

const STYLES = ['normal', 'bold', 'italics', 'bolditalics'] as const satisfies readonly Style[];
const ROBOTO: Record<Style, string> = {
  normal: roboto('Regular'),
  bold: roboto('Medium'),
  italics: roboto('Italic'),
  bolditalics: roboto('MediumItalic'),
};

async function cutAll(): Promise<Families> {
  const made = new Map<string, Promise<Buffer>>();
  /** One weight of a web font with all its letters; styles that are the same are cut once. */
  const cut = (of: Cut, style: Style): Promise<Buffer> => {
    const [weight, slope] = of.weights[style];
    const file = webFont(of, slope);
    const key = `${file} ${weight}`;
    const known = made.get(key);
    if (known) return known;
    const making = readFile(file).then(async (woff2) => {
      const letters = String.fromCodePoint(...(fontkit.create(woff2) as fontkit.Font).characterSet);
      return Buffer.from(await subsetFont(woff2, letters, { targetFormat: 'sfnt', variationAxes: { wght: weight } }));
    });
    made.set(key, making);
    return making;
  };
  const family = async (bytes: (style: Style) => Promise<Buffer>): Promise<Record<Style, Buffer>> =>
    Object.fromEntries(await Promise.all(STYLES.map(async (style) => [style, await bytes(style)] as const))) as Record<
      Style,
      Buffer
    >;
  const own = await Promise.all(
    Object.entries(CUTS).map(async ([name, of]) => [name, await family((style) => cut(of, style))] as const),
  );
  return {
    ...(Object.fromEntries(own) as Omit<Families, 'Roboto'>),
    Roboto: ROBOTO,
  };
}
let cuttings: Promise<Families> | undefined;
/** The cut fonts, made once in a process, at the first document. @throws when a font cannot be read */
export const typefaces = (): Promise<Families> =>
  (cuttings ??= cutAll().catch((error: unknown) => {
    cuttings = undefined;
    throw error;
  }));
