/** The catalogue that ships: data alone, so that who only asks a catalogue does not carry it. */
import type { Rung } from '../formats/catalog.js';
import type { Catalog } from './index.js';
import { causes, evidenceRows } from './causes.js';
import { frontDrills } from './drills/front.js';
import { linkDrills } from './drills/links.js';
import { otherDrills } from './drills/other-families.js';
import { shapeDrills } from './drills/shapes.js';
import { byFamily, overlookedFaults } from './faults/by-family.js';
import { withCount } from './counted.js';
import { families } from './families.js';
import { otherFaults } from './faults/other-families.js';
import { plankAndHollowFaults } from './faults/plank-and-hollow.js';
import { rungKit } from './kit-drawn.js';
import { crossGates } from './ladders.js';
import { cautions, doses, methods } from './methods.js';
import { rungs } from './rungs.js';
import { otherRungs } from './rungs-other.js';
import { quickTests } from './tests.js';
import { tolerances } from './tolerances.js';

const withKit = (rung: Rung): Rung => {
  const kit = rungKit[`${rung.family}/${rung.id}`];
  return kit ? { ...rung, pose: { ...rung.pose, kit } } : rung;
};

export const catalog: Catalog = {
  families,
  rungs: [...rungs, ...otherRungs].map(withCount).map(withKit),
  tolerances,
  faults: [...[...plankAndHollowFaults, ...otherFaults].map(byFamily), ...overlookedFaults],
  drills: [...frontDrills, ...linkDrills, ...otherDrills, ...shapeDrills],
  methods,
  cautions,
  doses,
  causes,
  evidence: evidenceRows,
  tests: quickTests,
  crossGates,
  pads: families.map(({ id, pads }) => ({ id, order: pads })),
  retired: new Set(),
};
