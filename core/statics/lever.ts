/** A lever query answered: contact forces and joint moments of a version with its knobs set. */
import { bodyOf } from '../body/anthropometry.js';
import type { Catalog } from '../catalog/index.js';
import type { LeverQuery } from '../formats/lever.js';
import { InputError } from '../formats/problems.js';
import { momentsOf } from './load.js';
import { checkKnobs } from './statics.js';

export interface LeverReport {
  format: 'upright-anchor/lever-report';
  version: 1;
  contacts: { at: string; newtons: number; bodyWeight: number }[];
  moments: { joint: string; newtonMetres: number; perBody: number; relative: number | null }[];
  balanced: boolean;
  /** More than two contacts: the forces are a least-squares share, not the only ones possible. */
  shared?: true;
}

/**
 * Answers a lever query.
 * @throws InputError with a line per problem: unknown position, version or knob, a knob out of its range, a pose that cannot stand
 */
export function leverReport(catalog: Catalog, query: LeverQuery): LeverReport {
  const family = catalog.families.find((f) => f.id === query.position);
  if (!family)
    throw new InputError([
      {
        path: 'position',
        message: `"${query.position}" is not known; known: ${catalog.families.map((f) => f.id).join(', ')}`,
      },
    ]);
  const rungs = catalog.rungs.filter((r) => r.family === family.id);
  const rung = rungs.find((r) => r.id === query.rung);
  if (!rung)
    throw new InputError([
      {
        path: 'rung',
        message: `"${query.rung}" is no version of ${family.id}; known: ${rungs.map((r) => r.id).join(', ')}`,
      },
    ]);
  const body = bodyOf(query.athlete);
  const problems = checkKnobs(rung, body, query.knobs);
  if (problems.length > 0) throw new InputError(problems.map((p) => ({ path: `knobs.${p.path}`, message: p.message })));
  const known = Object.fromEntries(Object.entries(query.knobs).filter(([, v]) => v !== undefined));
  try {
    const { statics, moments } = momentsOf(catalog, rung, body, known);
    return {
      format: 'upright-anchor/lever-report',
      version: 1,
      contacts: statics.contacts.map((c) => ({ at: c.name, newtons: c.newtons, bodyWeight: c.bodyWeight })),
      moments: moments.map(({ joint, newtonMetres, perBody, relative }) => ({
        joint,
        newtonMetres,
        perBody,
        relative,
      })),
      balanced: statics.balanced,
      ...(statics.shared ? { shared: true as const } : {}),
    };
  } catch (error) {
    if (error instanceof RangeError) throw new InputError([{ path: 'knobs', message: error.message }]);
    throw error;
  }
}
