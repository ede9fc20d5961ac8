/** Kit that is drawn with a position: where it lies on the figure, as closed outlines in metres, floor at y = 0. */
import { add, between, rotate, scale, subtract, type Metres, type Point } from '../geometry.js';
import type { Body } from './anthropometry.js';
import { BAR_FROM, heightOf, type FigurePoints } from './figure.js';
import { unitOf, type Tone } from './parts.js';
import type { KitPiece, Spot } from '../formats/kit-piece.js';
import type { Pose } from './pose.js';

/** An outline of kit. */
export interface DrawnKit {
  kind: KitPiece['kind'];
  tone: Extract<Tone, 'block' | 'line'>;
  /** Drawn over the body, not behind it. */
  over: boolean;
  /** Corners in order, the last joined to the first. */
  ring: readonly Point[];
  /** The corners guide a smooth curve; else they are joined straight. */
  smooth: boolean;
}

/** Sizes as kit usually comes, metres. */
const SIZE = {
  wall: 0.07,
  post: 0.04,
  /** A wall and a post stand so much higher than what is drawn. */
  above: 0.12,
  'soft-ball': 0.09,
  weights: 0.065,
  bar: 0.022,
  'stick-end': 0.018,
  longRoller: 0.15,
  band: 0.02,
  loop: [0.045, 0.15],
  stick: 0.024,
  /** So much of a stick stands over at either end. */
  stickEnds: 0.16,
  board: 0.04,
  boxHalf: 0.14,
  sheet: [0.2, 0.012],
  /** Thicker than tape is, so that it is seen. */
  tape: [0.1, 0.024],
  flat: { pad: [0.32, 0.04], towel: [0.24, 0.05], wedges: [0.2, 0.05], sliders: [0.2, 0.016] },
  arm: [0.26, 0.034, 0.022],
  hand: [0.05, 0.032],
} as const;
/** Corners of a circle; the curve that they guide lies this much within them. */
const ROUND = 16;
const WITHIN = 0.75 + 0.25 * Math.cos((2 * Math.PI) / ROUND);

const circle = (at: Point, radius: Metres): Point[] =>
  Array.from({ length: ROUND }, (_, i) => add(at, rotate([radius / WITHIN, 0], (360 * i) / ROUND)));
const rectangle = (x0: number, x1: number, y0: number, y1: number): Point[] => [
  [x0, y0],
  [x1, y0],
  [x1, y1],
  [x0, y1],
];
const boxAt = (middle: Metres, height: Metres): Point[] =>
  rectangle(middle - SIZE.boxHalf, middle + SIZE.boxHalf, 0, height);
/** A bar of even width from a point to another. */
function strip(a: Point, b: Point, width: Metres): Point[] {
  const across = scale(rotate(unitOf(subtract(b, a), [1, 0]), 90), width / 2);
  return [add(a, across), add(b, across), subtract(b, across), subtract(a, across)];
}

/** Where a place of a figure is, metres. */
export function spotAt(figure: FigurePoints, spot: Spot): Point {
  if (typeof spot === 'string') return figure[spot];
  if ('far' in spot) return figure.far[spot.far];
  return between(figure[spot[0]], figure[spot[1]], spot[2]);
}

/** How high a place lies over what is under it, metres. */
const FLESH = 0.03;

function outlineOf(piece: KitPiece, figure: FigurePoints, top: number): Omit<DrawnKit, 'kind'> {
  const at = (spot: Spot): Point => spotAt(figure, spot);
  const thing = (ring: Point[], smooth = false, over = false) => ({ tone: 'block' as const, over, ring, smooth });
  const line = (ring: Point[], smooth = false) => ({ tone: 'line' as const, over: true, ring, smooth });
  switch (piece.kind) {
    case 'wall':
    case 'post': {
      const way = piece.side === 'ahead' ? 1 : -1;
      const x = at(piece.touch)[0] + way * (piece.gap ?? 0);
      return thing(rectangle(x, x + way * SIZE[piece.kind], 0, top + SIZE.above));
    }
    case 'box': {
      const [x, y] = at(piece.under);
      return thing(boxAt(x + (piece.ahead ?? 0), piece.height ?? Math.max(FLESH, y - FLESH)));
    }
    case 'roller':
    case 'ball':
      return thing(circle([at(piece.under)[0], piece.radius], piece.radius), true);
    case 'soft-ball':
    case 'weights':
    case 'bar':
    case 'stick-end': {
      const ring = circle(add(at(piece.at), piece.off ?? [0, 0]), SIZE[piece.kind]);
      return piece.kind === 'bar' || piece.kind === 'stick-end' ? line(ring, true) : thing(ring, true, true);
    }
    case 'long-roller': {
      const [a, b] = [at(piece.from)[0], at(piece.to)[0]];
      return thing(rectangle(Math.min(a, b), Math.max(a, b), 0, SIZE.longRoller));
    }
    // What is soft gives way: what lies on it sinks in.
    case 'wedges': {
      const [[x], [width, height]] = [at(piece.under), SIZE.flat.wedges];
      const ring: Point[] = [
        [x - width / 2, 0],
        [x + width / 2, 0],
        [x - width / 2, height],
      ];
      return thing(ring, false, true);
    }
    case 'pad':
    case 'towel':
    case 'sliders': {
      const [[x], [width, height]] = [at(piece.under), SIZE.flat[piece.kind]];
      return thing(rectangle(x - width / 2, x + width / 2, 0, height), false, true);
    }
    case 'sheet': {
      const [p, [length, width]] = [at(piece.at), SIZE.sheet];
      return line(strip(add(p, [0, -length / 2]), add(p, [0, length / 2]), width));
    }
    case 'tape': {
      const [[x], [width, height]] = [at(piece.under), SIZE.tape];
      const half = (piece.length ?? width) / 2;
      return line(rectangle(x - half, x + half, 0, height));
    }
    case 'band':
    case 'strap': {
      const from = typeof piece.from === 'object' && 'room' in piece.from ? piece.from.room : at(piece.from);
      return line(strip(from, at(piece.to), SIZE.band));
    }
    case 'loop': {
      const [p, along] = [at(piece.round), at(piece.toward)];
      const across = scale(rotate(unitOf(subtract(along, p), [0, -1]), 90), SIZE.loop[1] / 2);
      return thing(strip(add(p, across), subtract(p, across), SIZE.loop[0]), false, true);
    }
    case 'stick': {
      const [a, b] = [at(piece.from), at(piece.to)];
      const along = unitOf(subtract(b, a), [1, 0]);
      const off = scale(rotate(along, 90), piece.off);
      const [start, end] = [add(a, scale(along, -SIZE.stickEnds)), add(b, scale(along, SIZE.stickEnds))];
      return line(strip(add(start, off), add(end, off), SIZE.stick));
    }
    case 'board': {
      const [a, b] = [at(piece.from), at(piece.to)];
      const off = scale(rotate(unitOf(subtract(b, a), [1, 0]), 90), piece.off);
      const [low, high] = [add(a, off), add(b, off)];
      return thing([low, high, [high[0], 0], [low[0], 0]]);
    }
    case 'partner': {
      const [p, [length, thick, thin]] = [at(piece.at), SIZE.arm];
      const away = rotate([1, 0], piece.from);
      const across = rotate(away, 90);
      const [wrist, elbow] = [add(p, scale(away, SIZE.hand[0])), add(p, scale(away, length))];
      const ring = [
        add(elbow, scale(across, thick)),
        add(wrist, scale(across, thin)),
        add(p, scale(across, SIZE.hand[1])),
        subtract(p, scale(away, SIZE.hand[0])),
        add(p, scale(across, -SIZE.hand[1])),
        add(wrist, scale(across, -thin)),
        add(elbow, scale(across, -thick)),
      ];
      return thing(ring, true, true);
    }
  }
}

/**
 * Outlines of the kit of a pose: its own pieces, and under contacts above the floor a box as wide as a step bench, above head height a bar.
 * @param figure the pose as it is placed, metres
 */
export function kitOf(pose: Pose, figure: FigurePoints, body: Body): DrawnKit[] {
  const pieces = pose.kit ?? [];
  const top = Math.max(
    ...[figure.vertex, figure.fingertip, figure.toe, figure.far.fingertip, figure.far.toe].map((p) => p[1]),
  );
  const under = pose.contacts.flatMap((contact): DrawnKit[] => {
    const height = heightOf(contact, body);
    if (height <= 0.02 || pieces.some((p) => 'bears' in p && p.bears === contact.at)) return [];
    const [x] = figure[contact.at];
    if (height > BAR_FROM)
      return [{ kind: 'bar', tone: 'line', over: true, ring: circle([x, height], SIZE.bar), smooth: true }];
    const ring = boxAt(x + (contact.at === 'wrist' ? 0.05 : 0), height);
    return [{ kind: 'box', tone: 'block', over: false, ring, smooth: false }];
  });
  return [...under, ...pieces.map((p) => ({ kind: p.kind, ...outlineOf(p, figure, top) }))];
}
