/** People, cautions, consents, attendance and the floor. */
import type { Person, PersonPatch } from '../../api/people.js';
import { changedMeanwhile, invalid, notFound, whose } from '../http/problems.js';
import type { Asked, Handlers } from '../http/mount.js';
import type { Routes } from '../../api/routes.js';
import { personOf, type Context } from './context.js';

type Names =
  | 'floor.get'
  | 'people.list'
  | 'people.add'
  | 'people.get'
  | 'people.change'
  | 'attendance.set'
  | 'cautions.add'
  | 'cautions.change'
  | 'cautions.remove'
  | 'consents.add'
  | 'consents.withdraw';

export function peopleHandlers(context: Context): Handlers<Names> {
  const { people, studio, circumstances, removals } = context;

  const knownGroup = async (id: string | null | undefined): Promise<void> => {
    if (id && !(await people.groupExists(id)))
      throw invalid([{ path: 'groupId', message: 'is no group of this studio' }]);
  };

  /** Methods that are named must be in the studio's catalogue, and positions too. */
  const knownMethods = async (patch: Pick<PersonPatch, 'method' | 'familyMethods'>): Promise<void> => {
    const { catalog } = await studio.now();
    const isMethod = (id: string): boolean => catalog.methods.some((m) => m.id === id);
    if (patch.method && !isMethod(patch.method))
      throw invalid([{ path: 'method', message: `there is no method "${patch.method}"` }]);
    for (const [family, method] of Object.entries(patch.familyMethods ?? {}))
      if (!isMethod(method) || !catalog.families.some((f) => f.id === family))
        throw invalid([
          { path: `familyMethods.${family}`, message: 'names a position or a method that does not exist' },
        ]);
  };
  const seen = ({ account, params }: Asked<Routes['people.get']>): Promise<Person> =>
    personOf(context, account, params.id);

  return {
    'floor.get': async ({ account }) => people.floor(account, await circumstances.today()),
    'people.list': async ({ account, query }) => people.list(account, query, await circumstances.today()),
    'people.add': async ({ account, body }) => {
      await knownGroup(body.groupId);
      await knownMethods(body);
      return personOf(context, account, await people.add(body));
    },
    'people.get': seen,
    'people.change': async ({ account, params, body, version }) => {
      const person = await personOf(context, account, params.id);
      await knownGroup(body.groupId);
      await knownMethods(body);
      if (!(await people.change(person.id, body, { by: account.id, version })))
        throw changedMeanwhile('This person', ...whose(await personOf(context, account, params.id)));
      return personOf(context, account, person.id);
    },
    'attendance.set': async ({ account, params, body }) => {
      const person = await personOf(context, account, params.id);
      await people.attend(person.id, await circumstances.today(), body.here);
      return undefined;
    },
    'cautions.add': async ({ account, params, body }) => {
      const person = await personOf(context, account, params.id);
      await people.addCaution(person.id, body, account.id);
      return personOf(context, account, person.id);
    },
    'cautions.change': async ({ account, params, body }) => {
      const person = await personOf(context, account, params.id);
      if (!(await people.changeCaution(person.id, params.record, body))) throw notFound('This caution');
      return personOf(context, account, person.id);
    },
    'cautions.remove': async ({ account, params }) => {
      const person = await personOf(context, account, params.id);
      if (!(await people.removeCaution(person.id, params.record))) throw notFound('This caution');
      return personOf(context, account, person.id);
    },
    'consents.add': async ({ account, params, body }) => {
      const person = await personOf(context, account, params.id);
      if (person.minor && body.relation === 'self')
        throw invalid([{ path: 'relation', message: 'a guardian gives consent for someone under 18' }]);
      await people.addConsent(person.id, body, account.id);
      return personOf(context, account, person.id);
    },
    /** Withdrawing the consent for pictures deletes the pictures and keeps the numbers; said twice it is done once. */
    'consents.withdraw': async ({ account, params }) => {
      const person = await personOf(context, account, params.id);
      const day = await circumstances.today();
      if (!(await people.withdrawConsent(person.id, params.record, day, circumstances.now())))
        throw notFound('This consent');
      // The records are gone; a file that cannot be removed now is removed at the next start.
      await removals.sweep();
      return personOf(context, account, person.id);
    },
  };
}
