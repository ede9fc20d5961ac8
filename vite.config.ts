import tailwindcss from '@tailwindcss/vite';
import vue from '@vitejs/plugin-vue';
import { defineConfig } from 'vite';

const api = process.env.ANCHOR_API ?? 'http://127.0.0.1:4173';

export default defineConfig({
  root: 'web',
  plugins: [vue(), tailwindcss()],
  build: { outDir: '../dist/web', emptyOutDir: true, chunkSizeWarningLimit: 700 },
  server: { port: 5173, proxy: { '/api': { target: api } } },
});
