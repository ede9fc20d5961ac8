/** Puts a line into the trail for each request that touched somebody's health data, when it was answered. */
import type { RequestHandler, Response } from 'express';
import type { Knex } from 'knex';
import { z } from 'zod';
import type { Route } from '../../api/route.js';
import type { RouteName } from '../../api/routes.js';
import { OWNERS, trailMark, type TrailMark } from '../../api/trail.js';
import { maybeRow } from '../database/rows.js';
import { deviceOf } from './device.js';
import type { Trail } from './trail.js';

declare module 'express-serve-static-core' {
  interface Locals {
    /** What a handler answered with. */
    answered?: unknown;
  }
}

/** People that records belong to are remembered: a record never changes hands. */
const REMEMBERED = 20_000;
const personRow = z.object({ person_id: z.string() });

const idIn = (answered: unknown): string | null => z.object({ id: z.string() }).safeParse(answered).data?.id ?? null;

export type MarkOf = (name: RouteName, route: Route) => RequestHandler | null;

export function marksIn(db: Knex, trail: Trail): MarkOf {
  const owners = new Map<string, string>();
  async function ownerOf(of: TrailMark['of'], id: string): Promise<string | null> {
    if (of === 'many' || of === 'answer') return null;
    // Of somebody who is nobody here the answer says so, and no line is written.
    if (of === 'people') return id;
    const known = owners.get(id);
    if (known !== undefined) return known;
    const found = maybeRow(of, personRow, await db(OWNERS[of]).where('id', id).first('person_id'))?.person_id ?? null;
    if (found !== null) {
      if (owners.size >= REMEMBERED) owners.clear();
      owners.set(id, found);
    }
    return found;
  }
  return (name, route) => {
    const mark = trailMark(route);
    if (!mark) return null;
    const what = mark.act !== 'read' ? name : mark.pictures ? 'pictures' : mark.of === 'many' ? 'list' : 'record';
    return async (request, response: Response, next) => {
      // Before anything is deleted: after it nobody could say whose it was.
      const person = await ownerOf(mark.of, String(request.params.id ?? '').toLowerCase());
      if (mark.act === 'exported' || mark.act === 'deleted') await trail.ready();
      let told = false;
      const tell = (): void => {
        // Who breaks off a file that was on its way has taken some of it out.
        if (told || !response.headersSent || response.statusCode >= 400) return;
        told = true;
        const about = mark.of === 'answer' ? idIn(response.locals.answered) : person;
        if (about === null && mark.of !== 'many') return;
        const account = response.locals.account!;
        void trail.add({
          act: mark.act,
          what,
          account: { id: account.id, name: account.name, role: account.role },
          person: about,
          device: deviceOf(request.get('user-agent')),
        });
      };
      response.on('finish', tell).on('close', tell);
      next();
    };
  };
}
