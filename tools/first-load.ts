/** What a device that was never here loads before the door opens, from the built interface. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';

const ASSETS = 'dist/web/assets';
const kilobytes = (bytes: Buffer): number => gzipSync(bytes, { level: 9 }).length / 1000;
const asset = (name: string): Buffer => readFileSync(join(ASSETS, name));

/** A script with all that it imports before it runs. */
function withImports(name: string, found = new Set<string>()): Set<string> {
  if (found.has(name)) return found;
  found.add(name);
  for (const [, other] of asset(name)
    .toString()
    .matchAll(/\b(?:from|import)\s*"\.\/([^"]+\.js)"/g))
    withImports(other!, found);
  return found;
}
/** A script by the name of its page or of what lies in it. @throws Error where the build has none or two */
function scriptOf(part: string): string {
  const [name, ...more] = readdirSync(ASSETS).filter((f) => new RegExp(`^${part}-[\\w-]{8}\\.js$`).test(f));
  if (!name || more.length > 0) throw new Error(`the build has ${more.length + (name ? 1 : 0)} scripts of ${part}`);
  return name;
}

export interface FirstLoad {
  /** Scripts until the door is there, its own page included. */
  scripts: number;
  /** The same with what draws the body. */
  withFigure: number;
  page: number;
  styles: number;
  fonts: number;
}
/** Kilobytes (1000 bytes) after gzip; fonts as they are. @throws Error where nothing is built */
export function firstLoad(): FirstLoad {
  const page = readFileSync('dist/web/index.html');
  const named = [...page.toString().matchAll(/(?:src|href)="\/assets\/([^"]+)"/g)].map(([, name]) => name!);
  const sum = (of: Iterable<string>): number => [...of].reduce((all, name) => all + kilobytes(asset(name)), 0);
  const door = new Set(
    [...named.filter((n) => n.endsWith('.js')), scriptOf('SignInPage')].flatMap((n) => [...withImports(n)]),
  );
  const latin = readdirSync(ASSETS).filter(
    (f) => /latin-(wdth|wght|opsz|standard|full)[^e]*\.woff2$/.test(f) && !f.includes('latin-ext'),
  );
  return {
    scripts: sum(door),
    withFigure: sum(new Set([...door, ...withImports(scriptOf('figure'))])),
    page: kilobytes(page),
    styles: sum(named.filter((n) => n.endsWith('.css'))),
    fonts: latin.reduce((all, name) => all + asset(name).length / 1000, 0),
  };
}
