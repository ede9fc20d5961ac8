/** Classes: stored, and planned when they are read, from what is known of everybody by then. */
import { setImmediate as turn } from 'node:timers/promises';
import type { Account } from '../../api/accounts.js';
import type { ClassInput, ClassOfStudio, PlannedClass } from '../../api/classes.js';
import { ladderOf, ladders, placeKey } from '../../core/catalog/ladders.js';
import type { Catalog } from '../../core/catalog/index.js';
import { explain } from '../../core/evaluate/explain.js';
import { judge } from '../../core/evaluate/judge.js';
import { see } from '../../core/evaluate/see.js';
import { checkClass } from '../../core/class/plan.js';
import { isStated } from '../../core/formats/catalog.js';
import type { ClassMember, ClassQuery } from '../../core/formats/class.js';
import { InputError } from '../../core/formats/problems.js';
import { placeOn } from '../../core/ladder/places.js';
import type { LoggedHoldOf } from '../../api/ladders.js';
import { Again, type Handlers } from '../http/mount.js';
import { HttpProblem, invalid, notFound } from '../http/problems.js';
import { recordOf } from '../jobs/judging.js';
import { personOf, type Context } from './context.js';

type Names =
  | 'classes.list'
  | 'classes.add'
  | 'classes.get'
  | 'classes.change'
  | 'classes.remove'
  | 'classes.restore'
  | 'classes.plan';

/** Causes below this are not worth planning by. */
const WORTH = 0.2;

/** Newest clean seconds at a place; a place that a coach decided on and nobody has held yet is nought seconds. */
const cleanAt = (holds: readonly LoggedHoldOf[], place: string): number =>
  holds.find((h) => h.place === place)?.clean ?? 0;

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

  /** What is known of a person for a class: body, cautions, today's places, and the last looks' faults and causes. */
  async function memberOf(
    catalog: Catalog,
    account: Account,
    id: string,
  ): Promise<{ member: ClassMember; stopped: boolean }> {
    const person = await personOf(context, account, id);
    const circumstance = await circumstances.of(id);
    const judgedAs = (await people.judgedAs(account, id))!;
    const [holds, taken] = [await judging.holdsOf(judgedAs), await steps.stepsOf(id)];
    const accepted = taken.filter((s) => s.decision !== 'declined').map((s) => ({ to: s.to, day: s.day }));
    const places: ClassMember['places'] = {};
    const known = new Map(catalog.rungs.map((r) => [placeKey(r), r]));
    for (const ladder of ladders) {
      const place = placeOn(catalog, ladder, holds, accepted);
      const rung = place && known.get(place);
      if (rung && ladderOf(catalog, rung)) places[rung.family] = { rung: rung.id, clean: cleanAt(holds, place) };
    }
    // Positions on no ladder stand where they were held last.
    for (const hold of [...holds].reverse()) {
      const rung = known.get(hold.place);
      if (rung && !ladderOf(catalog, rung)) places[rung.family] = { rung: rung.id, clean: hold.clean };
    }
    const look = holds[0] ? await looks.find(holds[0].lookId) : null;
    let causes: ClassMember['causes'] = [];
    let faults = [...new Set(holds.slice(0, 5).flatMap((h) => h.first ?? []))];
    if (look) {
      const judged = judge(see(recordOf(look), catalog), catalog, circumstance);
      faults = [...new Set([...judged.findings.filter(isStated).map((f) => f.fault), ...faults])];
      causes = explain(judged, catalog, circumstance)
        .ranking.filter((r) => r.probability >= WORTH)
        .slice(0, 5)
        .map(({ cause, probability }) => ({ cause, probability }));
    }
    const member: ClassMember = {
      id,
      athlete: circumstance.athlete,
      cautions: [...person.cautions],
      places,
      faults: faults.slice(0, 5),
      causes,
    };
    return { member, stopped: circumstance.stop !== null };
  }

  async function planned(account: Account, of: ClassOfStudio): Promise<PlannedClass> {
    const known = await studio.now();
    const [here, resting]: [PlannedClass['people'], PlannedClass['resting']] = [[], []];
    const members: ClassMember[] = [];
    const today = await circumstances.today();
    for (const id of of.members) {
      const person = await people.find(account, id, today);
      if (!person) continue;
      const { member, stopped } = await memberOf(known.catalog, account, id);
      // A stop sign takes everything that loads away: they are named, and given nothing.
      (stopped ? resting : here).push({ id, name: person.name });
      if (!stopped) members.push(member);
      await turn();
    }
    if (members.length === 0 || of.blocks.length === 0) return { people: here, resting, plan: null, unpinned: null };
    const query: ClassQuery = { ...asked(of), members };
    const circumstance = await circumstances.of(null);
    const plan = await work.run('planClass', known, { query, circumstance, pins: of.pins }, 1, 0);
    const unpinned =
      of.pins.length > 0 ? (await work.run('planClass', known, { query, circumstance, pins: [] }, 1, 0)).total : null;
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
