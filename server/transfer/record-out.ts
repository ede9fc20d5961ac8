/** What leaves of a person, gathered for tables, workbook and paper. */
import type { Account } from '../../api/accounts.js';
import { cursorSchema } from '../../api/common.js';
import type { Person } from '../../api/people.js';
import { judgedBy } from '../../core/person/circumstance.js';
import { InputError } from '../../core/formats/problems.js';
import { cautionName } from '../../words/names.js';
import type { MeasureToTell, RecordToTell, SetToTell, WorkToTell } from '../../words/tables.js';
import { recordOf } from '../jobs/judging.js';
import { judgedPerson, personOf, type Context } from '../routes/context.js';
import { LONG_CLIP } from '../work/work.js';

/** Looks that are read at a time, and the most that a table holds. */
const AT_ONCE = 50;
const MOST = 5000;

export function recordsOut(context: Context) {
  const { looks, judging, plans, ladders, programmes, studio, circumstances, work } = context;

  /** Sets in the order in which they were done. */
  async function setsOf(account: Account, person: Pick<Person, 'id' | 'name'>): Promise<SetToTell[]> {
    const holds = await judging.holdsOf(await judgedPerson(context, account, person.id), MOST);
    const told = new Map<string, Pick<SetToTell, 'endedBy' | 'note' | 'source'>>();
    for (let i = 0; i < holds.length; i += AT_ONCE)
      for (const { id, look } of await looks.records(holds.slice(i, i + AT_ONCE).map((h) => h.lookId)))
        if (look)
          told.set(id, {
            endedBy: look.observation.ended?.reason ?? null,
            note: look.note,
            source: look.runId ? 'a class' : look.observation.frames.length > 0 ? 'measured' : 'watched',
          });
    return holds
      .flatMap(({ lookId, ...hold }) => {
        const rest = told.get(lookId);
        return rest ? [{ ...hold, name: person.name, ...rest }] : [];
      })
      .reverse();
  }

  /** What was measured of pictures and clips, the oldest first; a look that cannot be judged is passed over. */
  async function measuresOf(account: Account, person: Pick<Person, 'id' | 'name'>): Promise<MeasureToTell[]> {
    const known = await studio.now();
    const now = judgedBy(await circumstances.of(person.id), '');
    const found: MeasureToTell[] = [];
    const judged = await judgedPerson(context, account, person.id);
    let before: { value: string; id: string } | undefined;
    do {
      const page = await judging.history(judged, '', AT_ONCE, before);
      for (const { look } of await looks.records(page.items.map((i) => i.id))) {
        if (!look || look.observation.frames.length === 0) continue;
        const given = { record: recordOf(look), circumstance: { ...now, day: look.day, at: look.startedAt } };
        try {
          const { place, measures } = await work.run(
            'measureRecord',
            known,
            given,
            look.observation.frames.length,
            LONG_CLIP,
          );
          found.push(
            ...measures.map(({ id, value, sd, unit }) => ({
              name: person.name,
              day: look.day,
              place,
              id,
              value,
              sd,
              unit,
            })),
          );
        } catch (error) {
          if (!(error instanceof InputError)) throw error;
        }
      }
      before = page.next === null ? undefined : cursorSchema.parse(page.next);
    } while (before && found.length < MOST * 10);
    return found.sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0));
  }

  async function workOf(id: string): Promise<WorkToTell[]> {
    const all: WorkToTell[] = [];
    for (const programme of await programmes.ofPerson(id)) all.push(...(await programmes.logsOf(programme.id)));
    return all.sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0));
  }

  return {
    setsOf,
    measuresOf,
    workOf,
    /** Everything of a person that tables and paper hold. @throws 404 */
    async of(account: Account, id: string): Promise<{ person: Person; record: RecordToTell }> {
      const person = await personOf(context, account, id);
      const { catalog } = await studio.now();
      const answered = await looks.answered(id, '0000');
      return {
        person,
        record: {
          person,
          cautions: person.cautionRecords.map((c) => ({ ...c, name: cautionName(catalog, c.caution) })),
          sets: await setsOf(account, person),
          measures: await measuresOf(account, person),
          work: await workOf(id),
          prescriptions: (await plans.prescriptionsOf(id)).filter((p) => p.newest),
          tests: await Promise.all(
            answered.map(async ({ at, tests }) => ({ day: await circumstances.dayOf(at), tests })),
          ),
          steps: await ladders.stepsOf(id),
        },
      };
    },
  };
}
