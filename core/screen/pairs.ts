/** Drills of a screen finding's own pair: ease and lengthen what the row names short, wake and use what it names quiet. */
import type { CauseId, Drill } from '../formats/catalog.js';
import type { ScreenFinding } from './read-screen.js';

interface Pair {
  /** Eased and lengthened. */
  short: readonly string[];
  /** Woken and used. */
  quiet: readonly string[];
}

const CALVES = ['ease-calf', 'calf-straight', 'calf-bent'];
const SQUAT_USE = ['box-squat-overhead', 'banded-squat', 'single-leg-support'];
/** By fault; drill ids. The rows of practice, muscle by muscle. */
const PAIRS: Readonly<Record<string, Pair>> = {
  'toes-out': {
    short: [...CALVES, 'ease-hamstring', 'hamstring-contract-relax', 'ease-front-of-hip', 'hip-flexor-stretch'],
    quiet: ['heel-raise', 'hamstring-curl', 'outer-hip-raise', 'hip-outward', ...SQUAT_USE],
  },
  'heels-rise': { short: CALVES, quiet: ['toe-raise', ...SQUAT_USE] },
  'forward-lean': {
    short: [...CALVES, 'ease-front-of-hip', 'hip-flexor-stretch'],
    quiet: ['toe-raise', 'bridge', 'single-leg-bridge', 'hinge-to-wall', 'box-squat-overhead'],
  },
  'low-back-arch': {
    short: ['ease-front-of-hip', 'hip-flexor-stretch', 'ease-lats', 'lat-over-bench'],
    quiet: ['bridge', 'single-leg-bridge', 'flattening-breath', 'find-the-middle', 'box-squat-overhead'],
  },
  'tail-tucks': {
    short: ['ease-hamstring', 'hamstring-contract-relax', 'ease-inner-thigh', 'inner-thigh'],
    quiet: ['bridge', 'single-leg-bridge', 'hinge-to-wall', 'box-squat-overhead'],
  },
  'arms-forward': {
    short: ['ease-lats', 'lat-over-bench', 'chest-doorway', 'overhead-lean'],
    quiet: ['prone-letters', 'rear-shoulder-raise', 'shoulder-outward', 'wall-slide', 'mid-back-row'],
  },
  'knee-in': {
    short: [...CALVES, 'ease-inner-thigh', 'inner-thigh', 'ease-outer-thigh', 'ease-hamstring', 'ease-front-of-hip'],
    quiet: [
      'outer-hip-raise',
      'hip-outward',
      'knee-straighten',
      'hamstring-curl',
      'heel-raise',
      'band-side-steps',
      ...SQUAT_USE,
    ],
  },
  'knee-out': {
    short: ['ease-outer-thigh'],
    quiet: ['hamstring-curl', 'bridge', 'box-squat-overhead', 'single-leg-support'],
  },
  'foot-rolls-in': {
    short: ['ease-calf', 'calf-straight', 'calf-bent'],
    quiet: ['toe-spread', 'toe-raise', 'hip-outward', 'single-leg-support'],
  },
  'weight-shifts': { short: CALVES, quiet: ['outer-hip-raise', 'single-leg-support', 'band-side-steps'] },
  'hip-drops': {
    short: ['ease-outer-thigh'],
    quiet: ['outer-hip-raise', 'hip-outward', 'band-side-steps', 'single-leg-support'],
  },
};

/** The pair of a fault; undefined for one of no screen. */
export const pairOf = (fault: string): Pair | undefined => PAIRS[fault];

/** Drills that the findings of a screen ask for: those of their own pairs, and no others. Noise asks for none. */
export function pairDrills(findings: readonly Pick<ScreenFinding, 'fault' | 'verdict'>[]): ReadonlySet<string> {
  const told = findings.filter((f) => f.verdict !== 'noise');
  return new Set(told.flatMap((f) => [...(PAIRS[f.fault]?.short ?? []), ...(PAIRS[f.fault]?.quiet ?? [])]));
}

/** Weight of a pair's drill for the causes of its row where the drill does not name them itself. */
const OF_THE_PAIR = 2;
/**
 * Drills as a screen's choice takes them: those of the pairs, each serving the causes of the rows that it belongs to.
 * @param causesOf causes of a row, by fault
 */
export function drillsOfPairs(
  drills: readonly Drill[],
  findings: readonly Pick<ScreenFinding, 'fault' | 'verdict' | 'row'>[],
): Drill[] {
  const wanted = pairDrills(findings);
  const told = findings.filter((f) => f.verdict !== 'noise');
  return drills
    .filter((d) => wanted.has(d.id))
    .map((d) => {
      const rows = told.filter((f) => [...PAIRS[f.fault]!.short, ...PAIRS[f.fault]!.quiet].includes(d.id));
      const causes = Object.fromEntries(
        rows.flatMap((f) => f.row.causes.slice(0, 2)).map((cause): [CauseId, 2] => [cause, OF_THE_PAIR]),
      );
      return { ...d, causes: { ...causes, ...d.causes } };
    });
}
