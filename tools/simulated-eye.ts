/** Coaches that do not exist: they place, tap and judge with errors of their own, which the program that measures them does not know. */
import { catalog } from '../core/catalog/shipped.js';
import { padsOf, pictureOf, readMeasure, truthOfHold, truthOfPicture } from '../core/eye/deal.js';
import type {
  Answered,
  Dealt,
  HoldItem,
  JudgedPicture,
  PictureItem,
  PlacedTwice,
  TappedHold,
} from '../core/formats/eye.js';
import { distance } from '../core/geometry.js';
import { SIDE_LANDMARKS } from '../core/landmarks.js';
import { nobody } from '../core/person/circumstance.js';
import { gaussian, type Random } from '../core/statistics.js';

export interface SimulatedEye {
  /** 1 SD of a point, as a share of the shoulder–ankle distance; half of its variance is the same whenever a picture is placed again. */
  placing: number;
  /** Chance that a fault which is there is seen. */
  sees: number;
  /** Faults named for nothing in a hold or picture, on average. */
  alarms: number;
  late: { mean: number; sd: number };
  /** What is read by eye less the truth, degrees. */
  reads: { bias: number; sd: number };
}

const NONE = nobody();
const hundredth = (n: number): number => Math.round(n * 100) / 100;

function tapped(item: HoldItem, eye: SimulatedEye, random: Random): TappedHold {
  const truth = truthOfHold(item, catalog, NONE);
  const pads = padsOf(catalog, item.family).map((f) => f.id);
  const events: TappedHold['events'] = truth.breaks
    .filter(() => random() < eye.sees)
    .map((b) => ({
      t: hundredth(Math.min(item.seconds, Math.max(0, b.t + eye.late.mean + eye.late.sd * gaussian(random)))),
      fault: b.fault,
      state: 'on',
    }));
  if (random() < eye.alarms)
    events.push({
      t: hundredth(random() * item.seconds * 0.9),
      fault: pads[Math.floor(random() * pads.length)]!,
      state: 'on',
    });
  return { events: events.sort((a, b) => a.t - b.t) };
}

function judged(item: PictureItem, eye: SimulatedEye, random: Random): JudgedPicture {
  const truth = truthOfPicture(item, catalog, NONE);
  const pads = padsOf(catalog, item.family).map((f) => f.id);
  const line = readMeasure(item, truth, catalog);
  const faults = truth.there.filter(() => random() < eye.sees);
  const alarm = random() < eye.alarms ? [pads[Math.floor(random() * pads.length)]!] : [];
  const missed = faults.length < truth.there.length || alarm.length > 0;
  const sure = missed ? (random() < 0.6 ? 'guess' : 'likely') : random() < 0.7 ? 'sure' : 'likely';
  const degrees = line && Math.round(line.value + eye.reads.bias + eye.reads.sd * gaussian(random));
  return { faults: [...new Set([...faults, ...alarm])], sure, degrees };
}

function placed(item: PictureItem, eye: SimulatedEye, random: Random): PlacedTwice {
  const { points } = pictureOf(item, catalog);
  const part = (eye.placing / Math.SQRT2) * distance(points.shoulder!, points.ankle!);
  const off = (): number => part * gaussian(random);
  // What is misjudged in a picture is misjudged again; the hand's unrest is new each time.
  const shared = SIDE_LANDMARKS.map(() => [off(), off()] as const);
  const once = (): PlacedTwice[0] =>
    Object.fromEntries(
      SIDE_LANDMARKS.map((name, i) => [
        name,
        [points[name]![0] + shared[i]![0] + off(), points[name]![1] + shared[i]![1] + off()],
      ]),
    );
  return [once(), once()];
}

/** What such an eye answers to a deal. */
export function answersOf(dealt: Dealt, eye: SimulatedEye, random: Random): Answered {
  switch (dealt.kind) {
    case 'holds':
      return { kind: 'holds', answers: dealt.items.map((item) => tapped(item, eye, random)) };
    case 'pictures':
      return { kind: 'pictures', answers: dealt.items.map((item) => judged(item, eye, random)) };
    case 'placing':
      return { kind: 'placing', answers: dealt.items.map((item) => placed(item, eye, random)) };
  }
}
