/** The probe's table in docs/reliability.md: a row for each part, with what was found on the file and on a database server. */
import { readFileSync, writeFileSync } from 'node:fs';
import { cpus } from 'node:os';
import type { Tried } from './server.js';

const FILE = 'docs/reliability.md';
const [FROM, TO] = ['<!-- probe -->', '<!-- /probe -->'];
const HEAD = ['what', 'file: tried', 'failed', 'figures', 'took', 'server: tried', 'failed', 'figures', 'took'];
const NONE = ['', '', '', ''];

export type Column = 'file' | 'server';

/** Runs parts one after the other and says what each found. */
export async function runParts(
  parts: readonly (() => Promise<Tried>)[],
): Promise<{ name: string; cells: string[]; failed: number }[]> {
  const rows: { name: string; cells: string[]; failed: number }[] = [];
  for (const part of parts) {
    const began = Date.now();
    const { name, tried, failed, notes } = await part();
    const cells = [`${tried}`, `${failed.length}`, notes.join('; '), `${Math.round((Date.now() - began) / 1000)} s`];
    rows.push({ name, cells, failed: failed.length });
    process.stdout.write(
      `| ${[name, ...cells].join(' | ')} |\n${failed
        .slice(0, 10)
        .map((f) => `    ${f}\n`)
        .join('')}`,
    );
  }
  return rows;
}

/** Writes the rows of one column; those of the other stay as they are. */
export function writeColumn(
  column: Column,
  rows: readonly { name: string; cells: readonly string[] }[],
  on: string,
): void {
  const text = readFileSync(FILE, 'utf8');
  const old = text.slice(text.indexOf(FROM) + FROM.length, text.indexOf(TO)).split('\n');
  const known = new Map<string, string[]>();
  const machines = new Map<string, string>();
  for (const line of old) {
    const machine = /^On a (file|server): (.*)$/.exec(line);
    if (machine) machines.set(machine[1]!, machine[2]!);
    if (!line.startsWith('| ') || line.startsWith('| what')) continue;
    const [name, ...cells] = line
      .slice(2, -2)
      .split(' | ')
      .map((c) => c.trim());
    known.set(name!, cells.length === 8 ? cells : [...cells.slice(0, 4), ...NONE]);
  }
  for (const { name, cells } of rows) {
    const other = known.get(name) ?? [...NONE, ...NONE];
    known.set(name, column === 'file' ? [...cells, ...other.slice(4)] : [...other.slice(0, 4), ...cells]);
  }
  const machine = `${cpus()[0]?.model ?? 'unknown processor'}, ${cpus().length} cores, Node ${process.versions.node}`;
  machines.set(column, on ? `${machine}, ${on}` : machine);
  const line = (cells: readonly string[]): string => `| ${cells.join(' | ')} |`;
  const table = [...known]
    .filter(([, cells]) => cells.some((c) => c !== ''))
    .map(([name, cells]) => line([name, ...cells]));
  const told = [...machines].map(([of, at]) => `On a ${of}: ${at}`);
  const lines = ['', told.join('\n\n'), '', line(HEAD), `|${HEAD.map(() => '---').join('|')}|`, ...table, ''];
  writeFileSync(
    FILE,
    `${text.slice(0, text.indexOf(FROM) + FROM.length)}\n${lines.join('\n')}\n${text.slice(text.indexOf(TO))}`,
  );
}
