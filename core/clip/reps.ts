/** Reps and rocks cut out of a followed series: where each begins, turns and ends, how far it goes, and what its tempo was. */
import { angleAt, degrees, distance, type Point, type Seconds } from '../geometry.js';
import type { LandmarkName, Landmarks } from '../landmarks.js';
import { median, quantile } from '../statistics.js';

export interface Rep {
  /** Leaves its rest, turns furthest out, is back at rest; s on the clock of the frames. */
  from: Seconds;
  turns: Seconds;
  to: Seconds;
  /** Up or out, held there, down or back. */
  up: Seconds;
  pause: Seconds;
  down: Seconds;
  /** From rest to the far end, in the motion's unit. */
  range: number;
}
/** What moves most: the angle at a joint, the direction of a part, or how far hip or shoulder rise from what stands. */
export interface Motion {
  /** `hip`, `knee`, `shoulder`, `elbow`: the angle there; `trunk`, `thigh`: its direction; `rise`, `push`: % of the body's length. */
  of: string;
  unit: 'deg' | '%';
  reps: Rep[];
  /** From the end of one rep to the end of the next, median, s; null with one rep. */
  period: Seconds | null;
  /** Median range. */
  range: number;
  /** Spread of the periods, 1 SD as a share of the period; null with fewer than three reps. */
  unevenness: number | null;
}

/** What moves less than this is not a rep but a wobble, ° or %. Assumption. */
const LEAST_RANGE = 15;
/** A turn goes back by at least this share of the whole range. Assumption. */
const TURNS_BACK = 0.4;
/** Movement begins and ends where it is this share of the range from its ends: nearer, noise and rest are the same. */
const EDGE = 0.15;
/** A movement that starts and stops smoothly, like half a cosine, is between the two edges for this share of its time. */
const BETWEEN_EDGES = Math.acos(2 * EDGE - 1) / Math.PI - Math.acos(1 - 2 * EDGE) / Math.PI;
/** Half the window by which the motion is smoothed. */
const SMOOTH: Seconds = 0.16;
/** Longer than this without points, and nothing is known of what went on. */
const GAP: Seconds = 1;
/** A rep shorter than this is a slip of the points. */
const SHORTEST: Seconds = 0.35;

interface Signal {
  of: string;
  /** Taken before what moves more: across the body an angle is one of the picture, and a height is one of the body. */
  first: boolean;
  unit: 'deg' | '%';
  t: Seconds[];
  value: number[];
  /** As it was before it was smoothed. */
  raw?: readonly number[];
}

const SIDES = ['', '-l', '-r'] as const;
type Joint = readonly [of: string, a: string, vertex: string, b: string];
const JOINTS: readonly Joint[] = [
  ['hip', 'shoulder', 'hip', 'knee'],
  ['knee', 'hip', 'knee', 'ankle'],
  ['shoulder', 'elbow', 'shoulder', 'hip'],
  ['elbow', 'shoulder', 'elbow', 'wrist'],
];
const PARTS = [
  ['trunk', 'hip', 'shoulder'],
  ['thigh', 'hip', 'knee'],
] as const;
const HEIGHTS = [
  ['rise', 'hip', 'ankle'],
  ['push', 'shoulder', 'wrist'],
] as const;

/** The signals of a series: each with the times on which its points are known. */
function signalsOf(frames: readonly { t: Seconds; points: Landmarks }[]): Signal[] {
  const at = (points: Landmarks, name: string, side: string): Point | undefined =>
    points[(name + side) as LandmarkName];
  const made = (
    of: string,
    unit: Signal['unit'],
    value: (points: Landmarks) => number | null,
    first = false,
  ): Signal => {
    const [t, values]: [number[], number[]] = [[], []];
    for (const frame of frames) {
      const v = value(frame.points);
      if (v === null) continue;
      t.push(frame.t);
      values.push(v);
    }
    return { of, first, unit, t, value: values };
  };
  const lengths = frames.flatMap(({ points }) =>
    SIDES.flatMap((side) => {
      const [s, a] = [at(points, 'shoulder', side), at(points, 'ankle', side)];
      return s && a ? [distance(s, a)] : [];
    }),
  );
  const body =
    lengths.length > 0
      ? quantile(
          lengths.sort((p, q) => p - q),
          0.95,
        )
      : 0;
  return SIDES.flatMap((side) => [
    ...JOINTS.map(([of, a, vertex, b]) =>
      made(of, 'deg', (points) => {
        const [p, v, q] = [at(points, a, side), at(points, vertex, side), at(points, b, side)];
        return p && v && q ? angleAt(p, v, q) : null;
      }),
    ),
    ...PARTS.map(([of, from, to]) =>
      unwrapped(
        made(of, 'deg', (points) => {
          const [p, q] = [at(points, from, side), at(points, to, side)];
          return p && q ? degrees(Math.atan2(q[1] - p[1], q[0] - p[0])) : null;
        }),
      ),
    ),
    ...(body > 0
      ? HEIGHTS.map(([of, moving, standing]) =>
          made(
            of,
            '%',
            (points) => {
              const [p, q] = [at(points, moving, side), at(points, standing, side)];
              return p && q ? (100 * (q[1] - p[1])) / body : null;
            },
            of === 'rise' && side !== '',
          ),
        )
      : []),
  ]);
}

/** Directions without the jump from 180° to −180°. */
function unwrapped(signal: Signal): Signal {
  let [before, turns] = [signal.value[0] ?? 0, 0];
  const value = signal.value.map((v) => {
    if (v - before > 180) turns -= 360;
    else if (v - before < -180) turns += 360;
    before = v;
    return v + turns;
  });
  return { ...signal, value };
}

/** A running mean of medians: slips of single frames go, the turns stay. */
function quiet({ t, value, ...of }: Signal): Signal {
  const about = (values: readonly number[], i: number, make: (part: number[]) => number): number => {
    let [a, b] = [i, i];
    while (a > 0 && t[i]! - t[a - 1]! <= SMOOTH) a -= 1;
    while (b < t.length - 1 && t[b + 1]! - t[i]! <= SMOOTH) b += 1;
    const half = Math.min(i - a, b - i);
    return make(values.slice(i - half, i + half + 1));
  };
  const once = value.map((_, i) => about(value, i, median));
  const mean = (part: number[]): number => part.reduce((a, b) => a + b, 0) / part.length;
  return { ...of, t, raw: value, value: once.map((_, i) => about(once, i, mean)) };
}

const rangeOf = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted.length < 2 ? 0 : quantile(sorted, 0.97) - quantile(sorted, 0.03);
};

/** Indices of the alternating turns of a signal, each at least `back` from the one before. The ends count as turns. */
function turnsOf(value: readonly number[], back: number): number[] {
  const turns: number[] = [];
  let [low, high] = [0, 0];
  let way: 1 | -1 | 0 = 0;
  value.forEach((v, i) => {
    if (way >= 0 && v > value[high]!) high = i;
    if (way <= 0 && v < value[low]!) low = i;
    if (way !== -1 && value[high]! - v >= back) {
      turns.push(high);
      [way, low] = [-1, i];
    } else if (way !== 1 && v - value[low]! >= back) {
      turns.push(low);
      [way, high] = [1, i];
    }
  });
  if (way !== 0) turns.push(way === 1 ? high : low);
  return turns;
}

/** When the signal crosses a height between two of its frames, looking from `from` towards `to`. */
function crossing({ t, value }: Signal, from: number, to: number, height: number): Seconds {
  const step = to > from ? 1 : -1;
  for (let i = from; i !== to; i += step) {
    const [a, b] = [value[i]!, value[i + step]!];
    if ((a - height) * (b - height) <= 0 && a !== b) return t[i]! + ((t[i + step]! - t[i]!) * (height - a)) / (b - a);
  }
  return t[to]!;
}

/** One rep between two rests with a far end between them. */
function repOf(signal: Signal, start: number, far: number, end: number): Rep {
  const { t, value } = signal;
  const edge = (rest: number, share: number): number => value[rest]! + share * (value[far]! - value[rest]!);
  const leaves = crossing(signal, far, start, edge(start, EDGE));
  const arrives = crossing(signal, far, start, edge(start, 1 - EDGE));
  const goes = crossing(signal, far, end, edge(end, 1 - EDGE));
  const back = crossing(signal, far, end, edge(end, EDGE));
  const [up, down] = [(arrives - leaves) / BETWEEN_EDGES, (back - goes) / BETWEEN_EDGES];
  const outside = (1 - BETWEEN_EDGES) / 2;
  // Smoothing takes the tip off a quick turn: how far it went is read beside it.
  const tip = (i: number): number => median((signal.raw ?? value).slice(Math.max(0, i - 1), i + 2));
  const from = Math.max(t[start]!, leaves - outside * up);
  const to = Math.min(t[end]!, back + outside * down);
  return {
    from,
    turns: t[far]!,
    to,
    up,
    pause: Math.max(0, goes - arrives - outside * (up + down)),
    down,
    range: Math.max(Math.abs(tip(far) - tip(start)), Math.abs(tip(far) - tip(end))),
  };
}

/**
 * Cuts a series into reps. What moves most tells them: a hanging raise by its hips, a push-up by its elbows, a rock by its trunk; from the
 * front and the rear first of all how far the hips rise, where they do: angles are those of the picture there. A rep begins
 * and ends at rest, which is the end of the motion that the series begins nearer to; what is not finished is not counted.
 * @param frames in the order of their times, points in px
 * @returns null where nothing goes to and fro by 15° or more
 */
export function repsOf(frames: readonly { t: Seconds; points: Landmarks }[]): Motion | null {
  const signals = signalsOf(frames)
    .filter((s) => s.t.length * 2 > frames.length && s.t.length > 4)
    .map((s) => ({ signal: s, range: rangeOf(s.value) }))
    .filter((s) => s.range >= LEAST_RANGE)
    .sort((a, b) => Number(b.signal.first) - Number(a.signal.first) || b.range - a.range);
  for (const { signal: raw } of signals) {
    const signal = quiet(raw);
    const whole = rangeOf(signal.value);
    const turns = turnsOf(signal.value, TURNS_BACK * whole);
    if (turns.length < 3) continue;
    const reps = cut(signal, turns);
    if (reps.length === 0) continue;
    const periods = reps.slice(1).map((r, i) => r.to - reps[i]!.to);
    const period = periods.length > 0 ? median(periods) : null;
    const mean = periods.reduce((a, b) => a + b, 0) / periods.length;
    return {
      of: signal.of,
      unit: signal.unit,
      reps,
      period,
      range: median(reps.map((r) => r.range)),
      unevenness:
        periods.length < 2
          ? null
          : Math.sqrt(periods.reduce((s, p) => s + (p - mean) ** 2, 0) / (periods.length - 1)) / mean,
    };
  }
  return null;
}

function cut(signal: Signal, turns: readonly number[]): Rep[] {
  const { t, value } = signal;
  // The first turn is rest where the series begins nearer to it than to the next.
  const nearer =
    Math.abs(value[0]! - value[turns[0]!]!) <= Math.abs(value[0]! - value[turns[1]!]!) ? turns : turns.slice(1);
  const reps: Rep[] = [];
  for (let i = 0; i + 2 < nearer.length; i += 2) {
    const [start, far, end] = [nearer[i]!, nearer[i + 1]!, nearer[i + 2]!];
    const holes = t.slice(start, end).some((s, k) => t[start + k + 1]! - s > GAP);
    // The last one counts when it came back, not when it was cut off on its way.
    const came = Math.abs(value[end]! - value[far]!) >= (1 - 2 * EDGE) * Math.abs(value[start]! - value[far]!);
    const rep = repOf(signal, start, far, end);
    if (!holes && came && rep.to - rep.from >= SHORTEST) reps.push(rep);
  }
  return reps;
}

/** What a phase may be off where the motion is quick, 95 of 100, s; and how much more by degrees that the points are off. */
const PHASE_WITHIN: Seconds = 0.2;
const POINTS_OFF = 11;
/**
 * Up, pause and down of a rep hold the truth within this 95 times in a hundred (`npm run accuracy`): a slow small motion crosses its edges
 * slowly, and the points' error makes more of a difference there.
 */
export const phaseWithin = ({ up, down, range }: Pick<Rep, 'up' | 'down' | 'range'>): Seconds =>
  Math.hypot(PHASE_WITHIN, (POINTS_OFF * Math.max(up, down)) / range);

/** How far each phase of the reps was from a tempo, s, median of (done − asked): positive is slower. */
export function offTempo(
  reps: readonly Rep[],
  [up, pause, down]: readonly [Seconds, Seconds, Seconds],
): { up: Seconds; pause: Seconds; down: Seconds } | null {
  if (reps.length === 0) return null;
  const off = (key: 'up' | 'pause' | 'down', asked: Seconds): Seconds => median(reps.map((r) => r[key] - asked));
  return { up: off('up', up), pause: off('pause', pause), down: off('down', down) };
}
