/** Files that come from anywhere: an archive is taken apart in memory within bounds, text is read by its encoding. Nothing is written. */
import yauzl from 'yauzl';
import { InputError } from '../../core/formats/problems.js';

/** Bounds of an archive: entries, bytes of one and of all when unpacked. What promises less than it holds is cut off where it is read. */
export const ARCHIVE = { entries: 5000, one: 40 * 1024 ** 2, all: 160 * 1024 ** 2 } as const;

const refuse = (message: string, path = 'file'): InputError => new InputError([{ path, message }]);

/** Archives begin with their first file, or, where they hold none, with their list. */
export const isZip = (bytes: Buffer): boolean => /^504b(0304|0506)/.test(bytes.subarray(0, 4).toString('hex'));

const opened = (bytes: Buffer): Promise<yauzl.ZipFile> =>
  new Promise((done, fail) => {
    yauzl.fromBuffer(bytes, { lazyEntries: true, strictFileNames: true, validateEntrySizes: true }, (error, zip) =>
      error ? fail(error) : done(zip),
    );
  });
const streamed = (zip: yauzl.ZipFile, entry: yauzl.Entry): Promise<NodeJS.ReadableStream> =>
  new Promise((done, fail) => {
    zip.openReadStream(entry, (error, stream) => (error ? fail(error) : done(stream)));
  });

/** A file's name as it is told back: one line, not endless. */
const told = (name: string): string => name.replace(/[\p{Cc}\p{Cf}]/gu, '·').slice(-120);

/**
 * The files of an archive, by name. Folders and the notes that systems leave in archives are passed over.
 * @throws InputError for what is no archive, holds too much, is locked, or names a place outside itself
 */
export async function unpack(bytes: Buffer): Promise<Map<string, Buffer>> {
  let zip: yauzl.ZipFile;
  try {
    zip = await opened(bytes);
  } catch {
    throw refuse('is no archive that can be opened; it may be cut off');
  }
  const files = new Map<string, Buffer>();
  let [all, entries] = [0, 0];
  const take = async (entry: yauzl.Entry): Promise<void> => {
    entries += 1;
    if (entries > ARCHIVE.entries) throw refuse(`holds more than ${ARCHIVE.entries} files`);
    if (/\/$|^__MACOSX\/|(^|\/)\.DS_Store$/.test(entry.fileName)) return;
    const name = told(entry.fileName);
    if (entry.isEncrypted()) throw refuse('is locked with a password: unlock it first', name);
    const chunks: Buffer[] = [];
    let own = 0;
    for await (const chunk of await streamed(zip, entry)) {
      own += (chunk as Buffer).length;
      all += (chunk as Buffer).length;
      if (own > ARCHIVE.one) throw refuse(`is longer than ${ARCHIVE.one / 1024 ** 2} MB unpacked`, name);
      if (all > ARCHIVE.all) throw refuse(`holds more than ${ARCHIVE.all / 1024 ** 2} MB unpacked`);
      chunks.push(chunk as Buffer);
    }
    files.set(name, Buffer.concat(chunks));
  };
  await new Promise<void>((done, fail) => {
    zip.on('entry', (entry: yauzl.Entry) => void take(entry).then(() => zip.readEntry(), fail));
    zip.on('end', done);
    zip.on('error', (error: Error) =>
      fail(
        /relative|absolute|invalid characters/.test(error.message)
          ? refuse('names a place outside itself: it is not opened')
          : refuse('cannot be read to its end; it may be damaged'),
      ),
    );
    zip.readEntry();
  }).catch((error: unknown) => {
    zip.close();
    if (error instanceof InputError) throw error;
    throw refuse('cannot be read to its end; it may be damaged');
  });
  return files;
}

export interface ReadText {
  text: string;
  encoding: 'UTF-8' | 'UTF-16' | 'Windows-1252';
}
/** Text by its mark, by how many of its bytes are nought, and else by whether it is UTF-8; what is not is read as Windows-1252. */
export function readText(bytes: Buffer): ReadText {
  const mark = bytes.subarray(0, 3).toString('hex');
  if (mark === 'efbbbf') return { text: bytes.toString('utf8', 3), encoding: 'UTF-8' };
  const start = bytes.subarray(0, 4096);
  const noughts = (odd: number): number => start.filter((b, i) => i % 2 === odd && b === 0).length;
  if (mark.startsWith('fffe') || noughts(1) > start.length / 4)
    return { text: new TextDecoder('utf-16le').decode(bytes), encoding: 'UTF-16' };
  if (mark.startsWith('feff') || noughts(0) > start.length / 4)
    return { text: new TextDecoder('utf-16be').decode(bytes), encoding: 'UTF-16' };
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), encoding: 'UTF-8' };
  } catch {
    return { text: new TextDecoder('windows-1252').decode(bytes), encoding: 'Windows-1252' };
  }
}
