/** One page of this device holds the clock; another sees that, and can take it over. */
import { onScopeDispose, ref, type Ref } from 'vue';

export interface HoldLock {
  /** Whether this page holds the clock; where the browser cannot tell pages apart, every page does. */
  mine: Ref<boolean>;
  /** Asks for the clock; it is had when the page that has it lets it go or closes. */
  ask: (name: string) => Promise<void>;
  /** Takes the clock from the page that has it. */
  takeOver: () => Promise<void>;
  letGo: () => void;
}

export function useHoldLock(locks: LockManager | undefined = globalThis.navigator?.locks): HoldLock {
  const mine = ref(true);
  let held = '';
  let release: (() => void) | null = null;

  /** Resolves when it is known whether this page has the clock. */
  function request(options: LockOptions): Promise<boolean> {
    const name = held;
    return new Promise((known) => {
      void locks
        .request(`anchor-hold-${name}`, options, (lock) => {
          if (!lock || held !== name) {
            known(false);
            return undefined;
          }
          mine.value = true;
          known(true);
          return new Promise<void>((done) => (release = done));
        })
        // The clock was taken over by another page.
        .catch(() => {
          known(false);
          if (held !== name) return;
          mine.value = false;
          release = null;
          void request({});
        });
    });
  }
  async function ask(name: string): Promise<void> {
    if (!locks || held === name) return;
    letGo();
    held = name;
    if (await request({ ifAvailable: true })) return;
    mine.value = false;
    void request({});
  }
  async function takeOver(): Promise<void> {
    if (locks && held && !mine.value) await request({ steal: true });
  }
  function letGo(): void {
    held = '';
    release?.();
    release = null;
    mine.value = true;
  }
  onScopeDispose(letGo);
  return { mine, ask, takeOver, letGo };
}
