/** Bundles the server and the demo's data maker; packages stay outside, in node_modules. */
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { build } from 'esbuild';

/** A fingerprint of the computation: with another one, what was judged is judged anew. */
function fingerprint(folder) {
  const hash = createHash('sha256');
  for (const file of readdirSync(folder, { recursive: true }).map(String).sort())
    if (file.endsWith('.ts') && !file.endsWith('.test.ts')) hash.update(file).update(readFileSync(`${folder}/${file}`));
  return hash.digest('hex').slice(0, 12);
}

await build({
  entryPoints: {
    main: 'server/main.ts',
    worker: 'server/work/worker.ts',
    'fill-demo': 'tools/fill-demo.ts',
  },
  outdir: 'dist/server',
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  packages: 'external',
  sourcemap: true,
  logLevel: 'warning',
  define: { ANCHOR_BUILD: JSON.stringify(fingerprint('core')) },
});
