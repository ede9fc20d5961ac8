/** Bodies and cameras that the measuring code does not know: what a lens near by costs, with its place told and without. */
import { bodyOf, type Segment } from '../core/body/anthropometry.js';
import { DEFAULT_CAMERA, simulatePicture, withFaults, type PoseFaults } from '../core/body/simulate.js';
import { rungOf } from '../core/catalog/index.js';
import { catalog } from '../core/catalog/shipped.js';
import { see } from '../core/evaluate/see.js';
import { observationSchema } from '../core/formats/observation.js';
import { LENS_SD } from '../core/measure/lens.js';
import { gaussian, quantile } from '../core/statistics.js';

/** Bodies of this many draws. */
const PICTURES = Number(process.env.PICTURES ?? 1200);
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

interface Row {
  unit: keyof typeof UNITS;
  plain: number[];
  told: number[];
  plainInside: number;
  toldInside: number;
}

/**
 * Lines of a table: each measure's error and how often its 95 % band held the body's own value.
 * @param cases position, version and shapes
 * @param share landmark error, 1 SD as a share of the shoulder–ankle distance; the measuring code is told it
 */
export function lensTable(
  cases: readonly (readonly [family: string, rung: string, faults: readonly PoseFaults[]])[],
  judged: readonly string[],
  random: () => number,
  share: number,
): string[] {
  const between = (low: number, high: number): number => low + random() * (high - low);
  const rows = new Map<string, Row>();
  const measured = (
    family: string,
    rung: string,
    shot: ReturnType<typeof simulatePicture>,
    athlete: { stature: number; mass: number },
    landmarkSd: number,
    camera?: { distance: number; height: number },
  ) =>
    see(
      {
        observation: observationSchema.parse({
          format: 'upright-anchor/observation',
          version: 1,
          position: family,
          rung,
          view: 'side',
          athlete,
          picture: shot.picture,
          floor: shot.floor,
          landmarkSd,
          ...(camera ? { camera } : {}),
          frames: [{ t: 0, points: shot.points }],
        }),
      },
      catalog,
    ).picture!;
  for (let i = 0; i < PICTURES; i += 1) {
    const [family, rung, list] = cases[Math.floor(random() * cases.length)]!;
    const athlete = { stature: between(1.5, 1.95), mass: between(48, 100) };
    const usual = bodyOf(athlete);
    const lengths = Object.fromEntries(SEGMENTS.map((s) => [s, usual.lengths[s] * between(0.95, 1.05)]));
    const body = bodyOf({ ...athlete, lengths });
    const pose = withFaults(rungOf(catalog, family, rung).pose, list[Math.floor(random() * list.length)]!, body);
    const lens = { distance: between(2.2, 4), height: between(0.4, 1.4) };
    const camera = { ...DEFAULT_CAMERA, lens, offSquare: between(-12, 12), roll: between(-5, 5) };
    const noise = share * 0.8 * athlete.stature * DEFAULT_CAMERA.pixelsPerMetre;
    const shot = simulatePicture(pose, body, camera, noise, random);
    const far = measured(family, rung, simulatePicture(pose, body), { ...athlete }, 0.01);
    const truth = new Map(far.measures.map((m) => [m.id, m.value]));
    // Who tells where the lens stood paces it out.
    const said = {
      distance: Math.max(0.5, lens.distance + LENS_SD.distance * gaussian(random)),
      height: Math.max(0, lens.height + LENS_SD.height * gaussian(random)),
    };
    const plain = measured(family, rung, shot, athlete, Math.max(noise, 0.01));
    const told = measured(family, rung, shot, athlete, Math.max(noise, 0.01), said);
    for (const id of judged) {
      const [a, b, own] = [plain.measures, told.measures]
        .map((all) => all.find((m) => m.id === id))
        .concat(far.measures.find((m) => m.id === id));
      if (!a || !b || !own) continue;
      const row = rows.get(id) ?? { unit: a.unit, plain: [], told: [], plainInside: 0, toldInside: 0 };
      const [x, y] = [Math.abs(a.value - truth.get(id)!), Math.abs(b.value - truth.get(id)!)];
      row.plain.push(x);
      row.told.push(y);
      if (x <= 1.96 * a.sd) row.plainInside += 1;
      if (y <= 1.96 * b.sd) row.toldInside += 1;
      rows.set(id, row);
    }
  }
  return [
    '| measure | not told: median error | 95th percentile | in the band | lens told: median error | 95th percentile | in the band |',
    '|---|---|---|---|---|---|---|',
    ...judged.flatMap((id) => {
      const row = rows.get(id);
      if (!row) return [];
      const unit = UNITS[row.unit];
      const cells = (errors: number[], inside: number): string[] => [
        `${quantile(errors, 0.5).toFixed(1)}${unit}`,
        `${quantile(errors, 0.95).toFixed(1)}${unit}`,
        `${Math.round((100 * inside) / errors.length)} %`,
      ];
      return [`| ${[id, ...cells(row.plain, row.plainInside), ...cells(row.told, row.toldInside)].join(' | ')} |`];
    }),
  ];
}
