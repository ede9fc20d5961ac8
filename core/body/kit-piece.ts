/** Kit that a pose is drawn with, as data; `kit.ts` draws it. */
import type { Degrees, Metres } from '../geometry.js';
import type { BaseLandmark } from '../landmarks.js';

type Far = 'shoulder' | 'elbow' | 'wrist' | 'fingertip' | 'hip' | 'knee' | 'ankle' | 'heel' | 'toe';
type Near = BaseLandmark | 'vertex' | 'lumbar' | 'thorax';
/** A place on a figure: a point of it, one of the far side, or one so far from a point to another (0–1, beyond them outside). */
export type Spot = Near | { far: Far } | [from: Near, to: Near, share: number];

/** The contact of a pose that rests on the piece. */
type Bearing = 'elbow' | 'wrist' | 'knee' | 'toe' | 'heel' | 'lowback' | 'hip';

/** A piece of kit and where it is. */
export type KitPiece =
  /** Something upright that a place touches: ahead of it (to the right) or behind it, so far beyond it. */
  | { kind: 'wall' | 'post'; touch: Spot; side: 'ahead' | 'behind'; gap?: Metres }
  /** A box whose middle is so far ahead of a place, as high as the place less the flesh, or as it says. */
  | { kind: 'box'; under: Spot; ahead?: Metres; height?: Metres }
  /** Something round on the floor under a place. @param bears the contact that rests on it */
  | { kind: 'roller' | 'ball'; under: Spot; radius: Metres; bears?: Bearing }
  /** Something round, or seen from its end, that is held, or lies against the body. @param off from the place, metres */
  | { kind: 'soft-ball' | 'weights' | 'bar' | 'stick-end'; at: Spot; off?: [number, number] }
  /** A long roller under the spine. */
  | { kind: 'long-roller'; from: Spot; to: Spot; bears: Bearing }
  | { kind: 'pad' | 'towel' | 'wedges' | 'sliders'; under: Spot }
  | { kind: 'sheet'; at: Spot }
  /** A band or a strap from a place, or from a point of the room in metres, to a place. */
  | { kind: 'band' | 'strap'; from: Spot | { room: [number, number] }; to: Spot }
  /** A band round a limb: at a place of it, the limb goes on toward another. */
  | { kind: 'loop'; round: Spot; toward: Spot }
  /** A stick along the back, over two places. */
  | { kind: 'stick'; from: Spot; to: Spot; off: Metres }
  /** A sloping board under the back. */
  | { kind: 'board'; from: Spot; to: Spot; off: Metres; bears: Bearing }
  /** A partner's hand on a place. @param from where the arm comes from, degrees from ahead */
  | { kind: 'partner'; at: Spot; from: Degrees };
