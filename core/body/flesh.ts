/**
 * The figure in the flesh: what lies around the linked figure's bones, as tubes of oval rings, so that a camera has somebody to look at.
 * Metres; x toward the head, y up, z toward the near side.
 */
import type { Metres, Point } from '../geometry.js';
import type { Body } from './anthropometry.js';
import type { FigurePoints } from './figure.js';

/** A place in the room, metres: x and y in the plane that is looked at, z toward the camera. */
export type Joint = readonly [x: Metres, y: Metres, z: Metres];
/** What covers a part. */
export type Cover = 'skin' | 'shirt' | 'shorts' | 'shoe' | 'hair';
export interface Ring {
  at: Joint;
  /** Half of its size from front to back, and across the body. */
  depth: Metres;
  width: Metres;
}
export interface Tube {
  name: string;
  cover: Cover;
  /** Two at least; the first and the last are closed by a round end. */
  rings: readonly Ring[];
  /** The way from one side of the body to the other. */
  broad: Joint;
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

const between = (a: Joint, b: Joint, share: number): Joint => [
  a[0] + (b[0] - a[0]) * share,
  a[1] + (b[1] - a[1]) * share,
  a[2] + (b[2] - a[2]) * share,
];

export type Limb = Readonly<Record<keyof FigurePoints['far'], Joint>>;
/** Where the joints of a body stand in the room. */
export interface Skeleton {
  near: Limb;
  far: Limb;
  middle: Readonly<Record<'hip' | 'lumbar' | 'thorax' | 'shoulder' | 'ear' | 'vertex' | 'nose', Joint>>;
  /** The way from the far side of the body to the near one, one metre long. */
  broad: Joint;
}

/**
 * Everything to be seen of a figure from its side. Sleeves end above the elbow, shorts above the knee.
 * @param figure as {@link placeFigure} stands it, metres
 */
export function fleshOf(figure: FigurePoints, body: Body): Tube[] {
  const at = ([x, y]: Point, z: Metres): Joint => [x, y, z];
  const limb = (p: FigurePoints['far'], sign: 1 | -1): Limb => {
    const [arm, leg] = [(sign * body.shoulderWidth) / 2, (sign * body.hipWidth) / 2];
    return {
      shoulder: at(p.shoulder, arm),
      elbow: at(p.elbow, arm),
      wrist: at(p.wrist, arm),
      fingertip: at(p.fingertip, arm),
      hip: at(p.hip, leg),
      knee: at(p.knee, leg),
      ankle: at(p.ankle, leg),
      heel: at(p.heel, leg),
      toe: at(p.toe, leg),
    };
  };
  const { hip, lumbar, thorax, shoulder, ear, vertex, nose } = figure;
  return fleshAround(
    {
      near: limb(figure, 1),
      far: limb(figure.far, -1),
      middle: {
        hip: at(hip, 0),
        lumbar: at(lumbar, 0),
        thorax: at(thorax, 0),
        shoulder: at(shoulder, 0),
        ear: at(ear, 0),
        vertex: at(vertex, 0),
        nose: at(nose, 0),
      },
      broad: [0, 0, 1],
    },
    body,
  );
}

/** Everything to be seen of a body whose joints stand somewhere in the room. */
export function fleshAround({ near, far, middle, broad }: Skeleton, body: Body): Tube[] {
  const of = (share: number): Metres => share * body.stature;
  /** @param deep half its size from front to back, share of stature; @param wide from side to side */
  const ring = (at: Joint, deep: number, wide: number = deep): Ring => ({
    at,
    depth: of(deep),
    width: of(wide),
  });
  const tube = (name: string, cover: Cover, ...rings: Ring[]): Tube => ({ name, cover, rings, broad });
  const limb = (side: 'near' | 'far', p: Limb): Tube[] => {
    const named = (what: string): string => `${side} ${what}`;
    const sleeve = between(p.shoulder, p.elbow, 0.6);
    const hem = between(p.hip, p.knee, 0.62);
    return [
      tube(named('sleeve'), 'shirt', ring(p.shoulder, 0.034), ring(sleeve, 0.03)),
      tube(
        named('arm'),
        'skin',
        ring(between(p.shoulder, p.elbow, 0.5), SHARE.upperArm),
        ring(p.elbow, SHARE.elbow),
        ring(between(p.elbow, p.wrist, 0.3), SHARE.elbow * 1.05),
        ring(p.wrist, SHARE.wrist),
      ),
      tube(
        named('hand'),
        'skin',
        ring(p.wrist, SHARE.wrist, SHARE.handWidth * 0.8),
        ring(between(p.wrist, p.fingertip, 0.55), SHARE.hand, SHARE.handWidth),
        ring(between(p.wrist, p.fingertip, 0.9), SHARE.hand * 0.7, SHARE.handWidth * 0.8),
      ),
      tube(named('leg of the shorts'), 'shorts', ring(p.hip, SHARE.thigh * 1.12), ring(hem, SHARE.thigh * 0.92)),
      tube(
        named('leg'),
        'skin',
        ring(between(p.hip, p.knee, 0.4), SHARE.thigh * 0.9),
        ring(p.knee, SHARE.knee),
        ring(between(p.knee, p.ankle, 0.3), SHARE.calf),
        ring(p.ankle, SHARE.ankle),
      ),
      tube(
        named('shoe'),
        'shoe',
        ring(between(p.heel, p.ankle, 0.35), SHARE.foot * 0.9, SHARE.footWidth * 0.9),
        ring(between(between(p.heel, p.toe, 0.45), p.ankle, 0.25), SHARE.foot, SHARE.footWidth),
        ring(between(between(p.heel, p.toe, 0.93), p.ankle, 0.08), SHARE.foot * 0.6, SHARE.footWidth),
      ),
    ];
  };
  const { hip, lumbar, thorax, shoulder, ear, vertex, nose } = middle;
  const besideHead = (share: number, sign: 1 | -1): Joint => {
    const at = between(ear, vertex, share);
    const out = sign * of(SHARE.head[1]);
    return [at[0] + out * broad[0], at[1] + out * broad[1], at[2] + out * broad[2]];
  };
  return [
    ...limb('far', far),
    tube(
      'trunk',
      'shirt',
      // From in front its round end would show between the legs of the shorts.
      ring(between(hip, lumbar, Math.abs(broad[2]) > 0.5 ? 0.15 : 0.45), SHARE.pelvis[0], SHARE.pelvis[1]),
      ring(lumbar, SHARE.waist[0], SHARE.waist[1]),
      ring(thorax, SHARE.chest[0], SHARE.chest[1]),
      ring(between(thorax, shoulder, 0.85), SHARE.yoke[0], SHARE.yoke[1]),
    ),
    tube(
      'hips',
      'shorts',
      ring(between(hip, lumbar, -0.12), SHARE.pelvis[0] * 0.85, SHARE.pelvis[1] * 0.85),
      ring(hip, SHARE.pelvis[0] * 1.04, SHARE.pelvis[1] * 1.04),
      ring(between(hip, lumbar, 0.5), SHARE.pelvis[0] * 0.98, SHARE.pelvis[1] * 0.96),
    ),
    tube('neck', 'skin', ring(shoulder, SHARE.neck * 1.1), ring(between(shoulder, ear, 0.8), SHARE.neck)),
    tube(
      'head',
      'skin',
      ring(between(ear, vertex, -0.35), SHARE.head[0] * 0.75, SHARE.head[1] * 0.75),
      ring(between(ear, vertex, 0.1), SHARE.head[0], SHARE.head[1]),
      ring(between(ear, vertex, 0.5), SHARE.head[0] * 0.98, SHARE.head[1]),
    ),
    tube('nose', 'skin', ring(between(ear, nose, 0.55), 0.02), ring(nose, 0.009)),
    ...([1, -1] as const).map((sign) =>
      tube(
        sign > 0 ? 'near ear' : 'far ear',
        'skin',
        ring(besideHead(-0.08, sign), 0.011, 0.006),
        ring(besideHead(0.12, sign), 0.012, 0.006),
      ),
    ),
    tube(
      'hair',
      'hair',
      ring(between(between(ear, vertex, 0.25), nose, -0.45), 0.034, SHARE.head[1] * 0.95),
      ring(between(between(ear, vertex, 0.7), nose, -0.1), 0.05, SHARE.head[1] * 1.02),
    ),
    ...limb('near', near),
  ];
}
