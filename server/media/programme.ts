/** A programme on paper: each week with its days, what is done on them and a box to tick, and how each item is done at the end. */
import type { Content } from 'pdfmake/interfaces.js';
import { bodyOf } from '../../core/body/anthropometry.js';
import { poseSvg } from '../../core/body/draw.js';
import type { Catalog } from '../../core/catalog/index.js';
import { weekdayOf } from '../../core/formats/programme.js';
import { MIN_STATURE } from '../../core/formats/observation.js';
import { athleteOf } from '../../core/person/circumstance.js';
import { assignable, figureOfAssignable } from '../../core/prescribe/assignable.js';
import { shortDay, writtenDay } from '../../words/days.js';
import { drillName } from '../../words/names.js';
import { pacingText, WEEKDAY_NAMES, workText } from '../../words/programme.js';
import type { Person } from '../../api/people.js';
import type { StoredProgramme } from '../repositories/programmes.js';
import { pdfOf, ROPE, RULE, SOFT } from './pdf.js';

const BOX = {
  canvas: [{ type: 'rect' as const, x: 0, y: 1, w: 9, h: 9, lineWidth: 0.8, lineColor: SOFT }],
};
const lines = {
  hLineWidth: (i: number) => (i === 0 ? 0 : 0.6),
  vLineWidth: () => 0,
  hLineColor: () => RULE,
  paddingTop: () => 3,
  paddingBottom: () => 3,
};

type Week = StoredProgramme['planned']['weeks'][number];
function weekOf(catalog: Catalog, { week, easier, days }: Week, relooks: readonly string[]): Content {
  const rows = days
    .filter((d) => d.items.length > 0 || relooks.includes(d.day))
    .map(({ day, minutes, items }): Content[] => [
      {
        stack: [
          { text: WEEKDAY_NAMES[weekdayOf(day)], bold: true },
          { text: shortDay(day), color: SOFT },
          ...(items.length > 0 ? [{ text: `${Math.round(minutes)} min`, color: SOFT }] : []),
          ...(relooks.includes(day) ? [{ text: 'Your coach looks again', color: ROPE, bold: true }] : []),
        ],
      },
      {
        stack: items.map((item): Content => {
          const pacing = pacingText(item);
          return {
            columns: [
              { width: 14, ...BOX },
              {
                width: '*',
                text: [
                  { text: `${drillName(catalog, item.item)}: `, bold: true },
                  workText(catalog, item),
                  ...(pacing ? [{ text: ` · ${pacing}`, color: SOFT }] : []),
                ],
              },
            ],
            margin: [0, 0, 0, 2],
          };
        }),
      },
    ]);
  return {
    unbreakable: rows.length < 6,
    stack: [
      {
        text: `Week ${week}${easier ? ', an easier one' : ''}`,
        bold: true,
        fontSize: 12,
        color: ROPE,
        margin: [0, 8, 0, 2],
      },
      rows.length > 0
        ? { table: { widths: [86, '*'], body: rows, dontBreakRows: true }, layout: lines }
        : { text: 'Nothing.' },
    ],
  };
}

/**
 * The programme as a PDF. What stands on it is the person's own: no reasons, no notes.
 * @param person whose body the figures have and whose cautions change how an item is done
 * @throws when a font cannot be read
 */
export async function programmePdf(
  catalog: Catalog,
  { planned, endedOn, by, version }: StoredProgramme,
  person: Pick<Person, 'name' | 'stature' | 'mass' | 'sex' | 'cautions'>,
  hall: string,
): Promise<Buffer> {
  const athlete = athleteOf(person);
  const body = bodyOf(athlete.stature ? { ...athlete, stature: Math.max(MIN_STATURE, athlete.stature) } : athlete);
  const stands = planned.weeks
    .map((w) => ({ ...w, days: w.days.filter((d) => endedOn === null || d.day <= endedOn) }))
    .filter((w) => w.days.length > 0);
  const items = [...new Set(stands.flatMap((w) => w.days.flatMap((d) => d.items.map((i) => i.item))))];
  const how = items.flatMap((id): Content[][] => {
    const drill = assignable(catalog, id);
    if (!drill) return [];
    const figure = figureOfAssignable(catalog, drill)?.[0];
    const changes = person.cautions.flatMap((c) => drill.changedBy[c] ?? []);
    return [
      [
        figure ? { svg: poseSvg(figure, body, 84, 54) } : { text: '' },
        {
          stack: [
            { text: drillName(catalog, id), bold: true },
            { text: drill.how.join(' ') },
            { text: [{ text: 'Check yourself: ', bold: true }, drill.selfCheck] },
            ...changes.map((c) => ({ text: `For you: ${c}`, italics: true })),
          ],
        },
      ],
    ];
  });
  const content: Content[] = [
    {
      columns: [
        { text: person.name, fontSize: 20, font: 'Head' },
        {
          text: [hall, `Programme from ${writtenDay(planned.from)}`, `version ${version} · ${by}`]
            .filter(Boolean)
            .join('\n'),
          alignment: 'right',
        },
      ],
    },
    { canvas: [{ type: 'line', x1: 0, y1: 3, x2: 523, y2: 3, lineWidth: 2, lineColor: ROPE }], margin: [0, 2, 0, 2] },
    ...stands.map((w) => weekOf(catalog, w, planned.relook)),
    { text: 'How it is done', bold: true, fontSize: 12, color: ROPE, margin: [0, 12, 0, 2] },
    ...(how.length > 0
      ? [{ table: { widths: [88, '*'], body: how, dontBreakRows: true }, layout: lines } as Content]
      : []),
    {
      text: 'General training advice, no diagnosis and no clearance. Stop on pain, numbness, dizziness, pressure in the chest or unusual breathlessness, and ask a licensed professional. Local rules, the hall’s policy and licensed professionals come first.',
      color: SOFT,
      margin: [0, 10, 0, 0],
    },
  ];
  return pdfOf('Programme', content, { fontSize: 9.5, margins: [36, 34, 36, 30] });
}
