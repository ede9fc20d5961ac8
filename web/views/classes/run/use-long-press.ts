/** A press that lasts means something else than a tap. */
const LONG_MS = 600;

/** @returns listeners for a control of a thing, which is told of as long or short */
export function useLongPress<T>(
  long: (of: T) => void,
  short: (of: T) => void,
): (of: T) => Record<string, (e: Event) => void> {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let was = false;
  const end = (): void => clearTimeout(timer);
  return (of) => ({
    pointerdown() {
      was = false;
      end();
      timer = setTimeout(() => {
        was = true;
        long(of);
      }, LONG_MS);
    },
    pointerup: end,
    pointerleave: end,
    pointercancel: end,
    contextmenu: (e) => e.preventDefault(),
    click() {
      // The click that ends a long press is no tap.
      if (!was) short(of);
      was = false;
    },
  });
}
