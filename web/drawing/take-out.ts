/** Pictures and clips with what was found drawn on them, as files. */
import type { Stroke } from './overlay.js';
import { svgOf } from './overlay.js';

interface Size {
  width: number;
  height: number;
}

const dataAddress = (blob: Blob): Promise<string> =>
  new Promise((done, fail) => {
    const reader = new FileReader();
    reader.onload = () => done(reader.result as string);
    reader.onerror = () => fail(reader.error ?? new Error('unreadable'));
    reader.readAsDataURL(blob);
  });
/** A drawing as a picture that can be drawn on a canvas. */
export async function drawable(size: Size, strokes: readonly Stroke[]): Promise<HTMLImageElement> {
  const image = new Image();
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svgOf(size, strokes))}`;
  await image.decode();
  return image;
}
/** What a source shows, with a drawing over it, as a PNG. @param source null: the drawing on a light ground */
export async function pngOf(source: CanvasImageSource | null, size: Size, strokes: readonly Stroke[]): Promise<Blob> {
  const canvas = new OffscreenCanvas(size.width, size.height);
  const context = canvas.getContext('2d')!;
  context.fillStyle = '#e8e4d8';
  context.fillRect(0, 0, size.width, size.height);
  if (source) context.drawImage(source, 0, 0, size.width, size.height);
  context.drawImage(await drawable(size, strokes), 0, 0);
  return canvas.convertToBlob({ type: 'image/png' });
}
/** The same as an SVG, with the picture inside it. */
export async function svgFileOf(
  source: CanvasImageSource | null,
  size: Size,
  strokes: readonly Stroke[],
): Promise<Blob> {
  let under: string | undefined;
  if (source) {
    const canvas = new OffscreenCanvas(size.width, size.height);
    canvas.getContext('2d')!.drawImage(source, 0, 0, size.width, size.height);
    under = await dataAddress(await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.9 }));
  }
  return new Blob([svgOf(size, strokes, under)], { type: 'image/svg+xml' });
}
