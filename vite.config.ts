import tailwindcss from '@tailwindcss/vite';
import vue from '@vitejs/plugin-vue';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { brotliCompressSync, gzipSync } from 'node:zlib';
import { defineConfig, type Plugin } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';
import { VISION_VERSION, writeVision } from './tools/pose-model.mjs';
import { scriptGroup } from './tools/script-groups.js';

const api = process.env.ANCHOR_API ?? 'http://127.0.0.1:4173';

/** Files whose name changes with what is in them lie ready compressed, so that no request waits for it. */
const compressed = (): Plugin => ({
  name: 'compressed-assets',
  apply: 'build',
  closeBundle() {
    const folder = 'dist/web/assets';
    // A build that failed has none, and says why itself.
    if (!existsSync(folder)) return;
    for (const name of readdirSync(folder).filter((n) => /\.(js|css|svg)$/.test(n))) {
      const bytes = readFileSync(`${folder}/${name}`);
      if (bytes.length < 1024) continue;
      writeFileSync(`${folder}/${name}.br`, brotliCompressSync(bytes));
      writeFileSync(`${folder}/${name}.gz`, gzipSync(bytes, { level: 9 }));
    }
  },
});

/** The pose detector's files, at an address that names their version. They are fetched where a picture is looked at, and kept then. */
const vision = (): Plugin => ({
  name: 'vision',
  config: () => ({ define: { VISION_FILES: JSON.stringify(`/vision/${VISION_VERSION}`) } }),
  closeBundle: () => writeVision(`dist/web/vision/${VISION_VERSION}`),
});

/** Zod's way to JSON schemas: the server describes its routes with it, the browser never does. */
const withoutJsonSchemas = (): Plugin => ({
  name: 'without-json-schemas',
  apply: 'build',
  transform(code, id) {
    if (!/zod\/v4\/core\/(json-schema-processors|to-json-schema)\.js$/.test(id)) return null;
    const names = [...code.matchAll(/^export (?:const|function|class) (\w+)/gm)].map(([, name]) => name!);
    const head = "const none = () => { throw new Error('JSON schemas are made on the server'); };";
    // What makes a method for a schema does so with every schema; the method is what is not there.
    return [head, ...names.map((n) => `export const ${n} = ${n.startsWith('create') ? '() => none' : 'none'};`)].join(
      '\n',
    );
  },
});

/** What every page behind the door needs besides (`web/behind-the-door.ts`): a device that knows somebody asks for it at once. */
const BEHIND = [/core\/catalog\/shipped\.ts$/, /core\/studio\/overlay\.ts$/, /components\/AppHeader\.vue$/];

/**
 * The scripts that the application starts with are asked for with the page itself, though they run one after another; those of what is
 * behind the door are named in it.
 */
const startScripts = (): Plugin => ({
  name: 'start-scripts',
  apply: 'build',
  transformIndexHtml: {
    order: 'post',
    handler(html, { bundle }) {
      if (!bundle) return html;
      const chunks = Object.values(bundle).filter((c) => c.type === 'chunk');
      const wanted = new Set<string>();
      const visit = (name: string): void => {
        const chunk = chunks.find((c) => c.fileName === name);
        if (!chunk || wanted.has(name)) return;
        wanted.add(name);
        chunk.imports.forEach(visit);
      };
      for (const entry of chunks.filter((c) => c.isEntry)) entry.dynamicImports.forEach(visit);
      const first = [...wanted].filter((name) => !html.includes(name));
      const begun = new Set(wanted);
      for (const part of BEHIND) {
        const chunk = chunks.find((c) => c.moduleIds.some((id) => part.test(id)));
        if (!chunk) throw new Error(`no script of its own for ${part.source}`);
        visit(chunk.fileName);
      }
      const behind = [...wanted].filter((name) => !begun.has(name)).map((name) => `/${name}`);
      return [
        ...first.map((name) => ({
          tag: 'link',
          injectTo: 'head' as const,
          attrs: { rel: 'modulepreload', crossorigin: true, href: `/${name}` },
        })),
        { tag: 'meta', injectTo: 'head' as const, attrs: { name: 'behind-the-door', content: behind.join(' ') } },
      ];
    },
  },
});

export default defineConfig({
  root: 'web',
  plugins: [
    vue(),
    tailwindcss(),
    withoutJsonSchemas(),
    startScripts(),
    compressed(),
    vision(),
    // Shell, fonts and catalogue are kept on the device; nothing of the studio's data is: that is the data layer's own copy.
    VitePWA({
      registerType: 'prompt',
      injectRegister: null,
      includeAssets: ['icon.svg'],
      manifest: {
        name: 'Upright Anchor',
        short_name: 'Anchor',
        description: 'Evaluates hollow body and plank positions with a coach.',
        display: 'standalone',
        background_color: '#f7f5ef',
        theme_color: '#b4471a',
        icons: [{ src: '/icon.svg', sizes: 'any', type: 'image/svg+xml' }],
      },
      workbox: {
        globPatterns: ['**/*.{js,css,html,svg,woff2}'],
        // By names that are our own: an icon's piece may be called like a common word.
        globIgnores: ['vision/**', 'assets/filming-*.js', 'assets/mannequin-*.js'],
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//],
        maximumFileSizeToCacheInBytes: 4 * 1024 * 1024,
        // Twenty megabytes that few devices ask for: kept from when they are used first.
        runtimeCaching: [
          {
            urlPattern: /\/vision\//,
            handler: 'CacheFirst',
            options: { cacheName: 'vision', expiration: { maxEntries: 8 } },
          },
        ],
      },
    }),
  ],
  define: { __VUE_PROD_DEVTOOLS__: 'false' },
  worker: { format: 'es' },
  build: {
    outDir: '../dist/web',
    emptyOutDir: true,
    chunkSizeWarningLimit: 800,
    // Every browser that runs the rest knows it.
    modulePreload: { polyfill: false },
    rolldownOptions: {
      output: {
        // What every page behind the door needs comes in few files: a slow line pays for each by a round trip.
        codeSplitting: {
          includeDependenciesRecursively: false,
          groups: [
            { name: 'catalogue', test: /\/core\/catalog\/(?!index|ladders|skill-goals|figures)/ },
            { name: 'loads', test: /\/core\/(statics\/|studio\/overlay)/ },
            {
              name: 'places',
              test: /\/(components\/(AppHeader|LeaveDialog|ModalFrame|Waiting\w*)\.vue|@headlessui\/vue\/dist\/(utils|hooks|internal|components\/(menu|dialog|focus-trap|portal|description))\/)/,
            },
            {
              debugName: 'shared by pages',
              name: (id, context) => scriptGroup(id, (other) => context.getModuleInfo(other)),
              priority: -1,
            },
          ],
        },
      },
    },
  },
  server: { port: 5173, proxy: { '/api': { target: api } } },
});
