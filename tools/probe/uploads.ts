/** Uploads beside withdrawals and erasures: what was answered is there, whatever else goes at the same moment. */
import { randomUUID } from 'node:crypto';
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { FILES_OF } from '../../server/media/check-files.js';
import { hallOf, picture, pictureConsent } from './hall.js';
import { probeServer, tally, type Client, type Tried } from './server.js';

const CLIP = Buffer.concat([Buffer.from('0000001866747970', 'hex'), Buffer.alloc(20_000, 7)]);
const [FILES_OF_PICTURE, FILES_OF_CLIP] = [FILES_OF[0][1], FILES_OF[1][1]];
/** So many pictures go with each person who withdraws or is erased: long enough for an upload to be answered meanwhile. */
const PICTURES_EACH = 4;
const SENDERS = 3;
const idOf = (reply: { body: unknown }): string => (reply.body as { id: string }).id;

/** Sends a picture, or a clip, of somebody whose permission stands. @returns its files below the studio's folder; null where it was not kept */
async function sendOne(client: Client, person: string, bytes: Buffer, clip: boolean): Promise<string[] | null> {
  if (!clip) {
    const reply = await client.upload(`/people/${person}/media`, bytes);
    return reply.status === 201 ? FILES_OF_PICTURE(idOf(reply)) : null;
  }
  const id = randomUUID();
  const announced = { id, name: 'plank.mp4', type: 'video/mp4', bytes: CLIP.length };
  if ((await client.send('POST', `/people/${person}/clips`, announced)).status !== 201) return null;
  const raw = { type: 'application/octet-stream', data: CLIP };
  const sent = await client.send('PUT', `/clips/${id}/content`, undefined, raw);
  return sent.status === 200 ? FILES_OF_CLIP(id) : null;
}

/**
 * @param uploads pictures and clips, half of each
 * @param leaving people who withdraw, or are erased with everything, every second one
 */
export async function probeUploadsBesideWithdrawals(uploads: number, leaving: number): Promise<Tried> {
  const found = tally('uploads beside withdrawals and erasures');
  const server = await probeServer();
  let answered = 0;
  try {
    const hall = await hallOf(server);
    const { owner } = hall.clients;
    const consent = { ...pictureConsent, clips: true };
    await owner.send('POST', `/people/${hall.mine}/consents`, consent);
    const bytes = await picture();
    const files: string[] = [];
    const [left, gone] = [
      { uploads, people: leaving },
      { withdrawals: 0, erasures: 0 },
    ];
    const send = async (): Promise<void> => {
      while (left.uploads > 0) {
        const nth = (left.uploads -= 1);
        const kept = await sendOne(owner, hall.mine, bytes, nth % 2 === 0);
        found.check(kept !== null, () => `upload ${nth} was not kept`);
        if (!kept) continue;
        answered += 1;
        files.push(...kept);
      }
    };
    const leave = async (): Promise<void> => {
      while (left.people > 0) {
        const nth = (left.people -= 1);
        const name = `Leaving ${nth}`;
        const person = idOf(await owner.send('POST', '/people', { name }));
        const page = (await owner.send('POST', `/people/${person}/consents`, consent)).body as {
          consents: { id: string }[];
        };
        for (let i = 0; i < PICTURES_EACH; i += 1) await owner.upload(`/people/${person}/media`, bytes);
        const erases = nth % 2 === 1;
        const reply = erases
          ? await owner.send('POST', `/people/${person}/erase`, { name })
          : await owner.send('POST', `/people/${person}/consents/${page.consents[0]!.id}/withdraw`);
        gone[erases ? 'erasures' : 'withdrawals'] += reply.status < 300 ? 1 : 0;
        found.check(
          reply.status < 300,
          () => `person ${nth} did not leave: ${reply.status} ${reply.text.slice(0, 120)}`,
        );
      }
    };
    await Promise.all([...Array.from({ length: SENDERS }, send), leave(), leave()]);
    for (const file of files)
      found.check(existsSync(join(server.dir, file)), () => `${file} was acknowledged and is not there`);
    found.check(server.alive() && server.said() === '', () => `the server: ${server.said().slice(0, 400)}`);
    found.notes.push(`${answered} acknowledged beside ${gone.withdrawals} withdrawals and ${gone.erasures} erasures`);
  } finally {
    await server.close();
  }
  return found;
}
