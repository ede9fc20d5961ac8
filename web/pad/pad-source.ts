/** A pressure pad under the low back, as devices speak: pieces of text, a number from 0 to 100 a line. The ones that ship are stand-ins. */
import { simulatedBack } from '../../core/hold/pressure.js';

export interface PadSource {
  /** Begins to listen. @param on takes what came, in pieces @returns stops it */
  listen: (on: (piece: string) => void) => () => void;
}

/** Lines a second of the stand-ins. */
const RATE = 10;

/** Moved by hand: the level of a slider. */
export const byHand = (level: () => number): PadSource => ({
  listen(on) {
    const timer = setInterval(() => on(`${level()}\n`), 1000 / RATE);
    return () => clearInterval(timer);
  },
});

/** A made-up back that keeps its pressure for a while and then lets go; each time another. */
export const byScript = (random: () => number = Math.random): PadSource => ({
  listen(on) {
    const back = simulatedBack(random);
    const from = performance.now();
    const timer = setInterval(() => on(`${back((performance.now() - from) / 1000)}\n`), 1000 / RATE);
    return () => clearInterval(timer);
  },
});
