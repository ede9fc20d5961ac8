/**
 * How near the second at which a line breaks comes out of a clip: known courses, found with the detector's errors so often a second, followed
 * between with points lost, over rates, gaps and strengths of noise. The errors are drawn here and by nothing that reads clips.
 */
import { bodyOf, type Body } from '../core/body/anthropometry.js';
import { faultsAt, STILL, stretchesOver, type Course } from '../core/body/course.js';
import { courseLength, endsOf, poseBetween, shareAt, type RepCourse } from '../core/body/moves.js';
import type { Pose } from '../core/body/pose.js';
import { DEFAULT_CAMERA, simulatePicture, withFaults } from '../core/body/simulate.js';
import { rungOf } from '../core/catalog/index.js';
import { catalog } from '../core/catalog/shipped.js';
import { follow, type ClipFrame } from '../core/clip/follow.js';
import { phaseWithin, repsOf } from '../core/clip/reps.js';
import { clipError, clipFloor, clipRecord } from '../core/clip/record.js';
import { cleanRange } from '../core/clip/range.js';
import { judge } from '../core/evaluate/judge.js';
import { see } from '../core/evaluate/see.js';
import { OBSERVATION_FORMAT, observationSchema } from '../core/formats/observation.js';
import type { Point } from '../core/geometry.js';
import { SIDE_LANDMARKS, type LandmarkName } from '../core/landmarks.js';
import { nobody } from '../core/person/circumstance.js';
import { gaussian, quantile, seededRandom, type Random } from '../core/statistics.js';

const LENGTH = 20;
const CLIPS = 24;
/** Of the shoulder–ankle distance: what the detector is wrong by all through a clip, and what scatters from one asking to the next. */
const NOISE = [
  { name: 'weak', constant: 0.004, scatter: 0.003 },
  { name: 'as measured', constant: 0.011, scatter: 0.007 },
  { name: 'strong', constant: 0.018, scatter: 0.014 },
] as const;
const RATES = [
  { fps: 15, findings: 4 },
  { fps: 12.5, findings: 1.5 },
  { fps: 5, findings: 1.5 },
] as const;

function clip(
  poseAt: (t: number, body: Body) => Pose,
  { fps, findings }: (typeof RATES)[number],
  noise: (typeof NOISE)[number],
  gap: boolean,
  random: Random,
  length = LENGTH,
): ClipFrame[] {
  const body = bodyOf({ stature: 1.55 + 0.4 * random() });
  const unit = 0.8 * body.stature * DEFAULT_CAMERA.pixelsPerMetre;
  const noisy = (sd: number): Point => [sd * unit * gaussian(random), sd * unit * gaussian(random)];
  // Shoulder and hip are missed together: half of what is constant is the same for the whole body.
  const common = noisy(noise.constant / Math.SQRT2);
  const constant = new Map(SIDE_LANDMARKS.map((name) => [name, noisy(noise.constant / Math.SQRT2)]));
  const every = Math.max(1, Math.round(fps / findings));
  // Somebody walks by for a second and a half.
  const hidden = 2 + (length - 6) * random();
  let before: Partial<Record<LandmarkName, Point>> | null = null;
  return Array.from({ length: Math.round(length * fps) + 1 }, (_, i): ClipFrame => {
    const t = i / fps;
    if (gap && t > hidden && t < hidden + 1.5) {
      before = null;
      return { t, moved: {}, ...(i % every === 0 ? { found: null } : {}) };
    }
    const { points } = simulatePicture(poseAt(t, body), body);
    const moved: ClipFrame['moved'] = {};
    for (const name of SIDE_LANDMARKS) {
      const [from, to] = [before?.[name], points[name]!];
      if (from && random() > 0.15)
        moved[name] = [to[0] - from[0] + 0.3 * gaussian(random), to[1] - from[1] + 0.3 * gaussian(random)];
    }
    before = points;
    if (i % every !== 0) return { t, moved };
    const at = (name: LandmarkName): Point => {
      const [p, c, s] = [points[name]!, constant.get(name as never)!, noisy(noise.scatter)];
      return [p[0] + common[0] + c[0] + s[0], p[1] + common[1] + c[1] + s[1]];
    };
    return { t, moved, found: { points: Object.fromEntries(SIDE_LANDMARKS.map((n) => [n, at(n)])), visible: {} } };
  });
}

/** A plank whose line goes as a course says. */
const plank =
  (course: Course) =>
  (t: number, body: Body): Pose =>
    withFaults(rungOf(catalog, 'front-plank', 'forearm').pose, faultsAt(course, t), body);

function hold(frames: ClipFrame[]) {
  const { pose } = rungOf(catalog, 'front-plank', 'forearm');
  const followed = follow(frames);
  const picture = { width: DEFAULT_CAMERA.width, height: DEFAULT_CAMERA.height };
  const observation = observationSchema.parse({
    format: OBSERVATION_FORMAT,
    version: 1,
    position: 'front-plank',
    rung: 'forearm',
    view: 'side',
    ...clipRecord(followed, {
      picture,
      error: clipError(frames, []),
      floor: clipFloor(followed, pose, bodyOf(), picture),
      view: 'side',
    }),
  });
  const judged = judge(see({ observation }, catalog), catalog, nobody());
  return {
    hold: judged.hold!,
    range: cleanRange(judged),
    clear: judged.limits.find((l) => l.fault === 'hip-sag')!.limits[1],
  };
}

/** Lines of the table in docs/measuring.md. */
export function clipTable(): string[] {
  const random = seededRandom(41);
  const between = (low: number, high: number): number => low + (high - low) * random();
  const rows = [
    '| detector’s error | frames, findings a second | gap | clean seconds off: median | 95th percentile | true value within the stated range, its width | refused | breaks in dips of half a second | false breaks a clean minute |',
    '|---|---|---|---|---|---|---|---|---|',
  ];
  for (const noise of NOISE)
    for (const rate of RATES)
      for (const gap of [false, true]) {
        const off: number[] = [];
        const widths: number[] = [];
        let [dips, dipped, falsely, minutes, held, refused] = [0, 0, 0, 0, 0, 0];
        for (let i = 0; i < CLIPS; i += 1) {
          const from = between(4, 13);
          const sag: Course = {
            ...STILL,
            sags: [{ from, rate: between(4, 20), most: between(14, 24), mended: i % 2 === 0 ? null : from + 5 }],
            breath: between(0, 1),
          };
          const found = hold(clip(plank(sag), rate, noise, gap, random));
          const [over] = stretchesOver(sag, found.clear, LENGTH);
          // A camera that seems to stand too far off square gets no verdict, and says so.
          if (!found.range) refused += 1;
          else if (over) {
            off.push(Math.abs((found.hold.settled ?? 0) + found.hold.clean - over.from));
            const truth = over.from - (found.hold.settled ?? 0);
            held += Number(truth >= found.range.low - 0.1 && truth <= found.range.high + 0.1);
            widths.push(found.range.high - found.range.low);
          }
          const dip: Course = { ...STILL, sags: [{ from, rate: 50, most: 15, mended: from + 0.4 }] };
          dips += 1;
          dipped += Number(
            hold(clip(plank(dip), rate, noise, gap, random)).hold.breaks.some((b) => b.fault === 'hip-sag'),
          );
          const clean: Course = { ...STILL, breath: between(0, 1), shaking: { from: 8, degrees: between(0, 1) } };
          falsely += hold(clip(plank(clean), rate, noise, gap, random)).hold.breaks.length;
          minutes += LENGTH / 60;
        }
        off.sort((a, b) => a - b);
        widths.sort((a, b) => a - b);
        rows.push(
          `| ${noise.name} | ${rate.fps}, ${rate.findings} | ${gap ? '1.5 s' : 'none'} | ${quantile(off, 0.5).toFixed(2)} s | ${quantile(off, 0.95).toFixed(2)} s | ${Math.round((100 * held) / off.length)} %, ${quantile(widths, 0.5).toFixed(1)} s | ${refused} of ${CLIPS} | ${Math.round((100 * dipped) / dips)} % | ${(falsely / minutes).toFixed(2)} |`,
        );
      }
  return rows;
}

const MOVING = [
  ['hanging', 'half'],
  ['hanging', 'tuck'],
  ['overhead-squat', 'free'],
  ['class-moves', 'v-up'],
  ['class-moves', 'crunch'],
  ['hollow', 'rock'],
] as const;

/** Lines of the table of reps: how often all of them are found and none beside, and how far their times and ranges are off. */
export function repsTable(): string[] {
  const random = seededRandom(43);
  const between = (low: number, high: number): number => low + (high - low) * random();
  const rows = [
    '| version | detector’s error | all reps found, none beside | period off: median, 95th percentile | up or down off | pause off | phases within what is said | range off |',
    '|---|---|---|---|---|---|---|---|',
  ];
  for (const [family, rung] of MOVING)
    for (const noise of NOISE.slice(1)) {
      let [right, said, within] = [0, 0, 0];
      const [period, way, pause, range]: [number[], number[], number[], number[]] = [[], [], [], []];
      for (let i = 0; i < CLIPS; i += 1) {
        const rocks = rung === 'rock';
        const course: RepCourse = rocks
          ? { tempo: [between(0.4, 1), 0, between(0.4, 1)], rest: 0, reps: 4 + Math.floor(6 * random()) }
          : {
              tempo: [between(0.7, 2.5), between(0, 2), between(0.7, 4)],
              rest: between(0, 1.5),
              reps: 2 + Math.floor(6 * random()),
            };
        const ends = endsOf(rungOf(catalog, family, rung))!;
        const poseAt = (t: number): Pose => poseBetween(ends, shareAt(course, t));
        const frames = follow(clip(poseAt, RATES[0], noise, false, random, courseLength(course)));
        // Without any noise the same bodies tell what the range was.
        const truth = repsOf(
          Array.from({ length: Math.round(15 * courseLength(course)) }, (_, k) => ({
            t: k / 15,
            points: simulatePicture(poseAt(k / 15), bodyOf()).points,
          })),
        );
        const found = repsOf(frames);
        if (found?.reps.length !== course.reps) continue;
        right += 1;
        const [up, held, down] = course.tempo;
        if (found.period !== null) period.push(Math.abs(found.period - (up + held + down + course.rest)));
        for (const rep of found.reps) {
          way.push(Math.abs(rep.up - up), Math.abs(rep.down - down));
          pause.push(Math.abs(rep.pause - held));
          for (const off of [rep.up - up, rep.pause - held, rep.down - down]) {
            said += 1;
            within += Number(Math.abs(off) <= phaseWithin(rep));
          }
        }
        if (truth && truth.of === found.of) range.push(Math.abs(found.range - truth.range));
      }
      const off = (list: number[], unit: string, digits = 2): string =>
        list.length === 0
          ? '–'
          : `${quantile(list, 0.5).toFixed(digits)}${unit}, ${quantile(list, 0.95).toFixed(digits)}${unit}`;
      rows.push(
        `| ${family}/${rung} | ${noise.name} | ${right} of ${CLIPS} | ${off(period, ' s')} | ${off(way, ' s')} | ${off(pause, ' s')} | ${said > 0 ? Math.round((100 * within) / said) : '–'} % | ${off(range, '°', 1)} |`,
      );
    }
  return rows;
}
