/** A page's time that stands until it is told to pass: what a test says of moments does not hang on how quick the machine is. */
export interface HeldTime {
  /** Lets so many milliseconds pass; what was due in them is done, in order. */
  pass(ms: number): void;
  /** The page's own time again. */
  letGo(): void;
}
/** Timers this long and longer are held; shorter ones are the test's own waiting, ms. */
const HELD = 100;

export function holdTime(): HeldTime {
  const own = {
    date: Date.now,
    performance: performance.now,
    timeout: globalThis.setTimeout,
    clear: globalThis.clearTimeout,
  };
  const [date, performed] = [Date.now(), performance.now()];
  let gone = 0;
  // The view library orders its handlers by the clock: two looks at it never say the same.
  let looks = 0;
  let timers = 1e9;
  const held = new Map<number, { due: number; run: () => void }>();
  Date.now = () => date + gone + (looks += 1) / 1e4;
  performance.now = () => performed + gone;
  globalThis.setTimeout = ((run: () => void, ms = 0, ...rest: unknown[]) => {
    if (ms < HELD) return own.timeout(run, ms, ...rest);
    const id = (timers += 1);
    held.set(id, { due: gone + ms, run });
    return id;
  }) as typeof setTimeout;
  globalThis.clearTimeout = ((id: never) => held.delete(id) || own.clear(id)) as typeof clearTimeout;
  return {
    pass(ms) {
      gone += ms;
      const due = [...held].filter(([, timer]) => timer.due <= gone).sort(([, a], [, b]) => a.due - b.due);
      for (const [id, { run }] of due) {
        held.delete(id);
        run();
      }
    },
    letGo() {
      Date.now = own.date;
      performance.now = own.performance;
      globalThis.setTimeout = own.timeout;
      globalThis.clearTimeout = own.clear;
    },
  };
}
