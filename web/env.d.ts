/// <reference types="vite-plugin-pwa/vue" />
declare module '*.css';
declare module '@fontsource-variable/*';
