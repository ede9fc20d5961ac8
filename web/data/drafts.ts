/** Work under way, kept on this device for the account that does it, so that Back, a reload or a flat battery loses nothing. */
import { hashKey } from '@tanstack/vue-query';
import { useDebounceFn, useEventListener } from '@vueuse/core';
import { onScopeDispose, ref, watch, type Ref } from 'vue';
import type { ZodType } from 'zod';
import { DRAFTS_FOR, putDraft, readDraft } from './draft-store.js';
import { say } from './said.js';
import { useSession } from './session.js';
import { drafts as wording } from '../../words/pages/data.js';

/** Work is written this long after it last changed, ms. */
const SETTLE_MS = 250;

/** Plain data as text, whatever the order of its fields. */
const alike = (value: unknown): string => hashKey([JSON.parse(JSON.stringify(value ?? null))]);

/**
 * Whether the account that is signed in has a draft of this here; false where the device cannot be asked.
 * @param stands what is kept already: a draft that says just that holds nothing, as when the page went between keeping it and letting
 *   the draft go; it is taken away
 * @param says what of a draft is compared with that; all of it where left out
 */
export async function hasDraft(
  of: string,
  stands?: unknown,
  says: (draft: unknown) => unknown = (draft) => draft,
): Promise<boolean> {
  const account = useSession().account?.id;
  if (account === undefined) return false;
  const found = await readDraft(account, of).catch(() => null);
  if (found === null) return false;
  if (alike(says(found.value)) !== alike(stands)) return true;
  await putDraft(account, of, null, null).catch(() => undefined);
  return false;
}

export interface DraftOptions<T> {
  /** What the work is of, as a key; null while that is not known. */
  of: () => string | null;
  /** What it is called, as the start of a sentence: “The screen”. */
  name: string;
  /** What earlier work must look like to be taken up; what does not is let go. */
  schema: ZodType<T>;
  /** The work as it stands; null where there is nothing to lose. */
  now: () => T | null;
  /** Takes earlier work up. */
  take: (value: T, file: Blob | null) => void | Promise<void>;
  /** A picture that belongs to it and may lie on this device. */
  file?: () => Blob | null;
  /** Older work is not taken up, ms. */
  lasts?: number;
}
export interface Draft {
  /** Instant of the earlier work that was taken up; null where there was none. */
  found: Ref<string | null>;
  /** Earlier work has been asked for, so what stands is the person's own. */
  ready: Ref<boolean>;
  /** What stands is also on the device. */
  kept: Ref<boolean>;
  /** This device cannot keep it. */
  unkept: Ref<boolean>;
  /** Begun anew: what stands is not the earlier work any more. */
  begunAnew: () => void;
  /** The work is done with: nothing of it stays here. Call when it is kept elsewhere. */
  drop: () => Promise<void>;
}

/** Keeps work under way while its page is open, takes it up when the page opens again, and says so when the page is left. */
export function useDraft<T>({ of, name, schema, now, take, file, lasts }: DraftOptions<T>): Draft {
  const session = useSession();
  const account = session.account?.id ?? '';
  const [found, ready, kept, unkept] = [ref<string | null>(null), ref(false), ref(false), ref(false)];
  /** The work as it was last written, or as it stood when the page opened or it was done with. */
  let base = '';
  let key: string | null = null;
  /** The last write, which may still be going on; only the last says what is kept. */
  let writing = Promise.resolve();
  let writes = 0;
  const text = (): string => JSON.stringify(now());

  /** Writes what stands, at once; resolved when it, or what was being written already, lies on the device. */
  function write(): Promise<void> {
    // Who signs out leaves what is here to be locked; nothing is added to it.
    if (!ready.value || key === null || session.left) return writing;
    const as = text();
    if (as === base) return writing;
    base = as;
    const value = JSON.parse(as) as unknown;
    const own = ++writes;
    writing = putDraft(account, key, value, file?.() ?? null).then(
      // What was typed while it was written is not kept by it.
      () => void (own === writes && ([kept.value, unkept.value] = [value !== null && text() === as, false])),
      () => void (own === writes && ([kept.value, unkept.value] = [false, value !== null])),
    );
    return writing;
  }
  const soon = useDebounceFn(() => void write(), SETTLE_MS);

  async function turnTo(next: string | null, last: string | null | undefined): Promise<void> {
    // What stands is still the one's before: it is written before anything is taken up for the next.
    const written = write();
    key = next;
    [found.value, kept.value, ready.value] = [null, false, false];
    await written;
    [found.value, kept.value] = [null, false];
    if (next === null || of() !== next) return;
    // As it stood when the page opened: what is typed while the device is asked is the person's own. Of another than the one
    // before, what stands now may still be that one's.
    const opened = last === undefined || last === null ? text() : null;
    const before = await readDraft(account, next).catch(() => null);
    const young = before && Date.now() - Date.parse(before.at) < (lasts ?? DRAFTS_FOR);
    const parsed = young ? schema.safeParse(before.value) : null;
    const taken = of() === next && parsed?.success === true;
    if (taken) {
      await take(parsed.data, before!.file);
      if (of() === next) [found.value, kept.value] = [before!.at, true];
    }
    if (of() !== next) return;
    base = taken || opened === null ? text() : opened;
    ready.value = true;
    if (text() !== base) void soon();
  }
  /** Earlier work is being asked for, and taken up. */
  let turning = Promise.resolve();
  watch(of, (next, last) => void (turning = turnTo(next, last)), { immediate: true, flush: 'sync' });
  watch(
    now,
    () => {
      if (ready.value && text() !== base) kept.value = false;
      void soon();
    },
    { deep: true },
  );
  useEventListener(document, 'visibilitychange', () => document.visibilityState === 'hidden' && void write());
  onScopeDispose(() => {
    // It is said to be kept when it is; what was typed before earlier work had been asked for is kept too.
    void (ready.value ? write() : turning.then(write)).then(() => {
      if (kept.value && !session.left) say(wording.isKept(name));
    });
  });
  return {
    found,
    ready,
    kept,
    unkept,
    begunAnew: () => void (found.value = null),
    async drop(): Promise<void> {
      base = text();
      writes += 1;
      [found.value, kept.value] = [null, false];
      if (key !== null) await putDraft(account, key, null, null).catch(() => undefined);
    },
  };
}

/**
 * The draft of a form that opens and shuts: it opens again with what was typed.
 * @param blank what the form holds when it is opened; a form that holds just that has nothing to lose
 */
export function useFormDraft<T extends object>(
  options: Pick<DraftOptions<T>, 'of' | 'name' | 'schema' | 'lasts'>,
  open: Ref<boolean>,
  form: T,
  blank: () => T,
): Draft & { anew: () => void } {
  const draft = useDraft<T>({
    ...options,
    now: () => (open.value && JSON.stringify(form) !== JSON.stringify(blank()) ? form : null),
    take(value) {
      Object.assign(form, value);
      open.value = true;
    },
  });
  return {
    ...draft,
    anew(): void {
      Object.assign(form, blank());
      draft.begunAnew();
    },
  };
}
