/** Bodies and cameras that the measuring code does not know: what a lens near by costs, with its place told and without. */
import { bodyOf, type Body, type Segment } from '../core/body/anthropometry.js';
import type { AcrossFaults } from '../core/body/across.js';
import type { Pose } from '../core/body/pose.js';
import {
  DEFAULT_CAMERA,
  simulateAcross,
  simulatePicture,
  withFaults,
  type Camera,
  type PoseFaults,
} from '../core/body/simulate.js';
import { rungOf, rungsOf } from '../core/catalog/index.js';
import { catalog } from '../core/catalog/shipped.js';
import { judgedMeasures, see } from '../core/evaluate/see.js';
import type { Rung } from '../core/formats/catalog.js';
import { observationSchema } from '../core/formats/observation.js';
import { add, type Point } from '../core/geometry.js';
import { baseOf, type FloorLine, type LandmarkName, type Landmarks, type View } from '../core/landmarks.js';
import { uprightFrame } from '../core/measure/frame.js';
import type { Measure } from '../core/measure/measure.js';
import { measureDefinition } from '../core/measure/measures.js';
import { LENS_SD } from '../core/measure/lens.js';
import { DEPTH_SD, depthsAcross } from '../core/measure/lens-across.js';
import { gaussian, quantile, type Random } from '../core/statistics.js';

/** Pictures of a table. */
const PICTURES = Number(process.env.PICTURES ?? 1200);
/** Of a table with a row for each position or view. */
const MANY = Number(process.env.PICTURES ?? 6000);
/** Rows of fewer pictures say nothing. */
const FEWEST = 50;
const SEGMENTS: readonly Segment[] = [
  'upperTrunk',
  'middleTrunk',
  'lowerTrunk',
  'upperArm',
  'forearm',
  'thigh',
  'shank',
];
const UNITS = { deg: '°', '%': ' %', cm: ' cm' } as const;

interface Shot {
  picture: { width: number; height: number };
  points: Landmarks;
  floor?: FloorLine;
}
/** One body before one camera: as a lens near by shows it with placing errors, and as a camera far away shows its own lines. */
interface Drawn {
  rung: Rung;
  view: View;
  athlete: { stature: number; mass: number };
  near: Shot;
  far: Shot;
  /** px, 1 SD */
  noise: number;
  lens: { distance: number; height: number };
  judged: readonly string[];
  /** Whose own value is taken without any camera between, where it is looked at across. */
  body?: Body;
}

const measured = (
  { rung, view, athlete }: Drawn,
  shot: Shot,
  landmarkSd: number,
  camera?: { distance: number; height: number },
) => {
  const { picture, context, family } = see(
    {
      observation: observationSchema.parse({
        format: 'upright-anchor/observation',
        version: 1,
        position: rung.family,
        rung: rung.id,
        view,
        // Somebody has to lie on one side: the drawn body lies on the left.
        ...(view === 'side' ? {} : { side: 'left' }),
        athlete,
        picture: shot.picture,
        ...(shot.floor ? { floor: shot.floor } : {}),
        landmarkSd: Math.max(landmarkSd, 0.01),
        ...(camera ? { camera } : {}),
        frames: [{ t: 0, points: shot.points }],
      }),
    },
    catalog,
  );
  return { measures: picture!.measures, context, family };
};

/** The body's own value of a measure, of the side that the picture showed further off; null where it has none. */
function ownValue(id: string, { far, body, view, ...drawn }: Drawn, side: Measure['side']): number | null {
  const { measures, context, family } = measured({ far, body, view, ...drawn }, far, 0.01);
  if (!body || view === 'side') return measures.find((m) => m.id === id)?.value ?? null;
  const depths = depthsAcross(family.id, view, drawn.rung.pose, body, drawn.rung.chordEnd);
  const own = { ...context, body, depths };
  const frame = uprightFrame(far.points, far.floor, family.orientation);
  const { compute, ofSide } = measureDefinition(id);
  return ofSide && side ? ofSide(frame, own, side === 'left' ? 'l' : 'r') : compute(frame, own);
}

interface Cells {
  errors: number[];
  inside: number;
}
interface Row {
  unit: keyof typeof UNITS;
  plain: Cells;
  told: Cells;
}
const none = (): Cells => ({ errors: [], inside: 0 });
const HEAD = [
  '| measure | not told: mean error | median | 95th percentile | in the band | lens told: mean error | median | 95th percentile | in the band |',
  '|---|---|---|---|---|---|---|---|---|',
];

/** Each measure's error, and how often its 95 % band held the body's own value. */
function tableOf(
  count: number,
  draw: () => Drawn,
  random: Random,
  rowOf: (id: string, drawn: Drawn) => string = (id) => id,
) {
  const rows = new Map<string, Row>();
  for (let i = 0; i < count; i += 1) {
    const drawn = draw();
    const { lens } = drawn;
    // Who tells where the lens stood paces it out.
    const said = {
      distance: Math.max(0.5, lens.distance + LENS_SD.distance * gaussian(random)),
      height: Math.max(0, lens.height + LENS_SD.height * gaussian(random)),
    };
    for (const [way, camera] of [
      ['plain', undefined],
      ['told', said],
    ] as const)
      for (const found of measured(drawn, drawn.near, drawn.noise, camera).measures) {
        const own = drawn.judged.includes(found.id) ? ownValue(found.id, drawn, found.side) : null;
        if (own === null) continue;
        const name = rowOf(found.id, drawn);
        const row = rows.get(name) ?? { unit: found.unit, plain: none(), told: none() };
        const off = found.value - own;
        const error = found.unit === 'deg' && Math.abs(off) > 180 ? off - 360 * Math.sign(off) : off;
        row[way].errors.push(error);
        if (Math.abs(error) <= 1.96 * found.sd) row[way].inside += 1;
        rows.set(name, row);
      }
  }
  return rows;
}

const cellsOf = ({ errors, inside }: Cells, unit: string): string[] => {
  const sizes = errors.map(Math.abs);
  const mean = errors.reduce((sum, e) => sum + e, 0) / errors.length;
  return [
    `${mean.toFixed(1).replace('-', '−')}${unit}`,
    `${quantile(sizes, 0.5).toFixed(1)}${unit}`,
    `${quantile(sizes, 0.95).toFixed(1)}${unit}`,
    `${Math.round((100 * inside) / errors.length)} %`,
  ];
};
const linesOf = (rows: ReadonlyMap<string, Row>, names: readonly string[]): string[] => [
  ...HEAD,
  ...names.flatMap((name) => {
    const row = rows.get(name);
    if (!row || Math.min(row.plain.errors.length, row.told.errors.length) < FEWEST) return [];
    const unit = UNITS[row.unit];
    return [`| ${[name, ...cellsOf(row.plain, unit), ...cellsOf(row.told, unit)].join(' | ')} |`];
  }),
];

const between = (random: Random, low: number, high: number): number => low + random() * (high - low);
/** Somebody whose segments are up to 5 % off the table, and breadths up to 15 %, as nobody told. */
function somebody(random: Random): { athlete: Drawn['athlete']; body: Body } {
  const athlete = { stature: between(random, 1.5, 1.95), mass: between(random, 48, 100) };
  const usual = bodyOf(athlete);
  const lengths = Object.fromEntries(SEGMENTS.map((s) => [s, usual.lengths[s] * between(random, 0.95, 1.05)]));
  const body = bodyOf({ ...athlete, lengths });
  const broad = between(random, 0.85, 1.15);
  return { athlete, body: { ...body, shoulderWidth: body.shoulderWidth * broad, hipWidth: body.hipWidth * broad } };
}
/** A phone that somebody put down or held. */
function somewhere(random: Random): { lens: Drawn['lens']; camera: Camera } {
  const lens = { distance: between(random, 2.2, 4), height: between(random, 0.4, 1.4) };
  return {
    lens,
    camera: { ...DEFAULT_CAMERA, lens, offSquare: between(random, -12, 12), roll: between(random, -5, 5) },
  };
}
const noiseOf = (share: number, { stature }: Drawn['athlete']): number =>
  share * 0.8 * stature * DEFAULT_CAMERA.pixelsPerMetre;
const oneOf = <T>(list: readonly T[], random: Random): T => list[Math.floor(random() * list.length)]!;

/** A body beside the lens. */
function beside(rung: Rung, poseOf: (body: Body) => Pose, random: Random, share: number): Drawn {
  const { athlete, body } = somebody(random);
  const { lens, camera } = somewhere(random);
  const pose = poseOf(body);
  const noise = noiseOf(share, athlete);
  return {
    rung,
    view: 'side',
    athlete,
    near: simulatePicture(pose, body, camera, noise, random),
    far: simulatePicture(pose, body),
    noise,
    lens,
    judged: judgedMeasures(catalog, rung, 'side'),
  };
}

/**
 * Lines of a table over chosen shapes.
 * @param cases position, version and shapes
 * @param share landmark error, 1 SD as a share of the shoulder–ankle distance; the measuring code is told it
 */
export function lensTable(
  cases: readonly (readonly [family: string, rung: string, faults: readonly PoseFaults[]])[],
  judged: readonly string[],
  random: Random,
  share: number,
): string[] {
  const draw = (): Drawn => {
    const [family, id, list] = oneOf(cases, random);
    const rung = rungOf(catalog, family, id);
    const drawn = beside(rung, (body) => withFaults(rung.pose, oneOf(list, random), body), random, share);
    return { ...drawn, judged };
  };
  return linesOf(tableOf(PICTURES, draw, random), judged);
}

/** Lines of a table over every version that is looked at from the side, each joint up to some degrees off its pose. */
export function positionsTable(random: Random, share: number): string[] {
  const families = catalog.families.filter((f) => f.views.includes('side'));
  const draw = (): Drawn => {
    const rung = oneOf(rungsOf(catalog, oneOf(families, random).id), random);
    const off = (by: number): number => between(random, -by, by);
    const { pose } = rung;
    const moved: Pose = {
      ...pose,
      hip: pose.hip + off(8),
      knee: Math.max(0, pose.knee + off(6)),
      shoulder: pose.shoulder + off(8),
      neck: pose.neck + off(12),
      lumbar: pose.lumbar + off(6),
    };
    return beside(rung, () => moved, random, share);
  };
  const rows = tableOf(MANY, draw, random);
  return linesOf(rows, [...rows.keys()].sort());
}

/** Departures of a body that is looked at across its plane. */
const somehow = (random: Random): AcrossFaults => {
  const off = (by: number): number => between(random, -by, by);
  return {
    sideLine: off(12),
    depthLine: off(14),
    shoulders: off(8),
    pelvis: off(8),
    kneeIn: off(12),
    uneven: off(12),
    toeOut: between(random, -5, 30),
    sideLean: off(8),
    armLead: off(25),
    turn: between(random, 15, 40),
  };
};

/** Lines of a table over the views from the front, the rear and above: which joint is nearer to the lens, and by how much, is not told. */
export function acrossTable(random: Random, share: number): string[] {
  const cases = catalog.families.flatMap((family) =>
    family.views.flatMap((view) =>
      view === 'side'
        ? []
        : rungsOf(catalog, family.id)
            .filter((rung) => judgedMeasures(catalog, rung, view).length > 0)
            .map((rung) => ({ rung, view })),
    ),
  );
  const draw = (): Drawn => {
    const { rung, view } = oneOf(cases, random);
    const { athlete, body } = somebody(random);
    const { lens: stands, camera } = somewhere(random);
    const lens = view === 'above' ? { distance: stands.distance, height: between(random, 1.7, 2.6) } : stands;
    const faults = somehow(random);
    const depths = depthsAcross(rung.family, view, rung.pose, body, rung.chordEnd);
    const held = new Map<string, number>();
    const depthOf = (name: LandmarkName): number => {
      const base = baseOf(name);
      if (!held.has(base)) held.set(base, DEPTH_SD * gaussian(random));
      return depths.of(name) + held.get(base)!;
    };
    const shot = (camera: Camera): Shot =>
      simulateAcross(rung.family, view, body, faults, rung.chordEnd, camera, depthOf, rung.pose);
    const noise = noiseOf(share, athlete);
    const jitter = (p: Point): Point => add(p, [gaussian(random) * noise, gaussian(random) * noise]);
    const near = shot({ ...camera, lens });
    return {
      rung,
      view,
      athlete,
      near: {
        ...near,
        points: Object.fromEntries(Object.entries(near.points).map(([name, p]) => [name, jitter(p)])),
        ...(near.floor ? { floor: [jitter(near.floor[0]), jitter(near.floor[1])] as const } : {}),
      },
      far: shot(DEFAULT_CAMERA),
      body,
      noise,
      lens,
      judged: judgedMeasures(catalog, rung, view),
    };
  };
  const rows = tableOf(MANY, draw, random, (id, { rung, view }) => `${id}, ${rung.family}, ${view}`);
  return linesOf(rows, [...rows.keys()].sort());
}
