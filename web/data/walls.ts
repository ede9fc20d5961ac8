/** Walls: codes for other screens, and what a screen that nobody is signed in at reads. */
import { useLocalStorage } from '@vueuse/core';
import type { Ref } from 'vue';
import type { WallNow } from '../../api/walls.js';
import { call } from './call.js';

export const wallCode = (runId: string): Promise<{ code: string; until: string }> =>
  call('walls.code', { params: { id: runId } });
export const shutWalls = (runId: string): Promise<undefined> => call('walls.shut', { params: { id: runId } });
export const openWall = (code: string): Promise<{ key: string; until: string }> =>
  call('walls.open', { body: { code } });
/**
 * @param since the last event that is known; -1 for none
 * @param people how many are shown
 */
export const readWall = (key: string, since: number, people: number): Promise<WallNow> =>
  call('walls.get', { params: { key }, query: { since, people } });
/** The key that this screen asks with; empty where it shows nothing. */
export const useWallKey = (): Ref<string> => useLocalStorage('anchor.wall', '');
