/** A programme by link, without an account: kept on this device once it was opened, so that it goes on without a network. */
import { useEventListener, useIntervalFn } from '@vueuse/core';
import { computed, ref, shallowRef, type ComputedRef, type Ref, type ShallowRef } from 'vue';
import { z } from 'zod';
import {
  itemLogInputSchema,
  soloSheetSchema,
  type ItemLogInput,
  type MadeLink,
  type ProgrammeLink,
  type SoloSheet,
} from '../../api/programmes.js';
import { CLIP_BYTES } from '../../api/clips.js';
import { ApiError, call, hasToken, Told, wordsOf } from './call.js';
import { plainClip, plainStill } from './clips.js';
import { outdated, useRead, type Read } from './query.js';
import { forgetSolo, ownSoloPlace } from './own-solo.js';
import { useSession } from './session.js';
import { solo as wording } from '../../words/pages/data.js';

export const useLinks = (programme: () => string): Read<ProgrammeLink[]> =>
  useRead('links.list', () => ({ params: { id: programme() } }));
export async function addLink(programme: string, scopes: ProgrammeLink['scopes'], days: number): Promise<MadeLink> {
  const made = await call('links.add', { params: { id: programme }, body: { scopes, days } });
  outdated('links.list');
  return made;
}
export async function shutLink(id: string): Promise<void> {
  await call('links.shut', { params: { id } });
  outdated('links.list');
}

/** Who says that a clip may be kept. */
export interface ConsentStated {
  givenBy: string;
  relation: 'self' | 'guardian';
}
/**
 * Sends a clip or a picture to the coach: without sound and place, which go before it leaves this device.
 * @param id the same for the same clip, so that it is kept once
 * @param on told what is being done
 * @throws ApiError, OfflineError, Told
 */
export async function sendIn(
  secret: string,
  { id, file, note, consent }: { id: string; file: File; note: string; consent: ConsentStated | null },
  on: (doing: string) => void,
): Promise<void> {
  on(wording.takingTheSoundOut);
  const { blob, type } = file.type.startsWith('image/')
    ? await plainStill(file)
    : await plainClip(file, { from: 0, to: null }, (done) =>
        on(wording.takingTheSoundOutWithDone(Math.round(100 * done))),
      );
  if (blob.size > CLIP_BYTES) throw new Told(wording.itIsLargerThan(CLIP_BYTES / 1024 ** 2));
  on(wording.sending);
  if (!hasToken()) await useSession().load();
  const clip = { id, name: file.name.slice(0, 120) || wording.clip, type, bytes: blob.size, note };
  const { arrived } = await call('solo.clip', { body: { secret, clip, consent } });
  if (!arrived) await call('solo.content', { params: { id }, file: blob });
}

/** Sent in one go. */
const AT_ONCE = 12;
const AGAIN_MS = 15_000;
const keptSchema = z.object({ sheet: soloSheetSchema.nullable(), waiting: z.array(itemLogInputSchema) });
type Kept = z.infer<typeof keptSchema>;

export interface Solo {
  /** The sheet with what waits laid over it. */
  sheet: ComputedRef<SoloSheet | null>;
  /** The link opens nothing, or nothing more. */
  shut: Ref<boolean>;
  /** What this device kept was removed by who reads it. */
  forgotten: Ref<boolean>;
  /** The server was not reached the last time it was asked. */
  away: Ref<boolean>;
  waiting: ComputedRef<number>;
  error: Ref<string | null>;
  log: (logs: readonly ItemLogInput[]) => void;
  load: () => Promise<void>;
  /** Removes what this device keeps of the programme, what was not sent too. */
  forget: () => void;
}

const one = (l: Pick<ItemLogInput, 'day' | 'item'>): string => `${l.day} ${l.item}`;
/** What was said later stands over what was said before. */
export const laid = (before: readonly ItemLogInput[], after: readonly ItemLogInput[]): ItemLogInput[] => [
  ...new Map([...before, ...after].map((l) => [one(l), l])).values(),
];

/** @param secret of a link; null: the programme of the person whom the account is tied to */
export function useSolo(secret: string | null): Solo {
  const place = secret === null ? ownSoloPlace(useSession().account?.id ?? '') : `anchor.solo.${secret}`;
  const openSheet = (): Promise<SoloSheet> =>
    secret === null ? call('solo.own') : call('solo.open', { body: { secret } });
  const logSheet = (logs: ItemLogInput[]): Promise<SoloSheet> =>
    secret === null ? call('solo.note', { body: { logs } }) : call('solo.log', { body: { secret, logs } });
  const kept: ShallowRef<Kept> = shallowRef(read());
  const [shut, forgotten, away, error] = [ref(false), ref(false), ref(false), ref<string | null>(null)];
  function read(): Kept {
    try {
      const found = keptSchema.safeParse(JSON.parse(localStorage.getItem(place) ?? 'null'));
      if (found.success) return found.data;
    } catch {
      // A device that keeps nothing begins empty.
    }
    return { sheet: null, waiting: [] };
  }
  function put(next: Kept): void {
    // What was on its way when it was removed does not bring it back.
    if (forgotten.value) return;
    kept.value = next;
    try {
      localStorage.setItem(place, JSON.stringify(next));
    } catch {
      error.value = wording.thisDeviceKeepsNothing;
    }
  }
  function clear(): void {
    forgetSolo(place, kept.value.sheet?.programme);
    kept.value = { sheet: null, waiting: [] };
  }
  function over(): void {
    shut.value = true;
    clear();
  }
  let busy = false;
  /** Sends what waits, else asks for the sheet. */
  async function load(): Promise<void> {
    if (busy || shut.value || forgotten.value) return;
    busy = true;
    try {
      if (!hasToken()) await useSession().load();
      do {
        const sent = kept.value.waiting.slice(0, AT_ONCE);
        const sheet = sent.length > 0 ? await logSheet(sent) : await openSheet();
        // What was said again while it was sent waits on.
        put({ sheet, waiting: kept.value.waiting.filter((l) => !sent.includes(l)) });
      } while (kept.value.waiting.length > 0);
      [away.value, error.value] = [false, null];
    } catch (problem) {
      if (problem instanceof ApiError && problem.problem.status === 404) over();
      else if (problem instanceof ApiError && problem.problem.status === 422) {
        // The programme was changed meanwhile: what no longer stands on its day cannot be kept, and is said.
        error.value = wording.someOfWhatYou(wordsOf(problem));
        put({ ...kept.value, waiting: [] });
      } else {
        away.value = true;
        if (problem instanceof ApiError) error.value = wordsOf(problem);
      }
    } finally {
      busy = false;
    }
  }
  useEventListener(window, 'online', () => void load());
  useEventListener(document, 'visibilitychange', () => document.visibilityState === 'visible' && void load());
  useIntervalFn(() => (away.value || kept.value.waiting.length > 0) && void load(), AGAIN_MS);
  void load();
  return {
    sheet: computed(() => {
      const { sheet, waiting } = kept.value;
      return sheet && { ...sheet, logs: laid(sheet.logs, waiting) };
    }),
    shut,
    forgotten,
    away,
    waiting: computed(() => kept.value.waiting.length),
    error,
    log(logs) {
      put({ ...kept.value, waiting: laid(kept.value.waiting, logs) });
      void load();
    },
    load,
    forget() {
      forgotten.value = true;
      clear();
    },
  };
}
