/**
 * `npm run probe`: hostile and unlucky requests against the built server, in minutes. Writes its table into docs/reliability.md.
 * `-- quick` tries a little of each and writes nothing.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import { cpus } from 'node:os';
import {
  probeBodies,
  probeKillsInWithdrawals,
  probeKillsWhileWriting,
  probeLockedDatabase,
  probeLongWork,
  probeRoutes,
  probeStrangers,
} from './probe/parts.js';
import { probeBrowser } from './probe/browser.js';
import { probeFullDisk } from './probe/full-disk.js';
import type { Tried } from './probe/server.js';

const quick = process.argv.includes('quick');
const parts: readonly (() => Promise<Tried>)[] = [
  probeRoutes,
  () => probeBodies(quick ? 500 : 10_000),
  () => probeKillsWhileWriting(quick ? 3 : 160),
  () => probeKillsInWithdrawals(quick ? 3 : 40, 40),
  () => probeFullDisk(),
  () => probeLockedDatabase(quick ? 1 : 8),
  () => probeLongWork(50),
  () => probeStrangers(quick ? 100 : 3000),
  () => probeBrowser(quick ? 2 : 12),
];

const rows: string[] = [];
let failed = 0;
for (const part of parts) {
  const began = Date.now();
  const found = await part();
  failed += found.failed.length;
  const seconds = Math.round((Date.now() - began) / 1000);
  rows.push(`| ${found.name} | ${found.tried} | ${found.failed.length} | ${found.notes.join('; ')} | ${seconds} s |`);
  process.stdout.write(
    `${rows.at(-1)}\n${found.failed
      .slice(0, 10)
      .map((f) => `    ${f}\n`)
      .join('')}`,
  );
}
if (!quick) {
  const file = 'docs/reliability.md';
  const text = readFileSync(file, 'utf8');
  const [from, to] = ['<!-- probe -->', '<!-- /probe -->'];
  const machine = `${cpus()[0]?.model ?? 'unknown processor'}, ${cpus().length} cores, Node ${process.versions.node}`;
  const lines = ['', machine, '', '| what | tried | failed | figures | took |', '|---|---|---|---|---|', ...rows, ''];
  writeFileSync(
    file,
    `${text.slice(0, text.indexOf(from) + from.length)}\n${lines.join('\n')}\n${text.slice(text.indexOf(to))}`,
  );
}
process.exitCode = failed > 0 ? 1 : 0;
