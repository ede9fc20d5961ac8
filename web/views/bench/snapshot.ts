/**
 * What a source shows, as a picture file. An offscreen canvas is used because the ordinary canvas encodes only in the
 * browser's idle time, which can take seconds on a busy page.
 * @param type `image/png` or `image/jpeg`
 */
export async function snapshot(
  source: CanvasImageSource,
  width: number,
  height: number,
  type: 'image/png' | 'image/jpeg',
): Promise<File> {
  const canvas = new OffscreenCanvas(width, height);
  canvas.getContext('2d')!.drawImage(source, 0, 0, width, height);
  const blob = await canvas.convertToBlob({ type, quality: 0.92 });
  return new File([blob], type === 'image/png' ? 'picture.png' : 'picture.jpg', { type });
}
