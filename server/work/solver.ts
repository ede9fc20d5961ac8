/** The solver of integer programmes (HiGHS as WebAssembly), loaded where a class needs it. */
import loadHighs from 'highs';
import type { SolveLp } from '../../core/class/assign.js';

/** Longest that one round is worked on, s; after it the best found stands. */
const LIMIT = 2;

async function load(): Promise<SolveLp> {
  const highs = await loadHighs();
  return (lp) => {
    const found = highs.solve(lp, { mip_rel_gap: 0, mip_abs_gap: 0, time_limit: LIMIT });
    const columns = Object.entries(found.Columns).map(([name, c]) => [name, 'Primal' in c ? c.Primal : 0] as const);
    return { optimal: found.Status === 'Optimal', columns: Object.fromEntries(columns) };
  };
}

let loaded: Promise<SolveLp> | undefined;
/** The solver, loaded at first use. */
export const loadSolver = (): Promise<SolveLp> => (loaded ??= load());
