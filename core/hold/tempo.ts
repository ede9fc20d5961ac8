/** A rep's tempo over time: up or out, pause, down or back. */
import type { Seconds } from '../geometry.js';

export type TempoPhase = 'up' | 'pause' | 'down';
export const TEMPO_WORDS: Readonly<Record<TempoPhase, string>> = { up: 'Up', pause: 'Pause', down: 'Down' };

/** A tempo without length would never leave its rep, s. */
const SHORTEST: Seconds = 0.2;

/**
 * Where a steady tempo stands.
 * @param tempo seconds up, of the pause, down
 * @param elapsed s since the first rep began
 * @returns the rep (from 0), its phase, and how much of the phase is over, 0–1
 * @example phaseAt([1, 1, 2], 5.5) // => { rep: 1, phase: 'pause', share: 0.5 }
 */
export function phaseAt(
  tempo: readonly [Seconds, Seconds, Seconds],
  elapsed: Seconds,
): { rep: number; phase: TempoPhase; share: number } {
  const [up, pause, down] = tempo;
  const whole = Math.max(SHORTEST, up + pause + down);
  const rep = Math.floor(Math.max(0, elapsed) / whole);
  const within = Math.max(0, elapsed) - rep * whole;
  if (within < up) return { rep, phase: 'up', share: within / up };
  if (within < up + pause) return { rep, phase: 'pause', share: (within - up) / pause };
  return { rep, phase: 'down', share: down > 0 ? Math.min(1, (within - up - pause) / down) : 1 };
}
