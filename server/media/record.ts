/** A person's record to read on paper: where they stand, how clean seconds went, what was seen last, what is being done. */
import type { Content } from 'pdfmake/interfaces.js';
import type { Catalog } from '../../core/catalog/index.js';
import type { Day } from '../../core/days.js';
import { measureDefinition } from '../../core/measure/measures.js';
import { END_WORDS } from '../../words/labels.js';
import { plainDay, shortDay, writtenDay } from '../../words/days.js';
import { drillName, faultName, familyName, placeName } from '../../words/names.js';
import { measureText, PLUS_MINUS_SAYS, shortSeconds } from '../../words/numbers.js';
import type { RecordToTell, SetToTell } from '../../words/tables.js';
import { massText, statureText } from '../../words/units.js';
import { pdfOf, ROPE, RULE, SOFT } from './pdf.js';

const LINES = 4;
const LAST_SETS = 24;
const CHART = { width: 250, height: 70, left: 26, bottom: 12 } as const;

interface Line {
  place: string;
  unit: 's' | 'reps';
  points: { day: Day; value: number }[];
}
/** Best of each day at the versions that were done most, most first. */
function linesOf(sets: readonly SetToTell[]): Line[] {
  const places = [...new Set(sets.map((s) => s.place))];
  return places
    .map((place): Line => {
      const own = sets.filter((s) => s.place === place);
      const days = [...new Set(own.map((s) => s.day))].sort();
      return {
        place,
        unit: own.some((s) => s.reps) ? 'reps' : 's',
        points: days.map((day) => ({
          day,
          value: Math.max(...own.filter((s) => s.day === day).map((s) => s.reps?.clean ?? s.clean)),
        })),
      };
    })
    .sort((a, b) => b.points.length - a.points.length || (a.place < b.place ? -1 : 1))
    .slice(0, LINES);
}
/** A line of clean seconds over days, with its scale, as SVG. */
function lineSvg({ points }: Line): string {
  const { width, height, left, bottom } = CHART;
  const times = points.map((p) => Date.parse(p.day));
  const [first, last] = [Math.min(...times), Math.max(...times)];
  const top = Math.max(1, ...points.map((p) => p.value));
  const x = (day: Day): number =>
    left + (last === first ? 0.5 : (Date.parse(day) - first) / (last - first)) * (width - left - 6);
  const y = (value: number): number => 6 + (1 - value / top) * (height - bottom - 6);
  const at = points.map((p) => `${x(p.day).toFixed(1)},${y(p.value).toFixed(1)}`);
  const text = (px: number, py: number, words: string, anchor: string): string =>
    `<text x="${px}" y="${py}" font-size="7" fill="${SOFT}" text-anchor="${anchor}">${words}</text>`;
  return [
    `<svg width="${width}" height="${height}" viewBox="0 0 ${width} ${height}" xmlns="http://www.w3.org/2000/svg">`,
    `<path d="M${left} 6V${height - bottom}H${width}" fill="none" stroke="${RULE}"/>`,
    text(left - 3, 9, String(Math.round(top)), 'end'),
    text(left - 3, height - bottom, '0', 'end'),
    text(left, height - 3, shortDay(points[0]!.day), 'start'),
    ...(last === first ? [] : [text(width - 2, height - 3, shortDay(points.at(-1)!.day), 'end')]),
    `<polyline points="${at.join(' ')}" fill="none" stroke="${ROPE}" stroke-width="1.4"/>`,
    ...at.map((p) => `<circle cx="${p.split(',')[0]}" cy="${p.split(',')[1]}" r="1.8" fill="${ROPE}"/>`),
    '</svg>',
  ].join('');
}

const heading = (text: string): Content => ({ text, bold: true, fontSize: 12, color: ROPE, margin: [0, 10, 0, 3] });
const table = (widths: (string | number)[], head: string[], rows: string[][]): Content => ({
  table: {
    widths,
    headerRows: 1,
    dontBreakRows: true,
    body: [head.map((text) => ({ text, bold: true })), ...rows],
  },
  layout: {
    hLineWidth: (i: number) => (i === 0 ? 0 : 0.6),
    vLineWidth: () => 0,
    hLineColor: () => RULE,
    paddingTop: () => 2,
    paddingBottom: () => 2,
  },
});

/** The newest value of each measure. */
const newestMeasures = (measures: RecordToTell['measures']): RecordToTell['measures'] => [
  ...new Map(measures.map((m) => [`${m.place} ${m.id}`, m])).values(),
];

/**
 * The record as a PDF. It holds cautions, since it is the person's own; notes never.
 * @param places where the person stands on each ladder, in words
 * @throws when a font cannot be read
 */
export async function recordPdf(
  catalog: Catalog,
  { person, cautions, sets, measures, work, prescriptions }: RecordToTell,
  { hall, today, places }: { hall: string; today: Day; places: readonly { ladder: string; place: string }[] },
): Promise<Buffer> {
  const lines = linesOf(sets);
  const standing = cautions.filter((c) => c.from <= today && (c.until === null || c.until >= today));
  const running = prescriptions.filter((p) => p.endedOn === null || p.endedOn > today);
  const body = [
    ...(person.stature === null ? [] : [statureText(person.stature, 'metric')]),
    ...(person.mass === null ? [] : [massText(person.mass, 'metric')]),
  ].join(', ');
  const content: Content[] = [
    {
      columns: [
        { text: person.name, fontSize: 20, font: 'Head' },
        { text: [hall, `Record on ${writtenDay(today)}`].filter(Boolean).join('\n'), alignment: 'right' },
      ],
    },
    { canvas: [{ type: 'line', x1: 0, y1: 3, x2: 523, y2: 3, lineWidth: 2, lineColor: ROPE }], margin: [0, 2, 0, 6] },
    { text: [body, person.goal && `Goal: ${person.goal}`].filter(Boolean).join(' · ') },
    ...(standing.length > 0 ? [{ text: `Cautions: ${standing.map((c) => c.name).join(', ')}` }] : []),
    ...(places.length > 0
      ? [
          heading('Where'),
          table(
            ['auto', '*'],
            ['Ladder', 'Version'],
            places.map((p) => [p.ladder, p.place]),
          ),
        ]
      : []),
    ...(lines.length > 0
      ? [
          heading('Best clean set of each day'),
          ...pairs(lines).map((pair): Content => ({
            columns: pair.map((line): Content => ({
              stack: [
                { text: `${placeName(catalog, line.place)}, ${line.unit === 's' ? 'seconds' : 'reps'}`, bold: true },
                { svg: lineSvg(line), font: 'Roboto' },
              ],
              unbreakable: true,
            })),
            columnGap: 12,
          })),
        ]
      : [{ text: 'No sets yet.', margin: [0, 8, 0, 0] as [number, number, number, number] }]),
    ...(sets.length > 0
      ? [
          heading(sets.length > LAST_SETS ? `The last ${LAST_SETS} of ${sets.length} sets` : 'Sets'),
          table(
            [60, '*', 34, 34, '*', 84],
            ['Day', 'Version', 'Held', 'Clean', 'First to go', 'Ended by'],
            sets
              .slice(-LAST_SETS)
              .reverse()
              .map((s) => [
                plainDay(s.day),
                placeName(catalog, s.place),
                s.reps ? `${s.reps.done} reps` : shortSeconds(s.total),
                s.reps ? `${s.reps.clean} reps` : shortSeconds(s.clean),
                s.first === null ? '' : faultName(catalog, s.first),
                s.endedBy ? END_WORDS[s.endedBy] : '',
              ]),
          ),
        ]
      : []),
    ...(measures.length > 0
      ? [
          heading('Measured last'),
          table(
            ['auto', '*', '*', 'auto'],
            ['Day', 'Version', 'Measure', 'Value'],
            newestMeasures(measures).map((m) => [
              plainDay(m.day),
              placeName(catalog, m.place),
              measureDefinition(m.id).name,
              measureText(m),
            ]),
          ),
          { text: PLUS_MINUS_SAYS, color: SOFT },
        ]
      : []),
    ...(running.length > 0
      ? [
          heading('Being done'),
          table(
            ['auto', 'auto', '*'],
            ['Since', 'For', 'Drills'],
            running.map((p) => [
              plainDay(p.startsOn),
              familyName(catalog, p.family),
              p.items.map((i) => i.text?.name ?? drillName(catalog, i.drill)).join(', '),
            ]),
          ),
        ]
      : []),
    ...(work.length > 0
      ? [
          {
            text: `Alone: ${work.filter((w) => w.is === 'done').length} done, ${work.filter((w) => w.is === 'partly').length} in part, ${work.filter((w) => w.is === 'not').length} not, of ${work.length} that were told.`,
            margin: [0, 8, 0, 0] as [number, number, number, number],
          },
        ]
      : []),
    {
      text: 'General training record, no diagnosis and no clearance. Stop on pain, numbness, dizziness, chest discomfort or unusual breathlessness, and ask a licensed professional. Local rules, the hall’s policy and licensed professionals come first.',
      color: SOFT,
      margin: [0, 10, 0, 0],
    },
  ];
  return pdfOf('Record', content, { fontSize: 9, margins: [36, 34, 36, 30] });
}
const pairs = <T>(all: readonly T[]): T[][] =>
  all.reduce<T[][]>((rows, one, i) => {
    if (i % 2 === 0) rows.push([one]);
    else rows.at(-1)!.push(one);
    return rows;
  }, []);
