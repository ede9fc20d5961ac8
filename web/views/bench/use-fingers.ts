/** Fingers, pens and the mouse on a picture: a press, a drag of a point, a move of the picture, two fingers that zoom. */
import { useEventListener } from '@vueuse/core';
import { ref, type Ref } from 'vue';
import type { Point } from '../../../core/geometry.js';

/** What moves less than this has pressed and not dragged, px on the screen: a finger rolls, a mouse does not. */
const stillFor = (pointerType: string): number => (pointerType === 'touch' ? 6 : 2);

export interface Fingers<Name> {
  /** The point that a drag from here would move; null for the picture itself. */
  grab: (at: Point, pointerType: string) => Name | null;
  /** A drag of a point begins. */
  lift: (name: Name) => void;
  /** The point goes this far from where it was lifted, px on the screen. */
  carry: (name: Name, by: Point) => void;
  /** The drag was none: two fingers zoom now. */
  putBack: () => void;
  press: (at: Point, pointerType: string) => void;
  /** Begins to move the picture with one or two fingers. @returns what moves it with them */
  grip: (fingers: readonly Point[]) => (now: readonly Point[]) => void;
}

/** @param area the element that the fingers touch; places are px from its corner */
export function useFingers<Name>(area: Ref<HTMLElement | null>, on: Fingers<Name>): { dragging: Ref<Name | null> } {
  const down = new Map<number, Point>();
  const dragging = ref(null) as Ref<Name | null>;
  let start: { at: Point; name: Name | null } | null = null;
  let move: ((now: readonly Point[]) => void) | null = null;
  const placeOf = (event: PointerEvent): Point => {
    const box = area.value!.getBoundingClientRect();
    return [event.clientX - box.left, event.clientY - box.top];
  };
  const fingers = (): Point[] => [...down.values()].slice(0, 2);

  useEventListener(area, 'pointerdown', (event: PointerEvent) => {
    if (event.button > 0) return;
    const at = placeOf(event);
    down.set(event.pointerId, at);
    area.value!.setPointerCapture(event.pointerId);
    if (down.size === 1) {
      start = { at, name: on.grab(at, event.pointerType) };
      move = null;
      return;
    }
    // A second finger: whatever the first had begun is no drag.
    if (dragging.value !== null) on.putBack();
    dragging.value = null;
    start = null;
    move = on.grip(fingers());
  });
  useEventListener(area, 'pointermove', (event: PointerEvent) => {
    if (!down.has(event.pointerId)) return;
    const at = placeOf(event);
    down.set(event.pointerId, at);
    if (start && dragging.value === null && !move) {
      if (Math.hypot(at[0] - start.at[0], at[1] - start.at[1]) <= stillFor(event.pointerType)) return;
      if (start.name !== null) {
        dragging.value = start.name;
        on.lift(start.name);
      } else move = on.grip([start.at]);
    }
    if (start && dragging.value !== null) on.carry(dragging.value, [at[0] - start.at[0], at[1] - start.at[1]]);
    else move?.(fingers());
  });
  function up(event: PointerEvent): void {
    if (!down.delete(event.pointerId)) return;
    if (down.size > 0) {
      // One finger of two is left: the picture goes on under it.
      move = on.grip(fingers());
      return;
    }
    if (event.type === 'pointerup' && start && dragging.value === null && !move) on.press(start.at, event.pointerType);
    if (event.type === 'pointercancel' && dragging.value !== null) on.putBack();
    dragging.value = null;
    start = null;
    move = null;
  }
  useEventListener(area, ['pointerup', 'pointercancel'], up);
  return { dragging };
}
