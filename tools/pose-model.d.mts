export const VISION_VERSION: string;
export const VISION_FILES: readonly string[];
export function withMetadata(model: Buffer, metadata: Uint8Array): Buffer;
export function writeVision(folder: string): Promise<void>;
