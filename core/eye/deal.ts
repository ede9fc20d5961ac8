/** Deals of simulated holds and pictures, and the truth about them by the same evaluation that judges everybody. */
import { bodyOf, type Body } from '../body/anthropometry.js';
import { faultPose } from '../body/fault-pose.js';
import type { Pose } from '../body/pose.js';
import { poseBetween } from '../body/range.js';
import { DEFAULT_CAMERA, simulatePicture, type Camera, type SimulatedPicture } from '../body/simulate.js';
import { record, rungOf, rungsOf, type Catalog } from '../catalog/index.js';
import { judge, type Judged } from '../evaluate/judge.js';
import { see } from '../evaluate/see.js';
import type { Fault, Rung } from '../formats/catalog.js';
import type { Dealt, DealKind, HeldFault, HoldItem, PictureItem } from '../formats/eye.js';
import { OBSERVATION_FORMAT, type Observation } from '../formats/observation.js';
import { SIDE_LANDMARKS } from '../landmarks.js';
import { clamp, type Degrees, type Seconds } from '../geometry.js';
import { breaksClean } from '../hold/breaks.js';
import type { Circumstance } from '../person/circumstance.js';
import type { Random } from '../statistics.js';

/** Frames of a simulated hold that the truth is judged by, a second. */
const RATE = 5;
/** A point of the truth is off by nothing; the measuring takes no nought, px. */
const EXACT = 0.01;
/** A breath, s, and what it does to the upper back, degrees. */
const BREATH = { period: 3.6, thoracic: 1.2 } as const;
/** A mended fault is gone after this, s. */
const MENDS_IN: Seconds = 1;

type Placed = Pick<PictureItem, 'family' | 'rung' | 'athlete'>;

const smooth = (x: number): number => {
  const k = clamp(x, 0, 1);
  return k * k * (3 - 2 * k);
};

/** How far a fault has come at a second, as a share of the way to its drawn example. */
export const shareAt = (fault: HeldFault, t: Seconds): number =>
  fault.share *
  smooth((t - fault.from) / fault.rise) *
  (fault.mended === null ? 1 : 1 - smooth((t - fault.mended) / MENDS_IN));

function poseWith(pose: Pose, faults: readonly { fault: string; share: number }[], body: Body): Pose {
  return faults.reduce((from, { fault, share }) => {
    const to = share > 0 ? faultPose(from, fault, body) : null;
    return to ? poseBetween(from, to, share) : from;
  }, pose);
}
/** The pose of a dealt picture. */
export const poseOfPicture = (item: PictureItem, catalog: Catalog): Pose =>
  poseWith(rungOf(catalog, item.family, item.rung).pose, item.faults, bodyOf(item.athlete));

/** The pose of a dealt hold at a second of its clock: breathing, and with what has gone by then. */
export function poseOfHold(item: HoldItem, t: Seconds, catalog: Catalog): Pose {
  const { pose } = rungOf(catalog, item.family, item.rung);
  const breath = BREATH.thoracic * Math.sin(2 * Math.PI * (t / BREATH.period + item.breath));
  return poseWith(
    { ...pose, thoracic: pose.thoracic + breath },
    item.faults.map((f) => ({ fault: f.fault, share: shareAt(f, t) })),
    bodyOf(item.athlete),
  );
}

/** The picture that a dealt item shows, through its own camera. */
export function pictureOf(item: PictureItem, catalog: Catalog): SimulatedPicture & { camera: Camera } {
  const { distance, height, ...rest } = item.camera;
  const camera = { ...DEFAULT_CAMERA, ...rest, lens: { distance, height } };
  return { ...simulatePicture(poseOfPicture(item, catalog), bodyOf(item.athlete), camera), camera };
}

const recordOf = (item: Placed, shots: readonly { t: Seconds; shot: SimulatedPicture }[]): Observation => ({
  format: OBSERVATION_FORMAT,
  version: 1,
  position: item.family,
  rung: item.rung,
  view: 'side',
  athlete: item.athlete,
  picture: shots[0]!.shot.picture,
  floor: [[...shots[0]!.shot.floor[0]], [...shots[0]!.shot.floor[1]]],
  landmarkSd: EXACT,
  frames: shots.map(({ t, shot }) => ({ t, points: shot.points as Observation['frames'][number]['points'] })),
});

/** What a dealt item truly shows, judged from the body's own points by a camera far away, under the method in force. */
const judgedTruth = (observation: Observation, catalog: Catalog, circumstance: Circumstance): Judged =>
  judge(see({ observation }, catalog), catalog, circumstance);

/** So much of the picture stays free around the joints, px. */
const MARGIN = 24;
/** The same picture, from as far that every joint that is asked for lies in it: tall people on their hands do not, at first. */
function inPicture(item: PictureItem, catalog: Catalog): PictureItem {
  const { points, picture } = pictureOf(item, catalog);
  const [cx, cy] = [picture.width / 2, picture.height / 2];
  const fits = SIDE_LANDMARKS.map((name) => {
    const [x, y] = points[name]!;
    return Math.min((cx - MARGIN) / Math.abs(x - cx), (cy - MARGIN) / Math.abs(y - cy));
  });
  // What is projected grows with the scale from the picture's middle.
  const share = Math.min(1, ...fits);
  const pixelsPerMetre = Math.floor(item.camera.pixelsPerMetre * share);
  return { ...item, camera: { ...item.camera, pixelsPerMetre } };
}

export interface PictureTruth {
  /** Faults beyond their clear limit. */
  there: readonly string[];
  /** Faults of which either answer is right: between the slight and the clear limit, or not sure. */
  open: readonly string[];
  /** Exact measures by id. */
  values: ReadonlyMap<string, number>;
}

export function truthOfPicture(item: PictureItem, catalog: Catalog, circumstance: Circumstance): PictureTruth {
  const shot = simulatePicture(poseOfPicture(item, catalog), bodyOf(item.athlete));
  const judged = judgedTruth(recordOf(item, [{ t: 0, shot }]), catalog, circumstance);
  const clear = judged.findings.filter((f) => breaksClean(f.severity) && f.probability > 0.5).map((f) => f.fault);
  return {
    there: clear,
    open: judged.findings.map((f) => f.fault).filter((f) => !clear.includes(f)),
    values: new Map(judged.measures.map((m) => [m.id, m.value])),
  };
}

export interface HoldTruth {
  /** Lasting breaks beyond the clear limit, by start. */
  breaks: readonly { fault: string; t: Seconds; length: Seconds }[];
  /** Faults that came near their limit, or over it for a moment: either answer is right. */
  open: readonly string[];
  clean: Seconds;
  first: string | null;
}

export function truthOfHold(item: HoldItem, catalog: Catalog, circumstance: Circumstance): HoldTruth {
  const body = bodyOf(item.athlete);
  const shots = Array.from({ length: Math.round(item.seconds * RATE) + 1 }, (_, i) => ({
    t: i / RATE,
    shot: simulatePicture(poseOfHold(item, i / RATE, catalog), body),
  }));
  const observation = { ...recordOf(item, shots), ended: { t: item.seconds, reason: 'coach' as const } };
  const { hold, limits, samples } = judgedTruth(observation, catalog, circumstance);
  const breaks = hold!.breaks.map(({ fault, t, length }) => ({ fault, t, length }));
  const near = limits.filter((l) =>
    samples.some((s) => {
      const value = s.values.get(l.measure);
      return value !== undefined && (l.side === 'above' ? value > l.limits[0] : value < l.limits[0]);
    }),
  );
  const broken = new Set(breaks.map((b) => b.fault));
  return {
    breaks,
    open: [...new Set(near.map((l) => l.fault))].filter((f) => !broken.has(f)),
    clean: hold!.clean,
    first: hold!.firstToGo?.fault ?? null,
  };
}

/** Somebody of no particular size, for asking what can be dealt. */
const ANYBODY = { stature: 1.72, mass: 70, sex: 'unspecified' as const };
const NO_CAMERA: PictureItem['camera'] = { distance: 3, height: 0.6, offSquare: 0, roll: 0, pixelsPerMetre: 480 };

/**
 * Faults of a version that the body model can show from the side and the method in force judges: its drawn example is stated, and the
 * version's own pose is clean.
 */
export function dealable(rung: Rung, catalog: Catalog, circumstance: Circumstance): string[] {
  const item = (faults: PictureItem['faults']): PictureItem => ({
    family: rung.family,
    rung: rung.id,
    athlete: ANYBODY,
    camera: NO_CAMERA,
    faults,
  });
  if (truthOfPicture(item([]), catalog, circumstance).there.length > 0) return [];
  return catalog.faults
    .filter((f) => f.families.includes(rung.family) && faultPose(rung.pose, f.id, bodyOf(ANYBODY)) !== null)
    .filter((f) => truthOfPicture(item([{ fault: f.id, share: 1 }]), catalog, circumstance).there.includes(f.id))
    .map((f) => f.id);
}

export interface Practisable {
  family: string;
  rungs: { rung: string; faults: string[] }[];
}

/** Positions that can be practised, each with its versions and the faults that can be dealt there. */
export function practisable(catalog: Catalog, circumstance: Circumstance): Practisable[] {
  return catalog.families
    .map(({ id }) => ({
      family: id,
      rungs: rungsOf(catalog, id)
        .filter((rung) => !rung.pose.far && !rung.counted)
        .map((rung) => ({ rung: rung.id, faults: dealable(rung, catalog, circumstance) }))
        .filter((r) => r.faults.length > 1),
    }))
    .filter((f) => f.rungs.length > 0);
}

/** Items of a round: short ones of about three minutes; a placing check asks for each picture twice. */
export const ROUND: Readonly<Record<DealKind, number>> = { placing: 5, holds: 6, pictures: 10 };
/** Share of holds and pictures without a fault, and of those in which one comes near its limit. */
const CLEAN = 0.3;
const NEARLY = 0.5;

/** Faults that undo one another: never dealt together. */
const OPPOSED: readonly ReadonlySet<string>[] = [
  new Set(['hip-sag', 'hip-pike']),
  new Set(['chin-poke', 'head-drop']),
  new Set(['low-back-arch', 'excess-tuck']),
];

export interface DealWish {
  kind: DealKind;
  /** Positions to choose from; all that can be practised where empty. */
  families?: readonly string[];
  /** Faults to choose from; all where empty. */
  faults?: readonly string[];
}

/**
 * Deals a round.
 * @param known what can be practised, see {@link practisable}
 * @param catalog draws what is dealt, so that all of it lies in the picture
 * @returns null where nothing that is wished for can be dealt
 */
export function deal(known: readonly Practisable[], wish: DealWish, catalog: Catalog, random: Random): Dealt | null {
  const wanted = (fault: string): boolean => !wish.faults?.length || wish.faults.includes(fault);
  const places = known
    .filter((f) => !wish.families?.length || wish.families.includes(f.family))
    .flatMap(({ family, rungs }) => rungs.map((r) => ({ family, rung: r.rung, faults: r.faults.filter(wanted) })))
    .filter((r) => r.faults.length > 0);
  if (places.length === 0) return null;
  const between = (low: number, high: number): number => low + random() * (high - low);
  const rounded = (x: number, digits = 2): number => Number(x.toFixed(digits));
  const one = <T>(list: readonly T[]): T => list[Math.floor(random() * list.length)]!;
  const place = (): { at: Placed; faults: string[] } => {
    const { family, rung, faults } = one(places);
    const athlete = { stature: rounded(between(1.52, 1.94)), mass: Math.round(between(50, 96)), sex: one(SEXES) };
    return { at: { family, rung, athlete }, faults };
  };
  /** Faults that are there, or one that only nearly is, or none. */
  const chosen = (faults: readonly string[]): { fault: string; share: number }[] => {
    const clean = random() < CLEAN;
    if (clean && random() > NEARLY) return [];
    const first = { fault: one(faults), share: rounded(clean ? between(0.08, 0.3) : between(0.55, 1.1)) };
    const others = faults.filter(
      (f) => f !== first.fault && !OPPOSED.some((two) => two.has(f) && two.has(first.fault)),
    );
    return clean || others.length === 0 || random() > 0.3
      ? [first]
      : [first, { fault: one(others), share: rounded(between(0.55, 1)) }];
  };
  const picture = (): PictureItem => {
    const { at, faults } = place();
    const item = {
      ...at,
      faults: chosen(faults),
      camera: {
        distance: rounded(between(2.4, 4)),
        height: rounded(between(0.4, 1.2)),
        offSquare: rounded(between(-8, 8), 1),
        roll: rounded(between(-4, 4), 1),
        pixelsPerMetre: Math.round(between(400, 480)),
      },
    };
    return inPicture(item, catalog);
  };
  const hold = (): HoldItem => {
    const { at, faults } = place();
    const seconds = Math.round(between(14, 24));
    const list = chosen(faults).map((f): HeldFault => {
      const from = rounded(between(2, seconds - 5), 1);
      const rise = rounded(between(0.5, 3), 1);
      const mended = random() < 0.3 ? rounded(Math.min(seconds, from + rise + between(2, 4)), 1) : null;
      return { ...f, from, rise, mended };
    });
    return { ...at, seconds, faults: list, breath: rounded(random()) };
  };
  const many = <T>(make: () => T): T[] => Array.from({ length: ROUND[wish.kind] }, make);
  return wish.kind === 'holds' ? { kind: 'holds', items: many(hold) } : { kind: wish.kind, items: many(picture) };
}
const SEXES = ['female', 'male', 'unspecified'] as const;

/** What a picture's line is read by eye as: the first measure in degrees that decides the position; null where none does. */
export function readMeasure(
  item: Placed,
  truth: PictureTruth,
  catalog: Catalog,
): { id: string; value: Degrees } | null {
  const family = catalog.families.find((f) => f.id === item.family);
  const id = family?.decides.find((m) => m.endsWith('line') && truth.values.has(m));
  return id ? { id, value: truth.values.get(id)! } : null;
}

/** Faults that an item's pads offer: those of the position's own pads, in their order. */
export const padsOf = (catalog: Catalog, family: string): Fault[] =>
  record(catalog.families, family).pads.flatMap((id) => catalog.faults.find((f) => f.id === id) ?? []);
