/** A class worked out from what is known of everybody at the moment. */
import { setImmediate as turn } from 'node:timers/promises';
import type { Account } from '../api/accounts.js';
import type { ClassInput, PlannedClass } from '../api/classes.js';
import type { Catalog } from '../core/catalog/index.js';
import { memberFrom } from '../core/class/member.js';
import type { Circumstance } from '../core/person/circumstance.js';
import type { ClassMember, ClassQuery } from '../core/formats/class.js';
import type { LoggedHold } from '../core/ladder/holds.js';
import { takenOf } from '../core/ladder/places.js';
import { recordOf } from './jobs/judging.js';
import { judgedPerson, type Context } from './routes/context.js';

/** A class planned, with what was known of its members. */
export interface WorkedOut {
  planned: PlannedClass;
  members: ClassMember[];
}

export const asked = ({
  blocks,
  kit,
  minutes,
}: Pick<ClassInput, 'blocks' | 'kit' | 'minutes'>): Omit<ClassQuery, 'members'> => ({
  format: 'upright-anchor/class-query',
  version: 1,
  minutes,
  kit,
  blocks,
});

/** What is known of a person to plan by, and the holds that it rests on. */
export async function memberOf(
  context: Context,
  catalog: Catalog,
  account: Account,
  id: string,
  circumstance: Circumstance,
): Promise<{ member: ClassMember; holds: readonly LoggedHold[] }> {
  const { looks, ladders: steps, judging } = context;
  const holds = await judging.holdsOf(await judgedPerson(context, account, id));
  const taken = takenOf(await steps.stepsOf(id));
  const look = holds[0] ? await looks.find(holds[0].lookId) : null;
  return { member: memberFrom(catalog, id, circumstance, { holds, taken, look: look && recordOf(look) }), holds };
}

export function plannerIn(context: Context) {
  const { people, studio, circumstances, work } = context;

  async function workedOut(account: Account, of: ClassInput): Promise<WorkedOut> {
    const known = await studio.now();
    const [here, resting]: [PlannedClass['people'], PlannedClass['resting']] = [[], []];
    const members: ClassMember[] = [];
    const pain: { member: string; family: string }[] = [];
    const screens: { member: string; faults: readonly string[] }[] = [];
    const today = await circumstances.today();
    for (const id of of.members) {
      const person = await people.find(account, id, today);
      if (!person) continue;
      const circumstance = await circumstances.of(id);
      // A stop sign takes everything that loads away: they are named, and given nothing.
      const stopped = circumstance.stop !== null;
      (stopped ? resting : here).push({ id, name: person.name });
      if (stopped) continue;
      members.push((await memberOf(context, known.catalog, account, id, circumstance)).member);
      pain.push(...circumstance.painIn.map((family) => ({ member: id, family })));
      if (circumstance.history?.screen?.length) screens.push({ member: id, faults: circumstance.history.screen });
      await turn();
    }
    if (members.length === 0 || of.blocks.length === 0)
      return { planned: { people: here, resting, plan: null, unpinned: null }, members };
    const query: ClassQuery = { ...asked(of), members };
    const circumstance = await circumstances.of(null);
    const plan = await work.run('planClass', known, { query, circumstance, pins: of.pins, pain, screens }, 1, 0);
    const unpinned =
      of.pins.length > 0
        ? (await work.run('planClass', known, { query, circumstance, pins: [], pain, screens }, 1, 0)).total
        : null;
    return { planned: { people: here, resting, plan, unpinned }, members };
  }
  return { workedOut };
}
