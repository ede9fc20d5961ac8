/** Classes: stored, and planned when they are read, from what is known of everybody by then. */
import type { Account } from '../../api/accounts.js';
import type { ClassInput, ClassOfStudio } from '../../api/classes.js';
import { checkClass } from '../../core/class/plan.js';
import type { ClassMember } from '../../core/formats/class.js';
import { InputError } from '../../core/formats/problems.js';
import { Again, type Handlers } from '../http/mount.js';
import { changedMeanwhile, HttpProblem, invalid, notFound } from '../http/problems.js';
import { cardsPdf } from '../media/cards.js';
import { asked, plannerIn } from '../class-plan.js';
import type { Context } from './context.js';
import { sendFile } from './send-file.js';

type Names =
  | 'classes.list'
  | 'classes.add'
  | 'classes.get'
  | 'classes.change'
  | 'classes.remove'
  | 'classes.restore'
  | 'classes.plan'
  | 'classes.cards';

export function classHandlers(context: Context): Handlers<Names> {
  const { classes, people, studio, circumstances } = context;
  const { workedOut } = plannerIn(context);

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
  return {
    'classes.list': () => classes.list(),
    'classes.add': async ({ account, body }) => {
      if (await classes.known(body.id)) {
        const before = await classes.find(body.id);
        if (!before) throw new HttpProblem(409, 'This class was taken away', 'Put it back to see it again.');
        return new Again(before);
      }
      await check(body, account);
      await classes.add(body, account.id, circumstances.now());
      return found(body.id);
    },
    'classes.get': ({ params }) => found(params.id),
    'classes.change': async ({ account, params, body, version }) => {
      await found(params.id);
      if (body.id !== params.id) throw invalid([{ path: 'id', message: 'is not that of the class' }]);
      await check(body, account);
      if (!(await classes.change(body, { by: account.id, version }, circumstances.now()))) {
        const stands = await classes.find(params.id);
        throw changedMeanwhile('This class', stands, stands?.by);
      }
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
    'classes.plan': async ({ account, params }) => (await workedOut(account, await found(params.id))).planned,
    'classes.cards': async ({ account, params, response }) => {
      const input = await found(params.id);
      const { planned } = await workedOut(account, input);
      const { plan } = planned;
      if (!plan)
        throw new HttpProblem(409, 'There are no cards yet', 'A class has cards when it has members and blocks.');
      const pdf = await cardsPdf((await studio.now()).catalog, input, { ...planned, plan });
      return sendFile(response, { type: 'application/pdf', name: 'cards.pdf', file: pdf, inline: true });
    },
  };
}
