/** Bundles the server and the demo's data maker; packages stay outside, in node_modules. */
import { build } from 'esbuild';

await build({
  entryPoints: { main: 'server/main.ts', 'fill-demo': 'tools/fill-demo.ts' },
  outdir: 'dist/server',
  bundle: true,
  platform: 'node',
  target: 'node20',
  format: 'esm',
  packages: 'external',
  sourcemap: true,
  logLevel: 'warning',
});
