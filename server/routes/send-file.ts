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
