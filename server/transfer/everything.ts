/** Everything that is kept of a person in one file: to be read, and to be taken in again. */
import { createReadStream, existsSync } from 'node:fs';
import type { Readable } from 'node:stream';
import yazl from 'yazl';
import { pageOf } from '../../words/record-page.js';
import type { WrittenTable } from '../../words/tables.js';
import { csvOf } from '../media/tables.js';

export interface Everything {
  /** The record as it is read again. */
  record: object;
  name: string;
  hall: string;
  /** ISO instant. */
  at: string;
  tables: readonly WrittenTable[];
  /** Who saw it. */
  trail: WrittenTable;
  pictures: readonly { name: string; taken: string; from: string }[];
  clips: readonly { name: string; taken: string; from: string }[];
}

/** A zip that is written while it is sent. Files that vanish meanwhile are left out. */
export function everythingOf({ record, name, hall, at, tables, trail, pictures, clips }: Everything): Readable {
  const zip = new yazl.ZipFile();
  const files = [...pictures, ...clips].filter((f) => existsSync(f.from));
  zip.addBuffer(Buffer.from(JSON.stringify(record, null, 2)), 'record.json');
  zip.addBuffer(Buffer.from(pageOf({ name, hall, at, tables: [...tables, trail], files })), 'record.html');
  zip.addBuffer(Buffer.from(csvOf(trail)), 'who-saw-it.csv');
  // Pictures and clips are compressed by their own formats.
  for (const file of files)
    zip.addReadStreamLazy(file.name, { compress: false }, (done) => done(null, createReadStream(file.from)));
  zip.end();
  return zip.outputStream as Readable;
}
