/** Writes the schemas of the files that go out and come in to `docs/schemas/`. */
import { mkdirSync, writeFileSync } from 'node:fs';
import { pathToFileURL } from 'node:url';
import { format, resolveConfig } from 'prettier';
import { fileSchemas } from '../api/file-schemas.js';

const FOLDER = 'docs/schemas';
/** Each schema as the file that holds it. */
export async function schemaFiles(): Promise<Map<string, string>> {
  const options = await resolveConfig(`${FOLDER}/person.json`);
  const files = new Map<string, string>();
  for (const [name, schema] of Object.entries(fileSchemas()))
    files.set(`${FOLDER}/${name}`, await format(JSON.stringify(schema), { ...options, parser: 'json' }));
  return files;
}

if (process.argv[1] && import.meta.url === pathToFileURL(process.argv[1]).href) {
  mkdirSync(FOLDER, { recursive: true });
  for (const [path, text] of await schemaFiles()) writeFileSync(path, text);
}
