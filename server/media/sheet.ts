/** The athlete's sheet: one page with figures, doses, self-checks, cautions and stop signs. */
import type { Content } from 'pdfmake/interfaces.js';
import type { Prescription } from '../../api/plans.js';
import type { Person } from '../../api/people.js';
import { bodyOf, type Body } from '../../core/body/anthropometry.js';
import { poseSvg } from '../../core/body/draw.js';
import type { Figure } from '../../core/catalog/figures.js';
import { addDays, daysBetween } from '../../core/days.js';
import { assignable, figureOfAssignable } from '../../core/prescribe/assignable.js';
import { MIN_STATURE } from '../../core/formats/observation.js';
import { athleteOf } from '../../core/person/circumstance.js';
import { stopSigns } from '../../core/studio/intake.js';
import type { Catalog } from '../../core/catalog/index.js';
import { gridDay, writtenDay } from '../../words/days.js';
import { breathOf, doseText, plainPaceText } from '../../words/dose.js';
import { sizeText } from '../../words/kit.js';
import { warningText } from '../../words/drills.js';
import { PLACE_WORDS } from '../../words/labels.js';
import { pdfOf, ROPE, RULE, SOFT } from './pdf.js';

/** Kit that is checked before it is used, by kit id. */
const KIT_CHECKS: Readonly<Record<string, string>> = {
  band: 'band without nicks, made fast where it cannot slip',
  box: 'box or block stands without rocking',
  bench: 'bench stands without rocking',
  bar: 'bar at a height that can be reached from the floor, tight in its holders',
  roller: 'an arm’s length free round the rollers',
  wall: 'nothing on the wall, the floor dry',
  weights: 'lane free, collars shut',
  ball: 'ball firm, nothing sharp under it',
};

function figures(poses: Figure | undefined, body: Body): Content {
  return poses
    ? { columns: poses.map((pose): Content => ({ svg: poseSvg(pose, body, 100, 66) })), columnGap: 4 }
    : { text: '' };
}

type SheetPerson = Pick<Person, 'name' | 'stature' | 'mass' | 'sex' | 'cautions'>;
type Margins = [number, number, number, number];
/** So many days a grid has room for. */
const GRID_DAYS = 28;
/** The text that an item was given with; of a sheet from before texts were kept, today's. */
const givenOf = (catalog: Catalog, item: Prescription['items'][number]) => item.text ?? assignable(catalog, item.drill);
const nameOf = (catalog: Catalog, item: Prescription['items'][number]): string =>
  givenOf(catalog, item)?.name ?? item.drill;

/** A box for every drill and day until the next look. */
function grid({ items, startsOn, relookOn }: Prescription, names: readonly string[]): Content[] {
  const count = Math.min(GRID_DAYS, daysBetween(startsOn, relookOn));
  if (count < 1) return [];
  const days = Array.from({ length: count }, (_, n) => gridDay(addDays(startsOn, n)));
  const label = (text: string): Content => ({ text, fontSize: 7.5 });
  const over = days.map(([weekday, day]): Content => ({
    text: `${weekday}\n${day}`,
    fontSize: 6.5,
    alignment: 'center',
  }));
  return [
    { text: 'Tick what was done', bold: true, margin: [0, 8, 0, 2] },
    {
      table: {
        widths: [count > 14 ? 108 : 150, ...days.map(() => '*')],
        heights: (row: number) => (row === 0 ? 'auto' : 13),
        body: [[label(''), ...over], ...items.map((_, i) => [label(`${i + 1}. ${names[i]!}`), ...days.map(() => '')])],
        dontBreakRows: true,
      },
      layout: {
        hLineWidth: (i: number) => (i === 0 ? 0 : 0.6),
        vLineWidth: (i: number) => (i === 0 ? 0 : 0.6),
        hLineColor: () => RULE,
        vLineColor: () => RULE,
        ...{ paddingLeft: () => 1, paddingRight: () => 1, paddingTop: () => 1, paddingBottom: () => 1 },
      },
    },
  ];
}

/** What stands on the sheet, from top to bottom. */
export function sheetContent(
  catalog: Catalog,
  person: SheetPerson,
  prescription: Prescription,
  next: string | null,
): Content[] {
  // A stature that was kept before there was a least one is drawn as the least.
  const athlete = athleteOf(person);
  const body = bodyOf(athlete.stature ? { ...athlete, stature: Math.max(MIN_STATURE, athlete.stature) } : athlete);
  const rows = prescription.items.map((item, i): Content[] => {
    const drill = assignable(catalog, item.drill);
    const given = givenOf(catalog, item);
    const warnings = prescription.warnings.filter((w) => w.drill === item.drill);
    return [
      figures(drill && figureOfAssignable(catalog, drill), body),
      {
        stack: [
          { text: `${i + 1}. ${nameOf(catalog, item)}`, bold: true, fontSize: 12 },
          { text: doseText(item.dose), bold: true, color: ROPE },
          { text: `${plainPaceText(item.dose)}${given ? ` · ${PLACE_WORDS[given.place]}` : ''}` },
          ...(item.size ? [{ text: sizeText(item.size), bold: true }] : []),
          ...(given
            ? [
                { text: given.how.join(' ') },
                {
                  text: [
                    { text: 'Breath: ', bold: true },
                    breathOf(item.dose, given.breath),
                    { text: '  Check yourself: ', bold: true },
                    given.selfCheck,
                  ],
                },
              ]
            : []),
          ...item.changes.map((c) => ({ text: `For you: ${c}`, italics: true })),
          ...warnings.map((w) => ({ text: `Attention: ${warningText(catalog, w)}`, bold: true, color: ROPE })),
        ],
      },
    ];
  });
  const names = prescription.items.map((item) => nameOf(catalog, item));
  const kit = [...new Set(prescription.items.flatMap((item) => givenOf(catalog, item)?.kit ?? []))];
  const checks = kit.flatMap((k) => KIT_CHECKS[k] ?? []);
  const cautions = catalog.cautions.filter((c) => person.cautions.includes(c.id));
  const family = catalog.families.find((f) => f.id === prescription.family)?.name ?? prescription.family;
  return [
    {
      columns: [
        { text: person.name, fontSize: 20, font: 'Head' },
        {
          text: [
            family,
            `From ${writtenDay(prescription.startsOn)}, by ${prescription.by}`,
            `Your coach looks again on ${writtenDay(prescription.relookOn)}`,
          ].join('\n'),
          alignment: 'right',
        },
      ],
    },
    { canvas: [{ type: 'line', x1: 0, y1: 3, x2: 523, y2: 3, lineWidth: 2, lineColor: ROPE }], margin: [0, 2, 0, 6] },
    {
      table: { widths: [206, '*'], body: rows, dontBreakRows: true },
      layout: {
        hLineWidth: (i: number) => (i === 0 ? 0 : 0.6),
        vLineWidth: () => 0,
        hLineColor: () => RULE,
        paddingTop: () => 4,
        paddingBottom: () => 4,
      },
    },
    ...(next ? [{ text: [{ text: 'To show next: ', bold: true }, next], margin: [0, 6, 0, 0] as Margins }] : []),
    ...grid(prescription, names),
    ...(prescription.note ? [{ text: prescription.note, margin: [0, 6, 0, 0] as Margins }] : []),
    ...(cautions.length
      ? [
          {
            text: [
              { text: 'Your coach looks after: ', bold: true },
              `${cautions.map((c) => c.name.toLowerCase()).join(', ')}. What it changes stands with the drill as “For you”.`,
            ],
            margin: [0, 6, 0, 0] as Margins,
          },
        ]
      : []),
    ...(checks.length
      ? [
          {
            text: [{ text: 'Before you start: ', bold: true }, `${checks.join('; ')}.`],
            margin: [0, 4, 0, 0] as Margins,
          },
        ]
      : []),
    {
      text: [
        { text: 'Stop and tell your coach, and ask a licensed professional, at: ', bold: true },
        `${stopSigns.map((s) => s.ask.replace(/\?$/, '').toLowerCase()).join('; ')}. At chest signs, loss of feeling or of control: at once.`,
      ],
      margin: [0, 4, 0, 0],
    },
    {
      text: 'General training advice, no diagnosis and no clearance. Local rules, the hall’s policy and licensed professionals come first. Shaking at the end of a clean hold is effort; pain is not.',
      color: SOFT,
      margin: [0, 4, 0, 0],
    },
  ];
}

/**
 * The sheet as a PDF.
 * @param next what is asked next in the position, in the person's words; null where nothing is
 * @param person whose body the figures have and whose cautions stand on it; notes never do
 * @throws when a font cannot be read
 */
export async function sheetPdf(
  catalog: Catalog,
  person: SheetPerson,
  prescription: Prescription,
  next: string | null,
): Promise<Buffer> {
  const small = prescription.items.length > 4;
  const content = sheetContent(catalog, person, prescription, next);
  return pdfOf('Drills', content, { fontSize: small ? 8.5 : 9.5, margins: [36, 34, 36, 30] });
}
