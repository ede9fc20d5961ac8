/** Two eyes on one thing: a look judged again blind, a round played by two; what they agree in, fault by fault. */
import { SEVERITIES } from '../formats/catalog.js';
import type { Judged } from '../evaluate/judge.js';
import { isStated } from '../formats/catalog.js';
import { limitsOfAgreement, weightedKappa, type Kappa, type Limits, type Pair } from './agreement.js';
import type { Scored } from '../formats/eye.js';
import type { Observation } from '../formats/observation.js';

/** What one eye's record of a thing says: a grade for each fault that the position can have, and its measures. */
export interface Said {
  /** 0 none, then by severity; by fault. */
  faults: Readonly<Record<string, number>>;
  /** By measure; `clean` is seconds. */
  values: Readonly<Record<string, number>>;
}
export const GRADES = SEVERITIES.length + 1;

/** Measures that two eyes are compared by: angles, and clean seconds. */
export function saidOf(judged: Pick<Judged, 'findings' | 'measures' | 'hold'>, faults: readonly string[]): Said {
  return {
    faults: Object.fromEntries(
      faults.map((id) => {
        const found = judged.findings.find((f) => f.fault === id && isStated(f));
        return [id, found ? SEVERITIES.indexOf(found.severity) + 1 : 0];
      }),
    ),
    values: {
      ...Object.fromEntries(judged.measures.filter((m) => m.unit === 'deg').map((m) => [m.id, m.value])),
      ...(judged.hold ? { clean: judged.hold.clean } : {}),
    },
  };
}

/** A record that was watched and tapped: nothing in it was measured. */
export const isWatched = ({ frames }: Pick<Observation, 'frames'>): boolean => frames.length === 0;
/** Where one eye tapped what the other measured, named or not is all that both can say: a tap has no degrees. Clean seconds stay. */
export const namedIn = ({ faults, values }: Said): Said => ({
  faults: Object.fromEntries(Object.entries(faults).map(([fault, grade]) => [fault, Math.min(1, grade)])),
  values: values['clean'] === undefined ? {} : { clean: values['clean'] },
});

/** What a round says of each of its items: named or not, and clean seconds. A tap has no severity of its own: named counts as one grade. */
export function saidInRound(scored: Scored): Said[] {
  if (scored.kind === 'placing') return [];
  const named = (list: { fault: string; named: boolean }[]): Said['faults'] =>
    Object.fromEntries(list.map((n) => [n.fault, n.named ? 1 : 0]));
  return scored.kind === 'holds'
    ? scored.holds.map((h) => ({ faults: named(h.named), values: { clean: h.clean.tapped } }))
    : scored.pictures.map((p) => ({ faults: named(p.named), values: {} }));
}

export interface Agreement {
  /** Things that both judged. */
  things: number;
  /** Over all faults of all things, by grades. */
  all: Kappa;
  /** Faults that either named at least once, most things named first. */
  faults: (Kappa & { fault: string; named: number })[];
  /** By measure, where both have it at least three times: second less first. */
  limits: (Limits & { measure: string })[];
}

/** @param pairs what the first and the second eye said of each thing */
export function agreementOf(pairs: readonly (readonly [Said, Said])[]): Agreement {
  const ids = [...new Set(pairs.flatMap(([a]) => Object.keys(a.faults)))];
  const gradesOf = (id: string): Pair[] =>
    pairs.flatMap(([a, b]): Pair[] => {
      const [x, y] = [a.faults[id], b.faults[id]];
      return x === undefined || y === undefined ? [] : [[x, y]];
    });
  const measures = [...new Set(pairs.flatMap(([a]) => Object.keys(a.values)))];
  return {
    things: pairs.length,
    all: weightedKappa(ids.flatMap(gradesOf), GRADES),
    faults: ids
      .map((fault) => {
        const list = gradesOf(fault);
        return { ...weightedKappa(list, GRADES), fault, named: list.filter(([a, b]) => a > 0 || b > 0).length };
      })
      .filter((f) => f.named > 0)
      .sort((a, b) => b.named - a.named),
    limits: measures.flatMap((measure) => {
      const differences = pairs.flatMap(([a, b]) => {
        const [x, y] = [a.values[measure], b.values[measure]];
        return x === undefined || y === undefined ? [] : [y - x];
      });
      const limits = limitsOfAgreement(differences);
      return limits ? [{ ...limits, measure }] : [];
    }),
  };
}
