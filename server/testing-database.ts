/** Databases for tests: a file in the studio's folder, or one of a server's where ANCHOR_TEST_DATABASE names one. */
import { randomBytes } from 'node:crypto';
import pg from 'pg';

const server = process.env.ANCHOR_TEST_DATABASE;
/** Tests run on a server's databases. */
export const ON_SERVER = server !== undefined;

async function ask(sql: string): Promise<void> {
  const client = new pg.Client({ connectionString: server });
  await client.connect();
  try {
    await client.query(sql);
  } finally {
    await client.end();
  }
}

/**
 * @param name of a new database on the server that tests run on
 * @returns its address
 */
export async function freshDatabase(name = `test_${randomBytes(8).toString('hex')}`): Promise<string> {
  await ask(`create database ${name} template template0 encoding 'UTF8' lc_collate 'C.UTF-8' lc_ctype 'C.UTF-8'`);
  const address = new URL(server!);
  address.pathname = `/${name}`;
  return address.href;
}
export const dropDatabase = (address: string): Promise<void> =>
  ask(`drop database if exists ${new URL(address).pathname.slice(1)} with (force)`);

/** Tests of what only the file has. */
export const onFile = <T>(test: T & { skip: unknown }): T => (ON_SERVER ? (test.skip as T) : test);
/** Tests of what only a server has. */
export const onServer = <T>(test: T & { skip: unknown }): T => (ON_SERVER ? test : (test.skip as T));
