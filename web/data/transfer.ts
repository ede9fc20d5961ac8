/** Files that go out, and files that come in: looked at first, then taken in. */
import type { ImportDone, ImportPreview } from '../../api/imports.js';
import { call, type Ask } from './call.js';
import { client, outdated, useRead, type Read } from './query.js';

export type ImportAsk = NonNullable<Ask<'imports.try'>['query']>;

export const useImports = (): Read<ImportDone[]> => useRead('imports.list', () => ({}));

/** One file as it is; looks and records as JSON in an archive, so that their names, which tell the day and whose they are, come along. */
export async function packed(files: readonly File[]): Promise<Blob> {
  const [only] = files;
  if (files.length === 1 && !only!.name.toLowerCase().endsWith('.json')) return only!;
  const { zipSync } = await import('fflate');
  const named: Record<string, Uint8Array> = {};
  for (const file of files) {
    // A folder that was chosen whole keeps its names.
    const path = file.webkitRelativePath || file.name;
    named[path in named ? `${Object.keys(named).length}/${path}` : path] = new Uint8Array(await file.arrayBuffer());
  }
  return new Blob([zipSync(named, { level: 0 })]);
}

export const tryImport = (file: Blob, query: ImportAsk, signal?: AbortSignal): Promise<ImportPreview> =>
  call('imports.try', { file, query, signal });

/** Anybody may have come or changed: everything that was read is read anew. */
async function allChanged(): Promise<void> {
  outdated('imports.list');
  await client.invalidateQueries();
}
export async function keepImport(file: Blob, query: ImportAsk): Promise<ImportDone> {
  const done = await call('imports.keep', { file, query });
  await allChanged();
  return done;
}
export async function undoImport(id: string): Promise<ImportDone> {
  const done = await call('imports.undo', { params: { id } });
  await allChanged();
  return done;
}
