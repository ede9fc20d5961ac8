/** Answers in JSON: what is short is compressed in one go, which costs a fifth of setting up a stream for it. */
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';
import type { Request, Response } from 'express';

/** Bytes from which an answer is worth compressing, and up to which it is done here; longer ones go through the stream. */
const SHORT = { from: 1024, to: 65_536 } as const;
const BROTLI = { params: { [constants.BROTLI_PARAM_QUALITY]: 1, [constants.BROTLI_PARAM_LGWIN]: 16 } };
const GZIP = { level: 1, windowBits: 14 } as const;

/** Sends a value as JSON in the way of writing that the asker reads best. Private answers are never kept, so none has a tag. */
export function answerJson(request: Request, response: Response, value: unknown): void {
  const body = Buffer.from(JSON.stringify(value));
  response.type('json');
  const way = body.length < SHORT.from || body.length > SHORT.to ? false : request.acceptsEncodings('br', 'gzip');
  if (way !== 'br' && way !== 'gzip') {
    response.end(body);
    return;
  }
  const packed = way === 'br' ? brotliCompressSync(body, BROTLI) : gzipSync(body, GZIP);
  response.vary('Accept-Encoding');
  response.set({ 'Content-Encoding': way, 'Content-Length': String(packed.length) }).end(packed);
}
