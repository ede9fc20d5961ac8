/** What is tapped while a hold plays before an eye: pads with their figures, taps at the second of its clock, keys. */
import { useEventListener } from '@vueuse/core';
import { computed, onScopeDispose, ref, watch, type ComputedRef, type Ref } from 'vue';
import type { Body } from '../../../core/body/anthropometry.js';
import type { Pose } from '../../../core/body/pose.js';
import { padsOf } from '../../../core/eye/deal.js';
import type { Fault } from '../../../core/formats/catalog.js';
import type { TappedHold } from '../../../core/formats/eye.js';
import { isOnControl, isTyping } from '../../components/keys.js';
import { catalog } from '../../data/catalogue.js';
import { underWay } from '../../data/under-way.js';
import { useSettings } from '../../stores/settings.js';
import { tapCounts } from '../bench/taps.js';
import { usePadFigures } from '../bench/use-pad-figures.js';

export interface Tapping {
  events: Ref<TappedHold['events']>;
  pads: ComputedRef<Fault[]>;
  figures: ComputedRef<ReadonlyMap<string, Pose>>;
  body: Body;
  tap: (fault: string, state: 'on' | 'off') => void;
  undo: () => void;
}
interface Playing {
  hold: () => { position: string; rung?: string };
  running: () => boolean;
  /** Second that the hold is at. */
  now: () => number;
  /** What the space bar does now. @returns whether it does anything */
  space: () => boolean;
}

/** Taps count while the hold runs; it is under way meanwhile, so the page is not left unasked. */
export function useTapping({ hold, running, now, space }: Playing): Tapping {
  const settings = useSettings();
  const events = ref<TappedHold['events']>([]);
  const pads = computed(() => padsOf(catalog, hold().position));
  const { figures, body } = usePadFigures(() => pads.value, hold);
  watch(running, (is) => (underWay.value = is));
  onScopeDispose(() => (underWay.value = false));
  function tap(fault: string, state: 'on' | 'off'): void {
    const event = { fault, state, t: Math.round(now() * 100) / 100 };
    if (running() && tapCounts(events.value, event)) events.value.push(event);
  }
  const undo = (): void => void events.value.pop();
  useEventListener(document, 'keydown', (event: KeyboardEvent) => {
    if (event.repeat || !settings.keys || isTyping(event) || event.ctrlKey || event.metaKey || event.altKey) return;
    if (document.querySelector('[role="dialog"]')) return;
    const digit = /^Digit(\d)$/.exec(event.code)?.[1];
    if (event.code === 'Space') {
      if (isOnControl(event) || !space()) return;
    } else if (event.key.toLowerCase() === 'u' && running()) undo();
    else if (digit && running()) {
      const fault = pads.value[(Number(digit) + 9) % 10];
      if (fault) tap(fault.id, event.shiftKey ? 'off' : 'on');
    } else return;
    event.preventDefault();
  });
  return { events, pads, figures, body, tap, undo };
}
