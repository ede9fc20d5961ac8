/** Vertical forces at contacts from force and moment balance; more than two share like springs of equal make. */
import type { Metres } from '../geometry.js';

/** Standard acceleration of free fall, m/s² (CGPM 1901). */
export const GRAVITY = 9.80665;

export interface Support {
  /** Metres along the floor, head to the right. */
  x: Metres;
  /** Relative stiffness, above 0; a contact that just leaves the floor fades out with it. */
  stiffness: number;
  /** Held fast: it may pull down as well as push up. */
  held: boolean;
}

/**
 * Forces that carry a load `newtons` acting at `x`: ΣF = load, ΣF·x = load·x. One contact takes all; two are determinate; more share
 * like springs under a stiff board, F = k(a + b·x): least squares weighted by stiffness. Contacts that would pull without being held
 * let go, the worst first.
 * @returns newtons for each support in the given order, and the moment about the floor in N·m that no support could take
 * @throws RangeError without a support
 */
export function shareLoad(
  supports: readonly Support[],
  newtons: number,
  x: Metres,
): { forces: number[]; residual: number } {
  if (supports.length === 0) throw new RangeError('a body needs something to rest on');
  const open = supports.map(() => true);
  for (;;) {
    const used = supports.map((s, i) => ({ ...s, i })).filter((s) => open[s.i]);
    const k = used.reduce((sum, s) => sum + s.stiffness, 0);
    const mean = used.reduce((sum, s) => sum + s.stiffness * s.x, 0) / k;
    const spread = used.reduce((sum, s) => sum + s.stiffness * (s.x - mean) ** 2, 0);
    const tilt = spread > 1e-9 ? (newtons * (x - mean)) / spread : 0;
    const forces = supports.map((s, i) => (open[i] ? s.stiffness * (newtons / k + tilt * (s.x - mean)) : 0));
    const worst = used.filter((s) => !s.held).sort((a, b) => forces[a.i]! - forces[b.i]!)[0];
    if (!worst || forces[worst.i]! >= -1e-9 * Math.abs(newtons) || used.length === 1) {
      const residual = supports.reduce((sum, s, i) => sum + forces[i]! * s.x, 0) - newtons * x;
      return { forces, residual };
    }
    open[worst.i] = false;
  }
}
