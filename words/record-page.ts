/** A person's record as one page that any browser opens, with nothing fetched from anywhere. */
import type { Cell, WrittenTable } from './tables.js';

const ENTITIES: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
const plain = (text: string): string => text.replace(/[&<>"]/g, (c) => ENTITIES[c]!);
const cell = (value: Cell): string => plain(value === null ? '' : String(value));

const table = ({ name, head, rows }: WrittenTable): string =>
  rows.length === 0
    ? ''
    : `<h2>${plain(name)}</h2><table><thead><tr>${head.map((h) => `<th scope="col">${plain(h)}</th>`).join('')}</tr></thead><tbody>${rows
        .map((r) => `<tr>${r.map((c) => `<td>${cell(c)}</td>`).join('')}</tr>`)
        .join('')}</tbody></table>`;

export interface RecordPage {
  name: string;
  hall: string;
  /** ISO instant. */
  at: string;
  tables: readonly WrittenTable[];
  files: readonly { name: string; taken: string }[];
}
export function pageOf({ name, hall, at, tables, files }: RecordPage): string {
  const shown = files.map(({ name: file, taken }) =>
    /\.jpg$/.test(file)
      ? `<figure><img src="${plain(file)}" alt=""><figcaption>${plain(taken)}</figcaption></figure>`
      : `<p><a href="${plain(file)}">${plain(file)}</a> ${plain(taken)}</p>`,
  );
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>${plain(name)}</title>
<style>body{font:16px/1.5 system-ui,sans-serif;max-width:70rem;margin:1rem auto;padding:0 1rem;color:#16202a}
table{border-collapse:collapse;width:100%;margin:0 0 1rem}th,td{border-bottom:1px solid #b8c2cc;padding:.25rem .5rem;text-align:left;vertical-align:top}
figure{display:inline-block;margin:0 1rem 1rem 0}img{max-width:20rem;height:auto}div{overflow-x:auto}</style></head>
<body><h1>${plain(name)}</h1>
<p>Everything that ${plain(hall || 'this studio')} keeps of you, as of ${plain(at)}. <code>record.json</code> holds the same for another program. Nothing here is a diagnosis.</p>
<div>${tables.map(table).join('\n')}</div>
${shown.length > 0 ? `<h2>Pictures and clips</h2>${shown.join('\n')}` : ''}
</body></html>
`;
}
