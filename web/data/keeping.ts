/** The trail, devices, the second factor, backups, and what is let go; read and changed. */
import { useInfiniteQuery } from '@tanstack/vue-query';
import { computed, type ComputedRef } from 'vue';
import type { OwnDevices, SecondBegun } from '../../api/accounts.js';
import type { BackupChecked, BackupLine, Backups, BackupSchedule, Receipt, Retention } from '../../api/backups.js';
import type { TrailLine, TrailState } from '../../api/trail.js';
import { call, wordsOf, type Ask } from './call.js';
import { client, keep, keyOf, outdated, useRead, type Read } from './query.js';

export type TrailFilter = Omit<NonNullable<Ask<'trail.list'>['query']>, 'before' | 'limit'>;
export interface TrailList {
  lines: ComputedRef<TrailLine[]>;
  loading: ComputedRef<boolean>;
  error: ComputedRef<string | null>;
  more: ComputedRef<boolean>;
  loadMore: () => Promise<void>;
  load: () => Promise<void>;
}
/** Newest first, page after page. */
export function useTrail(filter: () => TrailFilter): TrailList {
  const query = computed(() => ({ ...filter(), limit: 50 }));
  const found = useInfiniteQuery(
    {
      queryKey: computed(() => [...keyOf('trail.list', { query: query.value }), 'pages']),
      queryFn: ({ pageParam, signal }) =>
        call('trail.list', { query: { ...query.value, ...(pageParam ? { before: pageParam } : {}) }, signal }),
      initialPageParam: '',
      getNextPageParam: (last: { next: string | null }) => last.next ?? undefined,
    },
    client,
  );
  const pages = computed(() => found.data.value?.pages ?? []);
  return {
    lines: computed(() => pages.value.flatMap((p) => p.items)),
    loading: computed(() => found.isPending.value && !found.isError.value),
    error: computed(() => (pages.value.length === 0 && found.error.value ? wordsOf(found.error.value) : null)),
    more: computed(() => found.hasNextPage.value),
    loadMore: async () => void (await found.fetchNextPage()),
    load: async () => void (await found.refetch()),
  };
}
export const useTrailState = (): Read<TrailState> => useRead('trail.state', () => ({}));
export async function keepTrailFor(years: number): Promise<void> {
  keep('trail.state', {}, await call('trail.keep', { body: { years } }));
}

/** @param account of another, which an owner may see; one's own where null */
export const useDevices = (account: () => string | null): Read<OwnDevices> => {
  const [own, theirs] = [
    useRead('devices.list', () => (account() === null ? {} : null)),
    useRead('devices.of', () => (account() === null ? null : { params: { id: account()! } })),
  ];
  const one = computed(() => (account() === null ? own : theirs));
  return {
    value: computed(() => one.value.value.value),
    loading: computed(() => one.value.loading.value),
    error: computed(() => one.value.error.value),
    old: computed(() => one.value.old.value),
    load: () => one.value.load(),
  };
};
export async function endDevice(account: string | null, device: string): Promise<void> {
  if (account === null) keep('devices.list', {}, await call('devices.end', { params: { device } }));
  else
    keep('devices.of', { params: { id: account } }, await call('devices.endof', { params: { id: account, device } }));
}
export const beginSecond = (): Promise<SecondBegun> => call('second.begin');
export const keepSecond = async (code: string): Promise<string[]> =>
  (await call('second.keep', { body: { code } })).codes;
export const dropSecond = (password: string): Promise<unknown> => call('second.off', { body: { password } });

export const useBackups = (wanted: () => boolean = () => true): Read<Backups> =>
  useRead('backups.list', () => (wanted() ? {} : null));
/** An owner says that the clock is right. */
export async function believeClock(): Promise<void> {
  keep('backups.list', {}, await call('clock.believe'));
}
export async function makeBackup(): Promise<BackupLine> {
  const line = await call('backups.make');
  outdated('backups.list');
  return line;
}
export async function takeBackup(file: File): Promise<BackupLine> {
  const line = await call('backups.take', { file });
  outdated('backups.list');
  return line;
}
export async function setSchedule(schedule: BackupSchedule): Promise<void> {
  keep('backups.list', {}, await call('backups.schedule', { body: schedule }));
}
export const checkBackup = (name: string): Promise<BackupChecked> => call('backups.check', { params: { name } });
export async function removeBackup(name: string): Promise<void> {
  await call('backups.remove', { params: { name } });
  outdated('backups.list');
}
export async function forgetBefore(folder: string): Promise<void> {
  await call('backups.forget', { params: { folder } });
  outdated('backups.list');
}
/** So often the server is asked whether it is back, and so long, ms. */
const ASK_EVERY = 500;
const ASK_FOR = 120_000;
const pause = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));
/**
 * Restores a backup and waits until the studio is open again.
 * @returns false where it did not come back in two minutes
 * @throws ApiError naming the field
 */
export async function restoreBackup(name: string, password: string): Promise<boolean> {
  await call('backups.restore', { params: { name }, body: { password } });
  // It closes a moment after it has said so.
  await pause(ASK_EVERY * 3);
  for (let waited = 0; waited < ASK_FOR; waited += ASK_EVERY) {
    const back = await call('health.get').then(
      () => true,
      () => false,
    );
    if (back) return true;
    await pause(ASK_EVERY);
  }
  return false;
}

export const useRetention = (months: () => number | null): Read<Retention> =>
  useRead('retention.get', () => ({ query: months() === null ? {} : { months: months()! } }));
export async function setRetention(months: number | null): Promise<void> {
  await call('retention.set', { body: { months } });
  outdated('retention.get');
}
export async function erasePerson(id: string, name: string): Promise<Receipt> {
  const receipt = await call('people.erase', { params: { id }, body: { name } });
  outdated('people.list', 'floor.get', 'groups.list', 'groups.trends', 'retention.get', 'programmes.all');
  return receipt;
}
