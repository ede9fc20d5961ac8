/** jsdom with what browsers have beside the page: requests, a device store in memory, structured copies, ids. */
import 'fake-indexeddb/auto';
import { IDBFactory } from 'fake-indexeddb';
import { TestEnvironment } from 'jest-environment-jsdom';

const BESIDE = [
  'fetch',
  'Request',
  'Response',
  'Headers',
  'FormData',
  'TextEncoder',
  'TextDecoder',
  'structuredClone',
  'AbortController',
  'AbortSignal',
];

const nothing = () => undefined;
const listening = {
  addEventListener: nothing,
  removeEventListener: nothing,
  addListener: nothing,
  removeListener: nothing,
};

export default class extends TestEnvironment {
  constructor(config, context) {
    // Packages are taken as Node takes them: jsdom needs no bundles.
    super(
      { ...config, projectConfig: { ...config.projectConfig, testEnvironmentOptions: { url: 'http://hall.test/' } } },
      context,
    );
    for (const name of BESIDE) this.global[name] = globalThis[name];
    this.global.indexedDB = new IDBFactory();
    for (const name of Object.keys(globalThis).concat(Object.getOwnPropertyNames(globalThis)))
      if (/^IDB/.test(name)) this.global[name] = globalThis[name];
    // As a device whose owner wants nothing to move.
    this.global.matchMedia = (media) => ({ media, matches: /reduced-motion/.test(media), ...listening });
    this.global.ResizeObserver = class {
      observe() {}
      unobserve() {}
      disconnect() {}
    };
    Object.defineProperty(this.global, 'crypto', { value: globalThis.crypto, configurable: true });
  }

  exportConditions() {
    return ['node', 'node-addons'];
  }
}
