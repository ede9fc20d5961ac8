import type { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Response } from 'express';
import { SENT, type Sent } from '../http/mount.js';

/** Sends a file that no cache keeps. */
export function sendFile(
  response: Response,
  { type, name, file, inline }: { type: string; name: string; file: string | Buffer; inline?: boolean },
): Sent {
  response
    .set({
      'Cache-Control': 'private, no-store',
      'Content-Disposition': `${inline ? 'inline' : 'attachment'}; filename="${name}"`,
    })
    .type(type)
    .send(file);
  return SENT;
}

/** Sends a file while it is made or read. @param bytes its length, where that is known */
export async function streamFile(
  response: Response,
  { type, name, content, bytes }: { type: string; name: string; content: Readable; bytes?: number },
): Promise<Sent> {
  response
    .set({ 'Cache-Control': 'private, no-store', 'Content-Disposition': `attachment; filename="${name}"` })
    .type(type);
  if (bytes !== undefined) response.set('Content-Length', String(bytes));
  await pipeline(content, response);
  return SENT;
}
