/** Groups: listed, added, and what their members' records say together, as a page, a table of text and a workbook. */
import { setImmediate as turn } from 'node:timers/promises';
import type { Account } from '../../api/accounts.js';
import type { GroupTrendsOf } from '../../api/groups.js';
import type { Routes } from '../../api/routes.js';
import { ladders } from '../../core/catalog/ladders.js';
import { usedWhy } from '../../core/class/run.js';
import type { UsedWhy } from '../../core/class/used-why.js';
import { addDays, type Day } from '../../core/days.js';
import { placeOn, takenOf } from '../../core/ladder/places.js';
import { readScreen } from '../../core/screen/read-screen.js';
import { groupTrends, MONTH_DAYS, type GroupMember } from '../../core/studio/group.js';
import { groupSheets } from '../../words/group.js';
import { invalid, notFound } from '../http/problems.js';
import { type Asked, type Handlers, type Sent } from '../http/mount.js';
import { csvOf, workbookOf } from '../media/tables.js';
import { judgedPerson, type Context } from './context.js';
import { sendFile } from './send-file.js';

type Names = 'groups.list' | 'groups.add' | 'groups.trends' | 'groups.csv' | 'groups.workbook';

/** People of a group that are counted, by name; looks of each that are read, newest first. */
const COUNTED = { people: 200, looks: 200 } as const;
const SQUAT = 'overhead-squat';

export function groupHandlers(context: Context): Handlers<Names> {
  const { people, studio, circumstances, judging, ladders: steps, plans, runs } = context;

  type Why = (lookId: string, version: string) => UsedWhy | null;
  /** Why versions were done in classes, by look. */
  async function whysOf(ids: readonly string[], since: Day): Promise<Why> {
    const inClasses = await runs.looksOf(ids, since);
    const plans = await runs.plans([...new Set([...inClasses.values()].map((l) => l.run))]);
    return (lookId, version) => {
      const of = inClasses.get(lookId);
      const plan = of && plans.get(of.run);
      return of && plan ? usedWhy(plan, of.note, version) : null;
    };
  }

  async function memberOf(account: Account, id: string, here: readonly string[], why: Why): Promise<GroupMember> {
    const { catalog } = await studio.now();
    const person = await judgedPerson(context, account, id);
    const holds = await judging.holdsOf(person);
    const { items } = await judging.history(person, '', COUNTED.looks);
    const taken = takenOf(await steps.stepsOf(id));
    const [squat] = (await plans.screensOf(id)).filter((s) => s.record.screen === SQUAT);
    const found = squat && readScreen(squat.record).filter((f) => f.verdict === 'finding');
    const looks = items
      .filter((item) => item.cannot === null)
      .map((item) => ({
        day: item.day,
        place: `${item.position}/${item.rung}`,
        fault: item.top?.fault ?? null,
        why: why(item.id, `${item.position}/${item.rung}`),
      }));
    return {
      id,
      holds,
      looks,
      places: Object.fromEntries(
        ladders.flatMap((ladder) => {
          const place = placeOn(catalog, ladder, holds, taken);
          return place === null ? [] : [[ladder.id, place]];
        }),
      ),
      screen: found ? found.map((f) => f.fault) : null,
      // Who was looked at was here, whether or not somebody marked it.
      here: [...new Set([...here, ...looks.map((l) => l.day)])],
    };
  }

  /** @throws 404 also for a group that the account may not see */
  async function trendsOf(account: Account, id: string, weeks: number): Promise<GroupTrendsOf> {
    const group = (await people.groups(account)).find((g) => g.id === id);
    if (!group) throw notFound('This group');
    const today = await circumstances.today();
    const { items, total } = await people.list(
      account,
      { group: id, archived: 'no', by: 'name', down: 'no', limit: COUNTED.people },
      today,
    );
    const since = addDays(today, -Math.max(7 * weeks, 2 * MONTH_DAYS));
    const ids = items.map((p) => p.id);
    const here = await people.hereSince(ids, since);
    const why = await whysOf(ids, since);
    const members: GroupMember[] = [];
    for (const person of items) {
      members.push(await memberOf(account, person.id, here.get(person.id) ?? [], why));
      await turn();
    }
    const trends = groupTrends(members, today, weeks);
    return {
      ...trends,
      id,
      name: group.name,
      weeks,
      today,
      people: total,
      members: trends.members.map((member, i) => ({ ...member, name: items[i]!.name, due: items[i]!.due })),
    };
  }

  const send =
    (type: string, ending: string, write: (sheets: ReturnType<typeof groupSheets>) => Promise<Buffer> | string) =>
    async ({
      account,
      params,
      query,
      response,
    }: Pick<Asked<Routes['groups.csv']>, 'account' | 'params' | 'query' | 'response'>): Promise<Sent> => {
      const { catalog } = await studio.now();
      const file = await write(groupSheets(catalog, await trendsOf(account, params.id, query.weeks)));
      return sendFile(response, { type, name: `group.${ending}`, file });
    };

  return {
    'groups.list': ({ account }) => people.groups(account),
    'groups.add': async ({ body }) => {
      if (await people.groupNamed(body.name)) throw invalid([{ path: 'name', message: 'is a group already' }]);
      return people.addGroup(body.name);
    },
    'groups.trends': ({ account, params, query }) => trendsOf(account, params.id, query.weeks),
    'groups.csv': send('text/csv', 'csv', (sheets) => csvOf(sheets[0]!)),
    'groups.workbook': send('application/vnd.openxmlformats-officedocument.spreadsheetml.sheet', 'xlsx', (sheets) =>
      workbookOf(sheets),
    ),
  };
}
