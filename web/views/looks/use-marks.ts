/** Free angles and distances on the frames of a look: laid point by point, dragged, named by landmarks, taken away. */
import { computed, ref, type ComputedRef } from 'vue';
import type { Mark } from '../../../api/observations.js';
import type { Judged } from '../../../core/evaluate/judge.js';
import { distance, type Point } from '../../../core/geometry.js';
import { freeMeasure, placeSd, type FreeMeasure } from '../../../core/measure/free.js';
import { nearestIndex } from '../../../core/statistics.js';
import type { LandmarkName, Landmarks } from '../../../core/landmarks.js';

/** A mark with what it comes to. */
export interface ReadMark extends Mark {
  read: FreeMeasure | null;
}
export const POINTS: Readonly<Record<Mark['kind'], number>> = { angle: 3, distance: 2 };

/**
 * @param frame the frame that is shown, with its second
 * @param keep called with all marks when they changed
 */
export function useMarks(
  of: ComputedRef<{ marks: readonly Mark[]; detail: Judged }>,
  frame: ComputedRef<{ t: number; points: Landmarks; step: number }>,
  keep: (marks: Mark[]) => void,
) {
  const laying = ref<{ kind: Mark['kind']; points: Point[] } | null>(null);
  const dragged = ref<{ id: string; i: number; at: Point } | null>(null);

  const readOf = (kind: Mark['kind'], points: readonly Point[], t: number): FreeMeasure | null => {
    const { detail } = of.value;
    const { observation, context, family } = detail;
    const { frames } = observation;
    const on =
      frames[
        nearestIndex(
          frames.map((f) => f.t),
          t,
        )
      ]?.points ?? {};
    return freeMeasure(kind, points, {
      points: on,
      ...(observation.floor ? { floor: observation.floor } : {}),
      orientation: family.orientation,
      sdOf: placeSd(on, detail.picture?.landmarkSd ?? null, observation.picture?.width ?? 1280),
      body: context.body,
      statureKnown: context.statureKnown === true,
      ...(observation.pixelsPerMetre ? { pixelsPerMetre: observation.pixelsPerMetre } : {}),
    });
  };
  const moved = (mark: Mark): Mark => {
    const drag = dragged.value;
    if (drag?.id !== mark.id) return mark;
    return { ...mark, points: mark.points.map((p, i) => (i === drag.i ? [drag.at[0], drag.at[1]] : p)) };
  };
  const all = computed(() =>
    of.value.marks.map(moved).map((mark): ReadMark => ({ ...mark, read: readOf(mark.kind, mark.points, mark.t) })),
  );
  /** Those of the frame of a second. */
  const on = (t: number): ReadMark[] => all.value.filter((m) => Math.abs(m.t - t) <= frame.value.step / 2 + 1e-6);
  const here = computed(() => on(frame.value.t));

  const add = (kind: Mark['kind'], points: readonly Point[]): void =>
    keep([
      ...of.value.marks,
      {
        id: crypto.randomUUID(),
        t: Math.round(1000 * frame.value.t) / 1000,
        kind,
        points: points.map((p) => [Math.round(10 * p[0]) / 10, Math.round(10 * p[1]) / 10]),
      },
    ]);
  /** The landmark that lies within reach, else the place itself. */
  const snapped = (p: Point, reach: number): Point =>
    Object.values(frame.value.points)
      .map((at) => ({ at, away: distance(at, p) }))
      .filter(({ away }) => away <= reach)
      .sort((a, b) => a.away - b.away)[0]?.at ?? p;

  return {
    laying,
    all,
    here,
    on,
    begin: (kind: Mark['kind']) => void (laying.value = laying.value?.kind === kind ? null : { kind, points: [] }),
    stop: () => void (laying.value = null),
    /** A tap on the picture: the next point, or the hold of one that lies there. @param reach px of the picture */
    down(p: Point, reach: number): boolean {
      if (laying.value) {
        const points = [...laying.value.points, snapped(p, reach)];
        if (points.length < POINTS[laying.value.kind]) laying.value = { ...laying.value, points };
        else {
          add(laying.value.kind, points);
          laying.value = null;
        }
        return false;
      }
      const near = here.value
        .flatMap((mark) => mark.points.map((at, i) => ({ id: mark.id, i, away: distance(at, p) })))
        .filter(({ away }) => away <= reach)
        .sort((a, b) => a.away - b.away)[0];
      if (near) dragged.value = { id: near.id, i: near.i, at: p };
      return near !== undefined;
    },
    move(p: Point): void {
      if (dragged.value) dragged.value = { ...dragged.value, at: p };
    },
    up(reach: number): void {
      if (!dragged.value) return;
      dragged.value = { ...dragged.value, at: snapped(dragged.value.at, reach) };
      const after = of.value.marks.map(moved);
      dragged.value = null;
      keep(after);
    },
    /** Lays one between landmarks of this frame. */
    between(kind: Mark['kind'], names: readonly LandmarkName[]): void {
      const laid = names.flatMap((name): Point[] => (frame.value.points[name] ? [frame.value.points[name]] : []));
      if (laid.length === POINTS[kind]) add(kind, laid);
    },
    remove: (id: string) => keep(of.value.marks.filter((m) => m.id !== id)),
  };
}
export type Marks = ReturnType<typeof useMarks>;
