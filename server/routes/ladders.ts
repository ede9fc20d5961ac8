/** A person on the ladders: derived holds, steps decided, goals. */
import type { Account } from '../../api/accounts.js';
import type { OnLadders } from '../../api/ladders.js';
import { placeKey } from '../../core/catalog/ladders.js';
import { stoppedBy } from '../../core/person/circumstance.js';
import { Again, type Handlers } from '../http/mount.js';
import { HttpProblem, invalid, notFound } from '../http/problems.js';
import { judgedPerson, nothingLoads, personOf, type Context } from './context.js';

type Names = 'ladders.get' | 'steps.add' | 'steps.remove' | 'goals.set' | 'goals.drop';

export function ladderHandlers(context: Context): Handlers<Names> {
  const { looks, ladders, studio, circumstances, judging, programmes } = context;
  const all = async (account: Account, id: string): Promise<OnLadders> => {
    const person = await judgedPerson(context, account, id);
    return {
      holds: await judging.holdsOf(person),
      steps: await ladders.stepsOf(person.id),
      goals: await ladders.goalsOf(person.id),
      said: await programmes.saidOf(person.id),
    };
  };
  return {
    'ladders.get': ({ account, params }) => all(account, params.id),
    'steps.add': async ({ account, params, body }) => {
      const person = await personOf(context, account, params.id);
      const { catalog } = await studio.now();
      const rungs = new Map(catalog.rungs.map((r) => [placeKey(r), r]));
      const unknown = (['from', 'to'] as const).filter((key) => !rungs.has(body[key]));
      if (unknown.length > 0)
        throw invalid(unknown.map((path) => ({ path, message: `there is no version "${body[path]}"` })));
      if (body.decision !== 'declined' && body.kind !== 'leave') {
        const circumstance = await circumstances.of(person.id);
        const stopped = stoppedBy(circumstance, rungs.get(body.to)!.family);
        if (stopped) throw nothingLoads(stopped, circumstance);
      }
      const barred = rungs.get(body.to)!.excludedBy.filter((c) => person.cautions.includes(c));
      if (body.decision !== 'declined' && body.kind !== 'leave' && barred.length > 0)
        throw invalid([{ path: 'to', message: `is left out for a caution of this person (${barred.join(', ')})` }]);
      if (body.lookId && (await looks.owner(body.lookId))?.personId !== person.id)
        throw invalid([{ path: 'lookId', message: 'is no look at this person' }]);
      const owner = await ladders.stepOwner(body.id);
      if (owner && owner !== person.id) throw new HttpProblem(409, 'This step belongs to somebody else');
      await ladders.addStep(person.id, body, await circumstances.today(), account.id);
      const after = await all(account, person.id);
      return owner ? new Again(after) : after;
    },
    'steps.remove': async ({ account, params }) => {
      await judgedPerson(context, account, params.id);
      if (!(await ladders.removeStep(params.id, params.record))) throw notFound('This step');
      return all(account, params.id);
    },
    'goals.set': async ({ account, params }) => {
      await judgedPerson(context, account, params.id);
      await ladders.setGoal(params.id, params.goal);
      return all(account, params.id);
    },
    'goals.drop': async ({ account, params }) => {
      await judgedPerson(context, account, params.id);
      await ladders.removeGoal(params.id, params.goal);
      return all(account, params.id);
    },
  };
}
