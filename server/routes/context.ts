/** What routes are made of, and the checks that most of them share. */
import type { Account } from '../../api/accounts.js';
import type { Person } from '../../api/people.js';
import type { Catalog } from '../../core/catalog/index.js';
import type { Circumstance } from '../../core/person/circumstance.js';
import type { Circumstances } from '../circumstance.js';
import type { Config } from '../config.js';
import { stoppedText } from '../../words/stops.js';
import { HttpProblem, invalid, notFound } from '../http/problems.js';
import type { Judging } from '../jobs/judging.js';
import type { ClipFiles } from '../media/clips.js';
import type { Pictures } from '../media/pictures.js';
import type { Removals } from '../media/removals.js';
import type { Accounts } from '../repositories/accounts.js';
import type { Clips } from '../repositories/clips.js';
import type { Classes } from '../repositories/classes.js';
import type { Eyes } from '../repositories/eyes.js';
import type { Ladders } from '../repositories/ladders.js';
import type { Looks } from '../repositories/looks.js';
import type { JudgedAs, People } from '../repositories/people.js';
import type { Runs } from '../repositories/runs.js';
import type { Walls } from '../repositories/walls.js';
import type { Plans } from '../repositories/plans.js';
import type { Programmes } from '../repositories/programmes.js';
import type { StudioStore } from '../repositories/studio.js';
import type { News } from '../news.js';
import type { Trail } from '../trail/trail.js';
import type { Work } from '../work/work.js';

export interface Context {
  config: Config;
  accounts: Accounts;
  people: People;
  looks: Looks;
  clips: Clips;
  eyes: Eyes;
  classes: Classes;
  runs: Runs;
  walls: Walls;
  studio: StudioStore;
  plans: Plans;
  programmes: Programmes;
  ladders: Ladders;
  pictures: Pictures;
  clipFiles: ClipFiles;
  removals: Removals;
  work: Work;
  circumstances: Circumstances;
  judging: Judging;
  trail: Trail;
  news: News;
  /** Work of its own that the studio does now and then; each failure is logged and ends nothing. */
  upkeep: readonly (() => Promise<unknown>)[];
  /** Removes what broken-off backups, checks and restores left. @param age ms; 0 when nobody works on any of it */
  sweepLeftovers: (age?: number) => Promise<void>;
  /** Code that makes the first owner; null when there is one. */
  ownerCode: () => string | null;
  /** Starts work that goes on behind the answer. Its failure is logged and ends nothing. */
  behind: (work: () => Promise<void>) => void;
}

/** A method that is asked for, which must be in the studio's catalogue; '' for none. @throws HttpProblem 422 */
export function methodNamed(catalog: Pick<Catalog, 'methods'>, method: string | undefined): string {
  if (method !== undefined && !catalog.methods.some((m) => m.id === method))
    throw invalid([{ path: 'method', message: `there is no method "${method}"` }]);
  return method ?? '';
}

/** A person's page. @throws 404 also where the account may not see them, so that ids tell nothing */
export async function personOf({ people, circumstances }: Context, account: Account, id: string): Promise<Person> {
  const person = await people.find(account, id, await circumstances.today());
  if (!person) throw notFound('This person');
  return person;
}

/** As much of a person as judging their looks takes. @throws 404 as {@link personOf} */
export async function judgedPerson({ people }: Context, account: Account, id: string): Promise<JudgedAs> {
  const person = await people.judgedAs(account, id);
  if (!person) throw notFound('This person');
  return person;
}

/** What is answered where something stands against loading. */
export const nothingLoads = (stopped: 'signs' | 'pain', { stop }: Pick<Circumstance, 'stop'>): HttpProblem =>
  new HttpProblem(
    409,
    'Nothing that loads is assigned now',
    `${stoppedText(stopped, stop)}${stopped === 'pain' ? ' Ask the stop signs again first.' : ''}`,
  );
