/** Classes: stored, and planned when they are read, from what is known of everybody by then. */
import { setImmediate as turn } from 'node:timers/promises';
import type { Account } from '../../api/accounts.js';
import type { ClassInput, ClassOfStudio, PlannedClass } from '../../api/classes.js';
import type { Catalog } from '../../core/catalog/index.js';
import { memberFrom } from '../../core/class/member.js';
import { checkClass } from '../../core/class/plan.js';
import type { Circumstance } from '../../core/person/circumstance.js';
import type { ClassMember, ClassQuery } from '../../core/formats/class.js';
import { InputError } from '../../core/formats/problems.js';
import { Again, type Handlers } from '../http/mount.js';
import { HttpProblem, invalid, notFound } from '../http/problems.js';
import { recordOf } from '../jobs/judging.js';
import { judgedPerson, type Context } from './context.js';

type Names =
  | 'classes.list'
  | 'classes.add'
  | 'classes.get'
  | 'classes.change'
  | 'classes.remove'
  | 'classes.restore'
  | 'classes.plan';

export function classHandlers(context: Context): Handlers<Names> {
  const { classes, looks, ladders: steps, judging, people, studio, circumstances, work } = context;

  async function found(id: string): Promise<ClassOfStudio> {
    const one = await classes.find(id);
    if (!one) throw notFound('This class');
    return one;
  }
  /** Ids that the schema cannot check. @throws 422 with a line per problem */
  async function check({ blocks, kit, members }: ClassInput, account: Account): Promise<void> {
    const { catalog } = await studio.now();
    const today = await circumstances.today();
    for (const [i, id] of members.entries())
      if (!(await people.find(account, id, today)))
        throw invalid([{ path: `members[${i}]`, message: 'is nobody here' }]);
    if (blocks.length === 0) return;
    try {
      checkClass({ ...asked({ blocks, kit, minutes: 60 }), members: [] as ClassMember[] }, catalog);
    } catch (error) {
      if (error instanceof InputError) throw invalid(error.problems);
      throw error;
    }
  }
  const asked = ({
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

  /** What is known of a person for a class. */
  async function memberOf(
    catalog: Catalog,
    account: Account,
    id: string,
    circumstance: Circumstance,
  ): Promise<ClassMember> {
    const holds = await judging.holdsOf(await judgedPerson(context, account, id));
    const taken = (await steps.stepsOf(id)).filter((s) => s.decision !== 'declined');
    const look = holds[0] ? await looks.find(holds[0].lookId) : null;
    return memberFrom(catalog, id, circumstance, { holds, taken, look: look && recordOf(look) });
  }

  async function planned(account: Account, of: ClassOfStudio): Promise<PlannedClass> {
    const known = await studio.now();
    const [here, resting]: [PlannedClass['people'], PlannedClass['resting']] = [[], []];
    const members: ClassMember[] = [];
    const pain: { member: string; family: string }[] = [];
    const today = await circumstances.today();
    for (const id of of.members) {
      const person = await people.find(account, id, today);
      if (!person) continue;
      const circumstance = await circumstances.of(id);
      // A stop sign takes everything that loads away: they are named, and given nothing.
      const stopped = circumstance.stop !== null;
      (stopped ? resting : here).push({ id, name: person.name });
      if (stopped) continue;
      members.push(await memberOf(known.catalog, account, id, circumstance));
      pain.push(...circumstance.painIn.map((family) => ({ member: id, family })));
      await turn();
    }
    if (members.length === 0 || of.blocks.length === 0) return { people: here, resting, plan: null, unpinned: null };
    const query: ClassQuery = { ...asked(of), members };
    const circumstance = await circumstances.of(null);
    const plan = await work.run('planClass', known, { query, circumstance, pins: of.pins, pain }, 1, 0);
    const unpinned =
      of.pins.length > 0
        ? (await work.run('planClass', known, { query, circumstance, pins: [], pain }, 1, 0)).total
        : null;
    return { people: here, resting, plan, unpinned };
  }

  return {
    'classes.list': () => classes.list(),
    'classes.add': async ({ account, body }) => {
      if (await classes.known(body.id)) {
        const before = await classes.find(body.id);
        if (!before) throw new HttpProblem(409, 'This class was taken away', 'Put it back to see it again.');
        return new Again(before);
      }
      await check(body, account);
      await classes.put(body, account.id, circumstances.now());
      return found(body.id);
    },
    'classes.get': ({ params }) => found(params.id),
    'classes.change': async ({ account, params, body }) => {
      await found(params.id);
      if (body.id !== params.id) throw invalid([{ path: 'id', message: 'is not that of the class' }]);
      await check(body, account);
      await classes.put(body, account.id, circumstances.now());
      return found(params.id);
    },
    'classes.remove': async ({ params }) => {
      await found(params.id);
      await classes.setDeleted(params.id, circumstances.now());
      return undefined;
    },
    'classes.restore': async ({ params }) => {
      if (!(await classes.setDeleted(params.id, null))) throw notFound('This class');
      return found(params.id);
    },
    'classes.plan': async ({ account, params }) => planned(account, await found(params.id)),
  };
}
