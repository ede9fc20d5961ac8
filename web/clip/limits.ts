/** What a clip may be. */
export const MAX_SECONDS = 180;
export const MAX_MB = 500;
export const MAX_BYTES = MAX_MB * 1024 * 1024;
