/**
 * Whether the demo is good on the day of `ANCHOR_TEST_NOW`: fills it, starts it, and asks as its coach and by a link. Says on a line what
 * there is; ends with 1 where something is missing.
 */
import type { FloorState } from '../api/people.js';
import type { MadeLink, SoloSheet } from '../api/programmes.js';
import { hallDay } from '../core/days.js';
import { openHall } from './harness.js';
import { TEST_ZONE } from './test-day.mjs';

const hall = await openHall();
try {
  const page = await hall.coach();
  const ask = async <T>(method: string, path: string, body?: object): Promise<T> =>
    (await page.evaluate(
      async (of: { method: string; path: string; body: string | undefined }) => {
        const { token } = (await (await fetch('/api/session')).json()) as { token: string };
        const headers = { 'content-type': 'application/json', 'x-anchor-token': token };
        return (
          await fetch(`/api${of.path}`, { method: of.method, headers, body: of.body })
        ).json() as Promise<unknown>;
      },
      { method, path, body: body && JSON.stringify(body) },
    )) as T;
  const today = hallDay(hall.now(), TEST_ZONE);
  const floor = await ask<FloorState>('GET', '/floor');
  const classes = (await ask<{ day: string | null }[]>('GET', '/classes')).filter((c) => c.day === today).length;
  let [sessions, toDo] = [0, 0];
  for (const { id } of await ask<{ id: string }[]>('GET', '/programmes')) {
    const { secret } = await ask<MadeLink>('POST', `/programmes/${id}/links`, { scopes: ['programme'], days: 7 });
    const sheet = await ask<SoloSheet>('POST', '/solo', { secret });
    const items = sheet.weeks.flatMap((w) => w.days).find((d) => d.day === today)?.items ?? [];
    if (items.length > 0) sessions += 1;
    toDo += items.filter((i) => !sheet.logs.some((l) => l.day === today && l.item === i.item)).length;
  }
  process.stdout.write(
    `${floor.hereCount} here, ${floor.dueCount} due, ${classes} today's, ${sessions} train, ${toDo} to do\n`,
  );
  if ([floor.hereCount, floor.dueCount, classes, sessions, toDo].some((n) => n === 0)) process.exitCode = 1;
} finally {
  await hall.close();
}
