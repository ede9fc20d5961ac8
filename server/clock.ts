/** The one clock of a studio: everything that asks what time it is asks this, so that a test can say. */

/** ISO instant now, in UTC. */
export type Clock = () => string;

/**
 * The machine's clock, or one that goes beside it.
 * @param ahead milliseconds that it is ahead of the machine's; negative when it is behind
 */
export const machineClock =
  (ahead = 0): Clock =>
  () =>
    new Date(Date.now() + ahead).toISOString();

/** Epoch ms now. */
export const msOf = (clock: Clock) => (): number => Date.parse(clock());
