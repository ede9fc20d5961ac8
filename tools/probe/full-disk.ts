/** A disk with no room: a small file system of its own where this machine allows one. */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { hallOf, lookBody, picture, pictureConsent } from './hall.js';
import { probeServer, tally, type Tried } from './server.js';

/** Fills what is left of a folder's file system. */
function fill(dir: string): void {
  for (const size of [65536, 4096, 512])
    for (let i = 0; ; i += 1)
      try {
        writeFileSync(join(dir, `filler-${size}-${i}`), Buffer.alloc(size));
      } catch {
        break;
      }
}

export async function probeFullDisk(): Promise<Tried> {
  const found = tally('full disk');
  const dir = mkdtempSync(join(tmpdir(), 'anchor-full-'));
  if (spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=6m', 'tmpfs', dir]).status !== 0) {
    rmSync(dir, { recursive: true });
    found.notes.push('not tried here: this machine allows no small file system');
    return found;
  }
  try {
    const server = await probeServer(dir);
    const hall = await hallOf(server);
    const { owner } = hall.clients;
    await owner.send('POST', `/people/${hall.mine}/consents`, pictureConsent);
    fill(dir);
    const kept: string[] = [];
    for (let i = 0; i < 40; i += 1) {
      const body = lookBody();
      const write = await owner.send('POST', `/people/${hall.mine}/looks`, body);
      if (write.status === 201) kept.push(body.id);
      found.check([201, 507].includes(write.status), () => `a look: ${write.status} ${write.text.slice(0, 120)}`);
      const sent = await owner.upload(`/people/${hall.mine}/media`, await picture());
      found.check([201, 507].includes(sent.status), () => `a picture: ${sent.status} ${sent.text.slice(0, 120)}`);
      const read = await owner.send('GET', `/people/${hall.mine}/looks`);
      found.check(read.status === 200, () => `reading: ${read.status} ${read.text.slice(0, 120)}`);
    }
    const stranger = await server.stranger();
    const signIn = await stranger.send('POST', '/session', {
      email: 'owner@hall.example',
      password: 'salt-and-tar-42',
    });
    found.check([200, 507].includes(signIn.status), () => `signing in: ${signIn.status}`);
    found.check(server.alive() && !/insert|sess/i.test(server.said()), () => server.said().slice(0, 300));
    for (const size of [65536, 4096, 512])
      for (let i = 0; i < 4000; i += 1) rmSync(join(dir, `filler-${size}-${i}`), { force: true });
    const after = await owner.send('POST', `/people/${hall.mine}/looks`, lookBody());
    found.check(after.status === 201, () => `with room again: ${after.status} ${after.text.slice(0, 120)}`);
    for (const id of kept) {
      const reply = await owner.send('GET', `/looks/${id}`);
      found.check(reply.status === 200, () => `an acknowledged look is lost: ${reply.status}`);
    }
    found.notes.push(`${kept.length} looks kept before the last byte`);
    await server.kill();
  } finally {
    spawnSync('umount', ['-l', dir]);
    rmSync(dir, { recursive: true, force: true });
  }
  return found;
}
