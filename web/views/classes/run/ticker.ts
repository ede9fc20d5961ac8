/** Ticks for a page whose own timers are slowed while it lies in the background: a worker's are not. */
const EVERY_MS = 100;
setInterval(() => postMessage(0), EVERY_MS);
