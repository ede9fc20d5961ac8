/** Settings from the environment, read once at start. */
import { randomInt } from 'node:crypto';
import { z } from 'zod';
import { isTimeZone } from '../core/days.js';
import { machineClock, type Clock } from './clock.js';
import { isAddress } from './database/postgres.js';

/** Put in by the build: a fingerprint of the computation. */
declare const ANCHOR_BUILD: string | undefined;

const schema = z.object({
  PORT: z.coerce.number().int().min(0).max(65535).default(4173),
  HOST: z.string().default('127.0.0.1'),
  ANCHOR_DATA: z.string().default('data/studio'),
  ANCHOR_DEMO: z.enum(['0', '1']).default('0'),
  ANCHOR_SECRET: z.string().min(32, 'needs at least 32 characters; leave it unset and one is made').optional(),
  ANCHOR_TRUST_PROXY: z.enum(['0', '1']).default('0'),
  /** Address at which people open the studio, for links in letters. */
  ANCHOR_ADDRESS: z.url({ protocol: /^https?$/, error: 'must be an address like https://hall.example' }).optional(),
  /** Most gigabytes of clips that are kept. */
  ANCHOR_CLIPS_GB: z.coerce.number().min(0).max(100_000).default(20),
  /** Folder of backups; beside the data where left out. */
  ANCHOR_BACKUPS: z.string().optional(),
  /** Address of a PostgreSQL server's database; the file in the data folder where left out. */
  ANCHOR_DATABASE: z.string().refine(isAddress, 'must begin with postgres://').optional(),
  ANCHOR_WEB: z.string().optional(),
  /** Milliseconds that the studio's clock is ahead of the machine's: tests and pictures have a day of their own. */
  ANCHOR_CLOCK_AHEAD: z.coerce.number().int().default(0),
  /** Time zone of the demo's hall; the machine's where left out. */
  ANCHOR_DEMO_ZONE: z.string().refine(isTimeZone, 'is no time zone like Europe/Oslo').optional(),
  LOG_LEVEL: z.enum(['fatal', 'error', 'warn', 'info', 'debug', 'silent']).default('info'),
});

export interface Config {
  port: number;
  host: string;
  /** Folder of the database file, the pictures and the session secret; of several processes the same. */
  dataDir: string;
  /** Address of a PostgreSQL server's database; the file in the folder where left out. */
  database?: string;
  /** Origin at which people open the studio; null where nobody told it and it is not this machine alone. */
  address: string | null;
  demo: boolean;
  /** Time zone of the demo's hall. */
  demoZone?: string;
  secret?: string;
  trustProxy: boolean;
  logLevel: string;
  /** What everything here takes for now. */
  clock: Clock;
  /** What a round of practice is dealt by: any whole number. */
  seed: () => number;
  /** Names the program that judges: what another one judged is judged anew. */
  build: string;
  /** Whether work goes on behind requests; tests ask for it where they look at it. */
  background: boolean;
  /** The built thread for long computations; without one they run where they are asked for. */
  workerFile?: string;
  /** Most bytes of clips that are kept; 20 GB where left out. */
  clipsBytes?: number;
  /** Folder of backups; beside the data where left out. */
  backupsDir?: string;
  /** Closes the studio and opens the one that is to take its place; none where the program cannot. */
  reopen?: () => void;
  /** Folder of the built interface; none in tests of the routes. */
  webDir?: string;
}

/** What was told, or this machine's own address where nobody else can open the studio anyway. Never what a request says. */
const addressOf = ({
  ANCHOR_ADDRESS: told,
  ANCHOR_TRUST_PROXY: proxy,
  HOST: host,
  PORT: port,
}: z.infer<typeof schema>): string | null => {
  if (told !== undefined) return new URL(told).origin;
  return proxy === '0' && ['127.0.0.1', 'localhost', '::1'].includes(host) ? `http://localhost:${port}` : null;
};

/** @throws Error naming the variable that is wrong */
export function readConfig(env: NodeJS.ProcessEnv): Config {
  const result = schema.safeParse(env);
  if (!result.success) throw new Error(result.error.issues.map((i) => `${i.path.join('.')}: ${i.message}`).join('; '));
  const e = result.data;
  return {
    port: e.PORT,
    host: e.HOST,
    dataDir: e.ANCHOR_DATA,
    database: e.ANCHOR_DATABASE,
    address: addressOf(e),
    demo: e.ANCHOR_DEMO === '1',
    demoZone: e.ANCHOR_DEMO_ZONE,
    secret: e.ANCHOR_SECRET,
    trustProxy: e.ANCHOR_TRUST_PROXY === '1',
    logLevel: e.LOG_LEVEL,
    clock: machineClock(e.ANCHOR_CLOCK_AHEAD),
    seed: () => randomInt(2 ** 31),
    build: typeof ANCHOR_BUILD === 'undefined' ? `unbuilt ${process.pid}` : ANCHOR_BUILD,
    background: true,
    clipsBytes: Math.round(e.ANCHOR_CLIPS_GB * 1024 ** 3),
    backupsDir: e.ANCHOR_BACKUPS,
    webDir: e.ANCHOR_WEB,
  };
}
