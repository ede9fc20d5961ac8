import tailwindcss from '@tailwindcss/vite';
import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vite';
import { VitePWA } from 'vite-plugin-pwa';

const api = process.env.ANCHOR_API ?? 'http://127.0.0.1:4173';

export default defineConfig({
  root: 'web',
  plugins: [
    vue(),
    tailwindcss(),
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
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//],
        maximumFileSizeToCacheInBytes: 4 * 1024 * 1024,
      },
    }),
  ],
  build: { outDir: '../dist/web', emptyOutDir: true, chunkSizeWarningLimit: 700 },
  server: { port: 5173, proxy: { '/api': { target: api } } },
});
