/** The solver of integer programmes (HiGHS as WebAssembly), loaded where a class or a programme needs it. */
import loadHighs from 'highs';
import type { SolveLp } from '../../core/class/assign.js';

/** How long one round is worked on, s. */
export interface Patience {
  /** After it the best found stands. */
  best: number;
  /** Where nothing was found by then, for anything at all: on a busy machine that is no reason to say that nothing fits. */
  any: number;
}
const USUAL: Patience = { best: 2, any: 30 };

/** Nothing was found in the time there was, and whether there is anything is not known. */
export class NotWorkedOut extends Error {
  constructor() {
    super('This could not be worked out in the time there was.');
  }
}

/** @returns a solver; it throws {@link NotWorkedOut} where neither an answer nor that there is none was found in time */
export async function solverFor({ best, any }: Patience): Promise<SolveLp> {
  const highs = await loadHighs();
  return (lp) => {
    const within = (time_limit: number): ReturnType<typeof highs.solve> =>
      highs.solve(lp, { mip_rel_gap: 0, mip_abs_gap: 0, time_limit });
    const late = ({ Status, ObjectiveValue }: ReturnType<typeof within>): boolean =>
      Status === 'Time limit reached' && !Number.isFinite(ObjectiveValue);
    let found = within(best);
    if (late(found)) found = within(any);
    if (late(found)) throw new NotWorkedOut();
    const columns = Object.entries(found.Columns).map(([name, c]) => [name, 'Primal' in c ? c.Primal : 0] as const);
    return { optimal: found.Status === 'Optimal', columns: Object.fromEntries(columns) };
  };
}

let loaded: Promise<SolveLp> | undefined;
/** The solver, loaded at first use. */
export const loadSolver = (): Promise<SolveLp> => (loaded ??= solverFor(USUAL));
