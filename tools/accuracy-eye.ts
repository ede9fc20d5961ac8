/** Coaches whose eyes the program does not know: what practice says of them, and how often that is kept on what they record afterwards. */
import { bodyOf } from '../core/body/anthropometry.js';
import { simulatePicture } from '../core/body/simulate.js';
import { catalog } from '../core/catalog/shipped.js';
import { see } from '../core/evaluate/see.js';
import { deal, padsOf, pictureOf, poseOfPicture, practisable, truthOfHold, type HoldTruth } from '../core/eye/deal.js';
import { lateWithin, reliabilityOf, type Eye } from '../core/eye/eye.js';
import { eyeFrom, scoreRound, type Round } from '../core/eye/rounds.js';
import { scoreHold } from '../core/eye/tapping.js';
import type { HoldItem, PictureItem } from '../core/formats/eye.js';
import { observationSchema, type Observation } from '../core/formats/observation.js';
import { nobody } from '../core/person/circumstance.js';
import { median, seededRandom } from '../core/statistics.js';
import { answersOf, type SimulatedEye } from './simulated-eye.js';

const COACHES = Number(process.env.COACHES ?? 40);
/** Rounds of holds that each plays before it is judged, and afterwards. */
const BEFORE = 4;
const AFTER = 5;
/** Measures whose bands are held against the truth. */
const JUDGED = ['hip-line', 'neck', 'shoulder-stack'];
const NONE = nobody();
/** Who is called hasty and careful in the table, by placing error. */
const [HASTY, CAREFUL] = [0.015, 0.008];

interface Kept {
  inside: number;
  all: number;
  width: number[];
}
const kept = (): Kept => ({ inside: 0, all: 0, width: [] });
const count = (row: Kept, inside: boolean, width: number): void => {
  row.all += 1;
  if (inside) row.inside += 1;
  row.width.push(width);
};

function recordOf(item: PictureItem, points: object): Observation {
  const { picture, floor } = pictureOf(item, catalog);
  return observationSchema.parse({
    format: 'upright-anchor/observation',
    version: 1,
    position: item.family,
    rung: item.rung,
    view: 'side',
    athlete: item.athlete,
    camera: { distance: item.camera.distance, height: item.camera.height },
    picture,
    floor,
    frames: [{ t: 0, points }],
  });
}
/** Measures of a dealt picture's own body, by a camera far away. */
function trueMeasures(item: PictureItem): ReadonlyMap<string, number> {
  const { points, floor } = simulatePicture(poseOfPicture(item, catalog), bodyOf(item.athlete));
  const far = {
    ...recordOf(item, points),
    floor: [[...floor[0]], [...floor[1]]] as never,
    camera: { distance: 50, height: 0.6 },
  };
  return new Map(see({ observation: far }, catalog).picture!.measures.map((m) => [m.id, m.value]));
}

/** Lines of a table: what was assumed of anybody beside what was measured. */
export function eyeTable(): string[] {
  const random = seededRandom(23);
  const between = (low: number, high: number): number => low + random() * (high - low);
  const known = practisable(catalog, NONE).filter((f) => ['front-plank', 'hollow'].includes(f.family));
  const dealt = (kind: 'holds' | 'placing') => deal(known, { kind, families: ['front-plank'] }, catalog, random)!;
  // Holds are dealt once and watched by everybody: their truth is dear.
  const pool = Array.from({ length: BEFORE + AFTER }, () => dealt('holds'));
  const truths = new Map<HoldItem, HoldTruth>(
    pool.flatMap((d) => (d.items as HoldItem[]).map((i) => [i, truthOfHold(i, catalog, NONE)])),
  );
  const rows = () => ({ bands: kept(), hasty: kept(), careful: kept(), late: kept() });
  const [assumed, own] = [rows(), rows()];
  const said: { reliability: number; there: number }[] = [];
  let [point, points] = [0, 0];
  const nobodyKnown: Eye | null = null;
  for (let c = 0; c < COACHES; c += 1) {
    const eye: SimulatedEye = {
      placing: between(0.004, 0.02),
      sees: between(0.5, 0.98),
      alarms: between(0, 0.8),
      late: { mean: between(0.1, 1.2), sd: between(0.2, 0.7) },
      reads: { bias: 0, sd: 3 },
    };
    const rounds: Round[] = [];
    const check = dealt('placing');
    const placed = answersOf(check, eye, random);
    rounds.push({ id: 'check', day: '2026-01-01', scored: scoreRound(check, placed, catalog, NONE) });
    for (const d of pool.slice(0, BEFORE))
      rounds.push({ id: 'r', day: '2026-01-01', scored: scoreRound(d, answersOf(d, eye, random), catalog, NONE) });
    const { eye: found, placing } = eyeFrom(rounds);
    for (const p of placing!.points) {
      points += 1;
      if (p.within[0] <= eye.placing && eye.placing <= p.within[1]) point += 1;
    }
    // Pictures that it places afterwards.
    const after = dealt('placing');
    const answers = answersOf(after, eye, random);
    if (answers.kind !== 'placing') continue;
    (after.items as PictureItem[]).forEach((item, i) => {
      const truth = trueMeasures(item);
      const observation = recordOf(item, answers.answers[i]![0]);
      for (const [row, by] of [
        [assumed, nobodyKnown],
        [own, found],
      ] as const)
        for (const m of see({ observation, eye: by }, catalog).picture!.measures)
          if (JUDGED.includes(m.id)) {
            const inside = Math.abs(m.value - truth.get(m.id)!) <= 1.96 * m.sd;
            count(row.bands, inside, 1.96 * m.sd);
            if (eye.placing > HASTY) count(row.hasty, inside, 1.96 * m.sd);
            if (eye.placing < CAREFUL) count(row.careful, inside, 1.96 * m.sd);
          }
    });
    // Holds that it taps afterwards.
    for (const d of pool.slice(BEFORE)) {
      const tapped = answersOf(d, eye, random);
      if (tapped.kind !== 'holds') continue;
      (d.items as HoldItem[]).forEach((item, i) => {
        const pads = padsOf(catalog, item.family).map((f) => f.id);
        const { named, late } = scoreHold(truths.get(item)!, tapped.answers[i]!, item.seconds, pads);
        for (const n of named)
          if (n.named) said.push({ reliability: reliabilityOf(found, n.fault), there: n.there ? 1 : 0 });
        for (const { by } of late) {
          count(assumed.late, Math.abs(by) <= lateWithin(null), lateWithin(null));
          count(own.late, Math.abs(by) <= lateWithin(found), lateWithin(found));
        }
      });
    }
  }
  const share = ({ inside, all }: Kept): string => `${Math.round((100 * inside) / all)} %`;
  const brier = (of: (s: (typeof said)[number]) => number): string =>
    (said.reduce((a, s) => a + (of(s) - s.there) ** 2, 0) / said.length).toFixed(3);
  const bins = [0.5, 0.7, 0.8, 0.9, 1.01].map((to, i, all) => {
    const from = all[i - 1] ?? 0;
    const inBin = said.filter((s) => s.reliability >= from && s.reliability < to);
    if (inBin.length < 30) return [];
    const mean = (of: (s: (typeof said)[number]) => number): number =>
      inBin.reduce((a, s) => a + of(s), 0) / inBin.length;
    return [
      `said ${Math.round(100 * mean((s) => s.reliability))} %, was there ${Math.round(100 * mean((s) => s.there))} % (${inBin.length})`,
    ];
  });
  return [
    '| what | assumed of anybody | own figures |',
    '|---|---|---|',
    `| a picture’s 95 % bands hold the body’s own (${JUDGED.join(', ')}) | ${share(assumed.bands)} | ${share(own.bands)} |`,
    `| … of hasty coaches (over ${100 * HASTY} %) | ${share(assumed.hasty)} | ${share(own.hasty)} |`,
    `| … of careful ones (under ${100 * CAREFUL} %), and their half-width | ${share(assumed.careful)}, ${median(assumed.careful.width).toFixed(1)} | ${share(own.careful)}, ${median(own.careful.width).toFixed(1)} |`,
    `| ± of a tapped second holds the true one | ${share(assumed.late)} | ${share(own.late)} |`,
    `| that ±, median | ${median(assumed.late.width).toFixed(1)} s | ${median(own.late.width).toFixed(1)} s |`,
    `| chance that a tap is true, Brier score (less is better) | ${brier(() => 0.9)} | ${brier((s) => s.reliability)} |`,
    '',
    `${COACHES} coaches, each unknown (placing error 0.4–2.0 %, sees 50–98 % of what goes, up to 0.8 alarms a hold, 0.1–1.2 s late), after one placing check and ${BEFORE} rounds of holds, judged on what they place and tap afterwards. A point’s error lay within its interval in ${Math.round((100 * point) / points)} %. Taps by what was said of them: ${bins.flat().join('; ')}.`,
  ];
}
