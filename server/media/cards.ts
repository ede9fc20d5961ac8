/** Cards for the members of a class: what each does in every block, drawn. No reasons, and nothing of health. */
import type { Content } from 'pdfmake/interfaces.js';
import type { ClassOfStudio, PlannedClass } from '../../api/classes.js';
import { bodyOf } from '../../core/body/anthropometry.js';
import { poseSvg } from '../../core/body/draw.js';
import { partnerOf } from '../../core/class/pace.js';
import type { Catalog } from '../../core/catalog/index.js';
import { placeKey } from '../../core/catalog/ladders.js';
import { blockText } from '../../words/class.js';
import { familyName, nameWithin, rungName } from '../../words/names.js';
import { writtenDay } from '../../words/days.js';
import { pdfOf, ROPE, RULE, SOFT } from './pdf.js';

type Plan = NonNullable<PlannedClass['plan']>;
type Block = ClassOfStudio['blocks'][number];

/** Versions of a member in a block, each once, in the order of the rounds, and what follows where the block steps down. */
function versionsOf(
  planned: Plan['blocks'][number],
  member: string,
): { version: string; rounds: number[]; then?: string }[] {
  const found = new Map<string, { version: string; rounds: number[]; then?: string }>();
  for (const { round, assigned } of planned.rounds) {
    const own = assigned.find((a) => a.member === member);
    if (!own) continue;
    const before = found.get(own.version);
    if (before) before.rounds.push(round);
    else found.set(own.version, { version: own.version, rounds: [round], ...(own.then ? { then: own.then } : {}) });
  }
  return [...found.values()];
}

function blockOf(
  catalog: Catalog,
  block: Block,
  planned: Plan['blocks'][number],
  member: string,
  names: ReadonlyMap<string, string>,
): Content[] {
  const rungs = new Map(catalog.rungs.map((r) => [placeKey(r), r]));
  const [family, named] = block.move.split('/') as [string, string?];
  const own = versionsOf(planned, member);
  const move = named ? rungName(catalog, family, named) : familyName(catalog, family);
  const first = own[0] && rungs.get(own[0].version);
  const pair = partnerOf(planned.pairs ?? [], member);
  const spotter = pair?.spotter ? names.get(pair.spotter) : 'the coach';
  return [
    first ? { svg: poseSvg(first.pose, bodyOf(), 84, 54) } : { text: '' },
    {
      stack: [
        { text: move, color: ROPE, bold: true },
        ...(own.length === 0
          ? [{ text: 'Wait, or help the coach.' }]
          : own.map(({ version, rounds, then }) => ({
              text: [
                { text: nameWithin(catalog, version, move), bold: true },
                own.length > 1 ? ` (round ${rounds.join(', ')})` : '',
                then ? `, then ${nameWithin(catalog, then, move)}` : '',
              ],
            }))),
        { text: blockText(block), fontSize: 9 },
        ...(pair ? [{ text: `With ${spotter}; you go ${pair.turn}.`, fontSize: 9 }] : []),
      ],
    },
  ];
}

/**
 * A card a member, two to a page's width, none broken over pages.
 * @param planned with a plan; members who may not load today get no card
 * @throws when a font cannot be read
 */
export async function cardsPdf(
  catalog: Catalog,
  of: ClassOfStudio,
  planned: PlannedClass & { plan: Plan },
): Promise<Buffer> {
  const names = new Map(planned.people.map((p) => [p.id, p.name]));
  const card = ({ id, name }: PlannedClass['people'][number]): Content => ({
    unbreakable: true,
    stack: [
      { text: name, fontSize: 16, font: 'Head' },
      {
        text: [of.name, of.day && writtenDay(of.day)].filter(Boolean).join(', '),
        fontSize: 9,
        color: SOFT,
        margin: [0, 0, 0, 3],
      },
      {
        table: {
          widths: [86, '*'],
          body: of.blocks.map((block) =>
            blockOf(
              catalog,
              block,
              planned.plan.blocks.find((b) => b.id === block.id)!,
              id,
              names,
            ),
          ),
          dontBreakRows: true,
        },
        layout: { hLineWidth: () => 0.6, vLineWidth: () => 0, hLineColor: () => RULE },
      },
      { text: 'Stop and tell the coach if anything hurts.', fontSize: 9, margin: [0, 3, 0, 16] },
    ],
  });
  const rows = planned.people.reduce<PlannedClass['people'][]>((all, person, i) => {
    if (i % 2 === 0) all.push([person]);
    else all.at(-1)!.push(person);
    return all;
  }, []);
  const content = rows.map((row): Content => ({
    unbreakable: true,
    columns: [...row.map(card), ...(row.length === 1 ? [{ text: '' }] : [])],
    columnGap: 18,
  }));
  return pdfOf('Cards', content, { fontSize: 10, margins: [28, 28, 28, 24] });
}
