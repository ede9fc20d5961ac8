/** `npm run notices`: writes NOTICES.txt, the licences of everything that ships with the application, from what is installed. */
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';

interface Locked {
  version?: string;
  license?: string;
  dev?: boolean;
  optional?: boolean;
  devOptional?: boolean;
}
export interface Shipped {
  name: string;
  version: string;
  license: string;
  text: string;
}

/** Packages that the application runs with, from the lock file: neither tools of development nor what another machine needs. */
export function shippedPackages(root = '.'): Shipped[] {
  const lock = JSON.parse(readFileSync(join(root, 'package-lock.json'), 'utf8')) as {
    packages: Record<string, Locked>;
  };
  return Object.entries(lock.packages)
    .filter(([path, p]) => path !== '' && !p.dev && !p.devOptional && existsSync(join(root, path, 'package.json')))
    .map(([path, p]) => {
      const folder = join(root, path);
      const own = JSON.parse(readFileSync(join(folder, 'package.json'), 'utf8')) as {
        name?: string;
        license?: unknown;
      };
      const file = readdirSync(folder).find((name) => /^(licen[cs]e|copying|ofl)(\.|-|$)/i.test(name));
      return {
        name: own.name ?? path.split('node_modules/').at(-1)!,
        version: p.version ?? '',
        license: p.license ?? (typeof own.license === 'string' ? own.license : 'see its text'),
        text: file ? readFileSync(join(folder, file), 'utf8').replace(/\r/g, '').trim() : '',
      };
    })
    .sort((a, b) => (a.name < b.name ? -1 : a.name > b.name ? 1 : a.version < b.version ? -1 : 1));
}

/** One line a package, then each licence's text once with the packages that it is for. */
export function noticesOf(packages: readonly Shipped[]): string {
  const list = packages.map((p) => `${p.name} ${p.version}: ${p.license}`);
  const texts = new Map<string, string[]>();
  for (const p of packages) if (p.text) texts.set(p.text, [...(texts.get(p.text) ?? []), `${p.name} ${p.version}`]);
  return [
    'Upright Anchor ships with the packages below, under their own licences. The fonts of screens and paper are under the SIL Open Font Licence,',
    'what paper has of Greek and Cyrillic (Roboto) under the Apache Licence 2.0.',
    '',
    ...list,
    ...[...texts].flatMap(([text, names]) => ['', '='.repeat(100), names.join(', '), '-'.repeat(100), text]),
    '',
  ].join('\n');
}

if (import.meta.url === pathToFileURL(process.argv[1] ?? '').href)
  writeFileSync('NOTICES.txt', noticesOf(shippedPackages()));
