/** What a tap on a fault pad does: on, gross at the second, mended; a slip of the finger is none. */
import type { ObservationEvent } from '../../../core/formats/observation.js';

export type PadState = 'off' | 'on' | 'gross';

/** A second tap on one pad within this time is a slip of the finger, s. */
export const SLIP = 0.4;

type Tapped = Pick<ObservationEvent, 'fault' | 'state' | 't'>;

export function padStateOf(events: readonly Tapped[], fault: string): PadState {
  let state: PadState = 'off';
  for (const e of events) if (e.fault === fault) state = e.state === 'off' ? 'off' : state === 'off' ? 'on' : 'gross';
  return state;
}

/** Whether a tap at a second changes anything. */
export function tapCounts(events: readonly Tapped[], { fault, state, t }: Tapped): boolean {
  const now = padStateOf(events, fault);
  if (state === 'off' ? now === 'off' : now === 'gross') return false;
  return t - (events.findLast((e) => e.fault === fault)?.t ?? -Infinity) >= SLIP;
}
