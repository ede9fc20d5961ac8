/** Two processes of one studio on a server, one of them killed again and again while both write: nothing acknowledged is lost. */
import { seededRandom } from '../../core/statistics.js';
import { hallOf, lookBody } from './hall.js';
import { pause, probeServer, tally, type Client, type Tried } from './server.js';

export async function probeKillsOfOneProcess(kills: number, seed = 6): Promise<Tried> {
  const found = tally('kills of one of two processes');
  const random = seededRandom(seed);
  const first = await probeServer();
  const second = await probeServer(first.dir);
  let acknowledged = 0;
  let [slowest, failed] = [0, 0];
  try {
    const { mine, clients } = await hallOf(first);
    const here = await second.owner();
    for (let k = 0; k < kills; k += 1) {
      const kept: string[] = [];
      let going = true;
      const write = async (client: Client, stays: boolean): Promise<void> => {
        while (going) {
          const body = lookBody();
          const reply = await client.send('POST', `/people/${mine}/looks`, body);
          if (reply.status === 201) kept.push(body.id);
          if (!stays) continue;
          slowest = Math.max(slowest, reply.ms);
          if (reply.status !== 201) failed += 1;
        }
      };
      const work = [write(clients.owner, false), write(clients.owner, false), write(here, true), write(here, true)];
      await pause(50 + random() * 250);
      await first.kill();
      await pause(50);
      going = false;
      await Promise.all(work);
      await first.start();
      acknowledged += kept.length;
      for (const id of kept) {
        const reply = await here.send('GET', `/looks/${id}`);
        found.check(reply.status === 200, () => `kill ${k}: lost a look, ${reply.status}`);
      }
      const both = await Promise.all([clients.owner, here].map((c) => c.send('GET', `/people/${mine}/looks?limit=1`)));
      found.check(both[0]!.text === both[1]!.text, () => `kill ${k}: the two tell different things`);
    }
    const state = (await here.send('GET', '/trail/state')).body as { brokenAt: number | null };
    found.check(state.brokenAt === null, () => `line ${state.brokenAt} of the trail does not follow`);
    found.check(failed === 0, () => `${failed} requests to the one that stayed were refused`);
    found.notes.push(
      `${acknowledged} acknowledged writes; slowest answer of the one that stayed ${Math.round(slowest)} ms`,
    );
  } finally {
    await second.close();
    await first.close();
  }
  return found;
}
