/** Walls: codes made and taken back by a coach, and what the hall reads, for screens that nobody is signed in at. */
import { placeKey } from '../../core/catalog/ladders.js';
import { catalog as shipped } from '../../core/catalog/shipped.js';
import { wallOf } from '../../core/class/wall.js';
import { shortNames } from '../../words/names.js';
import type { Handlers } from '../http/mount.js';
import { notFound } from '../http/problems.js';
import type { Context } from './context.js';

type Names = 'walls.code' | 'walls.shut' | 'walls.open' | 'walls.get';

export function wallHandlers({ walls, runs, studio, circumstances }: Context): Handlers<Names> {
  const known = async (id: string): Promise<string> => {
    if (!(await runs.find(id))) throw notFound('This class');
    return id;
  };
  return {
    'walls.code': async ({ params }) => walls.code(await known(params.id), circumstances.now()),
    'walls.shut': async ({ params }) => {
      await walls.shut(await known(params.id));
      return undefined;
    },
    'walls.open': async ({ body }) => {
      const opened = await walls.open(body.code, circumstances.now());
      if (!opened) throw notFound('A class with this code');
      return opened;
    },
    'walls.get': async ({ params, query }) => {
      const id = await walls.runOf(params.key, circumstances.now());
      const run = id === null ? null : await runs.find(id);
      if (!run) throw notFound('This wall');
      const now = Date.parse(circumstances.now());
      // Asked every second or two by each wall: what has not changed is not read whole.
      const fresh = await runs.events(run.id, Math.max(0, query.since));
      if (query.since >= 0 && fresh.events.length === 0 && query.people === run.people.length)
        return { next: fresh.next, now, wall: null };
      const { events, next } = await runs.events(run.id);
      const wall = wallOf(run, events, shortNames(run.people));
      const { catalog } = await studio.now();
      const standard = new Set(shipped.rungs.map(placeKey));
      const used = new Set([
        ...wall.plan.blocks.flatMap((b) =>
          b.rounds.flatMap((r) => r.assigned.flatMap((a) => [a.version, a.then ?? a.version])),
        ),
        ...wall.events.flatMap((e) => (e.is === 'swap' ? [e.version] : [])),
      ]);
      const rungs = catalog.rungs.filter((r) => used.has(placeKey(r)) && !standard.has(placeKey(r)));
      return { next, now, wall: { ...wall, rungs } };
    },
  };
}
