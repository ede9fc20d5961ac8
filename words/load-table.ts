/** Every version's load for a body, as a Markdown table. */
import type { Body } from '../core/body/anthropometry.js';
import type { Catalog } from '../core/catalog/index.js';
import { ladders } from '../core/catalog/ladders.js';
import { ladderLoads, type LadderLoad } from '../core/statics/table.js';
import { GOVERNING_WORDS, loadText } from './loads.js';

function row({ load, step, place, exception }: LadderLoad): string {
  const note = [load?.moreEffort ? 'same lever, more effort' : '', exception ?? ''].filter(Boolean).join('; ');
  return `| ${place} | ${loadText(load)} | ${step === null ? '' : step.toFixed(2)} | ${note} |`;
}

/** One table a ladder, with what governs its load in the heading. */
export function loadTable(catalog: Catalog, body: Body): string {
  const rows = ladderLoads(catalog, body);
  return ladders
    .map((ladder) => {
      const own = rows.filter((r) => r.ladder === ladder.id);
      const governs = own.find((r) => r.load)?.load?.governs;
      return [
        `### ${ladder.name}${governs ? `: ${GOVERNING_WORDS[governs]}` : ''}`,
        '',
        '| version | load | against the one before | note |',
        '|---|---|---|---|',
        ...own.map(row),
        '',
      ].join('\n');
    })
    .join('\n');
}
