/** What goes out and comes in, in the demo: a link with a clip sent in by it, letters in the outbox, a look with a pad under the back. */
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import type { Account } from '../api/accounts.js';
import type { LetterInput } from '../api/letters.js';
import type { LookInput } from '../api/observations.js';
import type { MadeLink, ProgrammeLine, ProgrammeLink } from '../api/programmes.js';
import { gapOf, readPressure, simulatedBack, type PressureSample } from '../core/hold/pressure.js';

/** What the demo needs of the routes. */
export interface RecordRoutes {
  programmes: (as: Account, person: string) => Promise<ProgrammeLine[]>;
  prescriptions: (as: Account, person: string) => Promise<{ id: string; newest: boolean }[]>;
  link: (as: Account, programme: string, body: { scopes: ProgrammeLink['scopes']; days: number }) => Promise<MadeLink>;
  open: (secret: string) => Promise<unknown>;
  announce: (body: {
    secret: string;
    clip: { id: string; name: string; type: 'video/webm'; bytes: number; note: string };
    consent: { givenBy: string; relation: 'self' } | null;
  }) => Promise<unknown>;
  content: (id: string, bytes: Buffer) => Promise<unknown>;
  send: (as: Account, person: string, body: LetterInput) => Promise<unknown>;
  look: (
    as: Account,
    person: string,
    body: Pick<LookInput, 'id' | 'startedAt' | 'observation' | 'pad'>,
  ) => Promise<unknown>;
  address: (as: Account, person: string, email: string) => Promise<unknown>;
  then: <T>(instant: string, work: () => Promise<T>) => Promise<T>;
}

/** Filmed by the application's own simulated camera: a forearm plank that sags from the fifth second. */
const CLIP = 'tools/demo-clip.webm';

/** Ten samples a second of a made-up back, s and 0–100. */
function padSeries(length: number, random: () => number): PressureSample[] {
  const back = simulatedBack(random);
  return Array.from({ length: 10 * length }, (_, i): PressureSample => [i / 10, back(i / 10)]);
}

/**
 * Adds them.
 * @param ago an instant so many days ago, at an hour
 */
export async function addRecords(
  routes: RecordRoutes,
  coach: Account,
  idOf: (name: string) => string,
  ago: (days: number, hour: number) => string,
  random: () => number,
): Promise<void> {
  const [marit, bram] = [idOf('Marit Solheim'), idOf('Bram Oosterlo')];
  await routes.address(coach, marit, 'marit.solheim@post.example');
  await routes.address(coach, bram, 'bram.oosterlo@post.example');

  const [programme] = await routes.programmes(coach, marit);
  const { secret } = await routes.then(ago(9, 17), () =>
    routes.link(coach, programme!.id, { scopes: ['programme', 'progress', 'send-in'], days: 60 }),
  );
  await routes.then(ago(1, 19), () => routes.open(secret));
  const bytes = readFileSync(CLIP);
  const id = randomUUID();
  await routes.then(ago(1, 19), async () => {
    await routes.announce({
      secret,
      clip: {
        id,
        name: 'plank on the pier.webm',
        type: 'video/webm',
        bytes: bytes.length,
        note: 'Does my back go at the end?',
      },
      consent: { givenBy: 'Marit Solheim', relation: 'self' },
    });
    await routes.content(id, bytes);
  });

  const sheet = (await routes.prescriptions(coach, marit)).find((p) => p.newest);
  if (sheet)
    await routes.then(ago(8, 12), () =>
      routes.send(coach, marit, {
        id: randomUUID(),
        what: 'sheet',
        of: sheet.id,
        to: 'marit.solheim@post.example',
        note: 'Slowly with the band: the line first, the load later.',
      }),
    );
  const [other] = await routes.programmes(coach, bram);
  await routes.then(ago(5, 18), () =>
    routes.send(coach, bram, {
      id: randomUUID(),
      what: 'programme',
      of: other!.id,
      to: 'bram.oosterlo@post.example',
      note: 'Two short days are better than none.',
    }),
  );

  const pad = padSeries(30, random);
  const reading = readPressure(pad)!;
  await routes.look(coach, idOf('Sunniva Brandt'), {
    id: randomUUID(),
    startedAt: ago(4, 12),
    observation: {
      format: 'upright-anchor/observation',
      version: 1,
      position: 'dead-bug',
      rung: 'opposite',
      view: 'side',
      side: 'left',
      frames: [],
      ended: { t: 30, reason: 'target' },
      target: 30,
      evidence: { 'back-gap': gapOf(reading) },
    },
    pad: pad.map(([t, value]) => [t, value]),
  });
}
