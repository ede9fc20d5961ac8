/**
 * The figure in the flesh: what lies around the linked figure's bones, as tubes of oval rings, so that a camera has somebody to look at.
 * Metres; x toward the head, y up, z toward the near side.
 */
import type { Metres, Point } from '../geometry.js';
import type { Body } from './anthropometry.js';
import type { FigurePoints } from './figure.js';

/** What covers a part. */
export type Cover = 'skin' | 'shirt' | 'shorts' | 'shoe' | 'hair';
export interface Ring {
  at: readonly [x: Metres, y: Metres, z: Metres];
  /** Half of its size within the plane of the figure, across the tube, and across the body. */
  depth: Metres;
  width: Metres;
}
export interface Tube {
  name: string;
  cover: Cover;
  /** Two at least; the first and the last are closed by a round end. */
  rings: readonly Ring[];
}

/** Half depths and widths as shares of the stature: circumferences of adults of middling build. Modelling assumptions, for pictures only. */
const SHARE = {
  upperArm: 0.027,
  elbow: 0.021,
  wrist: 0.0155,
  hand: 0.013,
  handWidth: 0.024,
  thigh: 0.049,
  knee: 0.031,
  calf: 0.031,
  ankle: 0.02,
  foot: 0.02,
  footWidth: 0.026,
  neck: 0.032,
  head: [0.052, 0.044],
  pelvis: [0.062, 0.098],
  waist: [0.055, 0.082],
  chest: [0.066, 0.094],
  yoke: [0.05, 0.112],
} as const;

const between = (a: Point, b: Point, share: number): Point => [
  a[0] + (b[0] - a[0]) * share,
  a[1] + (b[1] - a[1]) * share,
];

type Limbs = FigurePoints['far'];

/**
 * Everything to be seen of a figure. Sleeves end above the elbow, shorts above the knee.
 * @param figure as {@link placeFigure} stands it, metres
 */
export function fleshOf(figure: FigurePoints, body: Body): Tube[] {
  const of = (share: number): Metres => share * body.stature;
  const ring = (p: Point, z: Metres, depth: number, width: number = depth): Ring => ({
    at: [p[0], p[1], z],
    depth: of(depth),
    width: of(width),
  });
  const tube = (name: string, cover: Cover, ...rings: Ring[]): Tube => ({ name, cover, rings });
  const limb = (side: 'near' | 'far', p: Limbs): Tube[] => {
    const sign = side === 'near' ? 1 : -1;
    const [arm, leg] = [(sign * body.shoulderWidth) / 2, (sign * body.hipWidth) / 2];
    const named = (what: string): string => `${side} ${what}`;
    const sleeve = between(p.shoulder, p.elbow, 0.6);
    const hem = between(p.hip, p.knee, 0.62);
    return [
      tube(named('sleeve'), 'shirt', ring(p.shoulder, arm, 0.034), ring(sleeve, arm, 0.03)),
      tube(
        named('arm'),
        'skin',
        ring(between(p.shoulder, p.elbow, 0.5), arm, SHARE.upperArm),
        ring(p.elbow, arm, SHARE.elbow),
        ring(between(p.elbow, p.wrist, 0.3), arm, SHARE.elbow * 1.05),
        ring(p.wrist, arm, SHARE.wrist),
      ),
      tube(
        named('hand'),
        'skin',
        ring(p.wrist, arm, SHARE.wrist, SHARE.handWidth * 0.8),
        ring(between(p.wrist, p.fingertip, 0.55), arm, SHARE.hand, SHARE.handWidth),
        ring(between(p.wrist, p.fingertip, 0.9), arm, SHARE.hand * 0.7, SHARE.handWidth * 0.8),
      ),
      tube(
        named('leg of the shorts'),
        'shorts',
        ring(p.hip, leg, SHARE.thigh * 1.12),
        ring(hem, leg, SHARE.thigh * 0.92),
      ),
      tube(
        named('leg'),
        'skin',
        ring(between(p.hip, p.knee, 0.4), leg, SHARE.thigh * 0.9),
        ring(p.knee, leg, SHARE.knee),
        ring(between(p.knee, p.ankle, 0.3), leg, SHARE.calf),
        ring(p.ankle, leg, SHARE.ankle),
      ),
      tube(
        named('shoe'),
        'shoe',
        ring(between(p.heel, p.ankle, 0.35), leg, SHARE.foot * 0.9, SHARE.footWidth * 0.9),
        ring(between(between(p.heel, p.toe, 0.45), p.ankle, 0.25), leg, SHARE.foot, SHARE.footWidth),
        ring(between(between(p.heel, p.toe, 0.93), p.ankle, 0.08), leg, SHARE.foot * 0.6, SHARE.footWidth),
      ),
    ];
  };
  const head = between(figure.ear, figure.vertex, 0.1);
  const chin = between(figure.ear, figure.nose, 0.55);
  return [
    ...limb('far', figure.far),
    tube(
      'trunk',
      'shirt',
      ring(between(figure.hip, figure.lumbar, 0.15), 0, SHARE.pelvis[0], SHARE.pelvis[1]),
      ring(figure.lumbar, 0, SHARE.waist[0], SHARE.waist[1]),
      ring(figure.thorax, 0, SHARE.chest[0], SHARE.chest[1]),
      ring(between(figure.thorax, figure.shoulder, 0.85), 0, SHARE.yoke[0], SHARE.yoke[1]),
    ),
    tube(
      'hips',
      'shorts',
      ring(between(figure.hip, figure.lumbar, -0.12), 0, SHARE.pelvis[0] * 0.85, SHARE.pelvis[1] * 0.85),
      ring(figure.hip, 0, SHARE.pelvis[0] * 1.04, SHARE.pelvis[1] * 1.04),
      ring(between(figure.hip, figure.lumbar, 0.5), 0, SHARE.pelvis[0] * 0.98, SHARE.pelvis[1] * 0.96),
    ),
    tube(
      'neck',
      'skin',
      ring(figure.shoulder, 0, SHARE.neck * 1.1),
      ring(between(figure.shoulder, figure.ear, 0.8), 0, SHARE.neck),
    ),
    tube(
      'head',
      'skin',
      ring(between(figure.ear, figure.vertex, -0.35), 0, SHARE.head[0] * 0.75, SHARE.head[1] * 0.75),
      ring(head, 0, SHARE.head[0], SHARE.head[1]),
      ring(between(figure.ear, figure.vertex, 0.5), 0, SHARE.head[0] * 0.98, SHARE.head[1]),
    ),
    tube('nose', 'skin', ring(chin, 0, 0.02), ring(figure.nose, 0, 0.009)),
    ...([1, -1] as const).map((sign) =>
      tube(
        sign > 0 ? 'near ear' : 'far ear',
        'skin',
        ring(between(figure.ear, figure.vertex, -0.08), sign * of(SHARE.head[1]), 0.011, 0.006),
        ring(between(figure.ear, figure.vertex, 0.12), sign * of(SHARE.head[1]), 0.012, 0.006),
      ),
    ),
    tube(
      'hair',
      'hair',
      ring(between(between(figure.ear, figure.vertex, 0.25), figure.nose, -0.45), 0, 0.034, SHARE.head[1] * 0.95),
      ring(between(between(figure.ear, figure.vertex, 0.7), figure.nose, -0.1), 0, 0.05, SHARE.head[1] * 1.02),
    ),
    ...limb('near', figure),
  ];
}
