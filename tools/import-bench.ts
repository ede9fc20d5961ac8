/** How long ten thousand rows take from the file to the database: read, weighed, kept in one transaction. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { hash } from '@node-rs/argon2';
import { importQuerySchema } from '../api/imports.js';
import { catalog } from '../core/catalog/shipped.js';
import { createApp } from '../server/app.js';
import { readConfig } from '../server/config.js';
import { openDatabase } from '../server/database/open.js';
import { noDefaults } from '../server/repositories/studio.js';

const ROWS = 10_000;
const PEOPLE = 200;
const WANTED = 'under 5 s';

const name = (i: number): string => `Person ${String(i).padStart(5, '0')}`;
const roster = (): string =>
  [
    'Name;Group;Born;Height (cm);Weight',
    ...Array.from(
      { length: ROWS },
      (_, i) => `${name(i)};G${i % 12};${1950 + (i % 60)};${150 + (i % 45)};${50 + (i % 50)}`,
    ),
  ].join('\n');
function sets(): string {
  const rungs = catalog.rungs.filter((r) => !r.counted);
  const lines = Array.from({ length: ROWS }, (_, i) => {
    const rung = rungs[i % rungs.length]!;
    const fault = catalog.families.find((f) => f.id === rung.family)!.pads[0]!;
    const day = new Date(Date.UTC(2025, 0, 1 + (i % 300))).toISOString().slice(0, 10);
    return `${name(i % PEOPLE)},${day},${rung.family},${rung.id},${20 + (i % 30)},${10 + (i % 10)},${fault}`;
  });
  return ['Name,Day,Position,Version,Held,Clean,Fault', ...lines].join('\n');
}

/** Rows of the bench. @throws where a file is not taken */
export async function importRows(): Promise<[string, string, string][]> {
  const rows: [string, string, string][] = [];
  for (const [what, as, text, first] of [
    ['people', 'roster', roster(), null],
    [
      'sets',
      'sets',
      sets(),
      roster()
        .split('\n')
        .slice(0, PEOPLE + 1)
        .join('\n'),
    ],
  ] as const) {
    const dir = mkdtempSync(join(tmpdir(), 'anchor-bench-'));
    const db = await openDatabase(dir);
    const { context, handlers } = createApp(
      { ...readConfig({}), dataDir: dir, logLevel: 'silent', background: false },
      db,
    );
    try {
      await context.studio.setDefaults({ ...noDefaults(), timeZone: 'Europe/Oslo' });
      const account = (await context.accounts.add({
        name: 'C',
        email: 'c@c.example',
        role: 'owner',
        passwordHash: await hash('benchmark-1'),
        groups: [],
      }))!;
      const keep = (file: string, of: 'roster' | 'sets'): Promise<unknown> =>
        Promise.resolve(
          handlers['imports.keep']({
            account,
            query: importQuerySchema.parse({ as: of }),
            request: Readable.from([Buffer.from(file)]),
          } as unknown as Parameters<(typeof handlers)['imports.keep']>[0]),
        );
      if (first) await keep(first, 'roster');
      const from = performance.now();
      await keep(text, as);
      rows.push([
        `${ROWS.toLocaleString('en')} ${what} taken in from a table`,
        `${((performance.now() - from) / 1000).toFixed(1)} s`,
        WANTED,
      ]);
    } finally {
      await db.destroy();
      rmSync(dir, { recursive: true, force: true });
    }
  }
  return rows;
}
