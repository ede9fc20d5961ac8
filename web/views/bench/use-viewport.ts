/** How a picture lies on the screen: fitted, zoomed, and moved under the finger. */
import { computed, ref, type Ref } from 'vue';
import { clamp, type Point } from '../../../core/geometry.js';

export const MAX_ZOOM = 8;
interface Size {
  width: number;
  height: number;
}

/**
 * The zoom and the pan at which a point of the picture lies where it is wanted.
 * @param base where the fitted picture's corner lies, px on the screen @param scale px on the screen a picture's px
 */
export const panFor = (point: Point, at: Point, base: Point, scale: number): Point => [
  at[0] - point[0] * scale - base[0],
  at[1] - point[1] * scale - base[1],
];

/** @param screen size of the area, px; @param picture size of the picture, its own px */
export function useViewport(screen: { width: Ref<number>; height: Ref<number> }, picture: () => Size) {
  const zoom = ref(1);
  const pan = ref<Point>([0, 0]);
  const fit = computed(
    () => Math.min(screen.width.value / picture().width, screen.height.value / picture().height) || 1,
  );
  const scale = computed(() => fit.value * zoom.value);
  const base = computed<Point>(() => [
    (screen.width.value - picture().width * fit.value) / 2,
    (screen.height.value - picture().height * fit.value) / 2,
  ]);
  const origin = computed<Point>(() => [base.value[0] + pan.value[0], base.value[1] + pan.value[1]]);
  const toPicture = (at: Point): Point => [
    (at[0] - origin.value[0]) / scale.value,
    (at[1] - origin.value[1]) / scale.value,
  ];
  /** Puts a point of the picture at a place of the screen, at a zoom. A picture that is not zoomed lies in the middle. */
  function place(point: Point, at: Point, next: number): void {
    zoom.value = clamp(next, 1, MAX_ZOOM);
    pan.value = zoom.value === 1 ? [0, 0] : panFor(point, at, base.value, scale.value);
  }
  const middle = (): Point => [screen.width.value / 2, screen.height.value / 2];
  return {
    zoom,
    scale,
    origin,
    /** Picture px under a place of the screen, inside the picture. */
    toPicture: (at: Point): Point => {
      const [x, y] = toPicture(at);
      return [clamp(x, 0, picture().width), clamp(y, 0, picture().height)];
    },
    toScreen: (p: Point): Point => [origin.value[0] + p[0] * scale.value, origin.value[1] + p[1] * scale.value],
    /** Zooms about a place of the screen; about its middle where none is given. */
    zoomTo(next: number, about: Point = middle()): void {
      place(toPicture(about), about, next);
    },
    /** Brings a point of the picture to the middle. */
    show: (point: Point, next: number): void => place(point, middle(), next),
    /** Begins a gesture of one or two fingers. @returns what moves the picture with them */
    grip(fingers: readonly Point[]): (now: readonly Point[]) => void {
      const centre = (all: readonly Point[]): Point => [
        all.reduce((sum, p) => sum + p[0], 0) / all.length,
        all.reduce((sum, p) => sum + p[1], 0) / all.length,
      ];
      const spread = (all: readonly Point[]): number =>
        all.length < 2 ? 1 : Math.max(1, Math.hypot(all[0]![0] - all[1]![0], all[0]![1] - all[1]![1]));
      const from = { held: toPicture(centre(fingers)), zoom: zoom.value, spread: spread(fingers) };
      return (now) => place(from.held, centre(now), (from.zoom * spread(now)) / from.spread);
    },
  };
}
